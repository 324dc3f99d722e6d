import { both, firstOf } from "./classes";
import { counted, type Tally } from "./figures";
import { decidersOf, loadOf, type MinutesOf } from "./load";
import type { LevelOutcome, Outcome } from "./outcome";
import type { Replayed } from "./replay";

/** What another version changes for a document, from the point of view of whoever has to decide. */
export type EffectKind =
  "fewer approvals" | "more approvals" | "other people" | "held now" | "held no more" | "told otherwise";

/** A level as it would be asked: who, and how many of them. */
export type AskedLevel = { level: string; needed: number; people: readonly string[] };

/** What differs between two outcomes: levels that are asked in one alone, and levels of which others are asked, or other numbers. */
export type Difference = {
  kind: EffectKind;
  added: readonly AskedLevel[];
  removed: readonly AskedLevel[];
  changed: readonly { before: AskedLevel; after: AskedLevel }[];
};

const MINUTES: MinutesOf = { usual: 1, byLevel: {} };

/** What differs between two outcomes for those who decide and those who wait; null where nothing does. Bands and sections may be called otherwise without any difference. */
export function differenceOf(before: Outcome, after: Outcome): Difference | null {
  const [was, is] = [askedLevels(before), askedLevels(after)];
  const find = (levels: readonly AskedLevel[], { level }: AskedLevel) => levels.find((one) => one.level === level);
  const added = is.filter((one) => !find(was, one));
  const removed = was.filter((one) => !find(is, one));
  const changed = was.flatMap((one) => {
    const now = find(is, one);
    return now && !isSame(one, now) ? [{ before: one, after: now }] : [];
  });
  const kind = kindOf(before, after, added.length + removed.length + changed.length > 0);
  return kind && { kind, added, removed, changed };
}

function kindOf(before: Outcome, after: Outcome, differs: boolean): EffectKind | null {
  const [was, is] = [before.outcome === "held", after.outcome === "held"];
  if (was !== is) return is ? "held now" : "held no more";
  const more = loadOf(after, MINUTES).approvals - loadOf(before, MINUTES).approvals;
  if (more !== 0) return more > 0 ? "more approvals" : "fewer approvals";
  if (differs) return "other people";
  return toldIn(before).join() === toldIn(after).join() ? null : "told otherwise";
}

/** Levels that would be asked, in their order; none where a document is held, or nobody has to approve. */
export function askedLevels({ outcome, levels }: Outcome): AskedLevel[] {
  if (outcome !== "chain") return [];
  return levels.filter((one) => one.outcome === "required" && one.kind !== "check").map(asked);
}

function asked(level: LevelOutcome): AskedLevel {
  return { level: level.level, needed: level.needed, people: decidersOf(level) };
}

function isSame(a: AskedLevel, b: AskedLevel): boolean {
  return (
    a.needed === b.needed && a.people.length === b.people.length && a.people.every((one) => b.people.includes(one))
  );
}

function toldIn({ levels }: Outcome): string[] {
  return levels.flatMap((one) => (one.outcome === "told" ? decidersOf(one) : [])).sort();
}

/** Documents that two versions treat alike, by what each makes of them; `first` is one of them. */
export type Treated = Pick<Tally, "documents" | "value"> & {
  before: number;
  after: number;
  first: number;
  difference: Difference | null;
};

/** How two versions treat the same documents, in groups that differ alike. Value is by the amounts of the second where they are known there. */
export function treatedOtherwise(before: Replayed, after: Replayed): { groups: readonly Treated[]; of: Int32Array } {
  const classes = both({ of: before.of, size: before.outcomes.length }, { of: after.of, size: after.outcomes.length });
  const first = firstOf(classes);
  const compared = after.compared.map((amount, index) => (amount === amount ? amount : before.compared[index]!));
  const sums = counted(classes, compared);
  // Every outcome is that of some document, so that every pair of them has a first.
  const groups = sums.map((sum, code): Treated => {
    const index = first[code]!;
    const [was, is] = [before.of[index]!, after.of[index]!];
    const difference = differenceOf(before.outcomes[was]!, after.outcomes[is]!);
    return { ...sum, before: was, after: is, first: index, difference };
  });
  return { groups, of: classes.of };
}
