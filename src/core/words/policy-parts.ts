import { formatAmount } from "../money";
import type { Directory } from "../people";
import type { Place, Policy, StoppedOrdersRule } from "../policy";
import { joinWords, sayCount } from "../text";
import { sayRange } from "./policy-bands";

type Scope = Policy["scope"];

/** @example "Everything else, Finance director, Over 25,000.00" */
export function sayPlace(policy: Policy, place: Place): string {
  const section = policy.sections.find((one) => one.id === place.section);
  if (!section) return place.section ? `the section “${place.section}”, which is gone` : "the policy as a whole";
  const level = section.levels.find((one) => one.id === place.level)?.name ?? place.level;
  const threshold = place.threshold === undefined ? undefined : section.thresholds[place.threshold];
  return [
    section.name,
    ...(level ? [level] : []),
    ...(place.band !== undefined && place.band < section.bands.length
      ? [sayRange(section, place.band, policy.currency)]
      : []),
    ...(threshold ? [`threshold ${formatAmount({ minor: threshold.amount, currency: policy.currency })}`] : []),
  ].join(", ");
}

/** Where and to whom a policy applies, as a sentence without its full stop. */
export function sayScope(scope: Scope, directory: Directory): string {
  const name = (id: string) => directory.person(id)?.name ?? id;
  const units = joinWords(
    scope.units.map((id) => directory.unit(id)?.name ?? id),
    "and",
  );
  const below = scope.units.some((id) => directory.organisation.units.some((unit) => unit.parent === id));
  const at = joinWords(
    scope.locations.map((id) => directory.organisation.locations.find((one) => one.id === id)?.name ?? id),
    "or",
  );
  const { requesters } = scope;
  const who =
    requesters.kind === "anyone"
      ? []
      : [
          ...requesters.people.map(name),
          ...requesters.groups.map((id) => `the group ${directory.group(id)?.name ?? id}`),
          ...requesters.positions.map((id) => `the holder of ${directory.position(id)?.name ?? id}`),
        ];
  const only = requesters.kind === "anyone" ? "" : `, asked for by ${joinWords(who, "or") || "nobody yet"}`;
  const exempt = scope.exempt.map((one) => `${name(one.person)} (decided by ${name(one.decidedBy)}: ${one.reason})`);
  return `${units}${below ? " and everything below" : ""}${at ? `, at ${at}` : ""}${only}${exempt.length ? `, except for what ${joinWords(exempt, "and")} asks for` : ""}`;
}

/** What a policy does about orders stopped for credit, as one sentence; null when it does nothing. */
export function sayStoppedOrders(
  { stoppedOrders: rule, currency }: { stoppedOrders?: StoppedOrdersRule | undefined; currency: string },
  directory: Directory,
): string | null {
  if (!rule) return null;
  const headroom = rule.headroomPercent > 0 ? ` and ${rule.headroomPercent} per cent more` : "";
  const not = [
    ...(rule.most === undefined ? [] : [`above ${formatAmount({ minor: rule.most, currency })} ${currency}`]),
    ...(rule.overdueDays === undefined
      ? []
      : [
          rule.overdueDays === 0
            ? "for a customer with anything overdue"
            : `for a customer more than ${sayCount(rule.overdueDays)} ${rule.overdueDays === 1 ? "day" : "days"} overdue`,
        ]),
  ];
  const name = rule.seller && (directory.person(rule.seller)?.name ?? rule.seller);
  return [
    `Each day at ${rule.at} the limit that stopped orders need is asked for, once: what is owed and ordered${headroom}, up to the next ${formatWhole(rule.roundTo)} of the customer’s currency`,
    ...(not.length ? [`not ${joinWords(not, "or")}`] : []),
    `in the name of whoever sells${name ? `, else of ${name}` : ""}`,
  ].join("; ");
}

const formatWhole = (count: number) => String(count).replace(/\B(?=(\d{3})+$)/g, ",");
