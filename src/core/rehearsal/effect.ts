import type { Figures, Tally } from "./figures";
import type { RehearsalAnswer } from "./rehearse";

/** What one version would have meant against another, a year. */
export type RehearsedEffect = {
  /** Approvals and hours more in a year, less where they are below zero. */
  approvals: number;
  hours: number;
  /** Shares of the value of all documents that nobody approves any more, and that somebody approves now. */
  seenNoMore: number;
  seenNow: number;
  /** Documents that somebody more has to approve, that wait for other people, and that would be held. */
  more: number;
  other: number;
  heldNow: number;
  documents: number;
};

const YEAR = 365;
const MONTHS = 12;

/** What figures of some days are to be multiplied with to be those of a year, or of a month. */
export type Scale = { year: number; month: number };

/** @param days how many days were rehearsed */
export function scaleOf(days: number): Scale {
  const year = YEAR / Math.max(1, days);
  return { year, month: year / MONTHS };
}

/** What the second version would have meant against the first, a year. */
export function effectOf({ before, after, effects, ...rest }: RehearsalAnswer, { year }: Scale): RehearsedEffect {
  const of = (key: "approvals" | "minutes") => (after.all[key] - before.all[key]) * year;
  const value = Math.max(before.all.value, after.all.value);
  const share = (sum: { value: number }) => (value > 0 ? sum.value / value : 0);
  const count = (kind: Parameters<typeof effects.get>[0]) => effects.get(kind)?.documents ?? 0;
  return {
    approvals: of("approvals"),
    hours: of("minutes") / 60,
    seenNoMore: share(rest.seenNoMore),
    seenNow: share(rest.seenNow),
    more: count("more approvals"),
    other: count("other people"),
    heldNow: count("held now"),
    documents: rest.documents,
  };
}

const nothing: Tally = { documents: 0, value: 0, approvals: 0, minutes: 0 };

/** The value that nobody approves, and that at least two levels do, as shares of all. */
export function sharesSeen({ byApprovals, all }: Figures): { nobody: number; severalLevels: number } {
  const share = (value: number) => (all.value > 0 ? value / all.value : 0);
  const several = [...byApprovals].reduce((sum, [levels, { value }]) => sum + (levels > 1 ? value : 0), 0);
  return { nobody: share((byApprovals.get(0) ?? nothing).value), severalLevels: share(several) };
}

/** Documents that would be held, since nobody could decide or their amount is not known. */
export function heldIn({ held }: Figures): number {
  return [...held.values()].reduce((sum, { documents }) => sum + documents, 0);
}
