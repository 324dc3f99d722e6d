// Random people give random commands to documents under random policies. Whatever they do: a level is approved only by a quorum of different people who may
// decide, nobody decides on their own document or on a revision that is gone, nothing is decided after the end, and there is one outcome.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { directoryOf, OrganisationSchema, type Directory } from "../people";
import { order, versionOf } from "../fixtures";
import type { PolicyInput } from "../policy";
import { decide, evolve, openSeats, type DocumentCommand, type DocumentEvent, type DocumentState } from "./index";

const PEOPLE = ["p0", "p1", "p2", "p3", "p4", "p5"];
const START = Date.parse("2026-03-10T09:00:00.000Z");
const someone = fc.constantFrom(...PEOPLE);

const directories: fc.Arbitrary<Directory> = fc
  .record({
    limits: fc.array(fc.integer({ min: 500, max: 3000 }), { minLength: 6, maxLength: 6 }),
    away: fc.option(someone),
  })
  .map(({ limits, away }) =>
    directoryOf(
      OrganisationSchema.parse({
        name: "Random",
        currency: "EUR",
        people: PEOPLE.map((id, index) => ({
          id,
          name: id.toUpperCase(),
          email: `${id}@example.test`,
          title: "x",
          unit: "u0",
          roles: ["requester", "approver"],
          manager: index ? "p0" : null,
        })),
        units: [{ id: "u0", name: "U0", head: "p1" }],
        limits: limits.map((minor, index) => ({
          holder: { kind: "person", id: PEOPLE[index] },
          documentType: "purchase-order",
          limit: { kind: "amount", minor, currency: "EUR" },
        })),
        standIns: away
          ? [
              {
                id: "s1",
                kind: "absence",
                person: away,
                standIn: PEOPLE.find((id) => id !== away),
                from: "2026-03-10T09:30:00.000Z",
                until: "2026-03-20T09:00:00.000Z",
              },
            ]
          : [],
      }),
    ),
  );

const levels = fc.array(
  fc.record({
    approvers: fc.oneof(
      fc.uniqueArray(someone, { minLength: 2, maxLength: 5 }).map((people) => ({ kind: "people" as const, people })),
      fc.constant({ kind: "people" as const, people: ["p2", "p3", "p4"] }),
      fc.constantFrom({ kind: "manager" as const, up: 1 }, { kind: "headOfUnit" as const, up: 0 }),
    ),
    quorum: fc.oneof(
      fc.constant({ kind: "one" as const }),
      fc.constantFrom({ kind: "all" as const }, { kind: "majority" as const }),
      fc.constant({ kind: "n" as const, n: 2 }),
    ),
    beside: fc.boolean(),
    refusal: fc.constantFrom("first ends" as const, "counts" as const),
    handOver: fc.constantFrom("no" as const, "to the pool" as const, "to anyone eligible" as const),
    mayAddApprover: fc.boolean(),
    late: fc.option(fc.constantFrom("wait", "next in pool", "manager", "decline", "approve by lapse")),
  }),
  { minLength: 1, maxLength: 3 },
);

const policies: fc.Arbitrary<PolicyInput> = fc
  .record({
    levels,
    repeatedApprover: fc.constantFrom("ask twice", "count once", "must differ"),
    rule: fc.constantFrom("hold", "next level", "manager", "own limit"),
  })
  .map(({ levels: chosen, repeatedApprover, rule }) => {
    let stage = 0;
    return {
      id: "random",
      name: "Random",
      documentType: "purchase-order",
      scope: { units: ["u0"] },
      currency: "EUR",
      measure: { kind: "net" },
      repeatedApprover,
      selfApproval: { rule },
      sections: [
        {
          id: "all",
          name: "All",
          when: "otherwise",
          thresholds: [],
          bands: [{ approval: "required" }],
          levels: chosen.map(({ beside, late, ...one }, index) => ({
            ...one,
            id: `l${index}`,
            name: `L${index}`,
            stage: index === 0 || !beside ? (stage += 1) : stage,
            marks: ["approves"],
            ...(late && { timeLimit: { amount: 2, unit: "working hours" }, overdue: late }),
          })),
        },
      ],
    } as PolicyInput;
  });

const moves = fc.array(
  fc.record({
    who: someone,
    to: someone,
    level: fc.nat(3),
    minutes: fc.integer({ min: 1, max: 90 }),
    old: fc.integer({ min: 0, max: 9 }).map((n) => n === 0),
    what: fc.constantFrom(
      ..."approve, approve, approve, approve, decline, send back, back a level, hand over, add approver".split(", "),
      ..."ask, answer, remind, withdraw, submit, revise, timer, timer".split(", "),
    ),
  }),
  { minLength: 30, maxLength: 80 },
);
type Move = typeof moves extends fc.Arbitrary<(infer M)[]> ? M : never;

/** The command that a move comes to on a document as it is. */
function commandOf(move: Move, state: DocumentState): DocumentCommand | null {
  const revision = state.revision - (move.old ? 1 : 0);
  const open = state.levels.filter((level) => level.status === "open");
  const level = open[move.level % Math.max(1, open.length)]?.level ?? `l${move.level}`;
  const document = { ...state.document, title: `${state.document.title}.` } as DocumentState["document"];
  switch (move.what) {
    case "approve":
    case "decline":
    case "send back":
      return { type: move.what, level, revision, comment: "said" };
    case "back a level":
      return { type: "send back", level, revision, comment: "said", to: `l${move.level % 2}` };
    case "hand over":
    case "add approver":
      return { type: move.what, level, revision, to: move.to, comment: "said" };
    case "ask":
      return { type: "ask", to: move.to, text: "why" };
    case "answer":
      return { type: "answer", question: 1 + move.level, text: "so" };
    case "remind":
      return { type: "remind", text: "" };
    case "withdraw":
      return move.level === 0 && move.minutes > 80 ? { type: "withdraw", comment: "" } : null;
    case "submit":
      return { type: "submit", document };
    case "revise":
      return move.level === 0 ? { type: "revise", document, revision } : null;
    default: {
      const timers = state.levels.flatMap((one) =>
        one.status === "open" ? (one.timers ?? []).map((timer, index) => ({ one, timer, index })) : [],
      );
      const due = timers[move.level % Math.max(1, timers.length)];
      return due ? { type: "fire timer", level: due.one.level, timer: due.index, planned: due.timer.at } : null;
    }
  }
}

/** Anybody, or as often one of those who are asked, since most of what others try is refused. */
function whoOf(move: Move, state: DocumentState): string {
  const asked = state.levels.flatMap(openSeats);
  return move.minutes % 2 ? move.who : (asked[move.level % Math.max(1, asked.length)] ?? move.who);
}

const ENDS = ["approved", "declined", "withdrawn"] as const;

/** What must hold of the events of one command, whoever gave it. */
function judge(before: DocumentState, after: DocumentState, events: readonly DocumentEvent[], actor: string): void {
  const says = events.filter((event) => event.type === "approval given" || event.type === "approval refused");
  for (const { data } of says) {
    expect(data.by).toBe(actor);
    expect(data.by).not.toBe(before.document.requester);
    expect(data.revision).toBe(before.revision);
    expect(before.status).toBe("waiting");
  }
  const ended = (ENDS as readonly string[]).includes(before.status);
  const decides = says.length > 0 || events.some((event) => (ENDS as readonly string[]).includes(event.type));
  if (ended) expect(decides).toBe(false);
  expect(events.filter((event) => (ENDS as readonly string[]).includes(event.type)).length).toBeLessThanOrEqual(1);
  for (const level of after.levels) {
    const by = level.decisions.map((one) => one.by);
    expect(new Set(by).size).toBe(by.length);
    if (level.status !== "approved" || level.kind === "check") continue;
    const approvals = level.decisions.filter((one) => one.outcome === "approve");
    expect(approvals.length).toBeGreaterThanOrEqual(level.needed);
    expect(level.needed).toBeGreaterThanOrEqual(1);
    expect(by).not.toContain(after.document.requester);
  }
  if (after.status !== "approved") return;
  expect(after.levels.every((level) => !["open", "not yet"].includes(level.status))).toBe(true);
  expect(after.levels.some((level) => level.status === "approved" || level.status === "lapsed" || level.counts)).toBe(
    true,
  );
  if (!after.route!.mustDiffer) return;
  const all = after.levels.flatMap((level) => level.decisions.map((one) => one.by));
  expect(new Set(all).size).toBe(all.length);
}

describe("random walks of commands by random people on random policies", () => {
  it("keep quorums of different eligible people, revisions, ends and one outcome", () => {
    const seen: Record<string, number> = {};
    const note = (what: string) => (seen[what] = (seen[what] ?? 0) + 1);
    fc.assert(
      fc.property(directories, policies, someone, moves, (directory, input, requester, steps) => {
        const version = versionOf(input);
        let at = START;
        const context = (actor: string) => ({
          actor,
          at: new Date(at).toISOString(),
          inPerson: true,
          directoryAt: () => directory,
          routing: { policies: [version], directory, rates: [] },
          versionOf: () => version,
        });
        let state: DocumentState | null = null;
        const carryOut = (actor: string, command: DocumentCommand) => {
          const result = decide(state, command, context(actor));
          if (!result.ok) return note("refused");
          const after = result.value.reduce<DocumentState | null>(
            (now, event) => evolve(now, event, new Date(at).toISOString()),
            state,
          );
          if (state && after) judge(state, after, result.value, actor);
          for (const event of result.value) note(event.type);
          state = after;
        };
        const now = () => state as unknown as DocumentState;
        const document = order(1000, { requester, unit: "u0" });
        carryOut(requester, { type: "draft", id: "x", number: "X", document });
        carryOut(requester, { type: "submit", document });
        for (const move of steps) {
          at += move.minutes * 60_000;
          const command = commandOf(move, now());
          const own = command && ["submit", "revise", "withdraw", "remind"].includes(command.type);
          if (command)
            carryOut(command.type === "fire timer" ? "system" : own ? requester : whoOf(move, now()), command);
        }
        note(now().status);
        for (const level of now().levels) note(`level ${level.status}`);
      }),
      { numRuns: 1000 },
    );
    // The walks have met all of this often; otherwise they would prove nothing.
    const wanted = `approved, declined, withdrawn, sent back, returned, handed over, approver added, asked, answered, revised, level lapsed, level passed on,
      level passed over, approval counted, hold placed, refused`;
    for (const what of wanted.split(/,\s+/)) expect([what, (seen[what] ?? 0) > 10]).toEqual([what, true]);
  });
});
