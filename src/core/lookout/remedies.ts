import { documentType } from "../documents";
import { edit, type Level, type Policy, type Section } from "../policy";
import type { FindingBody } from "./finding";
import type { QuestionName } from "./look";

/** A change of a policy that would mend what a finding shows, as data. */
export type Remedy =
  | { code: "measure total"; policy: string; days: number }
  | { code: "move threshold"; policy: string; section: string; from: number; to: number; currency: string }
  | { code: "tell instead"; policy: string; level: string };

/** Over how many days totals run that are to stop a division: a month, or longer where it took longer. */
const DAYS = 30;
/** The measure that adds up what goes to the same party. */
const TOTAL = "supplierTotal" satisfies Policy["measure"]["kind"];

type Of<Name extends QuestionName> = Extract<FindingBody, { question: Name }>;

/**
 * What would mend a finding, as far as a rule can; of these only what the policy does not do already, and what leaves every document with somebody who approves it.
 * @param policyOf the version in force; null where there is none
 */
export function remediesOf(body: FindingBody, policyOf: (id: string) => Policy | null): Remedy[] {
  if (body.question === "splitting") return ofAmounts(body, Math.max(DAYS, Math.ceil(body.figures.days)), policyOf);
  if (body.question === "crowding") return [...ofAmounts(body, DAYS, policyOf), ...lower(body, policyOf)];
  return body.question === "noise" ? tell(body, policyOf) : [];
}

function ofAmounts(
  { figures }: Of<"splitting" | "crowding">,
  days: number,
  policyOf: (id: string) => Policy | null,
): Remedy[] {
  const policy = policyOf(figures.policy);
  const isPossible = policy && documentType(policy.documentType).measures.some(({ key }) => key === TOTAL);
  return isPossible && policy.measure.kind !== TOTAL ? [{ code: "measure total", policy: policy.id, days }] : [];
}

/** The threshold a stretch lower, where the crowd begins; whoever crowds may do so below that too, which the next mornings show. */
function lower(
  { figures: { policy: id, section: of, threshold, width, currency } }: Of<"crowding">,
  policyOf: (id: string) => Policy | null,
): Remedy[] {
  const section = policyOf(id)?.sections.find((one) => one.id === of);
  const index = section?.thresholds.findIndex(({ amount }) => amount === threshold.amount) ?? -1;
  const to = threshold.amount - width;
  if (!section || index < 0 || !edit.canPlace(section, index, { ...threshold, amount: to })) return [];
  return [{ code: "move threshold", policy: id, section: of, from: threshold.amount, to, currency }];
}

function tell({ figures: { policy: id, level } }: Of<"noise">, policyOf: (id: string) => Policy | null): Remedy[] {
  const policy = policyOf(id);
  return policy && mended(policy, { code: "tell instead", policy: id, level }) !== policy
    ? [{ code: "tell instead", policy: id, level }]
    : [];
}

/** A policy with the change made; the policy itself where there is nothing to change. */
export function mended(policy: Policy, remedy: Remedy): Policy {
  if (remedy.code === "measure total") return { ...policy, measure: { kind: TOTAL, days: remedy.days } };
  const sections = policy.sections.map((section) =>
    remedy.code === "tell instead"
      ? told(section, remedy.level)
      : section.id === remedy.section
        ? edit.moveThreshold(
            section,
            section.thresholds.findIndex(({ amount }) => amount === remedy.from),
            remedy.to,
          )
        : section,
  );
  return sections.every((section, index) => section === policy.sections[index]) ? policy : { ...policy, sections };
}

/** A level is told in the bands in which somebody else approves too. */
function told(section: Section, id: string): Section {
  const level = section.levels.find((one) => one.id === id);
  const approves = (one: Level, band: number) => one.kind === "approval" && one.marks[band] === "approves";
  return (level?.marks ?? []).reduce(
    (now, mark, band) =>
      mark === "approves" && section.levels.some((one) => one.id !== id && approves(one, band))
        ? edit.setMarks(now, id, band, band, "told")
        : now,
    section,
  );
}
