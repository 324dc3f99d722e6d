import { addDays, dayIn } from "../calendar";
import { Codes } from "../codes";
import { USUAL_DAYS, partyKey } from "../documents";
import { trySum, type Money } from "../money";
import { measureKey, totalsOf, type Measuring } from "./measure-key";
import type { ConverterByDay, PastDocument } from "./past-document";

/**
 * Documents of one type with the running totals that policies compare, made anew of the documents themselves: what was with the same supplier and was sent before within the days, as it would have been when it
 * was sent. What was sent before the first of the documents is not in it, and what was declined is.
 * @param zone of the organisation, whose days count
 */
export function withTotals(
  documents: readonly PastDocument[],
  policies: readonly Measuring[],
  zone: string,
  convert: ConverterByDay,
): readonly PastDocument[] {
  const needed = new Map(
    policies
      .filter((policy) => totalsOf(policy.documentType, policy.measure.kind))
      .map((one) => [measureKey(one), one]),
  );
  if (needed.size === 0) return documents;
  const dayOf = dayOfMoments(zone);
  const order = documents.map((_, index) => index).sort((a, b) => (documents[a]!.at < documents[b]!.at ? -1 : 1));
  const days = documents.map(({ at }) => dayOf(at));
  const made = documents.map(({ measures }) => ({ ...measures }));
  for (const [key, policy] of needed) {
    const { of, by } = totalsOf(policy.documentType, policy.measure.kind)!;
    for (const group of grouped(documents, order, by))
      addTotals({ documents, days, group, key, of, policy, convert }, made);
  }
  return documents.map((one, index) => ({ ...one, measures: made[index]! }));
}

type Adding = {
  documents: readonly PastDocument[];
  days: readonly string[];
  /** Places of documents with the same supplier, in the order in which they were sent. */
  group: readonly number[];
  key: string;
  of: string;
  policy: Measuring;
  convert: ConverterByDay;
};

function addTotals({ documents, days, group, key, of, policy, convert }: Adding, made: Record<string, Money>[]): void {
  const { currency, measure } = policy;
  let first = 0;
  for (const [last, place] of group.entries()) {
    const { date } = documents[place]!;
    const from = addDays(days[place]!, -(measure.days ?? USUAL_DAYS));
    while (days[group[first]!]! <= from) first += 1;
    const amounts = group.slice(first, last + 1).map((one) => {
      const amount = documents[one]!.measures[of];
      return amount ? convert(amount, currency, date) : null;
    });
    const total = amounts.every((amount) => amount !== null) ? trySum(amounts, currency) : null;
    if (total) made[place]![key] = total;
  }
}

function grouped(documents: readonly PastDocument[], order: readonly number[], by: string): number[][] {
  const groups = new Codes<{ name: string; places: number[] }>(({ name }) => name);
  for (const place of order) {
    const name = documents[place]!.facts[by];
    if (typeof name === "string" && name !== "")
      groups.values[groups.of({ name: partyKey(name), places: [] })]!.places.push(place);
  }
  return groups.values.map(({ places }) => places);
}

/** The day of a moment in a zone; asked once for each quarter of an hour, at whose beginning days begin wherever somebody lives. */
function dayOfMoments(zone: string): (at: string) => string {
  const known = new Map<number, string>();
  return (at) => {
    const quarter = Math.floor(Date.parse(at) / 900_000);
    const day = known.get(quarter) ?? dayIn(at, zone);
    known.set(quarter, day);
    return day;
  };
}
