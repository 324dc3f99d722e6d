import { dayIn } from "@/core/calendar";
import { directoryOf, type Directory } from "@/core/people";
import { allInForceAt, type Policy, type PolicyVersion } from "@/core/policy";
import {
  KINDS,
  asOf,
  emptyHistory,
  turningPoints,
  type Kind,
  type OrganisationHistory,
} from "@/core/organisation-history";
import type { Rate } from "@/core/money";
import type { RoutingContext } from "@/core/routing";
import { namesOf, type Names } from "@/core/words";
import type { App } from "./app";
import { unchangedSince } from "./db/changes";
import { statement } from "./db/statement";
import type { Db } from "./db/open";

/** What documents are routed by, as it stands at a moment: people and all versions of all policies. */
export type ReferenceData = { history: OrganisationHistory; directory: Directory; versions: readonly PolicyVersion[] };

type Cached = { key: string; seen: string | null; from: string; until: string; world: ReferenceData };
const cache = new WeakMap<Db, Cached>();

/** People now and policies, read once for as long as no event touches them and no later-dated change of people begins to count. */
export function readReferenceData({ db, clock }: Pick<App, "db" | "clock">): ReferenceData {
  const at = clock.now();
  const known = cache.get(db);
  const seen = unchangedSince(db);
  const still = known !== undefined && known.from <= at && at < known.until;
  if (still && seen !== null && known.seen === seen) return known.world;
  const key = String(lastTouch(db));
  if (still && known.key === key) {
    cache.set(db, { ...known, seen });
    return known.world;
  }
  const history = known?.key === key ? known.world.history : readHistory(db);
  const world: ReferenceData = {
    history,
    directory: directoryOf(asOf(history, at)),
    versions: known?.key === key ? known.world.versions : readVersions(db),
  };
  cache.set(db, { key, seen, from: at, until: turningPoints(history, at)[0] ?? "9999", world });
  return world;
}

/** What ids are called today. */
export function namesNow(app: Pick<App, "db" | "clock">): Names {
  return namesOf(readReferenceData(app).directory);
}

type Past = { points: string[]; known: Map<number, Directory> };
const past = new WeakMap<OrganisationHistory, Past>();
/** Of how many stretches of time without a change of people the directories are kept. */
const MOST_KEPT = 24;

/** The people at another moment; of one stretch of time without a change they are made once. @param at ISO date-time in UTC */
export function directoryAt(history: OrganisationHistory, at: string): Directory {
  const { points, known } = past.get(history) ?? { points: turningPoints(history, ""), known: new Map() };
  past.set(history, { points, known });
  const stretch = points.findLastIndex((point) => point <= at);
  const found = known.get(stretch) ?? directoryOf(asOf(history, at));
  known.delete(stretch);
  known.set(stretch, found);
  if (known.size > MOST_KEPT) known.delete(known.keys().next().value!);
  return found;
}

// One statement, since it is asked several times for every document that is taken in.
function lastTouch(db: Db): number {
  return statement(
    db,
    `SELECT MAX(
       COALESCE((SELECT seq FROM event WHERE stream = 'organisation' ORDER BY version DESC LIMIT 1), 0),
       COALESCE((SELECT seq FROM event WHERE stream = 'rates' ORDER BY version DESC LIMIT 1), 0),
       COALESCE((SELECT MAX(seq) FROM event WHERE stream >= 'policy:' AND stream < 'policy;'), 0))`,
  )
    .pluck()
    .get() as number;
}

function readHistory(db: Db): OrganisationHistory {
  const history = emptyHistory() as { [K in Kind]: Map<string, never> };
  const rows = statement(db, "SELECT kind, id, body FROM organisation_history").all() as {
    kind: Kind;
    id: string;
    body: string;
  }[];
  for (const { kind, id, body } of rows) if (KINDS.includes(kind)) history[kind].set(id, JSON.parse(body) as never);
  return history;
}

type VersionRow = {
  version: number;
  hash: string;
  body: string;
  saved_by: string;
  saved_at: string;
  note: string;
  in_force_from: string | null;
  in_force_until: string | null;
  earlier: string;
  put_in_force_by: string | null;
  authors: string;
  reasons: string;
  sent: string | null;
  review: string | null;
  comments: string;
};

function readVersions(db: Db): PolicyVersion[] {
  const rows = statement(db, "SELECT * FROM policy_version ORDER BY policy, version").all() as VersionRow[];
  return rows.map((row) => ({
    policy: JSON.parse(row.body) as Policy,
    version: row.version,
    hash: row.hash,
    savedBy: row.saved_by,
    savedAt: row.saved_at,
    note: row.note,
    inForceFrom: row.in_force_from,
    putInForceBy: row.put_in_force_by,
    inForceUntil: row.in_force_until,
    earlier: JSON.parse(row.earlier) as PolicyVersion["earlier"] & object,
    authors: JSON.parse(row.authors) as string[],
    reasons: JSON.parse(row.reasons) as PolicyVersion["reasons"] & object,
    sent: row.sent ? (JSON.parse(row.sent) as PolicyVersion["sent"]) : null,
    review: row.review ? (JSON.parse(row.review) as PolicyVersion["review"]) : null,
    comments: JSON.parse(row.comments) as PolicyVersion["comments"] & object,
  }));
}

/** Versions in force at a moment, one per policy. */
export function inForce(world: ReferenceData, at: string): PolicyVersion[] {
  return allInForceAt(world.versions, at);
}

/** Rates that may be used on a day, ISO date; older ones are never taken. */
export function ratesFor(db: Db, date: string): Rate[] {
  return statement(
    db,
    `SELECT source_currency AS "from", target_currency AS "to", date, rate, source FROM rate
     WHERE date <= @date AND date >= date(@date, '-10 days') ORDER BY date`,
  ).all({ date }) as Rate[];
}

const ratesByDay = new WeakMap<ReferenceData, Map<string, Rate[]>>();

/** The same, looked up once a day of a world, which is read anew when rates are published. */
function ratesIn(db: Db, world: ReferenceData, date: string): Rate[] {
  const days = ratesByDay.get(world) ?? new Map<string, Rate[]>();
  ratesByDay.set(world, days);
  const found = days.get(date) ?? ratesFor(db, date);
  days.set(date, found);
  return found;
}

/**
 * What documents are routed with at a moment: the rates of its day, and those of the day on which a chain that is under way began.
 * @param began that day, ISO date; absent for what begins now
 */
export function routingFor(
  db: Db,
  world: ReferenceData,
  at: string,
  began?: string | undefined,
): Omit<RoutingContext, "at"> {
  const today = dayIn(at, world.directory.organisation.timeZone);
  const rates = ratesIn(db, world, today);
  const before = began === undefined || began === today ? [] : ratesIn(db, world, began);
  return {
    policies: inForce(world, at),
    directory: world.directory,
    rates: before.length > 0 ? [...before, ...rates] : rates,
    ratesOn: began,
  };
}
