import type { RoutedLevel } from "./types";

/**
 * Whether every level can have its quorum where nobody decides at two of them: a largest flow from levels over seats to people, in which a level takes as
 * many seats as it needs, a seat one person and a person one seat of all (augmenting paths; Ford and Fulkerson 1956, from memory).
 */
export function enoughInAll(levels: readonly Pick<RoutedLevel, "needed" | "candidates">[]): boolean {
  const seats = levels.flatMap((level, index) => {
    const bySeat = new Map<string, string[]>();
    for (const { eligible, person, inNameOf } of level.candidates) {
      if (!eligible) continue;
      const seat = inNameOf ?? person;
      bySeat.set(seat, [...(bySeat.get(seat) ?? []), person]);
    }
    return [...bySeat.values()].map((people) => ({ level: index, people }));
  });
  const seatOf = new Map<string, number>();
  const fill = (seat: number, tried: Set<string>): boolean =>
    seats[seat]!.people.some((person) => {
      if (tried.has(person)) return false;
      tried.add(person);
      const other = seatOf.get(person);
      const free = other === undefined || fill(other, tried) || handOn(other, tried);
      if (free) seatOf.set(person, seat);
      return free;
    });
  /** Another seat of the same level can be filled instead of one that gives up its person. */
  const handOn = (given: number, tried: Set<string>): boolean =>
    seats.some(
      (one, index) => one.level === seats[given]!.level && ![...seatOf.values()].includes(index) && fill(index, tried),
    );
  const filled = levels.map(() => 0);
  for (const [index, { level }] of seats.entries())
    if (filled[level]! < levels[level]!.needed && fill(index, new Set())) filled[level]! += 1;
  return levels.every((level, index) => filled[index]! >= level.needed);
}
