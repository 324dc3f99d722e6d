import type { Level, Section } from "./schema";

/** Keys of the fields that levels before another ask for, in a band or, where it is not said which, in any. */
export function askedToFill(
  { levels }: Pick<Section, "levels">,
  before: Pick<Level, "stage">,
  band?: number,
): string[] {
  return levels.flatMap(({ stage, marks, fills = [] }) =>
    stage < before.stage && (band === undefined ? marks.includes("approves") : marks[band] === "approves")
      ? fills.map(({ field }) => field)
      : [],
  );
}

/** Whether whoever approves at a level has to do more than say so: sign, tick off, choose what comes next, or fill in. */
export function wantsMore({ signature, checklist, choosesNext, fills }: Level): boolean {
  return signature !== false || checklist.length > 0 || choosesNext !== undefined || fills !== undefined;
}
