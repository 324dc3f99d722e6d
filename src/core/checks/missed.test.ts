// Who would be missed, against trying every set of up to three people of a small world and asking routing of every requester's order.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { AT, level, order, policyOf, versionOf, withLevels, organisation } from "../fixtures";
import {
  PEOPLE,
  organisationOf,
  organisations,
  policies,
  policyOf as randomPolicy,
  someone,
} from "../fixtures/random-world";
import { directoryOf, type Organisation, type StandIn } from "../people";
import type { Policy } from "../policy";
import { route } from "../routing";
import { MOST_MISSED, edgesOf, missedIn } from "./index";

function subsets(of: readonly string[], most: number): string[][] {
  return of
    .reduce<string[][]>((all, one) => [...all, ...all.map((set) => [...set, one])], [[]])
    .filter((set) => set.length <= most);
}

/** Requesters of an amount whose order no level can decide. */
function stoppedIn(
  policy: Policy,
  world: Organisation,
  gone: readonly string[],
  minor: number,
): Map<string, Set<string>> {
  const directory = directoryOf({
    ...world,
    people: world.people.map((one) => (gone.includes(one.id) ? { ...one, activeUntil: "2020-01-01" } : one)),
    standIns: world.standIns.filter(({ person }) => !gone.includes(person)),
  });
  const stopped = new Map<string, Set<string>>();
  for (const requester of world.people.map(({ id }) => id)) {
    if (gone.includes(requester)) continue;
    const document = order(minor, { requester, unit: directory.person(requester)!.unit });
    const done = route(document, { policies: [versionOf(policy)], directory, rates: [], at: AT });
    for (const { level: at } of done.holds) if (at) stopped.set(at, (stopped.get(at) ?? new Set()).add(requester));
  }
  return stopped;
}

type Judged = { gone: string; stopped: number };

/** Every smallest set that stops somebody, and every smallest that stops all who could be decided on. */
function judged(policy: Policy, world: Organisation, minor: number) {
  const before = stoppedIn(policy, world, [], minor);
  const stuck = new Set([...before.values()].flatMap((who) => [...who]));
  const asking = PEOPLE.filter((one) => !stuck.has(one));
  const sets = subsets(PEOPLE, MOST_MISSED)
    .slice(1)
    .map((gone) => {
      const some = new Set<string>();
      for (const [at, who] of stoppedIn(policy, world, gone, minor))
        for (const one of who) if (!before.get(at)?.has(one)) some.add(one);
      const here = asking.filter((one) => !gone.includes(one));
      return {
        size: gone.length,
        gone: gone.toSorted().join(),
        stopped: some.size,
        all: here.length > 0 && here.every((one) => some.has(one)),
      };
    });
  const least = (of: typeof sets) => of.filter(({ size }) => size === Math.min(...of.map((one) => one.size)));
  return { all: least(sets.filter(({ all }) => all)), some: least(sets.filter(({ stopped }) => stopped > 0)) };
}

describe("who would be missed", () => {
  it("is the smallest set that stops somebody, and of those the one that stops most", () => {
    const sizes = new Set<string>();
    const delegation = fc.record({ person: someone, standIn: someone });
    fc.assert(
      fc.property(policies, organisations, fc.array(delegation, { maxLength: 2 }), (drawn, people, delegations) => {
        const standIns = delegations
          .filter(
            ({ person, standIn }, index) =>
              person !== standIn && delegations.findIndex((one) => one.person === person) === index,
          )
          .filter(({ person, standIn }) => !delegations.some((one) => one.person === standIn && one.standIn === person))
          .map((one, index): StandIn => ({
            ...one,
            id: `d${index}`,
            kind: "delegation",
            from: "2026-01-01T00:00:00.000Z",
            until: null,
            documentTypes: null,
            cap: null,
            reason: "",
          }));
        const world = organisationOf(people, { standIns, left: {} });
        // Levels under a condition are left out, and so is one that is asked where an earlier one says so.
        const plain = drawn.levels.map((one) => ({ ...one, conditioned: false }));
        const policy = policyOf(
          randomPolicy(
            {
              ...drawn,
              levels: plain,
              chooses: false,
              fills: false,
              split: false,
              rule: "hold",
              repeatedApprover: "ask twice",
            },
            "purchase-order",
          ),
        );
        for (const { band, all, some } of missedIn(policy, directoryOf(world), [], AT)) {
          const { high } = edgesOf(policy, policy.sections[0]!, band, 100);
          const right = judged(policy, world, high);
          const [ofAll, ofSome] = [right.all[0]?.size ?? null, right.some[0]?.size ?? null];
          sizes.add(`all ${ofAll}`).add(`some ${ofSome}`);
          expect([all?.people.length ?? null, all?.others ?? -1]).toEqual([ofAll, right.all.length - 1]);
          if (all) expect(right.all.map((one: Judged) => one.gone)).toContain([...all.people].join());
          if (!some) {
            // Said only where it takes fewer than to stop everybody.
            expect(ofSome).toBe(ofAll);
            continue;
          }
          expect([some.people.length, some.others]).toEqual([ofSome, right.some.length - 1]);
          expect(some.stopped).toBe(Math.max(...right.some.map((one) => one.stopped)));
          expect(right.some.find(({ gone }) => gone === [...some.people].join())?.stopped).toBe(some.stopped);
        }
      }),
      { numRuns: 12 },
    );
    for (const one of ["all 1", "all 2", "all 3", "all null", "some 1", "some 2"]) expect(sizes).toContain(one);
  });

  it("says who, whom it stops, and of how many", () => {
    const policy = policyOf(
      withLevels([
        level("both", 1, ["none", "approves", "approves"], { kind: "people", people: ["boss", "head"] }),
        level("first", 2, ["none", "none", "approves"], { kind: "people", people: ["boss"] }),
      ]),
    );
    const found = missedIn(policy, directoryOf(organisation), [], AT);
    const { asking } = found[0]!;
    expect(found).toEqual([
      {
        section: "everything-else",
        band: 1,
        asking,
        all: { people: ["boss", "head"], others: 0 },
        some: expect.anything(),
      },
      { section: "everything-else", band: 2, asking: asking - 1, all: { people: ["boss"], others: 0 }, some: null },
    ]);
    // What one of the two asks for only the other can decide on.
    expect(found[0]!.some).toEqual({ people: ["boss"], stopped: 1, others: 1 });
  });
});
