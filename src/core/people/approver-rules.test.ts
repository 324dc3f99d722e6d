// For whose documents a rule asks somebody, and whom it asks for a document, are two questions with one answer: neither is worked out from the other.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { directory, organisation } from "../fixtures";
import { APPROVER_RULES, ApproverRuleSchema, byRule, type ApproverRule } from "./approver-rules";
import type { Subject } from "./actors";

const id = (ids: readonly { id: string }[]) => fc.constantFrom(...ids.map((one) => one.id), "nobody-known");
const up = fc.integer({ min: 0, max: 3 });
const rules: { [K in ApproverRule["kind"]]: fc.Arbitrary<Extract<ApproverRule, { kind: K }>> } = {
  people: fc.record({
    kind: fc.constant("people" as const),
    people: fc.array(id(organisation.people), { minLength: 1, maxLength: 3 }),
  }),
  group: fc.record({ kind: fc.constant("group" as const), group: id(organisation.groups) }),
  manager: fc.record({ kind: fc.constant("manager" as const), up: up.map((steps) => steps + 1) }),
  headOfUnit: fc.record({ kind: fc.constant("headOfUnit" as const), up }),
  position: fc.record({ kind: fc.constant("position" as const), position: id(organisation.positions) }),
  lineByLimit: fc.record({
    kind: fc.constant("lineByLimit" as const),
    climb: fc.constantFrom("straight" as const, "one by one" as const),
  }),
  owner: fc.record({
    kind: fc.constant("owner" as const),
    of: fc.constantFrom("cost-centres", "customer", "supplier"),
  }),
  namedOnDocument: fc.record({
    kind: fc.constant("namedOnDocument" as const),
    field: fc.constantFrom("receiver", "payee"),
  }),
};
const anyRule = fc.oneof(...(Object.values(rules) as fc.Arbitrary<ApproverRule>[]));
const person = fc.constantFrom(...organisation.people);
const everywhere = { person: () => true, unit: () => true };

const subjectOf = (requester: (typeof organisation.people)[number], more: Partial<Subject> = {}) =>
  ({ requester: requester.id, unit: requester.unit, concerns: {}, named: {}, ...more }) as Subject;

/** Whether what `asks` says of somebody has a document of a requester in it. */
function says(rule: ApproverRule, who: string, subject: Subject): boolean {
  const found = byRule(rule).asks(who, everywhere, directory);
  if (!found) return false;
  switch (found.of) {
    case "everybody":
      return true;
    case "people":
      return found.people.includes(subject.requester);
    case "units":
      return found.units.includes(subject.unit);
    case "keys":
      return found.keys.some((key) => Object.values(subject.concerns).some((keys) => keys?.includes(key)));
    case "named":
      return Object.values(subject.named).includes(who);
  }
}

describe("ways of naming approvers", () => {
  it("every kind that the schema has does all of it", () => {
    const kinds = ApproverRuleSchema.options.map((option) => option.shape.kind.value);
    expect(Object.keys(APPROVER_RULES).toSorted()).toEqual(kinds.toSorted());
  });

  it("whoever a rule names for a document is told that it asks them for it, and nobody else", () => {
    const asked = new Set<string>();
    fc.assert(
      fc.property(anyRule, person, person, person, (rule, requester, who, named) => {
        const of = rule.kind === "owner" ? rule.of : "";
        const listed = organisation.lists.find(({ id }) => id === of)?.entries.find(({ owner }) => owner);
        const owned = listed ?? organisation.owners.find((one) => one.of === of);
        const concerns = owned ? { [of]: [owned.key] } : {};
        const fields = rule.kind === "namedOnDocument" ? { named: { [rule.field]: named.id } } : {};
        const subject = subjectOf(requester, { concerns, ...fields });
        const names = byRule(rule).names(subject, directory).ids.includes(who.id);
        if (names) asked.add(rule.kind);
        expect([rule, requester.id, who.id, says(rule, who.id, subject)]).toEqual([rule, requester.id, who.id, names]);
      }),
      { numRuns: 3_000 },
    );
    expect(asked.size).toBeGreaterThan(5);
  });

  it("two who stand alike for a rule are answered alike", () => {
    fc.assert(
      fc.property(anyRule, person, person, (rule, one, other) => {
        const { placeOf, names, perDocument } = byRule(rule);
        if (perDocument || placeOf(one.id, directory) !== placeOf(other.id, directory)) return;
        expect(names(subjectOf(one), directory)).toEqual(names(subjectOf(other), directory));
      }),
      { numRuns: 2_000 },
    );
  });

  it("what a rule refers to is in it, and is all that it names by an id", () => {
    fc.assert(
      fc.property(anyRule, (rule) => {
        for (const { id: referred, path } of byRule(rule).refers()) {
          const [key, index] = path.split(/[[\]]/);
          const value = (rule as Record<string, unknown>)[key!];
          expect(index === undefined ? value : (value as string[])[Number(index)]).toBe(referred);
        }
        const known = byRule(rule)
          .refers()
          .map((one) => one.id);
        for (const always of byRule(rule).always(directory))
          expect(rule.kind === "group" || known.includes(always)).toBe(true);
      }),
    );
  });
});
