import { cutOf, type PolicyVersion, type Section, type Threshold } from "../policy";
import { routeOf } from "../routing";
import { countUnder } from "./amount-distribution";
import { all, both, firstOf, merged, type Classes } from "./classes";
import type { Columns } from "./columns";
import { loadOf, type Load, type MinutesOf, type Work } from "./load";
import { Memory } from "./memory";
import { outcomeOf, type Outcome } from "./outcome";
import { alikeInPeople } from "./people-alike";
import { askedOf, contextAt, periodsIn, placesOf, routableAt, type Asked, type Under } from "./placing";

/** Documents that ask the same of the same people in whichever band they are, with their amounts rising and running sums of them. */
type Group = { sorted: Float64Array; sums: Float64Array; bands: readonly Kept[] };

/** What one document of a group asks in a band. */
type Kept = { load: Load; outcome: Outcome["outcome"] };

/** The documents that a section takes, ready for its thresholds to be moved. */
export type Movable = { groups: readonly Group[]; people: readonly string[]; documents: number };

/** What came of thresholds: per band, and per person the work of all bands, by the places of `people`. */
export type Moved = {
  bands: readonly (Work & { documents: number; value: number; held: number })[];
  /** Approvals by person, and minutes. */
  approvals: Float64Array;
  minutes: Float64Array;
};

/**
 * The documents of a section by what they would ask in each of its bands, so that moving a threshold costs a search in each of few groups, however many documents there
 * are. What a document asks in another band is what it would be asked if the thresholds lay so that it is there.
 * @param policy id of the policy that the section is of
 */
export function movableOf(
  columns: Columns,
  under: Under,
  policy: string,
  section: Section,
  minutes: MinutesOf,
): Movable {
  const asked = askedOf(columns, under);
  const placed = placesOf(asked);
  const inSection = placed.places.map(
    (place) => place?.section.id === section.id && place.version.policy.id === policy,
  );
  const classes = all(columns.count, [placed.classes, ...alikeInPeople(asked)]);
  const periods = periodsIn(asked);
  const inTime = both(classes, periods.classes);
  const first = firstOf(inTime);
  const variants = section.bands.map((_, band) => withEverythingIn(under, policy, section, band));
  const memory = new Memory(periods);
  const keptOf = new Map<string, readonly Kept[]>();
  const known = new Map<number, Kept>();
  const keyOf = (code: number): string => {
    const index = first[code]!;
    if (index < 0 || !inSection[placed.classes.of[index]!]) return "";
    const outcomes = variants.map((versions, band) => {
      const alike = classes.of[index]! * variants.length + band;
      const period = periods.classes.of[index]!;
      return memory.find(alike, period) ?? memory.keep(alike, period, outcomeUnder(asked, versions, index));
    });
    const bands = outcomes.map((outcome) => {
      const before = known.get(outcome);
      if (before) return before;
      const found = { load: loadOf(memory.outcomes[outcome]!, minutes), outcome: memory.outcomes[outcome]!.outcome };
      known.set(outcome, found);
      return found;
    });
    const key = JSON.stringify(bands.map(({ load, outcome }) => [outcome, load.levels, [...load.people]]));
    keptOf.set(key, bands);
    return key;
  };
  const keys: string[] = [];
  const groups = merged(inTime, (code) => (keys[code] ??= keyOf(code)));
  const keyOfGroup = new Map<number, string>();
  inTime.of.forEach((code, index) => keyOfGroup.set(groups.of[index]!, keys[code]!));
  return gathered(groups, placed.compared, keyOfGroup, keptOf);
}

function outcomeUnder(asked: Asked, versions: readonly PolicyVersion[], index: number): Outcome {
  return outcomeOf(routeOf(routableAt(asked, index), { ...contextAt(asked, index), policies: versions }));
}

/** The version with that section alone, and its thresholds where every amount is in one of its bands. */
function withEverythingIn({ versions }: Under, policy: string, { id, thresholds }: Section, band: number) {
  const moved = thresholds.map((_, index): Threshold => ({
    amount: index < band ? -Infinity : Infinity,
    exact: "above",
  }));
  return versions.flatMap((version) => {
    if (version.policy.id !== policy) return [];
    const sections = version.policy.sections.flatMap((one) =>
      one.id === id ? [{ ...one, when: "otherwise" as const, thresholds: moved }] : [],
    );
    return [{ ...version, policy: { ...version.policy, sections } }];
  });
}

function gathered(
  { of, size }: Classes,
  compared: Float64Array,
  keyOfGroup: ReadonlyMap<number, string>,
  keptOf: ReadonlyMap<string, readonly Kept[]>,
): Movable {
  const counts = new Int32Array(size);
  for (let index = 0; index < of.length; index += 1) counts[of[index]!]! += 1;
  const amounts = Array.from(counts, (count) => new Float64Array(count));
  counts.fill(0);
  for (let index = 0; index < of.length; index += 1) {
    const group = of[index]!;
    amounts[group]![counts[group]!] = compared[index]!;
    counts[group]! += 1;
  }
  const groups: Group[] = [];
  amounts.forEach((sorted, group) => {
    const bands = keptOf.get(keyOfGroup.get(group) ?? "");
    if (!bands) return;
    sorted.sort();
    const sums = new Float64Array(sorted.length + 1);
    for (let index = 0; index < sorted.length; index += 1) sums[index + 1] = sums[index]! + sorted[index]!;
    groups.push({ sorted, sums, bands });
  });
  const people = [
    ...new Set(groups.flatMap(({ bands }) => bands.flatMap(({ load }) => [...load.people.keys()]))),
  ].sort();
  return { groups, people, documents: groups.reduce((sum, { sorted }) => sum + sorted.length, 0) };
}

/** What thresholds come to, as many as the section had: counts and values by band, and everybody's work. */
export function movedTo({ groups, people }: Movable, thresholds: readonly Threshold[]): Moved {
  const cuts = thresholds.map(cutOf);
  const bands = Array.from({ length: cuts.length + 1 }, () => ({
    documents: 0,
    value: 0,
    held: 0,
    approvals: 0,
    minutes: 0,
  }));
  const place = new Map(people.map((person, index) => [person, index]));
  const approvals = new Float64Array(people.length);
  const minutes = new Float64Array(people.length);
  for (const { sorted, sums, bands: kept } of groups) {
    let start = 0;
    for (let band = 0; band < bands.length; band += 1) {
      const end = band < cuts.length ? Math.max(start, countUnder({ sorted }, cuts[band]!)) : sorted.length;
      const count = end - start;
      if (count > 0) {
        const sum = bands[band]!;
        const { load, outcome } = kept[band]!;
        sum.documents += count;
        sum.value += sums[end]! - sums[start]!;
        if (outcome === "held") sum.held += count;
        sum.approvals += count * load.approvals;
        sum.minutes += count * load.minutes;
        for (const [person, work] of load.people) {
          approvals[place.get(person)!]! += count * work.approvals;
          minutes[place.get(person)!]! += count * work.minutes;
        }
      }
      start = end;
    }
  }
  return { bands, approvals, minutes };
}
