import type { StandIn } from "./schema";

/** Whether an absence or delegation is in effect at a moment: from its beginning up to and not including its end. */
export function inEffect(entry: Pick<StandIn, "from" | "until">, at: string): boolean {
  return entry.from <= at && (entry.until === null || at < entry.until);
}

/** Whether it covers documents of a type. */
export function coversType(entry: Pick<StandIn, "documentTypes">, documentType: string): boolean {
  return entry.documentTypes === null || entry.documentTypes.includes(documentType);
}

/** What several entries share: the time in which all are in effect, and the types that all cover. Null when nothing. */
type Shared = { from: string; until: string | null; types: readonly string[] | null };

function shared(a: Shared, b: StandIn): Shared | null {
  const from = a.from > b.from ? a.from : b.from;
  const until = a.until === null ? b.until : b.until === null || a.until < b.until ? a.until : b.until;
  const types =
    a.types === null
      ? b.documentTypes
      : b.documentTypes === null
        ? a.types
        : a.types.filter((type) => b.documentTypes!.includes(type));
  return (until !== null && until <= from) || types?.length === 0 ? null : { from, until, types };
}

/**
 * A circle of stand-ins, if there is one: each acts for the one before at the same moment and for the same type, and the last is
 * stood in for by the first. Entries that never are in effect together make no circle.
 * @returns the entries around the circle in order, or null
 */
export function circleOf(entries: readonly StandIn[]): StandIn[] | null {
  const from = new Map<string, StandIn[]>();
  for (const entry of entries) if (entry.standIn) from.set(entry.person, [...(from.get(entry.person) ?? []), entry]);
  const walk = (path: StandIn[], common: Shared): StandIn[] | null => {
    const last = path.at(-1)!.standIn!;
    if (last === path[0]!.person) return path;
    if (path.slice(1).some((entry) => entry.person === last)) return null;
    for (const entry of from.get(last) ?? []) {
      const both = shared(common, entry);
      const found = both && walk([...path, entry], both);
      if (found) return found;
    }
    return null;
  };
  for (const entry of entries) {
    if (!entry.standIn) continue;
    const found = walk([entry], { from: entry.from, until: entry.until, types: entry.documentTypes });
    if (found) return found;
  }
  return null;
}
