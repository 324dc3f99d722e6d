import {
  directoryOf,
  inEffect,
  type ApproverRule,
  type Directory,
  type Organisation,
  type Subject,
  byRule,
} from "../people";
import { dayIn } from "../calendar";
import { converterOf, type Rate, type ToCurrency } from "../money";
import type { Level, Policy } from "../policy";
import { appliesTo } from "../policy";
import { peopleUnder, type LevelPeople } from "../routing";

/** Whom a level asks for a requester, and everybody on whom that depends. */
export type Answer = LevelPeople & { involved: ReadonlySet<string> };

export type Group = {
  requesters: readonly string[];
  answer: Answer;
  /** Asked about anew because somebody of those concerned is away at the moment. */
  afresh?: true;
};

/** The answers for many requesters at once: those who are answered alike are asked about once. */
export type Asked = {
  requesters: readonly string[];
  /**
   * Groups of requesters who get the same answer from a level for an amount.
   * @param at ISO date-time; null for a time at which nobody is away
   */
  answers(level: Level, minor: number, at: string | null): readonly Group[];
  /** Which limits and caps cover an amount, as a key: amounts with the same key are answered alike. */
  reached(minor: number): string;
};

/**
 * Everybody in a policy's scope and whom each level would ask for them. The answer for a rule depends on the requester only through their place in the
 * line or tree and on whether they are themselves among those asked, so most people share one; and on the day only through those asked who are away then.
 * @param at ISO date-time of the day that is looked at
 */
export function askedBy(policy: Policy, directory: Directory, at: string, toCurrency: ToCurrency): Asked {
  const { organisation } = directory;
  const requesters = organisation.people
    .filter((person) => directory.isActive(person, at) && appliesTo(policy.scope, person.id, directory))
    .map(({ id }) => id);
  const absences = organisation.standIns.filter((entry) => entry.kind === "absence");
  const everybodyThere = directoryOf({
    ...organisation,
    standIns: organisation.standIns.filter((entry) => entry.kind !== "absence"),
  });
  const capped = organisation.standIns.some((entry) => entry.cap);
  const reached = reachedBy(policy, organisation, toCurrency);
  const ask = (level: Level, requester: string, minor: number, when: string | null): Answer => {
    const subject = subjectBefore(policy, directory, requester, minor, toCurrency);
    const people = peopleUnder(
      policy,
      level,
      subject,
      when === null ? everybodyThere : directory,
      when ?? at,
      [],
      true,
    );
    return {
      ...people,
      involved: new Set(people.candidates.flatMap((one) => [one.person, one.inNameOf ?? one.person])),
    };
  };
  const classesOf = remember((rule: string) => alike(JSON.parse(rule) as ApproverRule, requesters, directory));
  const awayAt = remember((when: string) => absences.filter((one) => inEffect(one, when)).map(({ person }) => person));
  const keys = new WeakMap<Level, { rule: string; whole: string }>();
  const keyOf = (level: Level) => {
    const known = keys.get(level) ?? {
      rule: JSON.stringify(level.approvers),
      whole: JSON.stringify([level.approvers, level.quorum]),
    };
    keys.set(level, known);
    return known;
  };
  const groups = new Map<string, readonly Group[]>();
  const answers = (level: Level, minor: number, when: string | null): readonly Group[] => {
    const byLimit = level.approvers.kind === "lineByLimit" || policy.selfApproval.rule === "own limit";
    const { rule, whole } = keyOf(level);
    const key = `${when}|${byLimit || capped ? reached(minor) : ""}|${whole}`;
    const known = groups.get(key);
    if (known) return known;
    const among = (members: readonly string[]) =>
      shared(members, (requester) => ask(level, requester, minor, when), byLimit);
    const found =
      when === null
        ? [...classesOf(rule).values()].flatMap(among)
        : answers(level, minor, null).flatMap((group) =>
            !group.answer.blocked && awayAt(when).some((person) => group.answer.involved.has(person))
              ? among(group.requesters).map((one) => ({ ...one, afresh: true as const }))
              : [group],
          );
    groups.set(key, found);
    return found;
  };
  return { requesters, answers, reached };
}

/** Amounts in other currencies at the rates of a day. @param at ISO date-time; its day in the organisation's zone counts */
export function converterOn({ organisation }: Directory, at: string, rates: readonly Rate[]): ToCurrency {
  return converterOf(rates, dayIn(at, organisation.timeZone));
}

/** What is known of a document of somebody's before there is one. */
export function subjectBefore(
  { documentType, currency }: Pick<Policy, "documentType" | "currency">,
  directory: Directory,
  requester: string,
  minor: number,
  toCurrency: ToCurrency,
): Subject {
  return {
    requester,
    unit: directory.person(requester)!.unit,
    documentType,
    amount: { minor, currency },
    toCurrency,
    excluded: [],
    concerns: {},
    named: {},
  };
}

function remember<T>(make: (key: string) => T): (key: string) => T {
  const known = new Map<string, T>();
  return (key) => {
    const value = known.get(key) ?? make(key);
    known.set(key, value);
    return value;
  };
}

/** Requesters by where they stand as far as a rule looks at it. */
function alike(rule: ApproverRule, requesters: readonly string[], directory: Directory): Map<string, string[]> {
  const classes = new Map<string, string[]>();
  for (const requester of requesters) {
    const place = byRule(rule).placeOf(requester, directory);
    const members = classes.get(place);
    if (members) members.push(requester);
    else classes.set(place, [requester]);
  }
  return classes;
}

function reachedBy(policy: Policy, organisation: Organisation, toCurrency: ToCurrency): (minor: number) => string {
  const amounts = [
    ...organisation.limits.flatMap(({ limit, documentType }) =>
      limit.kind === "amount" && documentType === policy.documentType ? [limit] : [],
    ),
    ...organisation.standIns.flatMap(({ cap }) => (cap ? [cap] : [])),
  ];
  const distinct = [...new Map(amounts.map((one) => [`${one.minor} ${one.currency}`, one])).values()];
  const known = new Map<number, string>();
  return (minor) => {
    const key =
      known.get(minor) ??
      distinct
        .map((one) => {
          const compared = toCurrency({ minor, currency: policy.currency }, one.currency);
          return !compared ? "?" : compared.minor <= one.minor ? "1" : "0";
        })
        .join("");
    known.set(minor, key);
    return key;
  };
}

/**
 * One answer for all members of a class who have no part in it themselves, and one each for the others.
 * @param named the reason names the requester, so a blocked answer is each one's own
 */
function shared(members: readonly string[], ask: (requester: string) => Answer, named: boolean): Group[] {
  const own: { requesters: string[]; answer: Answer }[] = [];
  let common: { requesters: string[]; answer: Answer } | null = null;
  for (const requester of members) {
    if (common && !common.answer.involved.has(requester)) {
      common.requesters.push(requester);
      continue;
    }
    const answer = ask(requester);
    const one: { requesters: string[]; answer: Answer } = { requesters: [requester], answer };
    if (!common && !answer.involved.has(requester) && !(named && answer.blocked)) common = one;
    else own.push(one);
  }
  return common ? [common, ...own] : own;
}
