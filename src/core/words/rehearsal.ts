import { formatAmount } from "../money";
import type { Policy, Section } from "../policy";
import type { AskedLevel, Difference, EffectKind, InTheWay, RehearsedEffect, Suggestion } from "../rehearsal";
import { capital, countOf, formatShare, joinWords } from "../text";

type Noun = { one: string; many: string };

const more = (count: number) => (count > 0 ? "more" : "fewer");

/**
 * @param noun what the documents are called
 * @example sayRehearsed({ approvals: -92, hours: -31, seenNoMore: 0.024, … }, { one: "order", many: "orders" })
 * // "92 approvals a year fewer, 31 hours. 2.4 % of value would be approved by nobody any more; 9 orders would need more approvals."
 */
export function sayRehearsed(effect: RehearsedEffect, { one, many }: Noun): string {
  const { approvals, hours, seenNoMore, seenNow, other, heldNow, documents } = effect;
  if (documents === 0) return `No ${many} came under this policy on these days.`;
  const count = Math.round(Math.abs(approvals));
  const work =
    count === 0
      ? "As many approvals a year"
      : `${countOf(count, "approval")} a year ${more(approvals)}, ${countOf(Math.round(Math.abs(hours)), "hour")}`;
  const further = [
    seenNoMore > 0 && `${formatShare(seenNoMore)} of value would be approved by nobody any more`,
    seenNow > 0 && `${formatShare(seenNow)} of value that nobody approves today would be approved`,
    effect.more > 0 && `${countOf(effect.more, one, many)} would need more approvals`,
    other > 0 && `${countOf(other, one, many)} would go to other people`,
    heldNow > 0 && `${countOf(heldNow, one, many)} would be held`,
  ].filter((part) => part !== false);
  if (count === 0 && further.length === 0)
    return `Both treat ${documents === 1 ? `the one ${one}` : `all ${countOf(documents, one, many)}`} alike.`;
  return further.length > 0 ? `${work}. ${capital(further.join("; "))}.` : `${work}.`;
}

/** What becomes of a document, as a word beside it and in the picture. */
export const EFFECT_WORDS = {
  "fewer approvals": "fewer approvals",
  "more approvals": "more approvals",
  "other people": "other people",
  "held now": "would be held",
  "held no more": "would no longer be held",
  "told otherwise": "others are notified",
} as const satisfies Record<EffectKind, string>;

/** How levels and people are called. */
export type RehearsalNames = { level(id: string): string; person(id: string): string };

/** Names of the levels of some policies, of the first that has one, and of people. */
export function rehearsalNames(policies: readonly Policy[], person: (id: string) => string): RehearsalNames {
  const levels = new Map(
    policies
      .toReversed()
      .flatMap(({ sections }) => sections.flatMap((one) => one.levels.map(({ id, name }) => [id, name]))),
  );
  return { level: (id) => levels.get(id) ?? id, person };
}

/** What is asked otherwise of one document, a sentence for each level. */
export function sayAskedOtherwise({ kind, added, removed, changed }: Difference, names: RehearsalNames): string[] {
  const level = ({ level: id }: AskedLevel) => names.level(id);
  const found = [
    ...added.map((one) => `+ ${level(one)}`),
    ...removed.map((one) => `− ${level(one)}`),
    ...changed.map(
      ({ before, after }) => `${level(after)}: ${sayAsked(after, names)} instead of ${sayAsked(before, names)}`,
    ),
  ];
  return found.length > 0 && kind !== "held now" ? found : [capital(EFFECT_WORDS[kind]), ...found];
}

/** Who is asked at a level, and how many of them have to approve. @example "Ana and Rui, both" */
export function sayAsked({ people, needed }: AskedLevel, { person }: Pick<RehearsalNames, "person">): string {
  if (people.length === 0) return "nobody";
  const named = joinWords(people.map(person), needed < people.length ? "or" : "and");
  return needed > 1 && needed < people.length ? `${needed} of ${named}` : named;
}

/** A share to a tenth of one per cent, where what is asked for and what comes of it are compared. @example sayShareExactly(0.8) // "80.0 %" */
export function sayShareExactly(share: number): string {
  return `${(share * 100).toFixed(1)} %`;
}

/**
 * Who approves up to which amounts.
 * @param section that the bands are of
 * @example "Up to 1,000.00: nobody; up to 20,000.00: Line manager; above: Line manager and Head of the unit above"
 */
export function sayBandsKept(
  { levels }: Pick<Section, "levels">,
  { bands, thresholds }: Pick<Suggestion, "bands" | "thresholds">,
  currency: string,
): string {
  const said = bands.map((band, index) => {
    const asked = levels.filter(({ kind, marks }) => kind !== "notice" && marks[band] === "approves");
    const who =
      asked.length > 0
        ? joinWords(
            asked.map(({ name }) => name),
            "and",
          )
        : "nobody";
    const threshold = thresholds[index];
    if (!threshold) return `${index > 0 ? "above" : "whatever the amount"}: ${who}`;
    const upTo = threshold.exact === "below" ? "up to" : "under";
    return `${upTo} ${formatAmount({ minor: threshold.amount, currency })}: ${who}`;
  });
  return capital(said.join("; "));
}

/**
 * Why no thresholds reach a goal.
 * @param hours of the minutes of some days those of a month
 * @param share of the value that the goal asks for
 */
export function sayInTheWay(
  why: InTheWay,
  share: number,
  hours: (minutes: number) => number,
  person: (id: string) => string,
): string {
  if (why.code === "value out of reach")
    return `No thresholds reach ${sayShareExactly(share)}: with the levels there are, and so many bands, the most is ${sayShareExactly(why.most)} of the value. Let more bands be used, or give a band a level more on the board.`;
  const over = why.people.map((one) => `${person(one.person)}, ${hours(one.minutes).toFixed(1)} hours a month`);
  return `Thresholds that reach ${sayShareExactly(share)} ask more of somebody than they have. Those with the fewest hours would ask ${joinWords(over, "and")}, other sections included.`;
}
