import { formatMoney, type Converted, type Money } from "../money";
import {
  lastDayBefore,
  sayHolder,
  sayLimit,
  type Candidate,
  type CandidateReason,
  type Compared,
  type GapReason,
  type LimitReason,
} from "../people";
import { sayDate } from "../text";
import type { Names } from "./names";
import { sayRate } from "./measures";
import { sayOwned } from "./list-names";
import { sayBy, speak, type Wording } from "./wording";

/** @example "2,300.00 NOK = 200.00 EUR (÷ 11.5 of 2026-03-09, ECB)" */
function sayCompared(amount: Money, as: Converted): string {
  if (as.currency === amount.currency) return formatMoney(amount);
  return `${formatMoney(amount)} = ${formatMoney(as)}${as.rate ? ` (${sayRate(amount.currency, as.rate)})` : ""}`;
}

function sayAmountLimit(limit: Money, { amount, as }: Compared, whose: string): string {
  const which = `limit ${sayLimit({ kind: "amount", ...limit })} (${whose})`;
  if (!as) return `${which} cannot be compared without a rate from ${amount.currency}`;
  return `${which} ${as.minor <= limit.minor ? "covers" : "does not cover"} ${sayCompared(amount, as)}`;
}

const LIMITS = {
  "no limit": () => "has no limit for this type",
  "unlimited limit": ({ holder }, names) => `limit unlimited (${sayHolder({ holder }, names.directory)})`,
  limit: ({ limit, holder, compared }, names) =>
    sayAmountLimit(limit, compared, sayHolder({ holder }, names.directory)),
} satisfies Wording<LimitReason>;

function sayCap(cap: Money, compared: Compared | null): string {
  const most = `only up to ${formatMoney(cap)}`;
  if (!compared?.as) return `${most}, which cannot be compared with this document`;
  return `${most}, and this is ${sayCompared(compared.amount, compared.as)}`;
}

function sayUntil(until: string | null, { directory }: Names): string {
  return until ? ` until ${sayDate(lastDayBefore(until, directory.organisation.timeZone))}` : "";
}

function sayActing(
  verb: string,
  { principal, until, through }: { principal: string; until: string | null; through: readonly string[] },
  names: Names,
): string {
  const others = through.map(names.person).join(", ");
  return `${verb} ${names.person(principal)}${sayUntil(until, names)}${others && `, through ${others}`}`;
}

const CANDIDATES = {
  ...LIMITS,
  "entered it": () => "entered it",
  "edited it last": () => "edited it last",
  "is paid by it": () => "is paid by it",
  "decided elsewhere": ({ level }, names) => `decided as ${names.level(level)} already`,
  "unknown person": () => "is not known here",
  "is the requester": () => "is the requester",
  inactive: () => "is not active",
  "no approver": () => "does not have the role approver",
  succeeded: ({ by }, names) => `is not active any more, ${names.person(by)} took over`,
  away: ({ until, standIn, covered }, names) => {
    const away = `is away${sayUntil(until, names)}`;
    if (!standIn) return `${away}, nobody stands in`;
    return covered
      ? `${away}, stands in: ${names.person(standIn)}`
      : `${away}, ${names.person(standIn)} stands in for other types only`;
  },
  "stands in for": (values, names) => sayActing("stands in for", values, names),
  "holds a delegation of": (values, names) => sayActing("holds a delegation of", values, names),
  "took over from": ({ person }, names) => `took over from ${names.person(person)}`,
  "over their cap": ({ cap, compared }) => sayCap(cap, compared),
  "has decided already": () => "has decided already",
  "is asked already": () => "is asked already",
  "amount unknown": () => "the amount is not known",
  "limit of": ({ person, why }, names) => `${names.person(person)}: ${sayBy(LIMITS, why, names)}`,
} satisfies Wording<CandidateReason>;

/** How somebody came to act for another is not why they may not. */
const ACTING: ReadonlySet<CandidateReason["code"]> = new Set([
  "stands in for",
  "holds a delegation of",
  "took over from",
]);

/** One reason about somebody, as it follows their name: "is the requester", "away until 20 Mar 2026, nobody stands in". */
export function sayWhyPerson(reason: CandidateReason, names: Names): string {
  return sayBy(CANDIDATES, reason, names);
}

/** Why somebody may or may not decide, as it follows their name: "stands in for Marta Quelhas, but is the requester". */
export function sayWhyCandidate({ why }: Pick<Candidate, "why">, names: Names): string {
  const said = why.map((one) => sayWhyPerson(one, names));
  const acts = why.findIndex(({ code }) => !ACTING.has(code));
  if (acts <= 0) return said.join("; ");
  return `${said.slice(0, acts).join("; ")}, but ${said.slice(acts).join("; ")}`;
}

/** Why somebody’s own limit covers an amount or not, after their name. */
export function sayCoverage(person: string, why: LimitReason, names: Names): string {
  return `${names.person(person)}: ${sayWhyPerson(why, names)}`;
}

/** Whether somebody may decide, and why: "eligible: stands in for Marta Quelhas", "not eligible: is the requester". */
export function sayEligibility({ eligible, why }: Pick<Candidate, "eligible" | "why">, names: Names): string {
  const how = eligible ? why.map((one) => sayWhyPerson(one, names)).join("; ") : sayWhyCandidate({ why }, names);
  return `${eligible ? "eligible" : "not eligible"}${how && `: ${how}`}`;
}

/** @example sayCandidate(rui, names) // "Rui Tavares (not eligible: is the requester)" */
export function sayCandidate(candidate: Pick<Candidate, "person" | "eligible" | "why">, names: Names): string {
  return speak(`${names.person(candidate.person)} (${sayEligibility(candidate, names)})`);
}

export const GAPS = {
  "nobody named": () => "no person is named",
  "unknown group": ({ group }) => `there is no group “${group}”`,
  "empty group": ({ group }, names) => `the group ${names.group(group)} has no members`,
  "unknown position": ({ position }) => `there is no position “${position}”`,
  "vacant position": ({ position }, names) => `the position ${names.position(position)} is vacant`,
  "reports to nobody": ({ person }, names) => `${names.person(person)} reports to nobody`,
  "no unit above": ({ unit, up }, names) => `there is no unit ${up} above ${names.unit(unit)}`,
  "vacant head": ({ unit }, names) => `the head of ${names.unit(unit)} is vacant`,
  "nothing owned": ({ of }, names) => `the document names no ${sayOwned(of, names)}`,
  "no owner": ({ of, key }, names) => `the ${sayOwned(of, names)} ${names.entry(of, key)} has no owner`,
  "not named on the document": ({ field }, names) => `the document names nobody as ${names.field(field)}`,
  "amount unknown": () => "the amount is not known",
  "line ends": ({ requester, last }, names) =>
    `the reporting line of ${names.person(requester)} ends with ${names.person(last)}, and nobody in it can decide this amount`,
} satisfies Wording<GapReason>;

/** Why a rule leads to nobody. */
export function sayGapOf(why: GapReason, names: Names): string {
  return sayBy(GAPS, why, names);
}
