// Thresholds suggested for every section of both organisations give, replayed as a version of their own, the hours and the value seen that they promised.
import { describe, expect, it } from "vitest";
import { edit } from "@/core/policy";
import {
  asTheyAre,
  columnsOf,
  costCurve,
  loadOf,
  movableOf,
  replay,
  roundAmounts,
  suggested,
  type MinutesOf,
} from "@/core/rehearsal";
import { handClock } from "@/server/clock";
import { openDatabase } from "@/server/db/open";
import { historyOf, seenDocuments } from "@/server/policies/history";
import { directoryAt, inForce, readReferenceData } from "@/server/reference-data";
import { DEMO_ORGANISATIONS, type DemoKey } from "./organisations";
import { temporaryFolder } from "./temporary";

const NOW = "2026-03-10T13:00:00.000Z";
const MINUTES: MinutesOf = { usual: 20, byLevel: {} };

describe.each(Object.keys(DEMO_ORGANISATIONS) as DemoKey[])("%s", (key) => {
  it("keeps what thresholds promise", () => {
    const db = openDatabase(temporaryFolder());
    DEMO_ORGANISATIONS[key].generate(db, { orders: 60 });
    const app = { db, clock: handClock(NOW), wall: handClock(NOW), demo: true };
    const world = readReferenceData(app);
    const organisations = [{ from: NOW, directory: directoryAt(world.history, NOW) }];
    let tried = 0;
    for (const version of inForce(world, NOW)) {
      const { policy } = version;
      const type = policy.documentType;
      const { documents, rates } = historyOf(app, type, { from: "2000-01-01T00:00:00.000Z", until: NOW });
      const columns = columnsOf(seenDocuments(app, documents, new Set()));
      const under = { versions: [version], organisations, rates, at: NOW };
      for (const section of policy.sections) {
        const movable = movableOf(columns, under, policy.id, section, MINUTES);
        const candidates = roundAmounts(movable, 100);
        const goal = { seenBy: null, share: 0.6, hours: null, mostBands: 3 };
        const answer = suggested(movable, candidates, goal);
        const promised = [
          asTheyAre(movable, section.thresholds, null),
          ...(answer.ok ? [answer.suggestion] : []),
          ...costCurve(movable, candidates, goal).slice(0, 4),
        ];
        for (const one of promised) {
          const sections = policy.sections.map((other) =>
            other.id === section.id ? edit.keepBands(other, one.bands, one.thresholds) : other,
          );
          const replayed = replay(columns, { ...under, versions: [{ ...version, policy: { ...policy, sections } }] });
          const sum = { minutes: 0, seen: 0, value: 0 };
          replayed.of.forEach((code, index) => {
            const outcome = replayed.outcomes[code]!;
            if (outcome.section !== section.id) return;
            const load = loadOf(outcome, MINUTES);
            const value = replayed.compared[index]! || 0;
            sum.minutes += load.minutes;
            sum.value += value;
            if (load.levels.length > 0) sum.seen += value;
          });
          expect(one.minutes).toBe(sum.minutes);
          expect(one.share).toBeCloseTo(sum.value > 0 ? sum.seen / sum.value : 0, 9);
          tried += 1;
        }
      }
    }
    expect(tried).toBeGreaterThan(25);
  });
});
