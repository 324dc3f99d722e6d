// Values of documents and what they still want, in words.
import { describe, expect, it } from "vitest";
import type { MissingReason, Shown } from "../documents";
import { directory, saidCases, type Said } from "../fixtures";
import type { WhyNot } from "../payments";
import { namesOf, namesOfEntries, sayChange, sayMissing, sayField, sayShown, sayWhyNot } from ".";

const names = namesOf(directory);
const eur = (minor: number) => ({ minor, currency: "EUR" });
const rope: Shown = { code: "text", values: { text: "Rope" } };

const SHOWN: Said<Shown> = {
  text: [{ text: "For the dock in May" }, "For the dock in May"],
  entry: [{ list: "order-categories", key: "deck" }, "Deck and safety gear"],
  amount: [{ amount: eur(249_999) }, "2,499.99 EUR"],
  date: [{ date: "2026-03-09" }, "9 Mar 2026"],
  person: [{ person: "rui" }, "Rui"],
  papers: [{ names: ["offer.pdf", "plan.png"] }, "offer.pdf, plan.png"],
  priced: [{ quantity: "3", price: eur(250) }, "3 × 2.50 EUR"],
  "ordered at": [{ quantity: "3", what: "Rope", price: eur(250) }, "3 × Rope at 2.50 EUR"],
  net: [{ amount: eur(750) }, "net 7.50 EUR"],
  tax: [{ percent: "23" }, "tax 23%"],
  "no receipt": [null, "no receipt"],
  "as it is": [null, "as it is"],
  own: [{ field: "own_deck", value: "aft" }, "aft"],
  "own field": [{ field: "own_spare", value: true }, "own_spare: yes"],
  parts: [{ of: [rope, { code: "tax", values: { percent: "6.5" } }] }, "Rope, tax 6.5%"],
  changed: [{ label: "Address", before: null, after: rope }, "Address: none → Rope"],
};

const MISSING: Said<MissingReason> = {
  "no title": [null, "Say in a few words what it is about"],
  "nobody named": [{ who: "supplier" }, "Name the supplier"],
  "field empty": [{ field: "supplier’s invoice number" }, "Enter the supplier’s invoice number"],
  "no lines": [null, "Enter at least one line"],
  "line not described": [{ line: 2 }, "Line 2: say what it is"],
  "line comes to nothing": [{ line: 1 }, "Line 1: enter a quantity and a price above zero"],
  "amount not above zero": [{ line: 1 }, "Line 1: enter an amount above zero"],
  "line dated later": [{ line: 3 }, "Line 3: it is dated later than the claim"],
  "claimed more than spent": [{ line: 3 }, "Line 3: no more can be claimed than was spent"],
  "receipt not attached": [{ line: 3 }, "Line 3: its receipt is not attached"],
  "discount incomplete": [null, "A discount needs its percentage and the last day on which it is given"],
  "comes to nothing": [null, "Enter what the invoice comes to"],
  "no field changed": [null, "Change at least one field"],
  "no first limit": [null, "Say what the first limit is to be"],
  "same value": [{ label: "Address" }, "Address: enter another value, or leave it out"],
  "wrong account number": [
    { label: "Bank account", fault: { code: "length", country: "PT", has: 24, needs: 25 } },
    "Bank account: an account of PT has 25 signs, and this one has 24; compare it sign by sign",
  ],
  "no e-mail address": [{ label: "E-mail", typed: "nobody" }, "E-mail: “nobody” is no e-mail address"],
  "needed for a new account": [{ label: "Tax number" }, "Tax number: a new account needs it"],
  "paper needed for a new account": [
    { paper: "Bank letter" },
    "Bank letter: attach it and say which attachment it is; a new account needs it",
  ],
  "own field": [
    { line: 2, why: { code: "field needed", values: { field: "own_deck" } } },
    "Line 2: fill in the own_deck",
  ],
  "of a list": [
    { line: 2, why: { code: "choose from the list", values: { list: "order-categories" } } },
    "Line 2: choose the category of orders",
  ],
};

const NOT_PAID: [WhyNot, string][] = [
  [{ code: "held", holds: ["No order", "Duplicate"] }, "held: No order and Duplicate"],
  [{ code: "no account number" }, "its payee has no bank account here"],
  [{ code: "wrong account number", fault: "check digits" }, "the check digits of its payee’s bank account do not fit"],
  [{ code: "account not open", status: "blocked" }, "the account of its supplier is blocked"],
  [{ code: "account not open", status: "asked for" }, "the account of its supplier is not approved yet"],
  [{ code: "not set off" }, "a credit note, and less is paid to the same account in this run"],
  [
    { code: "another person", person: "rui", did: "receive", duty: "pay" },
    "for somebody else to pay: Rui recorded its receipt",
  ],
];

describe("documents in words", () => {
  it.each(saidCases(SHOWN))("a value: %s", (sentence, shown) => expect(sayShown(shown, names)).toBe(sentence));

  it.each(saidCases(MISSING))("what is missing: %s", (sentence, why) => expect(sayMissing(why)).toBe(sentence));

  it("what is missing of a list, where lists are known and nobody is", () => {
    const lists = [{ id: "projects", name: "", entries: [{ key: "q", name: "Quay lights", lastDay: "2025-09-30" }] }];
    const why = {
      code: "not open in the list" as const,
      values: { list: "projects", key: "q", firstDay: null, lastDay: "2025-09-30", day: "2026-03-10" },
    };
    expect(sayMissing({ code: "of a list", values: { line: 1, why } }, namesOfEntries(lists))).toBe(
      "Line 1: the project Quay lights ended on 30 Sep 2025",
    );
  });

  it.each(NOT_PAID)("what is not paid: %j", (why, sentence) => expect(sayWhyNot(why, names)).toBe(sentence));

  it("an edit has what was and what is, by the name of its field or the number of its line", () => {
    expect(sayChange({ label: { line: 2 }, before: null, after: rope })).toEqual({
      label: "Line 2",
      before: "none",
      after: "Rope",
    });
    expect(
      sayChange({ label: "Receiver", before: { code: "person", values: { person: "rui" } }, after: null }, names),
    ).toEqual({ label: "Receiver", before: "Rui", after: "none" });
  });

  it("a field of an account is what stands in it, or none", () => {
    expect([null, "", "Quay 1", eur(100)].map((held) => sayField("limit", held, names))).toEqual([
      "none",
      "none",
      "Quay 1",
      "1.00 EUR",
    ]);
  });
});
