// With anybody away and anybody standing in, at any quorum: nobody decides on their own request, and nobody counts twice.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { AT, organisation, order, routing, versionOf, withLevels, level } from "../fixtures";
import { directoryOf, type StandIn } from "../people";
import { decide, evolve, levelsToDecide, seatFor, type DecideContext, type DocumentState } from "./index";

const PEOPLE = ["boss", "head", "lead", "rui", "ana", "una", "dora"];
const someone = fc.constantFrom(...PEOPLE);

const standIns = fc.array(
  fc.record({
    person: someone,
    standIn: someone,
    kind: fc.constantFrom("absence" as const, "delegation" as const),
    cap: fc.boolean(),
  }),
  { maxLength: 5 },
);
const quorums = fc.constantFrom(
  { kind: "one" as const },
  { kind: "all" as const },
  { kind: "majority" as const },
  { kind: "n" as const, n: 2 },
);

describe("stand-ins at a level", () => {
  it("on random absences, pools, quorums and attempts", () => {
    const seen = { stoodIn: 0, approved: 0, held: 0 };
    fc.assert(
      fc.property(
        standIns,
        standIns,
        fc.uniqueArray(someone, { minLength: 1, maxLength: 4 }),
        quorums,
        fc.array(someone, { maxLength: 12 }),
        (before, after, named, quorum, attempts) => {
          const entries = (list: typeof before): StandIn[] =>
            list.map((one, index) => ({
              id: String(index),
              kind: one.kind,
              person: one.person,
              standIn: one.standIn,
              from: "2026-03-01T00:00:00.000Z",
              until: null,
              documentTypes: null,
              cap: one.cap ? { minor: 100, currency: "EUR" } : null,
              reason: "",
            }));
          const version = versionOf(
            withLevels([level("a", 1, ["none", "none", "approves"], { kind: "people", people: named }, { quorum })]),
          );
          const context = (actor: string, list: typeof before): DecideContext => ({
            actor,
            at: AT,
            directoryAt: () => directoryOf({ ...organisation, standIns: entries(list) }),
            routing: { ...routing([version]), directory: directoryOf({ ...organisation, standIns: entries(list) }) },
            versionOf: () => version,
          });
          const document = order(2_000_000);
          let state: DocumentState | null = null;
          const play = (command: Parameters<typeof decide>[1], list: typeof before, actor: string) => {
            const result = decide(state, command, context(actor, list));
            if (result.ok)
              state = result.value.reduce<DocumentState | null>((now, event) => evolve(now, event, AT), state);
            return result.ok;
          };
          play({ type: "draft", id: "d", number: "D", document }, before, "rui");
          play({ type: "submit", document }, before, "rui");
          if (state!.holds.length > 0) seen.held += 1;
          // Absences may have changed since the level opened: what counts is the moment of deciding.
          for (const actor of attempts) {
            const now: DocumentState = state!;
            const open = now.levels[0]!;
            const { routing: at } = context(actor, after);
            const may = levelsToDecide(now, actor, at, AT).length > 0;
            const seat = seatFor(now, open, actor, at, AT);
            const done = play({ type: "approve", level: "a", revision: 1, comment: "" }, after, actor);
            expect(done).toBe(may);
            if (done) {
              expect(actor).not.toBe("rui");
              expect(seat.ok && seat.value).not.toBe("rui");
            }
          }
          const { decisions, pool, needed, status } = state!.levels[0]!;
          const seats = decisions.map((one) => one.inNameOf ?? one.by);
          expect(new Set(decisions.map((one) => one.by)).size).toBe(decisions.length);
          expect(new Set(seats).size).toBe(decisions.length);
          for (const seat of seats) expect(pool).toContain(seat);
          expect(status === "approved").toBe(status !== "not yet" && decisions.length >= needed);
          seen.stoodIn += decisions.filter((one) => one.inNameOf).length;
          if (status === "approved") seen.approved += 1;
        },
      ),
      { numRuns: 3000 },
    );
    expect(seen.stoodIn).toBeGreaterThan(100);
    expect(seen.approved).toBeGreaterThan(300);
    expect(seen.held).toBeGreaterThan(100);
  });

  it("asked one by one, it is each one’s turn only after the one before", () => {
    const limits = [
      {
        holder: { kind: "person" as const, id: "head" },
        documentType: "purchase-order",
        limit: { kind: "unlimited" as const },
      },
    ];
    const version = versionOf(
      withLevels([level("a", 1, ["none", "none", "approves"], { kind: "lineByLimit", climb: "one by one" })]),
    );
    const context = (actor: string): DecideContext => ({
      actor,
      at: AT,
      directoryAt: () => directoryOf({ ...organisation, limits }),
      routing: { ...routing([version]), directory: directoryOf({ ...organisation, limits }) },
      versionOf: () => version,
    });
    const document = order(2_000_000);
    let state: DocumentState | null = null;
    const play = (command: Parameters<typeof decide>[1], actor: string) => {
      const result = decide(state, command, context(actor));
      if (!result.ok) return result.refusals[0]?.code;
      state = result.value.reduce<DocumentState | null>((now, event) => evolve(now, event, AT), state);
      return state?.status;
    };
    const approve = { type: "approve" as const, level: "a", revision: 1, comment: "" };
    play({ type: "draft", id: "d", number: "D", document }, "rui");
    play({ type: "submit", document }, "rui");
    expect(play(approve, "head")).toBe("not their turn");
    expect(play(approve, "boss")).toBe("level does not ask");
    expect(play(approve, "lead")).toBe("waiting");
    expect(play(approve, "head")).toBe("approved");
  });
});
