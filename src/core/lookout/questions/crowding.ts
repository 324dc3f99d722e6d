import { Codes } from "../../codes";
import { cutOf, type Threshold } from "../../policy";
import { binomialAtLeast } from "../../statistics";
import type { Activity, Documents, Rule } from "../activity";
import { WORTH_KEEPING, type Answer, type Suspicion } from "../question";
import type { LookoutSettings } from "../settings";
import { onceEach } from "./once-each";

/** A threshold as it stood in a section of a policy, in whichever versions. */
export type UnderRule = Pick<Rule, "documentType" | "policy" | "section" | "currency"> & { threshold: Threshold };

/**
 * Amounts around a threshold.
 * @property under how many lie in the last stretch below it
 * @property expected how many would, if they lay as in the two stretches on either side
 * @property width of each stretch, minor units
 * @property stretches how many lie in each of twelve below the threshold and twelve from it on, of half a width
 * @property requesters people with how many of those under it are theirs, most first
 */
export type CrowdingFigures = UnderRule & {
  under: number;
  expected: number;
  of: number;
  width: number;
  stretches: number[];
  requesters: { person: string; count: number }[];
};

/** Stretches that are compared: two below the one that is looked at, and two from the threshold on. */
const STRETCHES = 5;
const SHOWN = 12;

/**
 * Amounts that crowd in the last stretch below a threshold. What is expected is told by two stretches of the same width below that one and two above the threshold: as far as amounts thin out evenly there, each
 * of the five has a fifth of them, and where they thin out ever more slowly, as amounts do, the middle one has less. So the exact binomial tail with a fifth errs towards saying nothing (common practice; the design that
 * looks at both sides of a notch is that of bunching estimators, Saez 2010, from memory). Whether the threshold itself lies below is as its rule says; amounts of exactly the threshold are left out on
 * whichever side they lie, and so are other tenths of it, since people like round amounts; what one
 * party charges again and again counts once.
 */
export function crowding(activity: Activity, settings: LookoutSettings["crowding"]): Answer<CrowdingFigures> {
  const answer: Answer<CrowdingFigures> = { asked: 0, raised: [] };
  for (const { rule, neighbours, rows } of thresholdsIn(activity.documents)) {
    const around = aroundOf(activity.documents, rule.threshold, neighbours, rows, settings.reach);
    if (!around || around.of < settings.fewest) continue;
    answer.asked += 1;
    const expected = around.of / STRETCHES;
    const chance = binomialAtLeast(around.under.length, around.of, 1 / STRETCHES);
    if (chance > WORTH_KEEPING || around.under.length < settings.times * expected) continue;
    answer.raised.push(raised(activity, rule, around, { chance, expected, rows }));
  }
  return answer;
}

type Place = { rule: UnderRule; neighbours: { before: number; after: number }; rows: number[] };

/** Every threshold that counted for some document, with the documents that went under a rule with it. */
function thresholdsIn(documents: Documents): Place[] {
  const { count, rule, compared } = documents;
  const places = new Codes<Place>(keyOf);
  const byRule = rule.values.map((one) =>
    one.thresholds.map((threshold, index) => {
      const { documentType, policy, section, currency } = one;
      const before = one.thresholds[index - 1]?.amount ?? 0;
      const after = one.thresholds[index + 1]?.amount ?? Infinity;
      return places.of({
        rule: { documentType, policy, section, currency, threshold },
        neighbours: { before, after },
        rows: [],
      });
    }),
  );
  for (let row = 0; row < count; row += 1) {
    if (Number.isNaN(compared[row]!)) continue;
    for (const place of byRule[rule.codes[row]!] ?? []) places.values[place]!.rows.push(row);
  }
  return places.values.map((place) => ({
    ...place,
    rows: onceEach(documents, place.rows, documents.compared).filter(
      (row) => !isTenth(documents.compared[row]!, place.rule.threshold),
    ),
  }));
}

function keyOf({ rule: { policy, section, currency, threshold }, neighbours: { before, after } }: Place): string {
  return JSON.stringify([policy, section, currency, threshold.amount, threshold.exact, before, after]);
}

type Around = { under: number[]; of: number; width: number; cut: number };

/** What lies around a threshold; null where another threshold is too near to tell anything. */
function aroundOf(
  { compared }: Documents,
  threshold: Threshold,
  { before, after }: Place["neighbours"],
  rows: readonly number[],
  reach: number,
): Around | null {
  const cut = cutOf(threshold);
  const width = Math.floor(
    Math.min(threshold.amount * reach, (threshold.amount - before) / 3, (after - threshold.amount) / 2),
  );
  if (width < 1) return null;
  const under: number[] = [];
  let of = 0;
  for (const row of rows) {
    const amount = compared[row]!;
    if (amount < cut - 3 * width || amount >= cut + 2 * width) continue;
    of += 1;
    if (amount >= cut - width && amount < cut) under.push(row);
  }
  return { under, of, width, cut };
}

/** Whether an amount is a tenth, two, three ... of a threshold. */
function isTenth(amount: number, { amount: whole }: Threshold): boolean {
  return (amount * 10) % whole === 0;
}

function raised(
  { documents, people }: Activity,
  rule: UnderRule,
  { under, of, width, cut }: Around,
  { chance, expected, rows }: { chance: number; expected: number; rows: readonly number[] },
): Suspicion<CrowdingFigures> {
  const half = width / 2;
  const stretches = Array.from({ length: 2 * SHOWN }, () => 0);
  for (const row of rows) {
    const place = Math.floor((documents.compared[row]! - cut) / half) + SHOWN;
    if (place >= 0 && place < stretches.length) stretches[place]! += 1;
  }
  const requesters = countedBy(under, (row) => people[documents.requester[row]!]!);
  const { policy, section, threshold } = rule;
  return {
    about: [policy, section, String(threshold.amount), threshold.exact],
    people: requesters.map(({ person }) => person),
    documents: under
      .toSorted((a, b) => documents.compared[b]! - documents.compared[a]!)
      .map((row) => documents.ids[row]!),
    chance,
    figures: { ...rule, under: under.length, expected, of, width, stretches, requesters },
  };
}

function countedBy(rows: readonly number[], of: (row: number) => string): { person: string; count: number }[] {
  const counts = new Map<string, number>();
  for (const row of rows) counts.set(of(row), (counts.get(of(row)) ?? 0) + 1);
  return [...counts]
    .map(([person, count]) => ({ person, count }))
    .sort((a, b) => b.count - a.count || a.person.localeCompare(b.person));
}
