// Over random policies, people and orders no document is ever approved without every required level's quorum of distinct
// eligible people. The judge below reads the policy by itself and shares no code with routing or approval.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { directoryOf, OrganisationSchema, type Organisation } from "../people";
import { order, versionOf } from "../fixtures";
import type { Policy, PolicyInput } from "../policy";
import { decide, evolve, type DocumentState } from "./index";

const PEOPLE = ["p0", "p1", "p2", "p3", "p4", "p5"];
const AT = "2026-03-10T09:10:00.000Z";
const someone = fc.constantFrom(...PEOPLE);

const organisations: fc.Arbitrary<Organisation> = fc
  .record({
    managers: fc.array(fc.nat(5), { minLength: 6, maxLength: 6 }),
    heads: fc.array(fc.option(someone), { minLength: 2, maxLength: 2 }),
    left: fc.subarray(PEOPLE, { maxLength: 2 }),
    group: fc.subarray(PEOPLE),
  })
  .map(({ managers, heads, left, group }) =>
    OrganisationSchema.parse({
      name: "Random",
      currency: "EUR",
      // A manager always has a smaller number, so that lines never run in circles.
      people: PEOPLE.map((id, index) => ({
        id,
        name: id,
        email: `${id}@example.test`,
        title: "x",
        unit: index % 2 ? "u1" : "u0",
        roles: ["requester", "approver"],
        manager: index ? PEOPLE[managers[index]! % index] : null,
        ...(left.includes(id) && { activeUntil: "2026-01-31" }),
      })),
      units: [
        { id: "u0", name: "U0", head: heads[0] },
        { id: "u1", name: "U1", parent: "u0", head: heads[1] },
      ],
      groups: [{ id: "g", name: "G", members: group }],
    }),
  );

const rules = fc.oneof(
  fc.uniqueArray(someone, { minLength: 1, maxLength: 4 }).map((people) => ({ kind: "people" as const, people })),
  fc.constant({ kind: "group" as const, group: "g" }),
  fc.integer({ min: 1, max: 2 }).map((up) => ({ kind: "manager" as const, up })),
  fc.integer({ min: 0, max: 1 }).map((up) => ({ kind: "headOfUnit" as const, up })),
);
const quorums = fc.oneof(
  fc.constantFrom({ kind: "one" as const }, { kind: "all" as const }, { kind: "majority" as const }),
  fc.integer({ min: 1, max: 4 }).map((n) => ({ kind: "n" as const, n })),
);

const policies: fc.Arbitrary<PolicyInput> = fc
  .record({
    exact: fc.constantFrom("below" as const, "above" as const),
    bands: fc.tuple(fc.boolean(), fc.boolean()),
    levels: fc.array(
      fc.record({
        approvers: rules,
        quorum: quorums,
        beside: fc.boolean(),
        marks: fc.tuple(fc.constantFrom("approves", "told", "none"), fc.constantFrom("approves", "none", "none")),
        refusal: fc.constantFrom("first ends" as const, "counts" as const),
      }),
      { minLength: 1, maxLength: 4 },
    ),
  })
  .map(({ exact, bands, levels }) => {
    let stage = 0;
    return {
      id: "random",
      name: "Random",
      documentType: "purchase-order",
      scope: { units: ["u0"] },
      currency: "EUR",
      measure: { kind: "net" },
      sections: [
        {
          id: "all",
          name: "All",
          when: "otherwise",
          thresholds: [{ amount: 1000, exact }],
          bands: bands.map((none, index) => ({
            approval: none && levels.every((one) => one.marks[index] !== "approves") ? "none" : "required",
          })),
          levels: levels.map((one, index) => ({
            id: `l${index}`,
            name: `L${index}`,
            stage: index === 0 || !one.beside ? (stage += 1) : stage,
            approvers: one.approvers,
            quorum: one.quorum,
            marks: [...one.marks],
            refusal: one.refusal,
          })),
        },
      ],
    } as PolicyInput;
  });

const moves = fc.array(
  fc.record({
    who: someone,
    say: fc.constantFrom(
      "approve" as const,
      "approve" as const,
      "approve" as const,
      "decline" as const,
      "send back" as const,
    ),
    level: fc.nat(3),
  }),
  { maxLength: 40 },
);

/** Who may approve at a level and how many must, read from the policy afresh. */
function judge(
  policy: Policy,
  organisation: Organisation,
  requester: string,
  index: number,
): { eligible: Set<string>; needed: number } {
  const person = (id: string | null | undefined) => organisation.people.find((one) => one.id === id);
  const unit = (id: string | null | undefined) => organisation.units.find((one) => one.id === id);
  const { approvers: rule, quorum } = policy.sections[0]!.levels[index]!;
  let ids: (string | null | undefined)[] = [];
  if (rule.kind === "people") ids = rule.people;
  if (rule.kind === "group") ids = organisation.groups[0]!.members;
  if (rule.kind === "manager")
    ids = [rule.up === 1 ? person(requester)?.manager : person(person(requester)?.manager)?.manager];
  if (rule.kind === "headOfUnit") {
    const own = unit(person(requester)!.unit);
    ids = [rule.up === 0 ? own?.head : unit(own?.parent)?.head];
  }
  const eligible = new Set(ids.filter((id): id is string => !!id && id !== requester && !person(id)!.activeUntil));
  const needed =
    quorum.kind === "one"
      ? 1
      : quorum.kind === "all"
        ? Math.max(1, eligible.size)
        : quorum.kind === "majority"
          ? Math.floor(eligible.size / 2) + 1
          : quorum.n;
  return { eligible, needed };
}

describe("no document is approved without every required quorum", () => {
  it("on random policies, people, orders and decisions", () => {
    const seen = { approved: 0, held: 0, declined: 0, free: 0 };
    fc.assert(
      fc.property(
        organisations,
        policies,
        someone,
        fc.constantFrom(999, 1000, 1001),
        moves,
        (organisation, input, requester, minor, steps) => {
          const version = versionOf(input);
          const directory = directoryOf(organisation);
          const context = (actor: string) => ({
            actor,
            at: AT,
            inPerson: true,
            directoryAt: () => directory,
            routing: { policies: [version], directory, rates: [] },
            versionOf: () => version,
          });
          const document = order(minor, { requester, unit: directory.person(requester)!.unit });
          let state: DocumentState | null = null;
          const carryOut = (actor: string, command: Parameters<typeof decide>[1]) => {
            const result = decide(state, command, context(actor));
            if (result.ok) for (const event of result.value) state = evolve(state, event, AT);
          };
          const now = () => state as unknown as DocumentState;
          carryOut(requester, { type: "draft", id: "x", number: "X", document });
          carryOut(requester, { type: "submit", document });
          // Decisions of random people, then everybody tries everything, so that many documents reach the end.
          const eager = PEOPLE.flatMap((who) => [0, 1, 2, 3].map((level) => ({ who, say: "approve" as const, level })));
          for (const step of [...steps, ...eager, ...eager, ...eager, ...eager]) {
            if (now().status === "sent back") carryOut(requester, { type: "submit", document });
            carryOut(step.who, { type: step.say, level: `l${step.level}`, revision: now().revision, comment: "said" });
          }

          const band =
            minor > 1000 || (minor === 1000 && version.policy.sections[0]!.thresholds[0]!.exact === "above") ? 1 : 0;
          const required = version.policy.sections[0]!.levels.flatMap((level, index) =>
            level.marks[band] === "approves" ? [index] : [],
          );
          const explicitNone = version.policy.sections[0]!.bands[band]!.approval === "none";
          const reachable = required.every((index) => {
            const { eligible, needed } = judge(version.policy, organisation, requester, index);
            return eligible.size > 0 && eligible.size >= needed;
          });
          if (now().status === "approved") {
            if (required.length === 0) expect(explicitNone).toBe(true);
            for (const index of required) {
              const { eligible, needed } = judge(version.policy, organisation, requester, index);
              const by = new Set(
                now()
                  .levels[index]!.decisions.filter(
                    (one) => one.outcome === "approve" && one.revision === now().revision,
                  )
                  .map((one) => one.by),
              );
              expect([...by].every((id) => eligible.has(id))).toBe(true);
              expect(by.size).toBeGreaterThanOrEqual(needed);
            }
            seen[required.length ? "approved" : "free"] += 1;
          } else {
            if (!reachable || (required.length === 0 && !explicitNone)) seen.held += 1;
            if (now().status === "declined") seen.declined += 1;
          }
          // Neither stuck nor lost: what can be decided and was not refused has been decided.
          if (now().status === "waiting")
            expect(
              reachable &&
                required.length > 0 &&
                now().levels.every((level) => level.decisions.every((one) => one.outcome === "approve")),
            ).toBe(false);
        },
      ),
      { numRuns: 3000 },
    );
    // The run has met every kind of end; otherwise it would prove nothing.
    expect(Math.min(...Object.values(seen))).toBeGreaterThan(20);
  });
});
