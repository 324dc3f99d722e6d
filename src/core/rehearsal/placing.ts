import { evaluate, type Condition } from "../conditions";
import type { Rate } from "../money";
import { cutOf, ownFieldsNamedBy, type PolicyVersion, type Section } from "../policy";
import { choosePolicy, sectionFor, type Routable, type RoutingContext } from "../routing";
import { all, both, firstOf, merged, type Classes } from "./classes";
import { pastAt, valueAt, type Columns } from "./columns";
import { byMeasureOf, measureKey } from "./measure-key";
import { alikeInConditions, alikeInHaving, alikeInSaying, inCurrency, withoutSign } from "./compared";
import { converterByDay, pastRoutable, type ConverterByDay } from "./past-document";
import { organisationsAt, periodsOf, type OrganisationFrom, type Periods } from "./periods";

/** Under what documents of the past are replayed. */
export type Under = {
  /** Versions of policies as if they had been in force all the time, one of each policy. */
  versions: readonly PolicyVersion[];
  /** People as they were, in the order of time, or as they are today: a single one. At least one. */
  organisations: readonly OrganisationFrom[];
  /** Everybody as at this moment, whenever a document was sent: ISO date-time in UTC. Of each as it was at its own where it is not given. */
  at?: string;
  rates: readonly Rate[];
};

/** What is replayed, and all that is worked out of it once. */
export type Asked = {
  columns: Columns;
  under: Under;
  rates: ConverterByDay;
  /** Documents by the organisation that counts for them. */
  organisation: Classes;
};

/** What is asked of documents and versions, ready to be looked up. */
export function askedOf(columns: Columns, under: Under): Asked {
  const organisation = organisationsAt(momentsOf(columns, under), under.organisations);
  return { columns, under, rates: converterByDay(under.rates), organisation };
}

/** When each document counts as sent, milliseconds since 1970 in UTC. */
function momentsOf({ at, count }: Columns, { at: today }: Under): Float64Array {
  return today === undefined ? at : new Float64Array(count).fill(Date.parse(today));
}

/** Stretches of time in which nobody comes, goes, leaves or is back, and in which of them each document was sent. */
export function periodsIn({ columns, under, organisation }: Asked): Periods {
  return periodsOf(momentsOf(columns, under), under.organisations, organisation);
}

/** A document of the columns as routing looks at it. */
export function routableAt({ columns, rates }: Asked, index: number): Routable {
  return pastRoutable(pastAt(columns, index), rates);
}

/** What it is routed with. */
export function contextAt({ columns, under, rates, organisation }: Asked, index: number): RoutingContext {
  const day = valueAt(columns.day, index)!;
  return {
    policies: under.versions,
    directory: under.organisations[organisation.of[index]!]!.directory,
    rates: rates.usable(day),
    ratesOn: day,
    inPerson: valueAt(columns.who, index)!.inPerson,
    at: under.at ?? new Date(columns.at[index]!).toISOString(),
  };
}

export type Placed = {
  /** Documents that come under the same section, whose levels have the same part in them; those that no section takes by why. */
  classes: Classes;
  /** By class, which section that is; null where there is none. */
  places: readonly (Place | null)[];
  /** By class, what part each level has in a document beside its mark in the band. */
  parts: readonly string[];
  /** By their band in it; the last of them for those without one. */
  bands: Classes;
  /** See `Replayed`. */
  compared: Float64Array;
};

/** Which section takes each document, and which band. */
export function placesOf(asked: Asked): Placed {
  const { columns, under, rates } = asked;
  const measured = measuresOf(asked);
  const sections = under.versions.flatMap(({ policy }) => policy.sections);
  const filled = new Set(sections.flatMap(fieldsFilled));
  const alike = all(columns.count, [
    alikeInPolicy(asked),
    ...measured.map((one) => one.classes),
    ...alikeInConditions(columns, sections.flatMap(conditionsIn), rates),
    ...[...filled].map((field) => alikeInSaying(columns, field)),
  ]);
  const first = firstOf(alike);
  const found = Array.from(first, (index) =>
    index < 0 ? null : sectionFor(routableAt(asked, index), contextAt(asked, index)),
  );
  const partsOf = found.map((place, code) => (place ? partsOfLevels(place, routableAt(asked, first[code]!)) : ""));
  const classes = merged(alike, (code) => {
    const place = found[code];
    // By why, where no section takes it.
    return place ? JSON.stringify([place.version.policy.id, place.section.id, partsOf[code]]) : String(code);
  });
  const of = <T>(all: readonly T[], none: T) =>
    Array.from(firstOf(classes), (index) => (index < 0 ? none : all[alike.of[index]!]!));
  const places = of(found, null);
  return { classes, places, parts: of(partsOf, ""), ...banded(columns.count, classes, places, measured) };
}

/** By which policy they come under, or why under none. */
function alikeInPolicy(asked: Asked): Classes {
  const { columns, under, organisation } = asked;
  const classes = both({ of: columns.who.codes, size: columns.who.values.length }, organisation);
  const first = firstOf(classes);
  return merged(classes, (code) => {
    const index = first[code]!;
    if (index < 0) return "";
    const { documentType, requester, onBehalfOf = null, unit } = valueAt(columns.who, index)!;
    const { directory } = under.organisations[organisation.of[index]!]!;
    const { chosen, hold } = choosePolicy({ documentType, requester, onBehalfOf, unit }, under.versions, directory);
    // Why there is none tells the type, which all have in common, or the policies that claim it.
    return chosen ? chosen.policy.id : JSON.stringify(hold);
  });
}

/** What part each level of a section has in a document beside its mark in the band: how its own condition comes out, and what was filled in. */
function partsOfLevels({ version, section }: Place, document: Routable): string {
  const facts = document.facts(ownFieldsNamedBy(version.policy));
  const outcomes = section.levels.map(
    ({ when }) => when && evaluate(when, facts, document.toCurrency, document.unknown).outcome,
  );
  const said = fieldsFilled(section).map((field) => document.says(field));
  return JSON.stringify([outcomes, said]);
}

function fieldsFilled({ levels }: Section): string[] {
  return levels.flatMap(({ fills = [] }) => fills.map(({ field }) => field));
}

function conditionsIn({ when, levels }: Section): Condition[] {
  return [...(when === "otherwise" ? [] : [when]), ...levels.flatMap((level) => level.when ?? [])];
}

/**
 * What a document is routed with once it is known which section takes it: that section alone, which says the same as looking at all of them. @param place null for what
 * no section takes, which is looked at under all
 */
export function contextIn(asked: Asked, index: number, place: Place | null): RoutingContext {
  const context = contextAt(asked, index);
  return place ? { ...context, policies: [alone(place)] } : context;
}

const aloneKnown = new WeakMap<PolicyVersion, Map<string, PolicyVersion>>();

function alone({ version, section }: Place): PolicyVersion {
  const known = aloneKnown.get(version) ?? new Map<string, PolicyVersion>();
  aloneKnown.set(version, known);
  const sections = [{ ...section, when: "otherwise" as const }];
  const made = known.get(section.id) ?? { ...version, policy: { ...version.policy, sections } };
  known.set(section.id, made);
  return made;
}

/** The amounts that versions compare their bands with. */
type MeasuredBy = { by: string; currency: string; converted: Float64Array; classes: Classes };

function measuresOf({ columns, under, rates }: Asked): MeasuredBy[] {
  const known = new Map<string, MeasuredBy>();
  for (const { policy } of under.versions) {
    const by = measureKey(policy);
    const { currency } = policy;
    const amounts = byMeasureOf(columns.measures, policy);
    const key = `${by} ${currency}`;
    if (!amounts || known.has(key)) continue;
    const converted = withoutSign(inCurrency(columns, amounts, currency, rates));
    known.set(key, { by, currency, converted, classes: alikeInHaving(amounts, converted) });
  }
  return [...known.values()];
}

/** A section that takes documents, with the version it is of. */
export type Place = NonNullable<ReturnType<typeof sectionFor>>;

/** The band of every document in the section that takes its class. */
function banded(
  count: number,
  classes: Classes,
  places: readonly (Place | null)[],
  measured: readonly MeasuredBy[],
): Pick<Placed, "bands" | "compared"> {
  const ofPlace = places.map((place) => {
    if (!place) return null;
    const { policy } = place.version;
    const by = measured.find((one) => one.by === measureKey(policy) && one.currency === policy.currency);
    return by ? { converted: by.converted, cuts: Float64Array.from(place.section.thresholds, cutOf) } : null;
  });
  const none = Math.max(0, ...ofPlace.map((one) => one?.cuts.length ?? 0)) + 1;
  const of = new Int32Array(count);
  // The amounts were made for this, and where there is one measure, as there mostly is, they stand as they are.
  const compared = measured.length === 1 ? measured[0]!.converted : new Float64Array(count).fill(NaN);
  // One measure after the other, so that the inner loop has no object to look into.
  const cutsOf = new Float64Array(ofPlace.length * none).fill(Infinity);
  ofPlace.forEach((place, code) => place && cutsOf.set(place.cuts, code * none));
  const ofMeasure = Int8Array.from(ofPlace, (place) => measured.findIndex((one) => one.converted === place?.converted));
  for (const [measure, { converted }] of measured.entries())
    for (let index = 0; index < count; index += 1) {
      const code = classes.of[index]!;
      if (ofMeasure[code] !== measure) {
        if (ofMeasure[code]! >= 0) continue;
        of[index] = none;
        compared[index] = NaN;
        continue;
      }
      const amount = converted[index]!;
      let band = 0;
      // The last place of each is never reached, since no amount is infinite.
      for (let at = code * none; cutsOf[at]! <= amount; at += 1) band += 1;
      of[index] = band;
      compared[index] = amount;
    }
  if (measured.length === 0) of.fill(none);
  return { bands: { of, size: none + 1 }, compared };
}
