import { z } from "zod";
import { ConditionSchema } from "../conditions";
import { bandOf, boundaryAmounts, type Policy } from "../policy";

/** The route of one amount as a test set keeps it: with names, so that it can be read without the version it was kept with. */
export const BoundaryCaseSchema = z.strictObject({
  section: z.string(),
  sectionName: z.string(),
  minor: z.int(),
  currency: z.string(),
  band: z.int(),
  /** Levels that approve, in order, each with its condition if it has one. */
  levels: z.array(z.strictObject({ name: z.string(), stage: z.int(), when: ConditionSchema.nullable() })),
  told: z.array(z.string()),
});
export type BoundaryCase = z.infer<typeof BoundaryCaseSchema>;

/** The amounts worth testing, each threshold and one minor unit either side, section by section, with the route each takes. */
export function boundaryCases(policy: Policy): BoundaryCase[] {
  return policy.sections.flatMap((section) =>
    (section.thresholds.length ? boundaryAmounts(section.thresholds) : [1]).map((minor) =>
      caseAt(policy, section.id, minor),
    ),
  );
}

function caseAt(policy: Policy, sectionId: string, minor: number): BoundaryCase {
  const section = policy.sections.find(({ id }) => id === sectionId)!;
  const band = bandOf(minor, section.thresholds);
  return {
    section: section.id,
    sectionName: section.name,
    minor,
    currency: policy.currency,
    band,
    levels: section.levels
      .filter((level) => level.marks[band] === "approves" && level.kind !== "notice")
      .map(({ name, stage, when }) => ({ name, stage, when: when ?? null })),
    told: section.levels.filter((level) => level.marks[band] === "told").map(({ name }) => name),
  };
}

export type RerunCase = { kept: BoundaryCase; now: BoundaryCase | null; same: boolean };

/**
 * A kept test set run against another version: the same section and amount, and whether the same levels are asked in the same order. Null where the section
 * is gone. Amounts are compared as they are, so a set in another currency differs throughout.
 */
export function rerun(kept: readonly BoundaryCase[], policy: Policy): RerunCase[] {
  return kept.map((one) => {
    const exists = policy.currency === one.currency && policy.sections.some(({ id }) => id === one.section);
    const now = exists ? caseAt(policy, one.section, one.minor) : null;
    const route = ({ levels, told }: BoundaryCase) => JSON.stringify([levels, told]);
    return { kept: one, now, same: now !== null && route(now) === route(one) };
  });
}
