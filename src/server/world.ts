import { directoryOf, type Directory, type Organisation } from "@/core/people";
import { inForceAt, type Policy, type PolicyVersion } from "@/core/policy";
import type { Rate } from "@/core/money";
import type { RoutingContext } from "@/core/routing";
import type { Db } from "./db/open";

/** What documents are routed by, as it stands in the database: people and all versions of all policies. */
export type World = { directory: Directory; versions: readonly PolicyVersion[] };

type Cached = { key: string; world: World };
const cache = new WeakMap<Db, Cached>();

/** Reads people and policies, once for as long as no event touches them. */
export function readWorld(db: Db): World {
  const key = String(
    db
      .prepare("SELECT COALESCE(MAX(seq), 0) FROM event WHERE stream = 'organisation' OR stream GLOB 'policy:*'")
      .pluck()
      .get(),
  );
  const known = cache.get(db);
  if (known?.key === key) return known.world;
  const body = db.prepare("SELECT body FROM organisation").pluck().get() as string | undefined;
  const empty: Organisation = { name: "Bandeira", currency: "EUR", timeZone: "UTC", people: [], units: [], groups: [] };
  const world: World = {
    directory: directoryOf(body ? (JSON.parse(body) as Organisation) : empty),
    versions: readVersions(db),
  };
  cache.set(db, { key, world });
  return world;
}

type VersionRow = {
  version: number;
  hash: string;
  body: string;
  saved_by: string;
  saved_at: string;
  note: string;
  in_force_from: string | null;
  put_in_force_by: string | null;
};

function readVersions(db: Db): PolicyVersion[] {
  const rows = db.prepare("SELECT * FROM policy_version ORDER BY policy, version").all() as VersionRow[];
  return rows.map((row) => ({
    policy: JSON.parse(row.body) as Policy,
    version: row.version,
    hash: row.hash,
    savedBy: row.saved_by,
    savedAt: row.saved_at,
    note: row.note,
    inForceFrom: row.in_force_from,
    putInForceBy: row.put_in_force_by,
  }));
}

/** Versions in force at a moment, one per policy. */
export function inForce(world: World, at: string): PolicyVersion[] {
  const policies = [...new Set(world.versions.map((version) => version.policy.id))];
  return policies.flatMap(
    (id) =>
      inForceAt(
        world.versions.filter((version) => version.policy.id === id),
        at,
      ) ?? [],
  );
}

/** Rates that a document of that date may use; older ones are never taken. */
export function ratesFor(db: Db, date: string): Rate[] {
  return db
    .prepare(
      `SELECT source_currency AS "from", target_currency AS "to", date, rate, source FROM rate
       WHERE date <= @date AND date >= date(@date, '-10 days') ORDER BY date`,
    )
    .all({ date }) as Rate[];
}

export function routingFor(db: Db, world: World, date: string, at: string): Omit<RoutingContext, "at"> {
  return { policies: inForce(world, at), directory: world.directory, rates: ratesFor(db, date) };
}
