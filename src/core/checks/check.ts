import { dayIn } from "../calendar";
import { minorDigits, type Rate } from "../money";
import type { Directory } from "../people";
import { appliesTo, rivalOf, whyNotReady, type NotReadyReason, type Policy, type PolicyVersion } from "../policy";
import { checkApart } from "./apart";
import { askedBy, converterOn } from "./asked";
import { checkAgainstOrders, checkInversions, checkLimits } from "./authority";
import { checkEscalation, checkOwner, checkSteps, checkStopped } from "./carrying-out";
import { checkConditions } from "./conditions";
import { momentsAhead, type Examined } from "./dead-ends";
import { checkFalling } from "./falling";
import type { Finding, Weight } from "./finding";
import type { FindingCode } from "./reasons";
import { deadEndFindings, perDocument } from "./people-findings";
import type { Caught } from "../rehearsal";
import { checkEnded, checkNames, type KnownNames } from "./names";
import { reachOf } from "./reach";
import { checkAlone, checkNamed, checkOverdue, checkRates } from "./reliance";

/** What a policy is checked against. */
export type CheckContext = {
  directory: Directory;
  /** ISO date-time in UTC. */
  at: string;
  rates: readonly Rate[];
  /** All versions of all policies, for those that claim the same and for orders beside invoices. */
  versions: readonly PolicyVersion[];
  /** Last year's documents in the scope of the policy. */
  past: readonly Caught[];
  /** Value of all documents of the type, in minor units of the policy's currency; without it, of those in `past`. */
  value?: number;
  /** Currencies that documents come in. */
  currencies: readonly string[];
  /** Suppliers, customers and cost centres that there are; without it names are not looked at. */
  names?: KnownNames;
  /** From which share of value one person deciding alone is a finding. */
  aloneShare?: number;
};

const ORDER: Record<Weight, number> = { fatal: 0, doubtful: 1, passing: 2 };

/**
 * Everything that is wrong or doubtful about a policy before it is in force, the heaviest first. Pure and total: a policy that cannot be carried out gets
 * findings, never an exception.
 */
export function checkPolicy(policy: Policy, context: CheckContext): Finding[] {
  const { directory, at, rates } = context;
  const date = dayIn(at, directory.organisation.timeZone);
  const toCurrency = converterOn(directory, at, rates);
  const looked: Examined = {
    policy,
    directory,
    asked: askedBy(policy, directory, at, toCurrency),
    reach: reachOf(policy, directory),
    unit: 10 ** minorDigits(policy.currency),
  };
  const others = context.versions.filter((version) => version.policy.id !== policy.id).map((version) => version.policy);
  const findings = [
    ...notReady(policy, directory),
    ...checkConditions(policy, looked.reach, looked.unit),
    ...checkNames(policy, directory, context.names ?? {}),
    ...checkEnded(policy, directory, date),
    ...deadEndFindings(looked, momentsAhead(directory, at)),
    ...checkApart(looked),
    ...perDocument(policy),
    ...checkLimits(looked, toCurrency),
    ...checkInversions(policy),
    ...checkFalling(looked, toCurrency),
    ...checkAgainstOrders(policy, others),
    ...checkAlone(looked, context.past, context.value, context.aloneShare),
    ...checkOverdue(looked),
    ...checkEscalation(looked),
    ...checkSteps(policy, directory),
    ...checkStopped(looked, at),
    ...checkOwner(looked, at),
    ...checkNamed(looked, at),
    ...checkRates(policy, context.currencies, rates, date, directory.organisation.currency),
    ...claimed(policy, context),
    ...leftOver(policy, context),
  ];
  return findings.sort((a, b) => ORDER[a.weight] - ORDER[b.weight]);
}

function notReady(policy: Policy, directory: Directory): Finding[] {
  return whyNotReady(policy, directory).map(({ place, why }): Finding => ({
    code: NOT_READY[why.code],
    weight: "fatal",
    place,
    values: { why },
  }));
}

/** Whether what keeps a policy back names something that is not there, or asks for what is not carried out. */
const NOT_READY = {
  "unknown reference": "unknown reference",
  "no substitute": "unknown reference",
  "no time to remind whom": "unknown reference",
  "passed on to nobody": "unknown reference",
  "never late": "not carried out",
  "measure not carried out": "not carried out",
  "person not on the document": "not carried out",
  "field of another kind": "unknown reference",
  "lapses unfilled": "not carried out",
  "field of the requester": "unknown reference",
  "not filled in yet": "unknown reference",
} as const satisfies Record<NotReadyReason["code"], FindingCode>;

function claimed(policy: Policy, { versions, at, directory }: CheckContext): Finding[] {
  const rival = rivalOf(policy, at, null, versions, directory);
  if (!rival) return [];
  return [
    {
      code: "claims the same",
      // Refused where their dates would meet, when dates are given; a season or a successor may well claim the same.
      weight: "passing",
      place: {},
      values: { policy: rival.policy.id, from: rival.inForceFrom! },
    },
  ];
}

/** People below the policy's own units to whom neither it nor any other applies. */
function leftOver(policy: Policy, { versions, at, directory }: CheckContext): Finding[] {
  const others = versions.filter(
    (version) =>
      version.policy.id !== policy.id &&
      version.policy.documentType === policy.documentType &&
      version.inForceFrom !== null &&
      (version.inForceUntil == null || version.inForceUntil > at),
  );
  const left = directory.organisation.people.filter(
    (person) =>
      directory.isActive(person, at) &&
      directory.unitsAbove(person.unit).some(({ id }) => policy.scope.units.includes(id)) &&
      !appliesTo(policy.scope, person.id, directory) &&
      !others.some((other) => appliesTo(other.policy.scope, person.id, directory)),
  );
  if (left.length === 0) return [];
  return [{ code: "scope left over", weight: "doubtful", place: {}, values: { people: left.map(({ id }) => id) } }];
}

/** Units whose people no policy for a type applies to, at a moment. */
export function uncovered(
  documentType: string,
  inForce: readonly PolicyVersion[],
  directory: Directory,
  at: string,
): { unit: string; people: number }[] {
  const of = inForce.filter((version) => version.policy.documentType === documentType);
  const counts = new Map<string, number>();
  for (const person of directory.organisation.people) {
    if (!directory.isActive(person, at)) continue;
    if (of.some((version) => appliesTo(version.policy.scope, person.id, directory))) continue;
    counts.set(person.unit, (counts.get(person.unit) ?? 0) + 1);
  }
  return [...counts].map(([unit, people]) => ({ unit, people }));
}
