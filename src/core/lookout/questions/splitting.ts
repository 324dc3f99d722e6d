import { rowsByCode, rowsOf } from "../../codes";
import { cutOf, type Threshold } from "../../policy";
import { binomialAtLeast } from "../../statistics";
import type { Activity, Documents, Rule } from "../activity";
import { WORTH_KEEPING, type Answer, type Suspicion } from "../question";
import type { LookoutSettings } from "../settings";
import { closeness, type Closeness } from "./closeness";
import { passChance } from "./pass-chance";

/** Documents that passed a threshold together within some days though each stayed under it: in the order of time, and their sum in minor units. */
export type Cluster = { documents: string[]; sum: number };

/**
 * Amounts that were divided.
 * @property by whose they are: of one person, or of several in one unit
 * @property unit in which most of them were
 * @property parties more than one where they share a bank account or an address
 * @property days within which they were added up
 * @property of how many documents of theirs stay under the threshold
 * @property expected how many such clusters would come if they came as others do
 */
export type SplittingFigures = Pick<Rule, "documentType" | "policy" | "section" | "currency"> & {
  threshold: Threshold;
  by: { kind: "person" | "unit"; id: string };
  unit: string;
  parties: string[];
  days: number;
  of: number;
  expected: number;
  clusters: Cluster[];
};

const DAY = 86_400_000;

/**
 * Orders and invoices that one person, or several of one unit, gave to one party, or to parties behind which the same bank account or address stands, that pass a threshold together
 * within some hours, days or weeks though each stays under it. Clusters are counted from the first document on, each document in one of them. What is expected goes by how close in
 * time documents of all, and those of the same person with others, come to each other, whichever is closer: who enters everything on Fridays is not suspect for it. The number of clusters is then at most that of a
 * binomial distribution, each document that does not begin one ending one with the chance of `passChance` (declumping; Aldous 1989, from memory). Every stretch of days is one attempt, and counted as one.
 */
export function splitting(activity: Activity, settings: LookoutSettings["splitting"]): Answer<SplittingFigures> {
  const { documents } = activity;
  const close = closeness(documents);
  const answer: Answer<SplittingFigures> = { asked: 0, raised: [] };
  for (const kind of ["person", "unit"] as const)
    for (const group of groupsOf(activity, kind))
      for (const under of underThresholds(documents, group, settings.fewest)) {
        answer.asked += 1;
        const found = ofGroup(documents, under, group, close, settings.days);
        if (found) answer.raised.push(raisedOf(activity, under, group, found));
      }
  return { asked: answer.asked, raised: withoutRepeats(answer.raised) };
}

type Group = { kind: "person" | "unit"; who: number; rows: Int32Array };

/** Documents of the same person or unit with the same party, in the order of time; units only where several people are in it. */
function* groupsOf({ documents, behind }: Activity, kind: Group["kind"]): Generator<Group> {
  const { count, requester, unit, party, at } = documents;
  const size = Math.max(1, party.values.length);
  const who = kind === "person" ? requester : unit.codes;
  const keys = new Map<number, number>();
  const codes = new Int32Array(count);
  for (let row = 0; row < count; row += 1) {
    const one = party.codes[row]!;
    const key = one < 0 ? -1 : who[row]! * size + behind[one]!;
    if (key < 0) codes[row] = -1;
    else {
      if (!keys.has(key)) keys.set(key, keys.size);
      codes[row] = keys.get(key)!;
    }
  }
  const sorted = rowsByCode(codes, keys.size);
  for (let code = 0; code < keys.size; code += 1) {
    const rows = rowsOf(sorted, code);
    if (rows.length < 2 || (kind === "unit" && !severalIn(documents, rows))) continue;
    yield { kind, who: who[rows[0]!]!, rows: rows.slice().sort((a, b) => at[a]! - at[b]!) };
  }
}

type Under = { rule: Rule; threshold: Threshold; cut: number; rows: number[]; amounts: number[] };

/** The documents of a group that stay under each threshold of their rule, where they could pass it together. */
function underThresholds({ rule, compared, live }: Documents, { rows }: Group, fewest: number): Under[] {
  const found = new Map<string, Under>();
  for (const row of rows) {
    const one = rule.values[rule.codes[row]!];
    const amount = compared[row]!;
    // What was declined or replaced passes nothing.
    if (!one?.adds || !live[row] || !(amount > 0)) continue;
    for (const threshold of one.thresholds) {
      const cut = cutOf(threshold);
      if (amount >= cut) continue;
      const key = JSON.stringify([one.policy, one.section, one.currency, cut]);
      const under = found.get(key) ?? { rule: one, threshold, cut, rows: [], amounts: [] };
      under.rows.push(row);
      under.amounts.push(amount);
      found.set(key, under);
    }
  }
  return [...found.values()].filter(
    ({ amounts, cut }) => amounts.length >= fewest && amounts.reduce((sum, one) => sum + one, 0) >= cut,
  );
}

type Rows = { rows: readonly number[]; sum: number };
type Found = { chance: number; days: number; expected: number; clusters: Rows[] };

/** The stretch of days in which it is least likely, all of them counted as attempts. */
function ofGroup(
  documents: Documents,
  under: Under,
  group: Group,
  close: Closeness,
  stretches: readonly number[],
): Found | null {
  let best: Found | null = null;
  for (const days of stretches) {
    const clusters = clustersIn(documents, under, days).filter(
      ({ rows }) => group.kind === "person" || severalIn(documents, rows),
    );
    if (clusters.length === 0) continue;
    const n = under.rows.length;
    const share = group.kind === "person" ? close.of(group.who, group.rows, days) : close.ofAll(days);
    const pass = passChance(under.amounts, under.cut, (n - 1) * share);
    const chance = Math.min(1, chanceOf(clusters.length, n, pass) * stretches.length);
    if (chance <= WORTH_KEEPING && (!best || chance < best.chance))
      best = { chance, days, expected: (n * pass) / (1 + pass), clusters };
  }
  return best;
}

/** What one person did alone is told of that person. */
function severalIn({ requester }: Documents, rows: readonly number[] | Int32Array): boolean {
  return !rows.every((row) => requester[row] === requester[rows[0]!]);
}

/**
 * How likely so many clusters are at least. The first document of each ends none, so that of n documents no more than n less the clusters had the chance to end one.
 */
function chanceOf(clusters: number, n: number, pass: number): number {
  return binomialAtLeast(clusters, n - clusters, pass);
}

/** Clusters from the first document on: as soon as what came within some days passes the threshold it is one, and the next begins after it. */
function clustersIn({ at, compared }: Documents, { rows, cut }: Under, days: number): Rows[] {
  const clusters: Rows[] = [];
  let [first, sum] = [0, 0];
  for (let last = 0; last < rows.length; last += 1) {
    sum += compared[rows[last]!]!;
    while (at[rows[last]!]! - at[rows[first]!]! > days * DAY) sum -= compared[rows[first++]!]!;
    if (sum < cut) continue;
    clusters.push({ rows: rows.slice(first, last + 1), sum });
    [first, sum] = [last + 1, 0];
  }
  return clusters;
}

function raisedOf(
  { people, behind, documents: { party, requester, unit, ids } }: Activity,
  { rule, threshold, rows }: Under,
  { kind, who }: Group,
  { chance, days, expected, clusters: found }: Found,
): Suspicion<SplittingFigures> {
  const { documentType, policy, section, currency } = rule;
  const involved = found.flatMap((cluster) => cluster.rows);
  const parties = [...new Set(involved.map((row) => party.values[party.codes[row]!]!))].sort();
  const by = { kind, id: kind === "person" ? people[who]! : unit.values[who]! };
  const clusters = found.map((one) => ({ documents: one.rows.map((row) => ids[row]!), sum: one.sum }));
  return {
    about: [policy, section, kind, by.id, firstBehind(party.values, behind, party.codes[rows[0]!]!)],
    people: [...new Set(involved.map((row) => people[requester[row]!]!))],
    documents: involved.map((row) => ids[row]!),
    chance,
    figures: {
      documentType,
      policy,
      section,
      currency,
      threshold,
      parties,
      days,
      expected,
      clusters,
      by,
      unit: mostOf(involved.map((row) => unit.values[unit.codes[row]!]!)),
      of: rows.length,
    },
  };
}

/** What comes most often; of several that do, the first by name. */
function mostOf(names: readonly string[]): string {
  const times = (name: string) => names.filter((one) => one === name).length;
  return [...new Set(names)].sort().reduce((best, name) => (times(name) > times(best) ? name : best));
}

/** What those behind one party are called together, the same whoever of them was invoiced so far. */
function firstBehind(names: readonly string[], behind: Int32Array, party: number): string {
  return names.filter((_, index) => behind[index] === behind[party]).toSorted()[0]!;
}

/** One matter is told once: what a unit did is left out where most of it is what one person did, and of several thresholds the one that chance explains least stays. */
function withoutRepeats(raised: readonly Suspicion<SplittingFigures>[]): Suspicion<SplittingFigures>[] {
  const told: Suspicion<SplittingFigures>[] = [];
  const seen = new Set<string>();
  const order = raised.toSorted(
    (a, b) => Number(a.figures.by.kind === "unit") - Number(b.figures.by.kind === "unit") || a.chance! - b.chance!,
  );
  for (const one of order) {
    const known = one.documents.filter((id) => seen.has(id)).length;
    if (2 * known > one.documents.length) continue;
    told.push(one);
    for (const id of one.documents) seen.add(id);
  }
  return told;
}
