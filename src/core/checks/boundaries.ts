import { z } from "zod";
import { sayCondition } from "../conditions";
import type { Directory } from "../people";
import { bandOf, boundaryAmounts, sayBand, stagesOf, vocabularyIn, type Policy } from "../policy";
import { joinWords } from "../text";

/** The route of one amount as a test set keeps it: names and words, so that it can be read and signed by itself. */
export const BoundaryCaseSchema = z.strictObject({
  section: z.string(),
  sectionName: z.string(),
  minor: z.int(),
  currency: z.string(),
  band: z.int(),
  /** Levels that approve, in order, each with its condition if it has one. */
  levels: z.array(z.strictObject({ name: z.string(), stage: z.int(), condition: z.string() })),
  told: z.array(z.string()),
  sentence: z.string(),
});
export type BoundaryCase = z.infer<typeof BoundaryCaseSchema>;

/** The amounts worth testing, each threshold and one minor unit either side, section by section, with the route each takes. */
export function boundaryCases(policy: Policy, directory: Directory): BoundaryCase[] {
  return policy.sections.flatMap((section) =>
    (section.thresholds.length ? boundaryAmounts(section.thresholds) : [1]).map((minor) =>
      caseAt(policy, section.id, minor, directory),
    ),
  );
}

function caseAt(policy: Policy, sectionId: string, minor: number, directory: Directory): BoundaryCase {
  const section = policy.sections.find(({ id }) => id === sectionId)!;
  const band = bandOf(minor, section.thresholds);
  const vocabulary = vocabularyIn(policy.documentType, directory);
  return {
    section: section.id,
    sectionName: section.name,
    minor,
    currency: policy.currency,
    band,
    levels: section.levels
      .filter((level) => level.marks[band] === "approves" && level.kind !== "notice")
      .map(({ name, stage, when }) => ({ name, stage, condition: when ? sayCondition(when, vocabulary) : "" })),
    told: section.levels.filter((level) => level.marks[band] === "told").map(({ name }) => name),
    sentence: sayBand(policy, section, band, directory),
  };
}

/**
 * The route of a case in a line: levels in order by their names, those of one stage side by side.
 * @example sayCase(one) // "Manager, then side by side Finance and Legal (if ...); told: Treasurer"
 */
export function sayCase({ levels, told }: Pick<BoundaryCase, "levels" | "told">): string {
  const stages = stagesOf(levels).map((of) => {
    const names = of.map(({ name, condition }) => (condition ? `${name} (if ${condition})` : name));
    return names.length > 1 ? `side by side ${joinWords(names, "and")}` : names[0]!;
  });
  return `${stages.join(", then ") || "nobody"}${told.length ? `; told: ${told.join(", ")}` : ""}`;
}

export type RerunCase = { kept: BoundaryCase; now: BoundaryCase | null; same: boolean };

/**
 * A kept test set run against another version: the same section and amount, and whether the same levels are asked in the same order. Null where the section
 * is gone. Amounts are compared as they are, so a set in another currency differs throughout.
 */
export function rerun(kept: readonly BoundaryCase[], policy: Policy, directory: Directory): RerunCase[] {
  return kept.map((one) => {
    const exists = policy.currency === one.currency && policy.sections.some(({ id }) => id === one.section);
    const now = exists ? caseAt(policy, one.section, one.minor, directory) : null;
    const route = ({ levels, told }: BoundaryCase) => JSON.stringify([levels, told]);
    return { kept: one, now, same: now !== null && route(now) === route(one) };
  });
}
