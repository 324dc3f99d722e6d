// Every action with every role and with none: the table below is what Bandeira grants, and nothing else.
import { describe, expect, it } from "vitest";
import type { DocumentState } from "@/core/approval";
import { RoleSchema, type Person, type Role } from "@/core/people";
import { authorise, type Action, type Subject } from "./authorise";

const roles = RoleSchema.options;
const someone = (role: Role, id = "somebody"): Person => ({
  id,
  name: "Somebody",
  email: "s@example.test",
  title: "x",
  unit: "u",
  manager: null,
  roles: [role],
});
const mine = { document: { document: { requester: "somebody" } } as DocumentState };
const others = { document: { document: { requester: "other" } } as DocumentState };
const othersRead = { ...others, isReader: true };

const everybodyButAuditors: Role[] = roles.filter((role) => role !== "auditor");
const readAll: Role[] = ["clerk", "controller", "reviewer", "administrator", "auditor", "investigator"];

const GRANTED: [Action, string, Subject, readonly Role[]][] = [
  ["documents.enter", "", {}, everybodyButAuditors],
  ["documents.readAll", "", {}, readAll],
  ["documents.read", "one's own", mine, roles],
  ["documents.read", "one with a part in it", othersRead, roles],
  ["documents.read", "somebody else's", others, readAll],
  ["documents.edit", "one's own", mine, everybodyButAuditors],
  ["documents.edit", "somebody else's", othersRead, []],
  ["documents.withdraw", "one's own", mine, everybodyButAuditors],
  ["documents.withdraw", "somebody else's", othersRead, []],
  ["documents.decide", "one with a part in it", othersRead, everybodyButAuditors],
  ["documents.decide", "somebody else's", others, readAll.filter((role) => role !== "auditor")],
  ["documents.reroute", "", {}, ["controller"]],
  ["policies.read", "", {}, ["controller", "reviewer", "administrator", "auditor"]],
  ["policies.write", "", {}, ["controller"]],
  ["log.verify", "", {}, roles],
  ["lookout.read", "about others", { finding: { people: ["other"] } }, ["investigator"]],
  ["lookout.read", "about oneself", { finding: { people: ["other", "somebody"] } }, []],
  ["lookout.judge", "about oneself", { finding: { people: ["somebody"] } }, []],
];

const people = everybodyButAuditors;
const desk: Role[] = ["clerk", "controller"];
const readsPolicies: Role[] = ["controller", "reviewer", "administrator", "auditor"];
const tests: Role[] = ["controller", "reviewer", "auditor"];

/** What each role may where nothing is known of what it is about; an action without its line does not compile. */
const EACH: Record<Action, readonly Role[]> = {
  "documents.enter": people,
  "documents.read": readAll,
  "documents.readAll": readAll,
  "documents.edit": [],
  "documents.withdraw": [],
  "documents.decide": readAll.filter((role) => role !== "auditor"),
  "documents.talk": readAll.filter((role) => role !== "auditor"),
  "documents.supply": ["clerk"],
  "documents.reroute": ["controller"],
  "holds.read": readAll,
  "orders.own": roles,
  "orders.search": desk,
  "holds.place": desk,
  "holds.release": desk,
  "steps.manage": desk,
  "accounts.read": roles,
  "accounts.ask": people,
  "accounts.private": desk,
  "accounts.change": desk,
  "accounts.bring": ["controller", "administrator"],
  "ledger.read": readAll,
  "ledger.receive": people,
  "ledger.write": ["clerk"],
  "payments.file": desk,
  "rates.write": desk,
  "rates.far": ["controller"],
  "rules.write": ["controller"],
  "intake.import": desk,
  "integrations.manage": ["administrator"],
  "letters.read": ["clerk", "controller", "administrator", "auditor"],
  "policies.read": readsPolicies,
  "policies.write": ["controller"],
  "policies.review": ["reviewer"],
  "policies.comment": ["controller", "reviewer"],
  "histories.write": ["controller", "administrator"],
  "rehearsals.keep": ["controller", "reviewer"],
  "clock.move": roles,
  "people.read": roles,
  "people.export": ["controller", "administrator", "auditor"],
  "people.history": readsPolicies,
  "people.write": ["administrator"],
  "people.private": ["clerk", "administrator"],
  "people.pseudonym": ["administrator"],
  "roles.write": ["administrator"],
  "limits.write": ["administrator"],
  "standIns.write": ["administrator"],
  "calendars.write": ["controller", "administrator"],
  "segregation.write": ["controller"],
  "lists.write": ["administrator", "controller"],
  "fields.write": ["administrator", "controller"],
  "fields.open": ["auditor"],
  "access.own": [],
  "access.manage": ["administrator"],
  "log.verify": roles,
  "log.read": readsPolicies,
  "log.checkpoint": ["controller", "administrator"],
  "samples.read": tests,
  "samples.write": tests,
  "report.read": tests,
  "views.own": roles,
  "lookout.read": ["investigator"],
  "lookout.judge": ["investigator"],
  "lookout.set": ["controller"],
  live: roles,
};

describe("authorise", () => {
  it.each(Object.entries(EACH) as [Action, readonly Role[]][])("%s, about nothing in particular", (action, granted) => {
    expect(roles.filter((role) => authorise(someone(role), action) === null)).toEqual(
      roles.filter((role) => granted.includes(role)),
    );
    expect(authorise(null, action)).toMatchObject({ code: "not signed in" });
  });

  it.each(GRANTED)("%s %s", (action, _about, subject, granted) => {
    expect(roles.filter((role) => authorise(someone(role), action, subject) === null)).toEqual(
      roles.filter((role) => granted.includes(role)),
    );
    expect(authorise(null, action, subject)).toMatchObject({ code: "not signed in" });
  });

  it("a second role of an auditor does not let them change anything", () => {
    const both: Person = { ...someone("auditor"), roles: ["auditor", "requester"] };
    for (const action of ["documents.enter", "documents.edit", "documents.withdraw", "documents.decide"] as const) {
      expect(authorise(both, action, { ...mine, isReader: true })).toMatchObject({ code: "forbidden" });
    }
  });

  it("says which role is missing", () => {
    expect(authorise(someone("requester"), "policies.write")?.message).toBe(
      "This needs the role controller; you have requester",
    );
  });
});
