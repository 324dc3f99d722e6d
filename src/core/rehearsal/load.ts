import type { LevelOutcome, Outcome } from "./outcome";

/** How long a decision takes, in minutes: at levels that have a figure of their own, by their ids, and at all others. */
export type MinutesOf = { usual: number; byLevel: Readonly<Record<string, number>> };

/** How many hours a month people have for deciding: those that have a figure of their own, by their ids, and all others. */
export type HoursOf = { usual: number; byPerson: Readonly<Record<string, number>> };

/** Those of one person. */
export function hoursFor({ usual, byPerson }: HoursOf, person: string): number {
  return byPerson[person] ?? usual;
}

/** Approvals and tasks, and the minutes they take; parts of one where several are asked and one is enough. */
export type Work = { approvals: number; minutes: number };

/** What a document asks of people. */
export type Load = Work & {
  /** By the level. */
  levels: readonly (Work & { level: string })[];
  people: ReadonlyMap<string, Work>;
};

const NOTHING: Load = { approvals: 0, minutes: 0, levels: [], people: new Map() };

/**
 * What an outcome asks of people: of each level as many approvals as it needs. Where more are asked than are needed, each is taken to give an equal part, since who
 * answers first is not known beforehand. Whoever stands in for somebody has their part. A document that is held asks nobody.
 */
export function loadOf({ outcome, levels }: Outcome, { usual, byLevel }: MinutesOf): Load {
  if (outcome !== "chain") return NOTHING;
  const people = new Map<string, Work>();
  const asked = levels
    .filter((one) => one.outcome === "required" && one.kind !== "check")
    .map((one) => {
      const each = byLevel[one.level] ?? usual;
      const deciders = decidersOf(one);
      const part = one.inTurn ? 1 : one.needed / deciders.length;
      for (const person of deciders) {
        const before = people.get(person) ?? { approvals: 0, minutes: 0 };
        people.set(person, { approvals: before.approvals + part, minutes: before.minutes + part * each });
      }
      return { level: one.level, approvals: one.needed, minutes: one.needed * each };
    });
  const sum = (key: keyof Work) => asked.reduce((total, one) => total + one[key], 0);
  return { approvals: sum("approvals"), minutes: sum("minutes"), levels: asked, people };
}

/** Who would decide at a level, one for each who is asked: themselves where they may, else whoever stands in first. */
export function decidersOf({ people }: Pick<LevelOutcome, "people">): string[] {
  const seats = new Map<string, string>();
  for (const { person, inNameOf, eligible } of people) {
    if (!eligible) continue;
    const seat = inNameOf ?? person;
    if (!seats.has(seat) || inNameOf === undefined) seats.set(seat, person);
  }
  return [...seats.values()];
}
