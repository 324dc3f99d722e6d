// Every reason for which an organisation is not changed, or a row of a table of people not taken, in words.
import { describe, expect, it } from "vitest";
import type { EditReason } from "../organisation-history";
import type { OrganisationProblem } from "../people";
import type { CellReason, StillNeeded } from "../people-table";
import { directory, saidCases, type Said } from "../fixtures";
import { namesOf } from "./names";
import { sayCell, sayNotEdited } from "./organisation";

const CALLED: Record<string, string> = { rui: "Rui Tavares", marta: "Marta Quelhas", fleet: "Fleet", crew: "Crew" };
const called = (id: string) => CALLED[id] ?? id;
const names = { ...namesOf(directory), person: called, unit: called, position: called, group: called };
const apart = { roles: ["controller", "reviewer"] as const, why: "Who writes does not review", exceptions: true };

const PROBLEMS: Said<OrganisationProblem> = {
  "leads nowhere": [{ what: "unit", id: "moon" }, "there is no unit “moon”"],
  "there twice": [{ id: "rui" }, "“rui” is there twice"],
  "reporting in a circle": [
    { people: ["rui", "marta"] },
    "the reporting line runs in a circle: Rui Tavares → Marta Quelhas → Rui Tavares",
  ],
  "units in a circle": [{ units: ["fleet", "crew"] }, "the units lie inside each other: Fleet → Crew → Fleet"],
  "stand-ins in a circle": [{ people: ["rui"] }, "the stand-ins run in a circle: Rui Tavares → Rui Tavares"],
  "same address": [{ person: "rui", other: "marta" }, "Rui Tavares has the same e-mail address as Marta Quelhas"],
  "auditor with another role": [
    { person: "rui" },
    "Rui Tavares is auditor, who reads everything and changes nothing: no other role but investigator goes with it",
  ],
};

const EDITS: Said<EditReason> = {
  "no such entry": [{ kind: "unit", id: "moon" }, "There is no unit “moon”"],
  "id taken": [{ id: "rui" }, "There is a person “rui” already"],
  "day has passed": [
    { day: "2026-03-01", today: "2026-03-10" },
    "1 Mar 2026 has passed; a change counts from today, 10 Mar 2026, or from a later day",
  ],
  malformed: [{ found: "name: write at least one letter" }, "name: write at least one letter"],
  "does not fit": [{ problem: { code: "there twice", values: { id: "rui" } } }, "“rui” is there twice"],
  "nobody administers": [null, "Nobody would be administrator any more; give somebody else that role first"],
  "not set up": [null, "The organisation has not been set up"],
  "roles not to meet": [
    { rule: apart, person: "rui" },
    "Rui Tavares cannot be both controller and reviewer: who writes does not review; take one role away first",
  ],
  "roles need a reason": [
    { rule: apart },
    "These roles should not meet: controller and reviewer: who writes does not review. Say why they may here",
  ],
  "role apart from itself": [{ role: "clerk" }, "A role cannot be kept apart from itself: clerk"],
  "somebody sits here": [{ person: "rui" }, "Rui Tavares still sits in this unit; move everybody first"],
  "a unit lies below": [{ unit: "crew" }, "Crew still lies below this unit; move it or close it first"],
  "held by the head": [{ position: "purser" }, "purser is held by whoever heads the unit; change the head of the unit"],
  "last day too early": [null, "The last day cannot lie before yesterday"],
  "goes to the leaver": [{ person: "rui" }, "Nothing can go to Rui Tavares, who leaves"],
  "goes to another leaver": [{ person: "marta" }, "Nothing can go to Marta Quelhas, who leaves as well"],
  "documents without a successor": [
    { person: "rui", open: 1 },
    "1 open document hangs on Rui Tavares; say who takes over",
  ],
  "reports without a manager": [{ people: ["rui", "marta"] }, "Say to whom Rui Tavares and Marta Quelhas will report"],
  "unit without a head": [{ unit: "fleet" }, "Say who heads Fleet, or that it stays vacant"],
  "position without a holder": [{ position: "purser" }, "Say who holds purser, or that it stays vacant"],
  "ownership without an owner": [{ owned: ["CC-1", "CC-2"] }, "Say who owns CC-1 and CC-2 from then on"],
  "is not to leave": [{ person: "rui" }, "Rui Tavares is not to leave"],
  "away already": [
    { person: "rui", from: "2026-03-01" },
    "Rui Tavares is away already from 1 Mar 2026; end that absence first",
  ],
  "last day before the first": [null, "The last day lies before the first"],
  "last day needed": [null, "Say which day is the last"],
  "delegate needed": [null, "Say to whom it is delegated"],
  "stands in for themselves": [{ person: "rui" }, "Rui Tavares cannot stand in for themselves"],
  "stand-in leaves": [
    { person: "marta", day: "2026-03-31" },
    "Marta Quelhas leaves on 31 Mar 2026; choose somebody else",
  ],
  "stand-in is no approver": [
    { person: "marta" },
    "Marta Quelhas has not the role approver and could not decide; choose somebody else",
  ],
  "over already": [null, "It is over already"],
  "list of that name": [{ name: "Grant" }, "There is a list “Grant” already"],
  "entry of that name": [
    { name: "Deck", key: "deck" },
    "“Deck” is what deck is called; give another name, or end that one first",
  ],
  "not said in this list": [{ attribute: "percent" }, "Per cent is not said in this list"],
  "attribute needed": [{ attribute: "percent" }, "Say the per cent"],
  "not in the home currency": [{ attribute: "ceiling", home: "GBP" }, "Ceiling: amounts of a list are in GBP"],
  "field of that name": [{ name: "Grant" }, "These documents have “Grant” already; give the field another name"],
  "of a field for good": [
    { part: "kind" },
    "The kind of a field stays what it was, since documents are filled in with it; end this one and add another",
  ],
  "not of this kind of field": [{ part: "most", kind: "flag" }, "A most goes with no field for yes or no"],
  "choice without a list": [null, "Say from which list is chosen"],
  "condition needed": [null, "Say under which condition it is required, or that it always or never is"],
  "no such type": [{ type: "poem" }, "There is no type of documents “poem”"],
  "type without lines": [
    { type: "credit-limit-change" },
    "Credit-limit changes have no lines; let it stand on the document",
  ],
  "sent by others too": [
    { type: "supplier-account" },
    "Supplier accounts are also sent by the other party or by Bandeira itself, who could not fill it in; let it stay empty, and let a level of kind “check” verify that it is filled in",
  ],
  "type without the field": [
    { type: "expense-claim", field: "supplier" },
    "Claims have no field “supplier”; name one that all its documents have",
  ],
  "known only when sent": [
    { field: "match" },
    "The match is known only once a document is sent, and cannot say what has to be filled in before; name another field",
  ],
  "filled in by approvers": [
    { field: "account code" },
    "The account code is filled in by whoever approves, and cannot say what has to be filled in before; name another field",
  ],
  "not for approvers": [
    { part: "part" },
    "Whoever approves fills in fields of the document and of its lines, and none of an account",
  ],
  "compared as it cannot be": [{ field: "net total" }, "The net total cannot be compared in this way"],
  "not on accounts": [{ part: "usual" }, "A field of an account begins empty"],
  "on accounts alone": [null, "Whether a change counts at once is said of fields of accounts alone"],
  "type or account": [
    { on: "purchase-order" },
    "A field of accounts is on suppliers or on customers, and not on “purchase-order”",
  ],
  "no pattern": [
    { pattern: "[" },
    "“[” is no pattern; write one such as [A-Z]{2}-[0-9]{4}, without looking ahead or back",
  ],
  "no such limit": [
    { part: "least", kind: "date" },
    "At least: write a day such as 2026-03-10, or how many days from the one on which it is filled in, such as 0 or -30",
  ],
  "cannot take over": [
    { taken: "head of the unit" },
    "The field cannot take over the head of its unit: that is of another kind, or not there",
  ],
  "no number of letters": [null, "Say how many letters, as a whole number"],
  "most under the least": [null, "The most lies under the least"],
  "cannot begin so": [{ usual: "maybe" }, "No document can begin with “maybe” in this field"],
};

const STILL: Said<StillNeeded> = {
  reports: [{ person: "marta" }, "Marta Quelhas still reports to them"],
  heads: [{ unit: "fleet" }, "they still head Fleet"],
  holds: [{ position: "purser" }, "they still hold purser"],
  "in a group": [{ group: "crew" }, "they are still in Crew"],
  owns: [{ key: "CC-1" }, "they still own CC-1"],
  "stands in": [null, "they stand in for somebody"],
  "open documents": [null, "open documents wait for them or are theirs"],
};

const CELLS: Said<CellReason> = {
  empty: [{ column: "name" }, "name is empty"],
  "nothing of that name": [
    { what: "person", typed: "Nobody" },
    "there is no person “Nobody”, neither here nor in the file",
  ],
  "no person or position": [{ typed: "Nobody" }, "there is no person or position “Nobody”"],
  "no date": [{ typed: "soon" }, "“soon” is not a date; write it like 2026-03-09"],
  "no role": [
    { typed: "king" },
    "there is no role “king”; there are requester, approver, clerk, controller, reviewer, administrator, auditor, investigator",
  ],
  "roles apart": [{ rule: apart }, "these roles must not meet: controller and reviewer: who writes does not review"],
  "neither yes nor no": [{ typed: "maybe" }, "“maybe” is neither yes nor no"],
  "no document type": [
    { typed: "letter" },
    "there is no document type “letter”; there are purchase-order, supplier-invoice, expense-claim, credit-limit-change, supplier-account",
  ],
  "no hours": [
    { typed: "all day" },
    "“all day” is not hours: write them like 08:30–12:30, 13:30–17:30, nothing for a day off",
  ],
  "no currency": [{ typed: "€" }, "“€” is not a currency; write its code, such as EUR"],
  "no amount": [
    { typed: "1.5", why: { code: "more decimals", values: { currency: "JPY", digits: 0 } } },
    "JPY has no decimals: write it like 2,500",
  ],
  "limit below zero": [null, "a limit is not below zero"],
  malformed: [{ column: "email", found: "Invalid email address" }, "email: Invalid email address"],
  "in another line": [{ line: 2 }, "is in line 2 already"],
  "does not fit": [{ problem: { code: "there twice", values: { id: "rui" } } }, "“rui” is there twice"],
  "still needed": [
    { why: { code: "stands in" } },
    "cannot be deactivated by a file: they stand in for somebody; deactivate them on their page, which asks where it goes",
  ],
};

describe("why an organisation is not changed", () => {
  it.each(saidCases(EDITS))("%s", (sentence, why) => {
    expect(sayNotEdited(why, names).message).toBe(sentence);
  });

  it.each(saidCases(PROBLEMS))("since %s", (sentence, problem) => {
    const why: EditReason = { code: "does not fit", values: { problem: problem } };
    expect(sayNotEdited({ ...why, path: "manager" }, names)).toEqual({
      code: "does not fit",
      message: sentence,
      path: "manager",
    });
  });

  it("of no absence is said without its id, and of new roles without a name", () => {
    const noAbsence: EditReason = { code: "no such entry", values: { kind: "standIn", id: "rui.1" } };
    expect(sayNotEdited(noAbsence).message).toBe("There is no such absence or delegation");
    const newcomer: EditReason = { code: "roles not to meet", values: { rule: apart, person: null } };
    expect(sayNotEdited(newcomer).message).toMatch(/^These roles must not meet: controller and reviewer/);
  });
});

describe("why a row is not taken", () => {
  it.each(saidCases(CELLS))("%s", (sentence, why) => {
    expect(sayCell(why, names)).toBe(sentence);
  });

  it.each(saidCases(STILL))("since %s", (sentence, why) => {
    expect(sayCell({ code: "still needed", values: { why: why } }, names)).toContain(`: ${sentence};`);
  });
});
