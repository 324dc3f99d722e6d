// Every reason for which something of a file is not taken, in words: documents, and tables of policies.
import { describe, expect, it } from "vitest";
import type { FeelReason, ReadLoss, TableReason } from "../formats";
import type { ComesOf, IntakeReason } from "../intake";
import { saidCases, type Said } from "../fixtures";
import type { AmountReason } from "../money";
import { sayIntake, sayNoAmount, sayNoCondition, sayReadLoss, sayTableProblem, sayUnread } from ".";

const eur = (minor: number) => ({ minor, currency: "EUR" });

const AMOUNTS: Said<AmountReason> = {
  "not an amount": [{ typed: "much", digits: 2 }, "“much” is not an amount: write it like 2,500.00"],
  "two amounts": [
    { typed: "1.500", whole: "1500", digits: 2 },
    "“1.500” can be read as two amounts: write 1500, or 2 decimals after the point",
  ],
  "more decimals": [{ currency: "EUR", digits: 2 }, "EUR has 2 decimals: write it like 2,500.00"],
  "another currency": [{ written: "GBP", currency: "EUR" }, "“GBP” is another currency: write an amount in EUR"],
  "too large": [null, "The amount is too large to be counted exactly"],
};

const INTAKE: Said<IntakeReason> = {
  "has a DOCTYPE": [null, "The file has a DOCTYPE; UBL needs none, and it is not read"],
  "not UTF-8": [null, "The file is not UTF-8; save it as UTF-8 and try again"],
  "not text": [null, "The file is not text"],
  "not well-formed": [{ line: 3, found: "a tag is open" }, "The file is not well-formed XML: line 3, a tag is open"],
  "not XML": [{ found: "no root" }, "The file cannot be read as XML: no root"],
  "a credit note": [null, "A credit note is not imported from a file; enter it by hand"],
  "neither invoice nor order": [null, "The file is neither a UBL Invoice nor a UBL Order"],
  malformed: [{ found: "lines: too many" }, "lines: too many"],
  empty: [null, "is empty"],
  missing: [null, "is missing"],
  "other count of cells": [
    { cells: 7, columns: 6 },
    "has 7 cells where the heading has 6; look for a stray separator or quote",
  ],
  "account known already": [
    null,
    "there is an account of that name already; a change of it is asked for with a document",
  ],
  "twice in the file": [null, "stands in the file twice"],
  "wrong account value": [
    { why: { code: "no e-mail address", values: { label: "E-mail", typed: "nobody" } } },
    "E-mail: “nobody” is no e-mail address",
  ],
  "like a formula": [{ typed: "=1+1" }, "“=1+1” begins like a formula; write it as plain text"],
  "control characters": [null, "has control characters in it"],
  "no date": [{ typed: "soon" }, "“soon” is not a date; write it like 2026-03-09"],
  "later than today": [{ date: "2026-04-01" }, "2026-04-01 is later than today"],
  "no unit": [{ typed: "Navy" }, "there is no unit “Navy”; name one that is under People"],
  "no currency": [{ typed: "EUX" }, "“EUX” is no currency in use"],
  "other currency": [{ named: "NOK", document: "EUR" }, "is in NOK, the document in EUR"],
  "no amount": [{ why: { code: "too large" } }, "The amount is too large to be counted exactly"],
  "below zero": [null, "is below zero; a credit note is entered by hand"],
  "more than anybody would": [null, "is more than anybody would order or charge"],
  "line more than anybody would": [null, "quantity times price is more than anybody would charge"],
  "no decimal": [{ typed: "two", wanted: "percentage" }, "“two” is not a percentage such as 23 or 6.5"],
  "not of its field": [
    { typed: "long", kind: "number" },
    "“long” is not a number such as 3 or 2.5, with at most four decimals",
  ],
  "not in the list": [
    { typed: "sails", list: "order-categories", known: ["Fuel", "Deck"] },
    "there is no category of orders “sails”; there are Fuel, Deck",
  ],
  "neither true nor false": [{ typed: "yes" }, "“yes” is neither true nor false"],
  "price below zero": [null, "is below zero; a line that is taken back has a quantity below zero"],
  "not above zero": [null, "is not above zero"],
  "not counted exactly": [null, "comes to more than can be counted exactly"],
  "quantity alone below zero": [null, "is below zero, and the amount of the line is not"],
  "states another amount": [
    { stated: eur(40_000), computed: eur(540_000), of: "lines" },
    "says 400.00 EUR, and its lines come to 5,400.00 EUR",
  ],
  "party without a name": [null, "has neither a name nor a registration name"],
  "name like a formula": [null, "its name begins like a formula"],
  "not taken in": [{ byHand: true }, "is not imported from a file; enter the invoice by hand"],
  "none there": [null, "there is none"],
  "an order takes nothing back": [null, "is not above zero; an order takes nothing back"],
  "takes off everything": [null, "takes off as much as the order comes to"],
};

const FEEL: Said<FeelReason> = {
  "not understood": [{ typed: "§" }, "“§” is not understood"],
  "form not understood": [null, "this form of expression is not understood"],
  "too long": [null, "the expression is too long"],
  "nested too deep": [null, "the expression is nested too deep"],
  "ends early": [null, "the expression ends too early"],
  "expected before": [{ wanted: ")", before: null }, "“)” was expected before “the end”"],
  "not expected": [{ typed: "2" }, "“2” was not expected"],
  "other count of values": [
    { call: "list contains", takes: 2, given: 1 },
    "“list contains” takes two values between its brackets, not one",
  ],
  "sign not used here": [{ sign: "!=" }, "“!=” cannot be used here"],
  "names no currency": [{ name: "net" }, "“net” names no currency; an amount is written as net_EUR, in minor units"],
  "no such field": [{ name: "colour" }, "there is no field “colour”"],
  malformed: [{ found: "" }, "is no condition"],
};

const TABLES: Said<TableReason> = {
  "has a DOCTYPE": [null, "The file declares a document type, which is not read; take that line out"],
  "no DMN": [{ found: "" }, "The file is no DMN: it cannot be read"],
  "no table by amount": [null, "There is no decision table by amount in the file"],
  "column missing": [{ column: "who" }, "the column “who” is missing"],
  malformed: [{ code: "invalid", found: "name: too long", path: "name" }, "name: too long"],
  "no such row": [{ typed: "sum" }, "“sum” is none of from, to, approval, level"],
  "no amount": [{ why: { code: "too large" } }, "The amount is too large to be counted exactly"],
  "no condition": [{ why: { code: "ends early" } }, "the expression ends too early"],
  "sign in the wrong row": [{ sign: "<", row: "from" }, "“<” cannot stand in a row “from”"],
  "no rule for approvers": [
    { typed: "boss" },
    "“boss” is no rule such as manager:1, group:directors or people:ana,rui",
  ],
  "names nobody": [{ typed: "nobody" }, "“nobody” names nobody who could approve"],
  "no number of approvers": [{ typed: "some" }, "“some” is none of one, all, majority or a number"],
  "no way of refusing": [{ typed: "maybe" }, "“maybe” is none of first ends, counts"],
  "no stage": [null, "give a whole number from 1 on"],
  "no mark": [{ typed: "x" }, "“x” is none of approves, told, none"],
  "no kind of level": [{ typed: "vote", known: ["approval", "task"] }, "“vote” is none of approval, task"],
  "level without a name": [null, "give the level a name"],
  "section without a name": [null, "give the section a name"],
  "from and to needed": [{ section: "Fuel" }, "the section “Fuel” needs a row “from” and a row “to”"],
  "no whole number": [{ typed: "1.5" }, "1.5 is no whole number of minor units"],
  "no range": [{ typed: "a..b" }, "“a..b” is no range of amounts"],
  "no input of amounts": [{ input: "amount" }, "the table has no input “amount”"],
  "hit policy not read": [{ typed: "COLLECT" }, "the hit policy COLLECT is not read; Unique and First are"],
  "no table of a section": [{ section: "fuel" }, "there is no table for the section “fuel”"],
  "entry not read": [{ typed: "maybe" }, "“maybe” is not read; “true” and “-” are"],
  "several tables": [
    null,
    "there are several tables by amount, and none that chooses between them by an output “section”",
  ],
  "band ends before it begins": [null, "the band ends before it begins"],
  "bands overlap": [
    { section: "Fuel", bands: [1, 2], span: { from: eur(10_000), to: eur(10_000) } },
    "bands 1 and 2 of “Fuel” both take 100.00",
  ],
  "no band takes": [
    { section: "Fuel", span: { from: eur(10_001), to: null } },
    "no band of “Fuel” takes amounts from 100.01 on",
  ],
};

const LOST: Said<ReadLoss> = {
  "file says": [{ text: "The holds are not in the table." }, "The holds are not in the table."],
  "not understood": [{ found: "an odd mark" }, "Not understood: an odd mark."],
  "decision left out": [{ name: "Colour" }, "The decision “Colour” is no table by amount and was left out."],
  "input left out": [{ input: "Mood", table: "Fuel" }, "The input “Mood” of “Fuel” was left out."],
  "manager put there": [
    { level: "Boss", table: "Fuel" },
    "The file does not say who approves at “Boss” of “Fuel”: the requester’s manager was put there.",
  ],
  "name of the draft stays": [
    { name: "Other" },
    "The file is of the policy “Other”; name and id stay those of this one.",
  ],
};

describe("files in words", () => {
  it.each(saidCases(AMOUNTS))("an amount: %s", (sentence, why) => expect(sayNoAmount(why)).toBe(sentence));

  it.each(saidCases(INTAKE))("a document: %s", (sentence, why) => expect(sayIntake(why)).toBe(sentence));

  it.each(saidCases(FEEL))("a condition: %s", (sentence, why) => expect(sayNoCondition(why)).toBe(sentence));

  it.each(saidCases(TABLES))("a table: %s", (sentence, why) =>
    expect(sayTableProblem({ at: {}, why: why }).message).toBe(sentence),
  );

  it.each(saidCases(LOST))("what is left out: %s", (sentence, why) => expect(sayReadLoss(why)).toBe(sentence));

  it("a total that does not add up names what it is a total of", () => {
    const of: ComesOf[] = ["line", "lines", "allowances", "charges", "parts of the tax", "net and tax", "totals"];
    const said = of.map((one) =>
      sayIntake({ code: "states another amount", values: { stated: eur(1), computed: eur(2), of: one } }),
    );
    expect(new Set(said).size).toBe(of.length);
    expect(said[0]).toBe("says 0.01 EUR, and quantity × price and its allowances and charges come to 0.02 EUR");
  });

  it("say where: a path of the file, or a line and its column, or a table and its rule", () => {
    expect(sayUnread({ code: "missing", path: "IssueDate" })).toEqual({
      code: "file",
      message: "IssueDate: is missing",
      path: "IssueDate",
    });
    expect(sayUnread({ code: "not text", path: "file" }).message).toBe("The file is not text");
    expect(sayTableProblem({ at: { line: 3, column: "band 2" }, why: { code: "no stage" } })).toEqual({
      code: "invalid",
      message: "Line 3, band 2: give a whole number from 1 on",
      path: "3:band 2",
    });
    const inTable = { at: { table: "Fuel", level: "Boss", rule: 2 }, why: { code: "no mark", values: { typed: "x" } } };
    expect(sayTableProblem(inTable as never).path).toBe("Fuel, Boss, rule 2");
  });
});
