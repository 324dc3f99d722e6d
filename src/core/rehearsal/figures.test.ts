// Figures of what was replayed are what counting document by document gives; moving thresholds gives what replaying with them does; two versions are compared as
// their documents are.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { columnsIn, worlds } from "../fixtures/random-past";
import { cutOf, type Threshold } from "../policy";
import {
  decidersOf,
  differenceOf,
  figuresOf,
  loadOf,
  movableOf,
  movedTo,
  replay,
  treatedOtherwise,
  type MinutesOf,
  type Under,
  type Work,
} from "./index";

const MINUTES: MinutesOf = { usual: 10, byLevel: { l1: 25 } };

/** The same version with other thresholds in its last section, as many as before. */
function movedUnder(under: Under, cuts: readonly number[]): Under {
  const [version] = under.versions;
  const { policy } = version!;
  const thresholds = cuts.map((amount): Threshold => ({ amount, exact: "below" }));
  const sections = policy.sections.map((one, index) =>
    index === policy.sections.length - 1 ? { ...one, thresholds } : one,
  );
  return { ...under, versions: [{ ...version!, policy: { ...policy, sections } }] };
}

const cuts = fc
  .uniqueArray(fc.integer({ min: 1, max: 2000 }), { minLength: 2, maxLength: 2 })
  .map((two) => two.sort((a, b) => a - b));

describe("figures of what was replayed", () => {
  it("are those of counting one document after the other", () => {
    fc.assert(
      fc.property(worlds, (world) => {
        const columns = columnsIn(world);
        const replayed = replay(columns, world.asTheyWere);
        const figures = figuresOf(columns, replayed, MINUTES);
        const people = new Map<string, Work>();
        const units = new Map<string, number>();
        const all = { documents: 0, value: 0, approvals: 0, minutes: 0 };
        world.sent.forEach(({ document }, index) => {
          const outcome = replayed.outcomes[replayed.of[index]!]!;
          all.documents += 1;
          all.value += Number.isNaN(replayed.compared[index]!) ? 0 : replayed.compared[index]!;
          units.set(document.unit, (units.get(document.unit) ?? 0) + 1);
          if (outcome.outcome !== "chain") return;
          for (const level of outcome.levels.filter((one) => one.outcome === "required")) {
            const each = level.level === "l1" ? 25 : 10;
            const who = decidersOf(level);
            all.approvals += level.needed;
            all.minutes += level.needed * each;
            for (const person of who) {
              const part = level.inTurn ? 1 : level.needed / who.length;
              const before = people.get(person) ?? { approvals: 0, minutes: 0 };
              people.set(person, { approvals: before.approvals + part, minutes: before.minutes + part * each });
            }
          }
        });
        expect(figures.all).toEqual(all);
        expect([...figures.byUnit].map(([unit, { documents }]) => [unit, documents]).sort()).toEqual([...units].sort());
        const round = (work: ReadonlyMap<string, Work>) =>
          [...work]
            .map(([person, { approvals, minutes }]) => [person, approvals.toFixed(6), minutes.toFixed(6)])
            .sort();
        expect(round(figures.byPerson)).toEqual(round(people));
        const sum = (tallies: Iterable<{ documents: number; value: number }>) =>
          [...tallies].reduce((total, { documents }) => total + documents, 0);
        for (const tallies of [figures.byRequester, figures.byMonth]) expect(sum(tallies.values())).toBe(all.documents);
        expect(sum(figures.byApprovals.values()) + sum(figures.held.values())).toBe(all.documents);
      }),
      { numRuns: 60 },
    );
  });
});

describe("thresholds that are moved", () => {
  it("give at once what replaying with them gives", () => {
    let moved = 0;
    fc.assert(
      fc.property(worlds, cuts, fc.boolean(), (world, to, asToday) => {
        const columns = columnsIn(world);
        const under = asToday ? world.today : world.asTheyWere;
        const { policy } = world.version;
        const section = policy.sections.at(-1)!;
        const movable = movableOf(columns, under, policy.id, section, MINUTES);
        const thresholds = to.map((amount): Threshold => ({ amount, exact: "below" }));
        const { bands, approvals } = movedTo(movable, thresholds);
        const replayed = replay(columns, movedUnder(under, to));
        const figures = figuresOf(columns, replayed, MINUTES);
        const expected = section.bands.map((_, band) => {
          const found = figures.byBand.find((one) => one.section === section.id && one.band === band);
          return [found?.documents ?? 0, found?.value ?? 0, found?.approvals ?? 0, found?.minutes ?? 0];
        });
        expect(bands.map((one) => [one.documents, one.value, one.approvals, one.minutes])).toEqual(expected);
        const people = new Map<string, number>();
        for (const code of replayed.of) {
          const outcome = replayed.outcomes[code]!;
          if (outcome.section !== section.id) continue;
          for (const [person, work] of loadOf(outcome, MINUTES).people)
            people.set(person, (people.get(person) ?? 0) + work.approvals);
        }
        const byPerson = movable.people.map((person, index) => [person, approvals[index]!.toFixed(6)] as const);
        expect(byPerson.filter(([, count]) => Number(count) > 0)).toEqual(
          [...people].map(([person, count]) => [person, count.toFixed(6)]).sort(),
        );
        if (to.some((amount, index) => amount + 1 !== cutOf(section.thresholds[index]!))) moved += 1;
      }),
      { numRuns: 80 },
    );
    expect(moved).toBeGreaterThan(40);
  });
});

describe("two versions", () => {
  it("differ for a document where they ask otherwise, and nowhere else", () => {
    const met: Record<string, number> = {};
    fc.assert(
      fc.property(worlds, cuts, (world, to) => {
        const columns = columnsIn(world);
        const [before, after] = [replay(columns, world.asTheyWere), replay(columns, movedUnder(world.asTheyWere, to))];
        const { groups, of } = treatedOtherwise(before, after);
        world.sent.forEach((_, index) => {
          const [was, is] = [before.outcomes[before.of[index]!]!, after.outcomes[after.of[index]!]!];
          const group = groups[of[index]!]!;
          expect(group.difference).toEqual(differenceOf(was, is));
          const asks = (one: typeof was) =>
            one.outcome === "chain"
              ? one.levels
                  .filter((level) => level.outcome === "required")
                  .map((level) => [level.level, level.needed, decidersOf(level).sort()])
              : one.outcome === "held"
                ? "held"
                : [];
          const same = JSON.stringify(asks(was)) === JSON.stringify(asks(is));
          const kind = group.difference?.kind ?? "none";
          met[kind] = (met[kind] ?? 0) + 1;
          if (kind === "none" || kind === "told otherwise") expect(same).toBe(true);
          else expect(same).toBe(false);
        });
        expect(groups.reduce((sum, { documents }) => sum + documents, 0)).toBe(world.sent.length);
      }),
      { numRuns: 70 },
    );
    for (const kind of ["none", "fewer approvals", "more approvals", "held now", "held no more"])
      expect([kind, (met[kind] ?? 0) > 5]).toEqual([kind, true]);
  });
});
