// Whatever people do in whatever order: no document is ever approved unless, for what was approved, every required level is covered by enough different people
// who might decide when they did, and whose approval was for that; none waits with a quorum that nobody can reach; nothing that was refused is carried out.
// The judge (fixtures/judge.ts) is a model of the rules of its own.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { claim, claimLine, order, versionOf } from "../fixtures";
import { Judge, type Judged, type People } from "../fixtures/judge";
import {
  organisationOf,
  organisations,
  PEOPLE,
  policies,
  policyOf,
  RATES,
  someone,
  START,
  type Changing,
} from "../fixtures/random-world";
import { moves, step } from "../fixtures/walking";
import { directoryOf } from "../people";
import { acceptedOf, decide, evolve, type DocumentCommand, type DocumentEvent, type DocumentState } from "./index";

const WALKS = Number(process.env.BANDEIRA_WALKS ?? 20_000);
const SEED = Number(process.env.BANDEIRA_SEED ?? 20_261_127);
const ENDS = ["approved", "declined", "withdrawn"];

describe("random walks of edits, decisions, hand-overs, absences and leavers", () => {
  it(`${WALKS} of them are approved only where every approval covers what was approved`, { timeout: 3_600_000 }, () => {
    const seen: Record<string, number> = {};
    // What happened in the walk that failed last, which is the shortest.
    let trace: (() => string)[] = [];
    let failed: string[] = [];
    const note = (what: string) => (seen[what] = (seen[what] ?? 0) + 1);
    const checked = fc.check(
      fc.property(
        organisations,
        policies,
        someone,
        fc.constantFrom("purchase-order", "purchase-order", "expense-claim"),
        fc.array(fc.integer({ min: 100, max: 700 }), { minLength: 1, maxLength: 3 }),
        moves,
        (drawn, policyDrawn, requester, type, amounts, steps) => {
          trace = [];
          const version = versionOf(policyOf(policyDrawn, type));
          const changing: Changing = { standIns: [], left: {} };
          const people: People[] = [{ from: "", organisation: organisationOf(drawn, changing) }];
          const directories = [{ from: "", directory: directoryOf(people[0]!.organisation) }];
          const judge = new Judge(version.policy, people, RATES);
          let at = START;
          const iso = () => new Date(at).toISOString();
          let state: DocumentState | null = null;
          const now = () => state as unknown as DocumentState;
          const carryOut = (actor: string, command: DocumentCommand): boolean => {
            const moment = iso();
            const result = decide(state, command, {
              actor,
              at: moment,
              inPerson: true,
              directoryAt: (then) => directories.findLast((one) => one.from <= then)!.directory,
              routing: { policies: [version], directory: directories.at(-1)!.directory, rates: RATES },
              versionOf: () => version,
            });
            trace.push(() => said(moment, actor, command, result));
            if (!result.ok) {
              note(`refused: ${result.refusals[0]!.code}`);
              return false;
            }
            for (const event of result.value) {
              state = evolve(state, event, moment);
              note(event.type);
              if (event.type === "approval given" && event.data.filled) note("filled in");
              if (event.type === "level passed over" && event.data.because.code === "condition not met")
                note("not asked after all");
              if (event.type === "revised") note(approvalsLeft(now(), event.data.again));
              trace.push(() => happened(event));
              const wrong = judge.note({ event, at: moment });
              if (wrong.length > 0) throw new Error(wrong.join("; "));
            }
            return true;
          };
          const change = (edit: () => void) => {
            edit();
            const organisation = organisationOf(drawn, changing);
            people.push({ from: iso(), organisation });
            directories.push({ from: iso(), directory: directoryOf(organisation) });
            carryOut("system", { type: "look again", because: { code: "people changed" } });
          };
          let fresh = 0;
          const lines = amounts.map((minor) => ({ minor, description: `line ${(fresh += 1)}` }));
          const currency = steps[0]!.n % 3 ? "EUR" : "NOK";
          const base = { requester, currency, unit: PEOPLE.indexOf(requester) % 2 ? "u1" : "u0" };
          const document: Judged =
            type === "purchase-order"
              ? order(1, {
                  ...base,
                  lines: lines.map(({ minor, description }) => ({ ...order(minor).lines[0]!, description })),
                })
              : claim(
                  lines.map(({ minor, description }) => claimLine({ claimed: minor, description })),
                  { ...base, payee: requester },
                );
          carryOut(requester, { type: "draft", id: "x", number: "X", document });
          carryOut(requester, { type: "submit", document });
          try {
            for (const move of steps) {
              if (ENDS.includes(now().status)) break;
              at += move.minutes * 60_000;
              step(move, requester, now(), carryOut, change, changing, iso, () => `line ${(fresh += 1)}`);
              if (now().status === "waiting") waitsForSomebody(now(), judge, iso(), note);
            }
            if (now().status === "approved") noRefusedPart(now());
          } catch (error) {
            failed = trace.map((say) => say());
            throw error;
          }
          note(`end: ${now().status}${now().holds.some((hold) => !hold.releasedAt) ? ", held" : ""}`);
          note(
            `approvals of ${new Set(now().levels.flatMap((level) => level.decisions.map((one) => one.revision))).size} revisions`,
          );
        },
      ),
      { numRuns: WALKS, seed: SEED },
    );
    if (checked.failed)
      throw new Error(`${String(checked.errorInstance)}\n${fc.defaultReportMessage(checked)}\n${failed.join("\n")}`);
    console.log(
      `${WALKS} walks, seed ${SEED}:`,
      JSON.stringify(Object.fromEntries(Object.entries(seen).sort()), null, 1),
    );
    // The walks have met all of this; otherwise they would prove nothing.
    const wanted = `approved, declined, withdrawn, sent back, returned, handed over, approver added, revised, level lapsed, level passed on, level passed over,
      approval counted, filled in, not asked after all, hold placed, hold released, reduced, rerouted, looked again, end: approved, end: waiting, end: waiting, held, refused: refused before`;
    for (const what of wanted.split(/,\s+(?=\S)/).filter((one) => one !== "held"))
      expect([what, (seen[what] ?? 0) > WALKS / 2000]).toEqual([what, true]);
    expect(seen.reopened ?? 0).toBeGreaterThan(0);
  });
});

function said(at: string, actor: string, command: DocumentCommand, result: ReturnType<typeof decide>): string {
  return `${at} ${actor} ${JSON.stringify(command)}${result.ok ? "" : ` REFUSED ${JSON.stringify(result.refusals[0])}`}`;
}

const LONG = ["route", "document", "timers", "around"];

function happened({ type, data }: DocumentEvent): string {
  return `    ${type} ${JSON.stringify(data, (key, value: unknown) => (LONG.includes(key) ? undefined : value))}`;
}

/** What an edit left of the approvals that there were. */
function approvalsLeft({ levels }: DocumentState, again: readonly string[]): string {
  const stand = levels.some((level) => level.decisions.some((one) => one.outcome === "approve"));
  return stand ? "edit: approvals stand" : again.length > 0 ? "edit: begins again" : "edit: nothing approved yet";
}

/** None waits with a quorum out of reach: either enough people can still decide at every open level, or it is held and says why. */
function waitsForSomebody(state: DocumentState, judge: Judge, at: string, note: (what: string) => void): void {
  const open = state.levels.filter((level) => level.status === "open" && level.kind !== "check");
  const held = state.holds.filter((hold) => !hold.releasedAt && hold.kind === "routing");
  if (open.length === 0 && held.length === 0) throw new Error("it waits for nobody and is not held");
  const asked = open.map((level) => ({
    level: level.level,
    seats: level.pool.filter((seat) => !level.decisions.some((one) => (one.inNameOf ?? one.by) === seat)),
    needed:
      level.needed - new Set(level.decisions.filter((one) => one.outcome === "approve").map((one) => one.by)).size,
    decided: level.decisions.map((one) => one.by),
  }));
  const isHeld = (level: string) => held.some((hold) => hold.level === level);
  const everybody = new Set(state.levels.flatMap((one) => one.decisions.map((said) => said.by)));
  const differ = state.route?.mustDiffer === true;
  for (const one of asked) {
    const reachable = judge.canFill([one], differ ? everybody : new Set(one.decided), at);
    if (!reachable) note("out of reach and held");
    if (!reachable && !isHeld(one.level)) throw new Error(`${one.level} is out of reach and waits`);
  }
  // Side by side they need different people: those that are not held can all have theirs at once.
  if (!differ || asked.length < 2) return;
  const together = judge.canFill(
    asked.filter((one) => !isHeld(one.level)),
    everybody,
    at,
  );
  const each = asked.every((one) => judge.canFill([one], everybody, at));
  if (each && !judge.canFill(asked, everybody, at)) note("out of reach side by side and held");
  if (!together) throw new Error(`${asked.map((one) => one.level).join()} wait side by side and cannot all be reached`);
}

/** What was refused is not in what is carried out, unless it was asked for again and approved. */
function noRefusedPart(state: DocumentState): void {
  const accepted = acceptedOf(state) as Judged;
  const refused = state.levels.flatMap((level) =>
    level.decisions.flatMap((one) => (one.refused ?? []).map((part) => ({ part, revision: one.revision }))),
  );
  for (const { part, revision } of refused) {
    const seen = [...(state.revisions ?? []), { revision: state.revision, document: state.document }].find(
      (one) => one.revision === revision,
    )!.document as Judged;
    const line = seen.lines[Number(part.part.split(" ")[1]) - 1]!;
    const kept = (accepted.lines as { description: string; claimed?: number }[]).filter(
      (one) => one.description === line.description,
    );
    if (part.allowed === null) expect(kept).toEqual([]);
    else for (const one of kept) expect(one.claimed).toBeLessThanOrEqual(part.allowed);
  }
}
