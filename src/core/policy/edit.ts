import { cutOf, type Threshold } from "./bands";
import { freeId } from "./names";
import type { Band, Level, Mark, Section } from "./schema";

/**
 * What a designer can do to a section on the band board. Each function returns a new section and leaves the old one as it was; an
 * edit that would break the partition into bands returns the section unchanged, so check `canPlace` first to explain why.
 */

/** Whether a threshold may stand at `index`: a positive whole number of minor units with an amount left between it and its neighbours. */
export function canPlace(section: Section, index: number, threshold: Threshold): boolean {
  const others = section.thresholds;
  const before = others[index - 1];
  const after = others[index + 1];
  if (!Number.isSafeInteger(threshold.amount) || threshold.amount <= 0) return false;
  const rises = (low: Threshold, high: Threshold) => low.amount < high.amount && cutOf(low) < cutOf(high);
  return (!before || rises(before, threshold)) && (!after || rises(threshold, after));
}

/** Cuts the band the amount lies in; both parts keep what the whole band asked for. */
export function addThreshold(section: Section, threshold: Threshold): Section {
  const at = section.thresholds.filter((other) => cutOf(other) < cutOf(threshold)).length;
  const thresholds = section.thresholds.toSpliced(at, 0, threshold);
  if (!canPlace({ ...section, thresholds }, at, threshold)) return section;
  return {
    ...section,
    thresholds,
    bands: section.bands.toSpliced(at, 0, section.bands[at]!),
    levels: section.levels.map((level) => ({ ...level, marks: level.marks.toSpliced(at, 0, level.marks[at]!) })),
  };
}

/** Moves a threshold to another amount between its neighbours. @param amount in minor units of the policy’s currency */
export function moveThreshold(section: Section, index: number, amount: number): Section {
  return replaceThreshold(section, index, { ...section.thresholds[index]!, amount });
}

/** Says on which side of a threshold its exact amount lies. */
export function setExact(section: Section, index: number, exact: Threshold["exact"]): Section {
  return replaceThreshold(section, index, { ...section.thresholds[index]!, exact });
}

function replaceThreshold(section: Section, index: number, threshold: Threshold): Section {
  return canPlace(section, index, threshold)
    ? { ...section, thresholds: section.thresholds.with(index, threshold) }
    : section;
}

const STRENGTH: Record<Mark, number> = { none: 0, told: 1, approves: 2 };

/** Joins the bands on both sides of a threshold. The joined band asks for the more of the two, never for less. */
export function removeThreshold(section: Section, index: number): Section {
  const stronger = (a: Mark, b: Mark) => (STRENGTH[a] >= STRENGTH[b] ? a : b);
  const none = section.bands[index]!.approval === "none" && section.bands[index + 1]!.approval === "none";
  return {
    ...section,
    thresholds: section.thresholds.toSpliced(index, 1),
    bands: section.bands.toSpliced(index, 2, { approval: none ? "none" : "required" }),
    levels: section.levels.map((level) => ({
      ...level,
      marks: level.marks.toSpliced(index, 2, stronger(level.marks[index]!, level.marks[index + 1]!)),
    })),
  };
}

/**
 * A section with some of its bands alone and other thresholds between them. Levels that no band asks any more stay, for the checks to speak of.
 * @param bands places of those that are kept, rising
 * @param thresholds one fewer than bands, rising
 */
export function keepBands(section: Section, bands: readonly number[], thresholds: readonly Threshold[]): Section {
  return {
    ...section,
    thresholds: [...thresholds],
    bands: bands.map((band) => section.bands[band]!),
    levels: section.levels.map((level) => ({ ...level, marks: bands.map((band) => level.marks[band]!) })),
  };
}

/** Sets what a level does in a run of bands. A band in which a level approves no longer says that nobody needs to. */
export function setMarks(section: Section, levelId: string, from: number, to: number, mark: Mark): Section {
  const inside = (band: number) => band >= from && band <= to;
  return {
    ...section,
    bands:
      mark === "approves"
        ? section.bands.map((band, index) => (inside(index) ? { ...band, approval: "required" as const } : band))
        : section.bands,
    levels: section.levels.map((level) =>
      level.id === levelId ? { ...level, marks: level.marks.map((old, band) => (inside(band) ? mark : old)) } : level,
    ),
  };
}

/**
 * The mark a click on a band gives: nothing, approves, told, nothing. Where the band says that nobody needs to approve it goes to told at once, so that being told
 * never takes that back on its way.
 */
export function nextMark(mark: Mark, approval: Band["approval"]): Mark {
  if (approval === "none") return mark === "none" ? "told" : "none";
  return ({ none: "approves", approves: "told", told: "none" } as const)[mark];
}

/** Moves an end of the run of equal marks around a band. @param target index of the band at which it is to begin or end */
export function stretch(
  section: Section,
  levelId: string,
  band: number,
  edge: "start" | "end",
  target: number,
): Section {
  const level = section.levels.find((candidate) => candidate.id === levelId);
  const mark = level?.marks[band];
  if (!level || !mark || mark === "none") return section;
  const { start, end } = runAround(level.marks, band);
  const goal = Math.max(0, Math.min(level.marks.length - 1, target));
  if (edge === "start") {
    const cleared = goal > start ? setMarks(section, levelId, start, Math.min(goal, end) - 1, "none") : section;
    return setMarks(cleared, levelId, Math.min(goal, end), end, mark);
  }
  const cleared = goal < end ? setMarks(section, levelId, Math.max(goal, start) + 1, end, "none") : section;
  return setMarks(cleared, levelId, start, Math.max(goal, start), mark);
}

/** First and last band of the run of equal marks that `band` lies in. */
export function runAround(marks: readonly Mark[], band: number): { start: number; end: number } {
  let start = band;
  let end = band;
  while (start > 0 && marks[start - 1] === marks[band]) start -= 1;
  while (end < marks.length - 1 && marks[end + 1] === marks[band]) end += 1;
  return { start, end };
}

/** Says that a band needs no approval, which takes every approving mark out of it; or takes that back. */
export function setNoApproval(section: Section, band: number, none: boolean): Section {
  return {
    ...section,
    bands: section.bands.with(band, { ...section.bands[band]!, approval: none ? "none" : "required" }),
    levels: none
      ? section.levels.map((level) =>
          level.marks[band] === "approves" ? { ...level, marks: level.marks.with(band, "none") } : level,
        )
      : section.levels,
  };
}

/** What fellow designers should know of a band; an empty note takes it away. */
export function noteBand(section: Section, band: number, note: string): Section {
  const { designNote: _, ...rest } = section.bands[band]!;
  return { ...section, bands: section.bands.with(band, note ? { ...rest, designNote: note } : rest) };
}

/** A new last level: it approves in the highest band, one approver is enough, and the requester's manager is asked until another rule is set. */
export function addLevel(section: Section, name: string): Section {
  const taken = section.levels.map((level) => level.id);
  const id = freeId("level", taken, taken.length + 1);
  const level: Level = {
    id,
    name,
    kind: "approval",
    stage: (section.levels.at(-1)?.stage ?? 0) + 1,
    marks: section.bands.map(() => "none" as const),
    approvers: { kind: "manager", up: 1 },
    quorum: { kind: "one" },
    refusal: "first ends",
    reminders: [],
    overdue: "wait",
    handOver: "no",
    signature: false,
    commentOn: ["decline", "sendBack"],
    instruction: "",
    checklist: [],
  };
  const top = section.bands.length - 1;
  return setMarks({ ...section, levels: [...section.levels, level] }, id, top, top, "approves");
}

/** A section with something of a level changed; the same section where it has no such level. */
export function changeLevel(section: Section, levelId: string, change: LevelChange): Section {
  return {
    ...section,
    levels: section.levels.map((level) => (level.id === levelId ? changed(level, change) : level)),
  };
}

/** New values of a level's properties; undefined takes an optional one away. */
export type LevelChange = { [K in keyof Omit<Level, "id" | "stage" | "marks">]?: Level[K] | undefined };

function changed(level: Level, change: LevelChange): Level {
  const next: Record<string, unknown> = { ...level, ...change };
  // A property that is absent and one that is undefined would be two different contents of the same policy.
  for (const key of Object.keys(next)) if (next[key] === undefined) delete next[key];
  return next as Level;
}

/** A section without a level, the others in their order; the same section where it has no such level. */
export function removeLevel(section: Section, levelId: string): Section {
  const index = section.levels.findIndex((level) => level.id === levelId);
  if (index < 0) return section;
  const joined = joinedFlags(section.levels);
  // The first of a side-by-side group hands its place to the next of it, which then stands by itself or leads the rest.
  const left = joined.toSpliced(index, 1);
  if (!joined[index] && index < left.length && left[index]) left[index] = false;
  return { ...section, levels: restage(section.levels.toSpliced(index, 1), left) };
}

/** Moves a level one place up (-1) or down (+1); it then runs by itself. */
export function moveLevel(section: Section, levelId: string, by: -1 | 1): Section {
  const index = section.levels.findIndex((level) => level.id === levelId);
  const target = index + by;
  if (index < 0 || target < 0 || target >= section.levels.length) return section;
  const removed = removeLevel(section, levelId);
  const joined = joinedFlags(removed.levels).toSpliced(target, 0, false);
  return { ...section, levels: restage(removed.levels.toSpliced(target, 0, section.levels[index]!), joined) };
}

/** Lets a level run side by side with the one above it, or after it. */
export function setBeside(section: Section, levelId: string, beside: boolean): Section {
  const joined = section.levels.map((level, index) =>
    level.id === levelId ? beside && index > 0 : joinedFlags(section.levels)[index]!,
  );
  return { ...section, levels: restage(section.levels, joined) };
}

function joinedFlags(levels: readonly Level[]): boolean[] {
  return levels.map((level, index) => index > 0 && levels[index - 1]!.stage === level.stage);
}

function restage(levels: readonly Level[], joined: readonly boolean[]): Level[] {
  let stage = 0;
  return levels.map((level, index) => {
    if (index === 0 || !joined[index]) stage += 1;
    return { ...level, stage };
  });
}
