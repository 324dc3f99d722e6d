import type { Condition } from "../conditions";
import type { Rate } from "../money";
import { cutOf, type PolicyVersion, type Section } from "../policy";
import { sectionFor, type Routable, type RoutingContext } from "../routing";
import { all, firstOf, type Classes } from "./classes";
import { pastAt, valueAt, type Column, type Columns } from "./columns";
import { alikeInConditions, alikeInSaying, between, cutsUpTo, inCurrency } from "./compared";
import { converterByDay, pastRoutable, type ConverterByDay } from "./past-document";
import { periodsOf, type OrganisationFrom, type Periods } from "./periods";

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
  periods: Periods;
  /** Documents by the organisation that counts for them. */
  organisation: Classes;
};

/** What is asked of documents and versions, ready to be looked up. */
export function askedOf(columns: Columns, under: Under): Asked {
  const at = under.at === undefined ? columns.at : new Float64Array(columns.count).fill(Date.parse(under.at));
  const periods = periodsOf(at, under.organisations);
  const of = periods.classes.of.map((period) => periods.organisation(period));
  const organisation = { of, size: under.organisations.length };
  return { columns, under, rates: converterByDay(under.rates), periods, organisation };
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
  /** Documents that come under the same section for the same reasons. */
  classes: Classes;
  /** By class, which section that is; null where there is none. */
  places: readonly (Place | null)[];
  /** By their band in it; the last of them for those without one. */
  bands: Classes;
  /** See `Replayed`. */
  compared: Float64Array;
};

/** Which section takes each document, and which band. */
export function placesOf(asked: Asked): Placed {
  const { columns, under, rates, organisation } = asked;
  const measured = measuresOf(asked);
  const conditions = under.versions.flatMap(({ policy }) => policy.sections.flatMap(conditionsIn));
  const filled = new Set(
    under.versions.flatMap(({ policy }) =>
      policy.sections.flatMap(({ levels }) => levels.flatMap(({ fills = [] }) => fills.map(({ field }) => field))),
    ),
  );
  const classes = all(columns.count, [
    { of: columns.who.codes, size: columns.who.values.length },
    organisation,
    ...measured.map((one) => one.classes),
    ...alikeInConditions(columns, conditions, rates),
    ...[...filled].map((field) => alikeInSaying(columns, field)),
  ]);
  const places = Array.from(firstOf(classes), (index) =>
    index < 0 ? null : sectionFor(routableAt(asked, index), contextAt(asked, index)),
  );
  return { classes, places, ...banded(columns.count, classes, places, measured) };
}

function conditionsIn({ when, levels }: Section): Condition[] {
  return [...(when === "otherwise" ? [] : [when]), ...levels.flatMap((level) => level.when ?? [])];
}

/** The amounts that versions compare their bands with. */
type MeasuredBy = { kind: string; currency: string; converted: Float64Array; classes: Classes };

function measuresOf({ columns, under, rates }: Asked): MeasuredBy[] {
  const known = new Map<string, MeasuredBy>();
  for (const { policy } of under.versions) {
    const { kind } = policy.measure;
    const { currency } = policy;
    const amounts = columns.measures[kind];
    const key = `${kind} ${currency}`;
    if (!amounts || known.has(key)) continue;
    const converted = inCurrency(columns, amounts, currency, rates).map(Math.abs);
    known.set(key, { kind, currency, converted, classes: between(amounts, converted, []) });
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
    const by = measured.find(({ kind, currency }) => kind === policy.measure.kind && currency === policy.currency);
    return by ? { converted: by.converted, cuts: Float64Array.from(place.section.thresholds, cutOf) } : null;
  });
  const none = Math.max(0, ...ofPlace.map((one) => one?.cuts.length ?? 0)) + 1;
  const of = new Int32Array(count);
  const compared = new Float64Array(count);
  for (let index = 0; index < count; index += 1) {
    const place = ofPlace[classes.of[index]!];
    if (!place) {
      of[index] = none;
      compared[index] = NaN;
      continue;
    }
    const amount = place.converted[index]!;
    compared[index] = amount;
    of[index] = cutsUpTo(place.cuts, amount);
  }
  return { bands: { of, size: none + 1 }, compared };
}

/** Documents that are alike in what decides whom levels ask, beside who stands in them. */
export function alikeInPeople({ columns, under, rates }: Asked): Classes[] {
  const rules = under.versions.flatMap(({ policy }) =>
    policy.sections.flatMap(({ levels }) => levels.map(({ approvers }) => approvers.kind)),
  );
  const column = ({ codes, values }: Column<unknown>): Classes => ({ of: codes, size: values.length });
  const organisations = under.organisations.map(({ directory }) => directory.organisation);
  const caps = organisations.flatMap(({ standIns }) => standIns.flatMap(({ cap }) => cap ?? []));
  const looksAtLimits =
    rules.includes("lineByLimit") || under.versions.some(({ policy }) => policy.selfApproval.rule === "own limit");
  const limits = looksAtLimits
    ? organisations.flatMap((one) => one.limits.flatMap(({ limit }) => (limit.kind === "amount" ? [limit] : [])))
    : [];
  // An amount is within a limit up to and with its exact amount.
  const most = [...caps, ...limits];
  const kinds = new Set(under.versions.map(({ policy }) => policy.measure.kind));
  const reached = [...new Set(most.map(({ currency }) => currency))].flatMap((currency) => {
    const cuts = most.flatMap((one) => (one.currency === currency ? [one.minor + 1] : []));
    return [...kinds].flatMap((kind) => {
      const amounts = columns.measures[kind];
      return amounts ? [between(amounts, inCurrency(columns, amounts, currency, rates).map(Math.abs), cuts)] : [];
    });
  });
  return [
    ...(rules.includes("owner") ? [column(columns.concerns)] : []),
    ...(rules.includes("namedOnDocument") ? [column(columns.named)] : []),
    ...reached,
  ];
}
