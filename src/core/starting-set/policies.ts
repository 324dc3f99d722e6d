import { documentType, documentTypeKeys, type StartingPlan } from "../documents";
import { minorDigits, sizeOf } from "../money";
import type { PolicyInput } from "../policy";

type SectionInput = PolicyInput["sections"][number];

/** A policy to adapt, and the type it is for. */
export type StartingPolicy = StartingPlan & { documentType: string };

/** One for each type of document. */
export const STARTING_SET: readonly StartingPolicy[] = documentTypeKeys.map((key) => ({
  ...documentType(key).starting,
  documentType: key,
}));

function sectionOf(
  { thresholds, levels, none = 0, ...rest }: StartingPlan["sections"][number],
  index: number,
  currency: string,
): SectionInput {
  const unit = sizeOf(currency) * 10 ** minorDigits(currency);
  return {
    ...rest,
    id: `section-${index + 1}`,
    thresholds: thresholds.map((amount) => ({ amount: amount * unit, exact: "below" as const })),
    bands: Array.from({ length: thresholds.length + 1 }, (_, band) => ({
      approval: band < none ? ("none" as const) : ("required" as const),
    })),
    levels: levels.map(({ name, marks, approvers }, index) => ({
      id: `level-${index + 1}`,
      name,
      stage: index + 1,
      marks: [...marks],
      approvers,
    })),
  };
}

/** A policy of the starting set under a name of its own, for some units; its amounts are those of the set at the size that the currency has. */
export function startFrom(
  start: StartingPolicy,
  own: { id: string; name: string; owner: string; units: string[]; currency: string },
): PolicyInput {
  const { units, ...rest } = own;
  return {
    ...rest,
    documentType: start.documentType,
    scope: { units },
    measure: { kind: start.measure as PolicyInput["measure"]["kind"] },
    sections: start.sections.map((one, index) => sectionOf(one, index, own.currency)),
    ...(start.holds && { holds: start.holds.map((hold) => ({ ...hold, blocks: [...hold.blocks] })) }),
    ...(start.afterApproval && { afterApproval: start.afterApproval.map((kind) => ({ kind })) }),
  };
}
