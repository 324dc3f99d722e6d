import { rowsByCode, rowsOf } from "../../codes";
import type { Activity, Documents } from "../activity";
import { asItLooks, likenessOf, type Likeness } from "../likeness";
import { coincidences, type Pair } from "./coincidences";
import { WORTH_KEEPING, type Answer, type Suspicion } from "../question";
import type { LookoutSettings } from "../settings";

/**
 * Two documents that may be one.
 * @property documents the earlier first
 * @property likeness of the numbers that their party gave them
 * @property days between the days that stand on them
 * @property expected how many such pairs of the same party chance alone would make
 */
export type DuplicateFigures =
  | {
      kind: "alike";
      documents: [string, string];
      /** Of the earlier one: its party (empty where there is none), and its amount. */
      party: string;
      gross: { minor: number; currency: string };
      likeness: Likeness;
      sameAmount: boolean;
      days: number;
      expected: number;
      of: number;
    }
  | { kind: "receipt"; documents: string[]; hash: string };

/** With how many documents of the same amount, or the same number, each is compared: those next to it in time. */
const NEIGHBOURS = 40;

/**
 * Invoices of one party, or of parties behind which the same bank account or address stands, that agree in amount or number so well that they are likely one; claims of one person alike; and receipts that stand
 * on several documents. How likely that is by chance is told by the documents themselves: how many pairs of the same amount the party has anyway within as many days (who charges the same each month
 * has one each month), and in what share of neighbouring pairs numbers are so alike (those that follow each other differ by one sign). That is how Fellegi and Sunter (1969, from memory) weigh agreements, with frequencies
 * of what is at hand; the chance is that of at least one such pair (Poisson).
 */
export function duplicates(activity: Activity, settings: LookoutSettings["duplicates"]): Answer<DuplicateFigures> {
  const { documents } = activity;
  const answer: Answer<DuplicateFigures> = { asked: 0, raised: sameReceipts(activity) };
  for (const groups of partiesOf(activity)) {
    const pairs = groups.map((rows) => [...pairsWorthALook(documents, rows, settings.days)]);
    const chances = coincidences(documents, groups, pairs);
    groups.forEach((rows, group) => {
      answer.asked += 1;
      for (const pair of pairs[group]!) {
        const found = judge(activity, rows, pair, chances(group, pair));
        if (found) answer.raised.push(found);
      }
    });
  }
  return answer;
}

/** Documents with a number of their party, by party, and those that have no party, by whose they are: each in the order of the days on them. */
function partiesOf({ documents, behind, people }: Activity): Int32Array[][] {
  const { count, party, requester, theirNumber, live, day, at } = documents;
  const parties = party.values.length;
  const codes = new Int32Array(count).fill(-1);
  for (let row = 0; row < count; row += 1) {
    if (!live[row]) continue;
    const one = party.codes[row]!;
    if (one < 0) codes[row] = parties + requester[row]!;
    else if (theirNumber[row] !== "") codes[row] = behind[one]!;
  }
  const sorted = rowsByCode(codes, parties + people.length);
  const ofCodes = (from: number, until: number) =>
    Array.from({ length: until - from }, (_, code) => rowsOf(sorted, from + code).slice())
      .filter((rows) => rows.length > 1)
      .map((rows) => rows.sort((a, b) => day[a]! - day[b]! || at[a]! - at[b]!));
  return [ofCodes(0, parties), ofCodes(parties, parties + people.length)];
}

/** Pairs that share the amount, or the look of the number, no more than so many days apart. */
function* pairsWorthALook(documents: Documents, rows: Int32Array, most: number): Generator<Pair> {
  const { gross, currency, theirNumber } = documents;
  const keys: ((row: number) => string)[] = [
    (row) => `${gross[row]} ${currency.codes[row]}`,
    (row) => (theirNumber[row] === "" ? "" : asItLooks(theirNumber[row]!)),
  ];
  const place = new Map(Array.from(rows, (row, index) => [row, index]));
  const seen = new Set<string>();
  for (const keyOf of keys)
    for (const block of blocksOf(rows, keyOf))
      for (const [one, other] of neighboursIn(block)) {
        const pair = pairOf(documents, one, other, place.get(other)! - place.get(one)!);
        if (pair.days > most || seen.has(`${one} ${other}`)) continue;
        seen.add(`${one} ${other}`);
        yield pair;
      }
}

function* neighboursIn(block: readonly number[]): Generator<[number, number]> {
  for (let first = 0; first < block.length; first += 1)
    for (let second = first + 1; second < Math.min(block.length, first + NEIGHBOURS); second += 1)
      yield [block[first]!, block[second]!];
}

function pairOf(documents: Documents, one: number, other: number, apart: number): Pair {
  const { theirNumber, day } = documents;
  const likeness = likenessOf(theirNumber[one]!, theirNumber[other]!);
  return {
    one,
    other,
    likeness,
    sameAmount: isSameAmount(documents, one, other),
    days: day[other]! - day[one]!,
    apart,
  };
}

function blocksOf(rows: Int32Array, keyOf: (row: number) => string): number[][] {
  const blocks = new Map<string, number[]>();
  for (const row of rows) {
    const key = keyOf(row);
    if (key === "") continue;
    const block = blocks.get(key);
    if (block) block.push(row);
    else blocks.set(key, [row]);
  }
  return [...blocks.values()].filter(({ length }) => length > 1);
}

function isSameAmount({ gross, currency }: Documents, one: number, other: number): boolean {
  return gross[one] === gross[other] && gross[one] !== 0 && currency.codes[one] === currency.codes[other];
}

function judge(
  { people, documents }: Activity,
  rows: Int32Array,
  { one, other, likeness, sameAmount, days }: Pair,
  expected: number,
): Suspicion<DuplicateFigures> | null {
  const chance = -Math.expm1(-expected);
  if (chance > WORTH_KEEPING) return null;
  const { ids, requester, party, gross, currency } = documents;
  const both: [string, string] = [ids[one]!, ids[other]!];
  return {
    about: ["alike", ...both],
    people: [...new Set([one, other].map((row) => people[requester[row]!]!))],
    documents: both,
    chance,
    figures: {
      kind: "alike",
      documents: both,
      party: party.values[party.codes[one]!] ?? "",
      gross: { minor: gross[one]!, currency: currency.values[currency.codes[one]!]! },
      likeness,
      sameAmount,
      days,
      expected,
      of: rows.length,
    },
  };
}

/** Receipts that stand on several documents: a fact. */
function sameReceipts({
  people,
  documents: { receipts, requester, ids, live },
}: Activity): Suspicion<DuplicateFigures>[] {
  const sorted = rowsByCode(receipts.hash.codes, receipts.hash.values.length);
  return receipts.hash.values.flatMap((hash, code) => {
    const rows = [...new Set(Array.from(rowsOf(sorted, code), (place) => receipts.document[place]!))].filter(
      (row) => live[row],
    );
    if (rows.length < 2) return [];
    const documents = rows.map((row) => ids[row]!);
    return [
      {
        about: ["receipt", ...documents],
        people: [...new Set(rows.map((row) => people[requester[row]!]!))],
        documents,
        chance: null,
        figures: { kind: "receipt" as const, documents, hash },
      },
    ];
  });
}
