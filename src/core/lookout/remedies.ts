import { fieldsCompared } from "../conditions";
import { documentType, typeWords } from "../documents";
import { edit, type Level, type Policy, type Section } from "../policy";
import type { FindingBody } from "./finding";
import type { QuestionName } from "./look";

/** A change of a policy that would mend what a finding shows, as data. */
export type Remedy =
  | { code: "measure total"; policy: string; days: number }
  | { code: "move threshold"; policy: string; section: string; from: number; to: number; currency: string }
  | { code: "add level"; policy: string; section: string; unit: string }
  | { code: "must differ"; policy: string }
  | { code: "hold bank change"; policy: string }
  | { code: "tell instead"; policy: string; level: string };

/** What is new in a policy is called by whoever changes it. */
export type RemedyNames = { level: string; hold: string };

/** Over how many days totals run that are to stop a division: a month, or longer where it took longer. */
const DAYS = 30;
/** The measure that adds up what goes to the same party. */
const TOTAL = "supplierTotal" satisfies Policy["measure"]["kind"];

type Of<Name extends QuestionName> = Extract<FindingBody, { question: Name }>;

type PolicyOf = (id: string) => Policy | null;
type Mending = {
  [Name in QuestionName]?: (body: Of<Name>, policyOf: PolicyOf, policies: readonly string[]) => Remedy[];
};

/** Habits that reading twice, by two people, makes harmless. */
const apart = (_: FindingBody, policyOf: PolicyOf, policies: readonly string[]) => mustDiffer(policyOf, policies);

const MENDING: Mending = {
  splitting: (body, policyOf) => [
    ...ofAmounts(body, Math.max(DAYS, Math.ceil(body.figures.days)), policyOf),
    ...oneMore(body, policyOf),
  ],
  crowding: (body, policyOf) => [...ofAmounts(body, DAYS, policyOf), ...lower(body, policyOf)],
  haste: apart,
  bursts: apart,
  bankChanges: (_, policyOf, policies) => holdBankChange(policyOf, policies),
  noise: tell,
};

/**
 * What would mend a finding, as far as a rule can; of these only what the policy does not do already, and what leaves every document with somebody who approves it.
 * @param policyOf the version in force; null where there is none
 * @param policies ids of those under which its documents went, most of them under the first
 */
export function remediesOf(body: FindingBody, policyOf: PolicyOf, policies: readonly string[] = []): Remedy[] {
  const mending = MENDING[body.question] as
    ((one: FindingBody, policyOf: PolicyOf, policies: readonly string[]) => Remedy[]) | undefined;
  return mending?.(body, policyOf, policies) ?? [];
}

function ofAmounts({ figures }: Of<"splitting" | "crowding">, days: number, policyOf: PolicyOf): Remedy[] {
  const policy = policyOf(figures.policy);
  const isPossible = policy && documentType(policy.documentType).measures.some(({ key }) => key === TOTAL);
  return isPossible && policy.measure.kind !== TOTAL ? [{ code: "measure total", policy: policy.id, days }] : [];
}

/** The threshold a stretch lower, where the crowd begins; whoever crowds may do so below that too, which the next mornings show. */
function lower(
  { figures: { policy: id, section: of, threshold, width, currency } }: Of<"crowding">,
  policyOf: PolicyOf,
): Remedy[] {
  const section = policyOf(id)?.sections.find((one) => one.id === of);
  const index = section?.thresholds.findIndex(({ amount }) => amount === threshold.amount) ?? -1;
  const to = threshold.amount - width;
  if (!section || index < 0 || !edit.canPlace(section, index, { ...threshold, amount: to })) return [];
  return [{ code: "move threshold", policy: id, section: of, from: threshold.amount, to, currency }];
}

function tell({ figures: { policy: id, level } }: Of<"noise">, policyOf: PolicyOf): Remedy[] {
  const policy = policyOf(id);
  return policy && mended(policy, { code: "tell instead", policy: id, level }, UNNAMED) !== policy
    ? [{ code: "tell instead", policy: id, level }]
    : [];
}

const UNNAMED: RemedyNames = { level: "", hold: "" };

/** One more who reads what a unit asks for, as long as it is not asked of it already. */
function oneMore({ figures: { policy: id, section: of, unit } }: Of<"splitting">, policyOf: PolicyOf): Remedy[] {
  const section = policyOf(id)?.sections.find((one) => one.id === of);
  // A finding of an earlier version does not say in which unit.
  if (!section || !unit || section.levels.some(({ when }) => same(when, ofUnit(unit)))) return [];
  return [{ code: "add level", policy: id, section: of, unit }];
}

const ofUnit = (unit: string) => ({ kind: "choice" as const, field: "unit", is: "one of" as const, values: [unit] });
const same = (one: unknown, other: unknown) => JSON.stringify(one) === JSON.stringify(other);

/** Where somebody can be asked at two levels, the second one is somebody else. */
function mustDiffer(policyOf: PolicyOf, policies: readonly string[]): Remedy[] {
  const policy = policyOf(policies[0] ?? "");
  if (!policy || policy.repeatedApprover === "must differ") return [];
  const asks = ({ levels }: Section, band: number) => levels.filter(({ marks }) => marks[band] === "approves").length;
  const hasTwo = policy.sections.some((section) => section.bands.some((_, band) => asks(section, band) > 1));
  return hasTwo ? [{ code: "must differ", policy: policy.id }] : [];
}

const CHANGED = "bankDetailsChanged";

/** Of the policies under which it was paid those that can tell that a bank account changed, and do not hold for it. */
function holdBankChange(policyOf: PolicyOf, policies: readonly string[]): Remedy[] {
  return policies.flatMap((id): Remedy[] => {
    const policy = policyOf(id);
    const canTell = policy && typeWords(policy.documentType).fields.some(({ key }) => key === CHANGED);
    const holds = policy?.holds.some(({ when }) => when && fieldsCompared(when).includes(CHANGED));
    return canTell && !holds ? [{ code: "hold bank change", policy: id }] : [];
  });
}

type Making = {
  [Code in Remedy["code"]]: (policy: Policy, remedy: Extract<Remedy, { code: Code }>, names: RemedyNames) => Policy;
};

const MADE: Making = {
  "measure total": (policy, { days }) => ({ ...policy, measure: { kind: TOTAL, days } }),
  "move threshold": (policy, { section: of, from, to }) =>
    withSections(policy, (section) =>
      section.id === of
        ? edit.moveThreshold(
            section,
            section.thresholds.findIndex(({ amount }) => amount === from),
            to,
          )
        : section,
    ),
  "add level": (policy, { section: of, unit }, { level: name }) =>
    withSections(policy, (section) => (section.id === of ? withLevel(section, unit, name) : section)),
  "must differ": (policy) => ({ ...policy, repeatedApprover: "must differ" }),
  "hold bank change": (policy, _, { hold: reason }) => ({
    ...policy,
    holds: [
      ...policy.holds,
      { reason, blocks: ["pay"], when: { kind: "flag", field: CHANGED, is: true }, keeps: true },
    ],
  }),
  "tell instead": (policy, { level }) => withSections(policy, (section) => told(section, level)),
};

/** A policy with the change made; the policy itself where there is nothing to change. @param names what is new in it is called */
export function mended(policy: Policy, remedy: Remedy, names: RemedyNames): Policy {
  const make = MADE[remedy.code] as (policy: Policy, remedy: Remedy, names: RemedyNames) => Policy;
  return make(policy, remedy, names);
}

function withSections(policy: Policy, change: (section: Section) => Section): Policy {
  const sections = policy.sections.map(change);
  return sections.every((section, index) => section === policy.sections[index]) ? policy : { ...policy, sections };
}

/** The head of the unit above is asked last, for whatever a unit asks for that is asked of anybody. */
function withLevel(section: Section, unit: string, name: string): Section {
  const added = edit.addLevel(section, name);
  const { id } = added.levels.at(-1)!;
  const asked = edit.changeLevel(added, id, { when: ofUnit(unit), approvers: { kind: "headOfUnit", up: 1 } });
  return asked.bands.reduce(
    (now, { approval }, band) => (approval === "required" ? edit.setMarks(now, id, band, band, "approves") : now),
    asked,
  );
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
