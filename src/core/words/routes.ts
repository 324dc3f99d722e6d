import { documentType } from "../documents";
import type { Cause, CheckReason, Hold, HoldWhy } from "../holds";
import { formatMoney } from "../money";
import type { BlockedReason, ConsideredReason, HoldReason, LevelReason, Measured, Route } from "../routing";
import { countOf, joinWords, sayDate } from "../text";
import { CONVERSIONS, MEASURED, UNMEASURED, sayRate } from "./measures";
import { sayGiven } from "./lists";
import { nameOfType, type Names } from "./names";
import { sayFieldName } from "./field-names";
import { GAPS, sayWhyCandidate, sayWhyPerson } from "./people";
import { sayRemark } from "./remarks";
import { sayBy, speak, type Wording } from "./wording";

const place = ({ unit, below }: { unit: string; below: boolean }, names: Names) =>
  `applies to ${names.unit(unit)}${below ? " and everything below it" : ""}`;

const CONSIDERED = {
  exempt: ({ decidedBy, said }, names) => `exempts this requester, as ${names.person(decidedBy)} decided: ${said}`,
  "another requester": () => "does not apply to this requester",
  "another location": () => "does not apply to the requester’s location",
  "another unit": ({ unit }, names) => `does not apply to ${names.unit(unit)}`,
  applies: (values, names) => place(values, names),
  "nearer elsewhere": (values, names) => `${place(values, names)}, but another policy is nearer`,
  "as another does": (values, names) => `${place(values, names)}, as another policy does`,
} satisfies Wording<ConsideredReason>;

/** Why a policy was chosen or not, as it follows its name. */
export function sayConsidered(why: ConsideredReason, names: Names): string {
  return sayBy(CONSIDERED, why, names);
}

/** What was measured and how it came about, with the rate: "net total: 3 lines, net 5,000.00 EUR". */
export function sayMeasured(measured: Measured, type: string, names: Names): string {
  const { amount, how, rate, compared } = measured;
  const converted = rate ? ` ${sayRate(amount.currency, rate)} = ${formatMoney(compared)}` : "";
  return speak(`${sayMeasureName(measured.measure, type)}: ${sayBy(MEASURED, how, names)}${converted}`);
}

/** What a measure is called, by its key. */
export function sayMeasureName(measure: string, type: string): string {
  return documentType(type).measures.find((one) => one.key === measure)?.label ?? measure;
}

/** What the band asks for into which a document falls; empty where it falls into none. */
export function sayRouteBand({ section, band }: Pick<Route, "section" | "band">, names: Names): string {
  return section && band ? speak(names.band(section.id, band.index)) : "";
}

const since = (level: string, conditional: boolean, names: Names) =>
  conditional && names.condition(level) ? `, since ${names.condition(level)}` : "";

/** Why a level has its part, or none, as it follows the name of the level. */
export function sayLevelReason(why: LevelReason, level: string, names: Names): string {
  const wording: Wording<LevelReason> = {
    "approves in the band": ({ conditional }) => `approves in this band${since(level, conditional, names)}`,
    "has its task in the band": ({ conditional }) => `has its task in this band${since(level, conditional, names)}`,
    "verified in the band": ({ conditional }) => `is verified in this band${since(level, conditional, names)}`,
    "told in the band": () => "is notified in this band",
    "no part in the band": () => "has no part in this band",
    "condition not met": () => `its condition is not met: ${names.condition(level)}`,
    "awaits fields": ({ fields }) =>
      `turns on ${joinWords(
        fields.map((field) => `“${names.field(field)}”`),
        "and",
      )}, which a level before it fills in`,
    "left to the next level": () => "only the requester could approve, and the policy then lets the next level decide",
    "within the requester’s own limit": ({ why: limit }) =>
      `only the requester could approve, and the policy counts their own limit as the approval: ${sayWhyPerson(limit, names)}`,
  };
  return sayBy(wording, why, names);
}

/** Why the people of a level cannot come to a decision. */
export function sayBlocked(why: BlockedReason, level: string, names: Names): string {
  const wording: Wording<BlockedReason> = {
    ...GAPS,
    "nobody eligible": ({ people }) =>
      people.map((one) => `${names.person(one.person)} ${sayWhyCandidate(one, names)}`).join(", "),
    "too few eligible": ({ eligible, needed, twice, away }) =>
      `${eligible} of ${needed} needed are eligible${twice ? ", since nobody counts twice" : ""}${away > 0 ? `, ${away} away` : ""}`,
    "condition cannot be told": () =>
      `its condition cannot be told without an exchange rate: ${names.condition(level)}`,
  };
  return sayBy(wording, why, names);
}

const levels = (ids: readonly string[], names: Names) => joinWords(ids.map(names.level), "and");

const CHECKS = {
  "does not add up": ({ line, why }, names) => sayRemark({ why, ...(line !== null && { line }) }, names),
  "paper not attached": ({ paper }, names) => `“${names.entry("papers", paper)}” is not attached`,
  "field empty": ({ type, field }, names) => `${sayFieldName(type, field, names)} is not filled in`,
} satisfies Wording<CheckReason>;

const HOLDS = {
  ...UNMEASURED,
  ...CONVERSIONS,
  "no policy in force": ({ type, unit }, names) =>
    `No policy for ${nameOfType(type).many} is in force for ${names.unit(unit)}`,
  "two policies claim it": ({ type, policies }, names) =>
    `${policies.map((id) => `“${names.policy(id)}”`).join(" and ")} both claim this ${nameOfType(type).one}; a controller must end one of them`,
  "measure not carried out": ({ measure }) => `Measuring by ${measure} is not carried out by this version of Bandeira`,
  "section cannot be told": ({ section }, names) =>
    `Whether the section “${names.section(section)}” fits cannot be told without an exchange rate`,
  "no section fits": () => "No section of the policy fits",
  "level blocked": ({ level, why }, names) => `${names.level(level)}: ${sayBlocked(why, level, names)}`,
  "same people asked": ({ levels: ids }, names) =>
    `${levels(ids, names)} ask the same people, too few of them to decide at each where nobody decides at two levels`,
  "no level approves": () => "No level approves in this band, and the band does not say that nobody needs to",
  "every level passed over": () => "Every level was skipped, so nobody has approved it",
  "approvals do not cover it": () =>
    "What was approved does not cover the document as it now is, and it cannot be asked for again",
  "version not found": ({ level, version }, names) =>
    `${names.level(level)}: version ${version} of the policy cannot be found`,
  "too few there": ({ level }, names) =>
    `${names.level(level)}: too few of those it asks are there, and nobody stands in for the others`,
  "too few left": ({ level }, names) =>
    `${names.level(level)}: those who can still decide are too few for what it needs`,
  "too few beside": ({ level, beside }, names) =>
    `${names.level(level)}: nobody decides at two levels, and those who can still decide are too few for it and for ${levels(beside, names)} beside it`,
  "check found": ({ level, wrong }, names) =>
    `${names.level(level)}: ${wrong.map((one) => sayBy(CHECKS, one, names)).join("; ")}`,
  "found on the document": ({ remarks }, names) => remarks.map((one) => sayRemark(one, names)).join("; "),
  "condition met": () => "",
  "every document": () => "The policy holds every document of this kind",
  backdated: ({ dated, entered, days }) =>
    `It is dated ${sayDate(dated)} and was entered on ${sayDate(entered)}, more than ${countOf(days, "day")} later`,
  "placed by hand": (values, names) => sayGiven(values, names),
} satisfies Wording<HoldWhy>;

/** Why a document is held. What a policy holds by its condition alone is called by the name that its author gave it. */
export function sayHeld(
  { code, why }: Pick<Hold, "code" | "why"> | Pick<HoldReason, "code" | "why">,
  names: Names,
): string {
  return why.code === "condition met" ? speak(code) : sayBy(HOLDS, why, names);
}

const CAUSES = {
  approved: () => "it was approved",
  edited: () => "it was edited",
  "sent in again": () => "it was sent in again",
  withdrawn: () => "it was withdrawn",
  declined: () => "it was declined",
  "sent back": () => "it was sent back",
  "gone back a level": () => "it went back to an earlier level",
  "routed again": () => "it was routed again",
  "released by a step": () => "a step after the approval released it",
  "something else missing": () => "something else is missing now",
  "nothing missing": () => "nothing is missing any more",
  "enough can decide": () => "enough people can decide again",
  "enough have approved": () => "enough have approved",
  "part not approved": () => "what it was held for was not approved",
  "receipt supplied": ({ line }) => `the receipt of line ${line} was supplied`,
  "receipt posted": ({ line, order }) => `a receipt for line ${line} of ${order} was posted`,
  "rate arrived": ({ rates }) =>
    `an exchange rate arrived: ${rates.map((one) => `${one.from} to ${one.to} ${one.rate}`).join(", ")}`,
  "rates changed": () => "exchange rates have arrived",
  "people changed": () => "people or absences have changed",
  "looked through": () => "the lookout has looked through it again, or a finding was closed",
  "policy changed": () => "a policy has changed",
  "something began or ended": () => "an absence or a version of a policy has begun or ended",
  "account changed": ({ account, by }) => `the account of ${account} was changed${by ? ` by ${by}` : ""}`,
  said: (values, names) => sayGiven(values, names),
} satisfies Wording<Cause>;

/** Why a hold went, or a document was looked at or routed again. */
export function sayCause(cause: Cause, names: Names): string {
  return sayBy(CAUSES, cause, names);
}
