// Every policy of both organisations, in force or not, replayed over all that was ever sent: for each document what routing gives for it alone, with the people of its
// moment or of today.
import { describe, expect, it } from "vitest";
import { withFilled } from "@/core/approval";
import { documentTypeKeys } from "@/core/documents";
import { columnsOf, outcomeOf, replay, type OrganisationFrom } from "@/core/rehearsal";
import { turningPoints } from "@/core/organisation-history";
import type { PolicyVersion } from "@/core/policy";
import { route } from "@/core/routing";
import { handClock } from "@/server/clock";
import { openDatabase } from "@/server/db/open";
import { readState } from "@/server/documents/state";
import { historyOf, seenDocuments } from "@/server/policies/history";
import { directoryAt, inForce, ratesFor, readReferenceData } from "@/server/reference-data";
import { DEMO_ORGANISATIONS, type DemoKey } from "./organisations";
import { temporaryFolder } from "./temporary";

const NOW = "2026-03-10T13:00:00.000Z";

describe.each(Object.keys(DEMO_ORGANISATIONS) as DemoKey[])("%s", (key) => {
  const db = openDatabase(temporaryFolder());
  DEMO_ORGANISATIONS[key].generate(db, { orders: 60 });
  const app = { db, clock: handClock(NOW), wall: handClock(NOW), demo: true };
  const world = readReferenceData(app);
  const points = ["0000", ...turningPoints(world.history, "")];
  const asTheyWere: OrganisationFrom[] = points.map((from) => ({ from, directory: directoryAt(world.history, from) }));
  const asToday: OrganisationFrom[] = [{ from: NOW, directory: directoryAt(world.history, NOW) }];

  const counted = { documents: 0, asked: 0, routed: 0 };
  it.each(documentTypeKeys)("%s: replayed as routed", (type) => {
    const { documents: whole, rates } = historyOf(app, type, { from: "2000-01-01T00:00:00.000Z", until: NOW });
    const documents = seenDocuments(app, whole, new Set());
    const columns = columnsOf(documents);
    const sent = documents.map(({ id, at, date, inPerson }) => {
      const state = readState(db, id)!;
      const { around = {} } = state;
      return { document: withFilled(state.document, state), at, ratesOn: date, inPerson, around };
    });
    const versions = world.versions.filter(({ policy }) => policy.documentType === type);
    // All that are in force together, and each version by itself.
    const sets: PolicyVersion[][] = [inForce(world, NOW), ...versions.map((one) => [one])];
    for (const policies of sets)
      for (const today of [false, true]) {
        const organisations = today ? asToday : asTheyWere;
        const replayed = replay(columns, { versions: policies, organisations, rates, ...(today && { at: NOW }) });
        const expected = sent.map(({ document, at, ratesOn, inPerson, around }) => {
          const moment = today ? NOW : at;
          return outcomeOf(
            route(document, {
              policies,
              directory: directoryAt(world.history, moment),
              rates: ratesFor(db, ratesOn),
              ratesOn,
              inPerson,
              around,
              at: moment,
            }),
          );
        });
        expect(expected.map((_, index) => replayed.outcomes[replayed.of[index]!])).toEqual(expected);
        counted.asked += documents.length;
        counted.routed += replayed.routed;
      }
    counted.documents += documents.length;
  });

  it("some stood for others", () => {
    expect(counted.documents).toBeGreaterThan(100);
    expect(counted.routed).toBeLessThan(counted.asked);
  });
});
