import type { Rate } from "../money";
import { fieldsNamedBy, type Policy, type PolicyVersion } from "../policy";
import type { BlockedReason, HeldReason } from "../routing";
import { columnsOf, type Columns } from "./columns";
import { compared, differing, treatments, type Comparison } from "./comparison";
import { askedLevels, type AskedLevel, type Difference } from "./difference";
import type { Figures } from "./figures";
import { findThresholds, type Found, type Wanted } from "./find-thresholds";
import type { MinutesOf } from "./load";
import type { Outcome } from "./outcome";
import { converterByDay, type PastDocument } from "./past-document";
import { withTotals } from "./totals";
import type { OrganisationFrom } from "./periods";
import type { Under } from "./placing";
import { replay, type Replayed } from "./replay";

/** What two versions are put to. */
export type Rehearsing = {
  documents: readonly PastDocument[];
  rates: readonly Rate[];
  /** People through time, or as of one moment. */
  organisations: readonly OrganisationFrom[];
  /** ISO date-time in UTC as of which everybody counts; as they were where it is null. */
  at: string | null;
  /** Versions of other policies for the same documents. */
  others: readonly PolicyVersion[];
  /** Conditions on what nothing is known of are taken as not met, and do not hold a document. */
  takesUnknown: boolean;
};

/** A document that is treated otherwise. */
export type Differs = {
  index: number;
  id: string;
  minor: number | null;
  difference: Difference;
  before: Way;
  after: Way;
};

/** Where one version sends a document: whom it asks at which levels. */
export type Way = Pick<Outcome, "outcome"> & { levels: AskedLevel[] };

export type RehearsalAnswer = Pick<Comparison, "seenNoMore" | "seenNow" | "effects"> & {
  before: Figures;
  after: Figures;
  /** Documents that come under the policy, of all that were given. */
  documents: number;
  /** Of how many of them too little is known to tell where they go, and keys of the fields of which nothing is known. */
  untold: { documents: number; fields: string[] };
  differs: Differs[];
  /** How many differ, of which `differs` are the largest. */
  differing: number;
  /** By the section that takes them under either version: amounts and how they are treated. */
  amounts: { minor: Float64Array; treated: Uint8Array; section: readonly (string | null)[] };
};

const OF_UNKNOWN: readonly string[] = ["section cannot be told", "condition cannot be told"] satisfies (
  HeldReason | BlockedReason
)["code"][];
const isOfUnknown = (why: string) => OF_UNKNOWN.includes(why);

/** @property documents those that were taken, in the order of their `places` */
type Taken = {
  of: string;
  documents: readonly PastDocument[];
  columns: Columns;
  places: Int32Array;
  untold: RehearsalAnswer["untold"];
};

/** Documents that come under a policy, with where each of two versions would have sent them. */
export type Sent = { documents: readonly PastDocument[]; columns: Columns; before: Replayed; after: Replayed };

/** Long work that can be left off between two steps: which share of it is done, then what came of it. */
export type InSteps<T> = Generator<number, T>;

/** Two versions of a policy over the same documents, and better thresholds for one of them. */
export type Rehearsal = {
  /**
   * Compares two versions; null for that there is no such policy. One of them is a policy.
   * @param most so many of the documents that differ are listed, the largest
   */
  compare(before: Policy | null, after: Policy | null, minutes: MinutesOf, most: number): RehearsalAnswer;
  /** The same step by step; says after each which share of it is done. */
  comparing(before: Policy | null, after: Policy | null, minutes: MinutesOf, most: number): InSteps<RehearsalAnswer>;
  /** Better thresholds for one section of a version; null where it has no such section. */
  find(policy: Policy, wanted: Wanted, minutes: MinutesOf): Found | null;
  /** Where two versions send the documents; null for that there is no such policy. One of them is a policy. */
  sent(before: Policy | null, after: Policy | null): Sent;
};

/** Makes ready what two versions are put to; what was found of which documents come under them is kept. */
export function rehearsalOf(given: Rehearsing): Rehearsal {
  let taken: Taken | null = null;
  function* taking(policies: readonly Policy[]): InSteps<Taken> {
    const shape = JSON.stringify(policies.map(({ scope, measure, currency }) => [scope, measure, currency]));
    if (taken?.of !== shape) taken = yield* takenBy(given, policies, shape);
    return taken;
  }
  const take = (policies: readonly Policy[]) => atOnce(taking(policies));
  function* comparing(...[before, after, minutes, most]: Parameters<Rehearsal["compare"]>): InSteps<RehearsalAnswer> {
    const policies = [before, after].filter((one) => one !== null);
    const ready = yield* within(taking(policies), 0, 0.5);
    return yield* within(compare(given, ready, [before, after], minutes, most), 0.5, 1);
  }
  return {
    compare: (...asked) => atOnce(comparing(...asked)),
    comparing,
    find: (policy, wanted, minutes) =>
      findThresholds(take([policy]).columns, underOf(given, policy), policy, wanted, minutes),
    sent: (before, after) => {
      const { columns, documents } = take([before, after].filter((one) => one !== null));
      const under = (policy: Policy | null) => replay(columns, underOf(given, policy));
      return { documents, columns, before: under(before), after: under(after) };
    },
  };
}

/** All steps one after the other. */
function atOnce<T>(steps: InSteps<T>): T {
  let step = steps.next();
  while (!step.done) step = steps.next();
  return step.value;
}

/** Steps as a part of longer work. */
function* within<T>(steps: InSteps<T>, from: number, to: number): InSteps<T> {
  for (let step = steps.next(); ; step = steps.next()) {
    if (step.done) return step.value;
    yield from + (to - from) * step.value;
  }
}

/** A policy as if it were in force all the time. */
function asVersion(policy: Policy): PolicyVersion {
  return {
    policy,
    version: 0,
    hash: "",
    savedBy: "",
    savedAt: "",
    note: "",
    inForceFrom: "1970-01-01T00:00:00.000Z",
    putInForceBy: null,
  };
}

/** How a version is replayed; null for that there is no such policy. */
export function underOf({ organisations, others, rates, at }: Rehearsing, policy: Policy | null): Under {
  return {
    versions: [...others, ...(policy ? [asVersion(policy)] : [])],
    organisations,
    rates,
    ...(at !== null && { at }),
  };
}

/** The documents that come under the policy as one or the other has it; thresholds and levels do not decide that. */
function* takenBy(known: Rehearsing, policies: readonly Policy[], shape: string): InSteps<Taken> {
  const { organisation } = known.organisations.at(-1)!.directory;
  const measuring = [...policies, ...known.others.map(({ policy }) => policy)];
  const all = withTotals(known.documents, measuring, organisation.timeZone, converterByDay(known.rates));
  const whole = columnsOf(all);
  const inEither = new Uint8Array(whole.count);
  const untold = new Uint8Array(whole.count);
  yield 0;
  for (const [done, policy] of policies.entries()) {
    // Also where it cannot be told in which of its sections it belongs, or what it amounts to.
    const { outcomes, of } = replay(whole, underOf(known, policy));
    const isTaken = outcomes.map((outcome) => outcome.policy === policy.id);
    const isUntold = outcomes.map(({ holds }) => holds.some(({ why }) => isOfUnknown(why)));
    of.forEach((code, index) => {
      if (isTaken[code]) inEither[index] = 1;
      if (isTaken[code] && isUntold[code]) untold[index] = 1;
    });
    yield (done + 1) / (policies.length + 1);
  }
  const places = Int32Array.from(all.keys()).filter((index) => inEither[index] === 1);
  const documents = [...places].map((index) => all[index]!);
  const columns = columnsOf(known.takesUnknown ? documents.map(({ unknown: _, ...document }) => document) : documents);
  const named = new Set(policies.flatMap(fieldsNamedBy));
  const unknown = new Set(documents.flatMap((one, index) => (untold[places[index]!] ? (one.unknown ?? []) : [])));
  const fields = [...named].filter((key) => unknown.has(key));
  return {
    of: shape,
    documents,
    columns,
    places,
    untold: { documents: untold.reduce((sum, one) => sum + one, 0), fields },
  };
}

function amountsOf(before: Replayed, after: Replayed): Float64Array {
  return after.compared.map((amount, index) => (Number.isNaN(amount) ? before.compared[index]! : amount));
}

function wayOf({ outcomes, of }: Replayed, index: number): Way {
  const outcome = outcomes[of[index]!]!;
  return { outcome: outcome.outcome, levels: askedLevels(outcome) };
}

function* compare(
  given: Rehearsing,
  { columns, places, untold }: Taken,
  [before, after]: readonly [Policy | null, Policy | null],
  minutes: MinutesOf,
  most: number,
): InSteps<RehearsalAnswer> {
  const was = replay(columns, underOf(given, before));
  yield 0.4;
  const is = replay(columns, underOf(given, after));
  yield 0.8;
  const comparison = compared(columns, was, is, minutes);
  const minor = amountsOf(was, is);
  const otherwise = differing(comparison, minor);
  const differenceAt = (index: number) => comparison.groups[comparison.of[index]!]!.difference;
  const sectionOf = ({ outcomes, of }: Replayed, index: number) => outcomes[of[index]!]!.section;
  return {
    before: comparison.before,
    after: comparison.after,
    effects: comparison.effects,
    seenNoMore: comparison.seenNoMore,
    seenNow: comparison.seenNow,
    documents: columns.count,
    untold,
    differing: otherwise.length,
    differs: otherwise.slice(0, most).map((index) => ({
      index: places[index]!,
      id: columns.ids[index]!,
      minor: Number.isNaN(minor[index]!) ? null : minor[index]!,
      difference: differenceAt(index)!,
      before: wayOf(was, index),
      after: wayOf(is, index),
    })),
    amounts: {
      minor,
      treated: treatments(comparison),
      section: Array.from({ length: columns.count }, (_, index) => sectionOf(is, index) ?? sectionOf(was, index)),
    },
  };
}
