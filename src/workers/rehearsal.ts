/** Replays documents of the past under two versions of a policy, off the page's thread. */
import { expose } from "comlink";
import { minorDigits, type Rate } from "@/core/money";
import { asOf, emptyHistory, turningPoints, type Kind, type OrganisationHistory } from "@/core/organisation-history";
import { directoryOf } from "@/core/people";
import { fieldsNamedBy, type Policy, type PolicyVersion, type Section } from "@/core/policy";
import {
  askedLevels,
  asTheyAre,
  columnsOf,
  compared,
  costCurve,
  differing,
  figuresOf,
  movableOf,
  movedTo,
  replay,
  roundAmounts,
  suggested,
  treatments,
  type AskedLevel,
  type Columns,
  type Comparison,
  type Difference,
  type Figures,
  type MinutesOf,
  type Movable,
  type OrganisationFrom,
  type Outcome,
  type PastDocument,
  type Replayed,
  type Suggested,
  type Suggestion,
  type Under,
} from "@/core/rehearsal";
import type { BlockedReason, HeldReason } from "@/core/routing";

export type Given = {
  documents: readonly PastDocument[];
  rates: readonly Rate[];
  history: Record<string, [id: string, entry: unknown][]>;
  /** Versions of other policies for the same documents. */
  others: readonly PolicyVersion[];
  /** ISO date-time in UTC as of which everybody counts; as they were where it is null. */
  today: string | null;
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

export type Answer = Pick<Comparison, "seenNoMore" | "seenNow" | "effects"> & {
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

/** What thresholds are to reach, as the page asks for it. */
export type Wanted = {
  /** The section whose thresholds they are, by its id. */
  section: string;
  seenBy: string | null;
  share: number;
  mostBands: number;
  /** Minutes that everybody has in the days that are replayed; null for as many as it takes. */
  minutesEach: number | null;
  /** Amounts to choose from, minor units, rising; null for the round ones. */
  amounts: readonly number[] | null;
};

/** Thresholds for a goal, those as they are, and what more control costs. */
export type Found = {
  documents: number;
  /** Amounts that were chosen from. */
  amounts: number[];
  now: Suggestion;
  suggested: Suggested;
  curve: Suggestion[];
};

const OF_UNKNOWN: readonly string[] = ["section cannot be told", "condition cannot be told"] satisfies (
  HeldReason | BlockedReason
)["code"][];
const isOfUnknown = (why: string) => OF_UNKNOWN.includes(why);

const MOST_LISTED = 200;
let given: (Given & { organisations: OrganisationFrom[] }) | null = null;
type Taken = { of: string; columns: Columns; places: Int32Array; untold: Answer["untold"] };
let taken: Taken | null = null;

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

function organisationsOf({ history: lists, today }: Given): OrganisationFrom[] {
  const history = emptyHistory() as { [K in Kind]: Map<string, never> };
  for (const [kind, entries] of Object.entries(lists))
    for (const [id, entry] of entries) history[kind as Kind]?.set(id, entry as never);
  const whole: OrganisationHistory = history;
  const from = (at: string): OrganisationFrom => ({ from: at, directory: directoryOf(asOf(whole, at)) });
  if (today !== null) return [from(today)];
  const points = turningPoints(whole, "");
  return points.length > 0 ? points.map(from) : [from("1970-01-01T00:00:00.000Z")];
}

function underOf({ organisations, others, rates, today }: NonNullable<typeof given>, policy: Policy | null): Under {
  return {
    versions: [...others, ...(policy ? [asVersion(policy)] : [])],
    organisations,
    rates,
    ...(today !== null && { at: today }),
  };
}

/** The documents that come under the policy as one or the other has it; thresholds and levels do not decide that. */
function takenBy(known: NonNullable<typeof given>, policies: readonly Policy[]): Taken {
  const shape = JSON.stringify(policies.map(({ scope, measure, currency }) => [scope, measure, currency]));
  if (taken?.of === shape) return taken;
  const whole = columnsOf(known.documents);
  const inEither = new Uint8Array(whole.count);
  const untold = new Uint8Array(whole.count);
  for (const policy of policies) {
    // Also where it cannot be told in which of its sections it belongs, or what it amounts to.
    const { outcomes, of } = replay(whole, underOf(known, policy));
    const isTaken = outcomes.map((outcome) => outcome.policy === policy.id);
    const isUntold = outcomes.map(({ holds }) => holds.some(({ why }) => isOfUnknown(why)));
    of.forEach((code, index) => {
      if (isTaken[code]) inEither[index] = 1;
      if (isTaken[code] && isUntold[code]) untold[index] = 1;
    });
  }
  const places = Int32Array.from(known.documents.keys()).filter((index) => inEither[index] === 1);
  const documents = [...places].map((index) => known.documents[index]!);
  const columns = columnsOf(known.takesUnknown ? documents.map(({ unknown: _, ...document }) => document) : documents);
  const named = new Set(policies.flatMap(fieldsNamedBy));
  const unknown = new Set(documents.flatMap((one, index) => (untold[places[index]!] ? (one.unknown ?? []) : [])));
  const fields = [...named].filter((key) => unknown.has(key));
  taken = { of: shape, columns, places, untold: { documents: untold.reduce((sum, one) => sum + one, 0), fields } };
  return taken;
}

function amountsOf(before: Replayed, after: Replayed): Float64Array {
  return after.compared.map((amount, index) => (Number.isNaN(amount) ? before.compared[index]! : amount));
}

function wayOf({ outcomes, of }: Replayed, index: number): Way {
  const outcome = outcomes[of[index]!]!;
  return { outcome: outcome.outcome, levels: askedLevels(outcome) };
}

/** Minutes that everybody who may decide in a section has to do beside its documents. */
function elsewhereOf(
  columns: Columns,
  under: Under,
  movable: Movable,
  { thresholds }: Section,
  minutes: MinutesOf,
): Map<string, number> {
  const { byPerson } = figuresOf(columns, replay(columns, under), minutes);
  const here = movedTo(movable, thresholds).minutes;
  return new Map(movable.people.map((one, place) => [one, (byPerson.get(one)?.minutes ?? 0) - here[place]!]));
}

const api = {
  give(next: Given): void {
    given = { ...next, organisations: organisationsOf(next) };
    taken = null;
  },

  /** Compares two versions of a policy over the documents that were given; null for that there is no such policy. */
  compare(before: Policy | null, after: Policy | null, minutes: MinutesOf): Answer | null {
    if (!given) return null;
    const { columns, places, untold } = takenBy(
      given,
      [before, after].filter((one) => one !== null),
    );
    const [was, is] = [replay(columns, underOf(given, before)), replay(columns, underOf(given, after))];
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
      differs: otherwise.slice(0, MOST_LISTED).map((index) => ({
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
  },

  /** Better thresholds for one section of a version, over the documents that were given. */
  find(policy: Policy, { section: id, amounts, minutesEach, ...wanted }: Wanted, minutes: MinutesOf): Found | null {
    const section = policy.sections.find((one) => one.id === id);
    if (!given || !section) return null;
    const { columns } = takenBy(given, [policy]);
    const under = underOf(given, policy);
    const movable = movableOf(columns, under, policy.id, section, minutes);
    const candidates = [...(amounts ?? roundAmounts(movable, 10 ** minorDigits(policy.currency)))];
    const hours =
      minutesEach === null ? null : { minutesEach, elsewhere: elsewhereOf(columns, under, movable, section, minutes) };
    return {
      documents: movable.documents,
      amounts: candidates,
      now: asTheyAre(movable, section.thresholds, wanted.seenBy),
      suggested: suggested(movable, candidates, { ...wanted, hours }),
      curve: costCurve(movable, candidates, wanted),
    };
  },
};

export type RehearsalWorker = typeof api;
expose(api);
