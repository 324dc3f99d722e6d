import type { DeadEndReason, Finding, FindingReason, Mend, OwnerReason, StepReason, UnknownName } from "../checks";
import { typeWords } from "../documents";
import { formatMoney } from "../money";
import { lastDayBefore, type Directory } from "../people";
import { type Policy, type Section } from "../policy";
import type { ValuesOf } from "../reason";
import { capital, formatShare, joinWords, lowerFirst, sayCount, sayDate, withArticle } from "../text";
import { sayOwned } from "./list-names";
import { namesOf, type About, type Names } from "./names";
import { sayFieldName } from "./field-names";
import { sayNotReady } from "./policies";
import { sayBlocked } from "./routes";
import { sayBy, speak, type Wording } from "./wording";
import { sayRange } from "./policy-bands";

/** A policy and all that a finding of it may name. */
type Spoken = {
  policy: Policy;
  names: Names;
  /** What its documents are called. */
  one: string;
  many: string;
  /** What those are called that are approved before them for the same thing. */
  before: { one: string; many: string };
  section: Section | undefined;
  /** The level of the place, in quotes and by its id. */
  level: string;
  levelId: string;
  /** The band of the place as a range, or another of its section. */
  range: (band?: number) => string;
  amount: (minor: number) => string;
  people: (ids: readonly string[]) => string;
};

/** Up to three names, and how many more. */
function someNames(ids: readonly string[], names: Names): string {
  const said = ids.map((id) => names.person(id));
  return said.length <= 3 ? joinWords(said, "and") : `${said.slice(0, 2).join(", ")} and ${said.length - 2} others`;
}

function spokenOf(policy: Policy, { place }: Finding, directory: Directory, policies: About["policies"]): Spoken {
  const names = namesOf(directory, { policy, ...(policies && { policies }) });
  const { name, follows } = typeWords(policy.documentType);
  const section = policy.sections.find(({ id }) => id === place.section);
  return {
    policy,
    names,
    ...name,
    before: typeWords(follows ?? policy.documentType).name,
    section,
    levelId: place.level ?? "",
    level: place.level ? `“${names.level(place.level)}”` : "",
    range: (band = place.band ?? 0) => (section ? sayRange(section, band, policy.currency) : ""),
    amount: (minor) => formatMoney({ minor, currency: policy.currency }),
    people: (ids) => someNames(ids, names),
  };
}

type Say<C extends FindingReason["code"]> = (values: ValuesOf<FindingReason, C>, spoken: Spoken) => string;

/** What is wrong, and what would mend it. */
const FINDINGS = {
  "not carried out": [
    ({ why }, spoken) => sayWithLevel(why, spoken),
    () => "Remove it. It can stay in the draft, but not go to the reviewer.",
  ],
  "unknown reference": [
    ({ why }, spoken) => sayWithLevel(why, spoken),
    () => "Name one that exists, or enter it under People first.",
  ],
  "no approving level": [
    (_, { range, many }) =>
      `${range()}: no level approves, and the band does not say that nobody needs to: such ${many} would be held.`,
    () => "Let a level approve there, or choose the band and say that nobody needs to approve.",
  ],
  "conditional levels only": [
    (_, { range, one }) =>
      `${range()}: every level has a condition; ${withArticle(one)} that meets none of them would be held.`,
    () => "Add a level without a condition, or take the condition from one.",
  ],
  "section never applies": [
    ({ itself }, { many, section }) =>
      `No ${many} can come to “${section?.name}”: ${itself ? "its condition contradicts itself" : "the sections before it take all that it names"}.`,
    ({ last }) =>
      last
        ? "Keep it for what is added later and say so, or make the conditions before it narrower."
        : "Change its condition, move it forward, or remove it.",
  ],
  "level never applies": [
    (_, { level, section }) =>
      `${level} is always skipped: nothing that comes to its bands of “${section?.name}” can meet its condition.`,
    () => "Change its condition or the bands it stands in, or remove the level.",
  ],
  "unknown name": [
    ({ hold, why }, spoken) => `${whoseCondition(hold, spoken)}: ${sayUnknown(why, spoken)}.`,
    () => "Correct it, or take the comparison out; where it is still to come, say so.",
  ],
  "field ended": [
    ({ field, lastDay }, spoken) =>
      `${spoken.section ? whoseCondition(null, spoken) : "The policy"}: the field “${spoken.names.field(field)}” ended on ${sayDate(lastDay)}: no new ${spoken.many} say anything in it.`,
    () => "Remove it from the policy or name another field; or open it again under Settings, Fields.",
  ],
  "choice skips authority": [
    ({ chosen, weak, ...band }, { range, level, names, people, amount }) =>
      `${range()}: where ${level} chooses “${names.level(chosen)}”, what it passes over is needed: the chain then ends with people whose limits end below it${weak.length > 0 ? `: ${people(weak)}` : ""}. ${sayTop(band, amount)}`,
    () => "Take the level whose limit is needed out of those to choose from, so that it always comes.",
  ],
  "level without part": [
    (_, { level, section }) => `${level} has a part in no band of “${section?.name}”.`,
    () => "Let it approve or be notified in a band, or remove the level.",
  ],
  "sections overlap": [
    ({ first }, { many, names, section }) =>
      `Some ${many} fit both “${names.section(first)}” and “${section?.name}”; only their order decides that “${names.section(first)}” takes them.`,
    ({ first }, { names }) =>
      `Make the condition of one of them narrower, or say why “${names.section(first)}” goes first.`,
  ],
  "scope left over": [
    ({ people: left }, { many, people }) =>
      `No policy for ${many} applies to ${people(left)}, who work where this one applies: what they ask for would be held.`,
    () => "Widen the requesters, or make a policy for them.",
  ],
  "claims the same": [
    ({ policy: other, from }, { policy, names, many }) =>
      `“${policy.name}” and “${names.policy(other)}”, which counts from ${sayDate(from)}, both claim ${many} of the same unit and people.`,
    () =>
      "Choose dates that do not meet; or give one of them another unit or other requesters, or an end to the other.",
  ],
  "dead end": [
    ({ people: whose, everybody, bands, why }, spoken) =>
      `Nobody can decide ${spoken.many} of ${everybody ? "anybody" : spoken.people(whose)} ${joinWords(rangesOf(spoken, bands), "and")}: at ${spoken.level} ${sayDeadEnd(why, spoken)}.`,
    (values) => HELP[values.help](values),
  ],
  "passing dead end": [
    ({ people: whose, from, until, why }, spoken) => {
      const { timeZone } = spoken.names.directory.organisation;
      const when = until ? `Until ${sayDate(lastDayBefore(until, timeZone))}` : `From ${sayDate(from)}`;
      return `${when} ${spoken.many} of ${spoken.people(whose)} wait at ${spoken.level}: ${sayDeadEnd(why, spoken)}.`;
    },
    () => "It ends by itself. A stand-in set under People ends it sooner.",
  ],
  "same people": [
    ({ levels, people: stuck }, { range, names, people }) =>
      `${range()}: ${joinWords(
        levels.map((id) => `“${names.level(id)}”`),
        "and",
      )} ask the same people, too few of them to decide at each, and nobody decides at two levels: what ${people(stuck)} ${stuck.length === 1 ? "asks" : "ask"} for would be held.`,
    () => "Ask other people at one of these levels, or let who stands at two levels be asked twice or count once.",
  ],
  "known per document": [
    ({ by }, { level, one, names }) =>
      `${level} is known for each document only: ${withArticle(one)} ${
        by.kind === "owner" ? `whose ${sayOwned(by.of, names)} has no owner` : `that names nobody as ${by.field}`
      } would be held.`,
    () => "Nothing is wrong here; see that the owners are kept and the field is filled in.",
  ],
  "limit too low": [
    ({ weak, ...band }, { range, people, amount }) =>
      `${range()}: the chain can end with people whose limits end below it: ${people(weak)}. ${sayTop(band, amount)}`,
    () =>
      "Raise their limits under People, move the threshold down, or let somebody with a higher limit approve as well.",
  ],
  inversion: [
    ({ lower }, { range, level }) =>
      `${range()}: less is needed than ${lowerFirst(range(lower))}: ${level} no longer approves and nobody takes its place.`,
    () => "Let the level approve in the higher band as well, or say why less is enough there.",
  ],
  "falling authority": [
    ({ lower, before, after }, { range, people, amount }) =>
      `${range()}: ${people(after.people)} can be enough, with ${sayLimit(after.minor, amount)}; somebody with ${sayLimit(before.minor, amount)} is needed ${lowerFirst(range(lower))}.`,
    () =>
      "Let whoever is needed in the lower band approve here as well, or somebody with a higher limit; or say why less is enough.",
  ],
  "easier than its order": [
    ({ minor, levels, order, orderLevels }, { one, before, amount, names }) =>
      `${capital(withArticle(one))} of ${amount(minor)} that has no section of its own passes ${sayCount(levels)} ${levels === 1 ? "level" : "levels"}; ${withArticle(before.one)} of the same amount under “${names.policy(order)}” passes ${sayCount(orderLevels)}.`,
    (_, { before }) => `Bring its thresholds and levels up to those of ${before.many}, or say why less is enough.`,
  ],
  "decides alone": [
    ({ person, share, most }, { names, range }) =>
      `${names.person(person)} alone would have decided ${formatShare(share)} of last year’s value, more than ${formatShare(most)}; most of it ${lowerFirst(range())}.`,
    () => "Add a second level there, or let several people approve.",
  ],
  lapse: [
    (_, { level }) => `${level} counts as approved when nobody answers in time: an approval that nobody gave.`,
    () => "Let it wait or go to somebody else when overdue, or say why it is good enough that time runs out.",
  ],
  "escalation circle": [
    ({ person }, { level, names }) =>
      `When ${level} is overdue it goes to ${names.person(person)}, who is one of those asked in the first place.`,
    () => "Name somebody outside the level.",
  ],
  "inactive person": [
    ({ person, as }, { level, names }) =>
      as === "seller"
        ? `Limits for stopped orders are asked for in the name of ${names.person(person)}, who is no longer active, where an order names nobody else.`
        : `${names.person(person)} is named at ${level}${as === "member" ? ", as a member of its group," : ""} and no longer active.`,
    ({ as }) =>
      ({
        seller: "Name somebody else under “Stopped orders”.",
        member: "Take them out of the group under People.",
        approver: "Name somebody else in their place.",
      })[as],
  ],
  leaving: [
    ({ person, after }, { level, names }) =>
      `${names.person(person)} is named at ${level} and leaves after ${sayDate(after)}.`,
    () => "Name a position or a group instead, or somebody who stays.",
  ],
  "step not possible": [
    ({ step, kind, why }, spoken) => `Step ${step} after the approval${sayStep(why, kind, spoken)}`,
    ({ why }) =>
      ({
        "does nothing": "Remove the step.",
        "not posted before": "Put “post” before it.",
        "nobody told": "Write a person’s name or an e-mail address.",
      })[why.code],
  ],
  "stopped orders stay": [
    () =>
      "Limits are asked for that stopped orders need, but no step sets what was approved: the orders would stay stopped.",
    () => "Add the step “apply changes” after the approval.",
  ],
  "no owner": [({ why }, { names }) => sayBy(OWNERS, why, names), () => "Choose an owner who stays."],
  "nobody next": [
    (_, { level }) =>
      `When ${level} is overdue it is to go to the next who is asked there, and for some requesters one person alone is asked.`,
    () => "Name a second person at the level, or let it go to the manager or to somebody by name.",
  ],
  "escalation without role": [
    ({ person }, { level, names }) =>
      `When ${level} is overdue it goes to ${names.person(person)}, who does not have the role of an approver and cannot decide.`,
    () => "Name an approver, or have the role given to them under People.",
  ],
  "no rate": [
    ({ from, to }, { many }) =>
      `There is no exchange rate from ${from.join(", ")} to ${to} of the last ten days: ${many} in ${from.length === 1 ? "it" : "them"} would be held.`,
    () => "Have the rates added, or measure in another currency.",
  ],
} satisfies { [C in FindingReason["code"]]: readonly [Say<C>, Say<C>] };

const OWNERS = {
  none: () => "Nobody owns this policy, so that nobody is asked what it means.",
  unknown: () => "The owner of this policy is nobody known here.",
  inactive: ({ person }, names) => `${names.person(person)} owns this policy and is no longer active.`,
  leaves: ({ person }, names) => `${names.person(person)} owns this policy and leaves.`,
} satisfies Wording<OwnerReason>;

type DeadEndValues = ValuesOf<FindingReason, "dead end">;

const HELP = {
  "ask for fewer": ({ why }) =>
    `Ask for ${why.code === "too few eligible" ? why.values.eligible : "fewer"} at most, or name more people.`,
  "fill the position": () => "Fill it under People, or have somebody else asked at this level.",
  "name a second person": () =>
    "Name a second person at this level, or give these requesters a section of their own with somebody else to ask.",
  "name somebody active": () =>
    "Name somebody who is active and has the role approver, or give them the role under People.",
  "name more people": () => "Name more people at this level, or ask for fewer of them.",
} satisfies Record<DeadEndValues["help"], (values: DeadEndValues) => string>;

function sayWithLevel(why: ValuesOf<FindingReason, "not carried out">["why"], { level, names }: Spoken): string {
  return `${level ? `${level}: ` : ""}${sayNotReady(why, names)}.`;
}

function whoseCondition(hold: string | null, { section, level }: Spoken): string {
  if (hold !== null) return `The hold “${hold}”`;
  return level ? `${level} of “${section?.name}”` : `“${section?.name}”`;
}

function sayUnknown(why: UnknownName, { policy, names }: Spoken): string {
  const label = sayFieldName(policy.documentType, why.field, names);
  const wording: Wording<UnknownName> = {
    "empty text": () => `the ${label} is compared with an empty text`,
    "no such choice": ({ choices }) => `there is no ${label} “${choices.join("”, “")}”`,
    "no such name": ({ is, text }) =>
      `there is no ${label} ${{ "equal to": "called", containing: "with", "starting with": "that begins with" }[is]} “${text}”`,
  };
  return sayBy(wording, why, names);
}

function sayStep(why: StepReason, kind: string, { one, many, names }: Spoken): string {
  const wording: Wording<StepReason> = {
    "does nothing": () => `, “${kind}”, does nothing to ${many}: it would fail on every ${one}.`,
    "not posted before": () => ` pays what no step before it posts: it would fail on every ${one}.`,
    "nobody told": ({ note }) => ` notifies “${note}”, who is nobody here and no e-mail address.`,
  };
  return sayBy(wording, why, names);
}

function sayTop({ top, open }: { top: number; open: boolean }, amount: Spoken["amount"]): string {
  return open
    ? `The band is open; looked at is ${amount(top)}, ten times its threshold.`
    : `The band ends at ${amount(top)}.`;
}

function sayLimit(minor: number | null, amount: Spoken["amount"]): string {
  if (minor === null) return "authority for any amount";
  return minor === 0 ? "no authority of their own" : `a limit of ${amount(minor)}`;
}

function sayDeadEnd(why: DeadEndReason, { names, levelId }: Spoken): string {
  if (why.code === "nobody but the requester") return "nobody but the requester is asked";
  if (why.code === "their line ends")
    return `the reporting line ends with ${names.person(why.values.last)}, and nobody in it can decide the amount`;
  return sayBlocked(why, levelId, names);
}

/** Bands next to each other said as one range. */
function rangesOf({ section, policy }: Spoken, bands: readonly number[]): string[] {
  const runs: { first: number; last: number }[] = [];
  for (const band of bands) {
    const run = runs.at(-1);
    if (run?.last === band - 1) run.last = band;
    else runs.push({ first: band, last: band });
  }
  return runs.map(({ first, last }) => {
    const edges = [section?.thresholds[first - 1], section?.thresholds[last]].filter((edge) => edge !== undefined);
    return lowerFirst(sayRange({ thresholds: edges }, first > 0 ? 1 : 0, policy.currency));
  });
}

/** A finding in words: what is wrong, a document that shows it, what would mend it, and what the edit that it offers does. */
export type SaidFinding = { message: string; example: string | null; mend: string; offer: string | null };

/**
 * Says a finding of a policy.
 * @param others the policies that it may name
 */
export function sayFinding(
  finding: Finding,
  policy: Policy,
  directory: Directory,
  others: About["policies"] = [],
): SaidFinding {
  const spoken = spokenOf(policy, finding, directory, others);
  // Each code stands with the values that go with it; the compiler cannot follow the two together.
  const [message, mend] = FINDINGS[finding.code] as readonly [Say<never>, Say<never>];
  const values = ("values" in finding ? finding.values : null) as never;
  return {
    message: speak(message(values, spoken)),
    mend: speak(mend(values, spoken)),
    example: finding.example ? speak(sayExample(finding.example, spoken)) : null,
    offer: finding.offer ? speak(sayOffer(finding.offer, spoken)) : null,
  };
}

/** "an order of 31,000.00 EUR by Rui Tavares, Engineering" */
function sayExample({ minor, requester }: NonNullable<Finding["example"]>, { one, names, amount }: Spoken): string {
  const unit = names.directory.person(requester)?.unit;
  return `${withArticle(one)} of ${amount(minor)} by ${names.person(requester)}${unit ? `, ${names.unit(unit)}` : ""}`;
}

function sayOffer(mend: Mend, { names }: Spoken): string {
  switch (mend.kind) {
    case "mark":
      return `Let ${names.level(mend.level)} approve there too`;
    case "quorum":
      return `Ask for ${mend.n === 1 ? "one" : mend.n}`;
    case "without person":
      return `Remove ${names.person(mend.person)}`;
    case "remove level":
      return "Remove the level";
    case "remove section":
      return "Take the section out";
    case "wait when overdue":
      return "Let it wait when overdue";
  }
}
