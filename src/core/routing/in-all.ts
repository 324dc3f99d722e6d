import type { RoutedLevel } from "./types";

/**
 * Whether every level can have its quorum where nobody decides at two of them: a largest flow from levels over seats to people, in which a level takes as
 * many seats as it needs, a seat one person and a person one seat of all (augmenting paths; Ford and Fulkerson 1956, from memory).
 */
export function enoughInAll(levels: readonly Pick<RoutedLevel, "needed" | "candidates">[]): boolean {
  const left = new Pipes();
  for (const [index, { needed, candidates }] of levels.entries()) {
    left.lay("start", `level ${index}`, Math.max(0, needed));
    for (const { eligible, person, inNameOf } of candidates) {
      if (!eligible) continue;
      const seat = `seat ${index} ${inNameOf ?? person}`;
      left.lay(`level ${index}`, seat, 1);
      left.lay(seat, `person ${person}`, 1);
      left.lay(`person ${person}`, "end", 1);
    }
  }
  const wanted = levels.reduce((sum, { needed }) => sum + Math.max(0, needed), 0);
  for (let given = 0; given < wanted; given += 1) if (!left.push("start", new Set())) return false;
  return true;
}

/** What may still flow between two places; what has flowed may be taken back. */
class Pipes {
  private readonly room = new Map<string, Map<string, number>>();

  /** One between two places, of a capacity; laid a second time it stays as it is. */
  lay(from: string, to: string, capacity: number): void {
    if (this.from(from).has(to)) return;
    this.from(from).set(to, capacity);
    this.from(to).set(from, 0);
  }

  /** Sends one unit on to the end where a way is left, and says whether there was one. */
  push(at: string, seen: Set<string>): boolean {
    if (at === "end") return true;
    seen.add(at);
    for (const [to, room] of this.from(at)) {
      if (room === 0 || seen.has(to) || !this.push(to, seen)) continue;
      this.from(at).set(to, room - 1);
      this.from(to).set(at, this.from(to).get(at)! + 1);
      return true;
    }
    return false;
  }

  private from(place: string): Map<string, number> {
    const known = this.room.get(place);
    if (known) return known;
    const fresh = new Map<string, number>();
    this.room.set(place, fresh);
    return fresh;
  }
}
