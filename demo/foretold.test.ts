// The last quarter of both organisations, foretold out of the quarters before it: how long decisions took, and how near that was.
import { describe, expect, it } from "vitest";
import { historyFrom, throughTime } from "@/core/organisation-history";
import { foretold, type Prediction, type TimedWith } from "@/core/time-to-decision";
import { handClock } from "@/server/clock";
import { openDatabase } from "@/server/db/open";
import { readState } from "@/server/documents/state";
import { inForce, readReferenceData } from "@/server/reference-data";
import { materialFor } from "@/server/rehearsal/material";
import { timingFor } from "@/server/rehearsal/timing";
import { DEMO_ORGANISATIONS, type DemoKey } from "./organisations";
import { temporaryFolder } from "./temporary";
import { codes, value } from "./test-app";

const NOW = "2026-03-10T13:00:00.000Z";
const DAYS = { from: "2024-09-01", until: "2026-03-09" };
const QUARTER = "2025-12-10T00:00:00.000Z";

function ended<T>(steps: Generator<number, T>): T {
  let step = steps.next();
  while (!step.done) step = steps.next();
  return step.value;
}

describe.each(Object.keys(DEMO_ORGANISATIONS) as DemoKey[])("%s", (key) => {
  const db = openDatabase(temporaryFolder());
  DEMO_ORGANISATIONS[key].generate(db, { orders: 240 });
  const app = { db, clock: handClock(NOW), wall: handClock(NOW), demo: true };
  const world = readReferenceData(app);
  const { people, timeZone: zone } = world.directory.organisation;
  const having = (role: (typeof people)[number]["roles"][number]) => people.find(({ roles }) => roles.includes(role))!;
  const versions = inForce(world, NOW);
  const givenFor = (type: string) => {
    const { documents, rates, history } = value(materialFor(app, having("controller"), type, DAYS));
    const timing = value(timingFor(app, having("controller"), type, DAYS));
    const lists = historyFrom(history);
    const given: TimedWith = {
      timing,
      organisations: throughTime(lists, null),
      standIns: [...lists.standIn.values()],
      rates,
      minutes: { usual: 20, byLevel: {} },
      capacity: { usual: 16, byPerson: {} },
      interest: 10,
      zone,
      runs: 20,
      seed: 1,
    };
    return { documents, given };
  };

  it("has every answer as the documents have it, and how long each of them took", () => {
    let answered = 0;
    let straight = 0;
    for (const type of new Set(versions.map(({ policy }) => policy.documentType))) {
      const { timing } = givenFor(type).given;
      for (const { document, sent, decided } of timing.courses) {
        const state = readState(db, document)!;
        const said = state.levels.flatMap(({ decisions }) => decisions.filter(({ countedFrom }) => !countedFrom));
        const own = timing.answers.filter((one) => one.document === document);
        expect(own.map(({ person, at }) => [person, at])).toEqual(said.map(({ by, at }) => [by, at]));
        expect([sent, decided]).toEqual([state.submittedAt, state.closedAt]);
        expect(state.revision).toBe(1);
        expect(own.every(({ asked, at }) => sent <= asked && asked <= at && at <= decided)).toBe(true);
        answered += own.length;
        straight += 1;
      }
      for (const [document, percent] of Object.entries(timing.discounts))
        expect(readState(db, document)!.document).toMatchObject({ discountPercent: percent });
    }
    expect(straight).toBeGreaterThan(100);
    expect(answered).toBeGreaterThan(100);
  });

  it("is told to whoever reads policies alone", () => {
    const [{ policy }] = versions as [(typeof versions)[0]];
    const clerk = people.find(({ roles }) => roles.join() === "requester")!;
    expect(codes(timingFor(app, clerk, policy.documentType, DAYS))).toBe("forbidden");
  });

  it("is foretold", () => {
    const made: [type: string, Prediction][] = [];
    for (const type of new Set(versions.map(({ policy }) => policy.documentType))) {
      const { documents, given } = givenFor(type);
      const prediction = ended(foretold(documents, QUARTER, given));
      if (prediction) made.push([type, prediction]);
    }
    expect(made.length).toBeGreaterThan(1);
    const figures = made.flatMap(([type, { all, groups }]) =>
      [{ ...all, name: type }, ...groups.map((one) => ({ ...one, name: `${type} ${one.section} ${one.band}` }))]
        .filter(({ documents }) => documents >= 20)
        .flatMap(({ name, documents, median, ninth, was }) => [
          { name: `${name}, half of ${documents}`, ...median, was: was.median },
          { name: `${name}, nine of ten of ${documents}`, ...ninth, was: was.ninth },
        ]),
    );
    const missed = figures.filter(({ low, high, was }) => was < low || was > high);
    const far = figures.filter(({ mean, was }) => Math.abs(mean - was) > 1.5);
    // Nine of ten would lie in their ranges if people went on as they had; of these two it was 14 of 18.
    expect(missed.length, JSON.stringify(missed)).toBeLessThanOrEqual(figures.length / 3);
    expect(far, JSON.stringify(far)).toEqual([]);
    expect(figures.length).toBeGreaterThan(4);
  });
});
