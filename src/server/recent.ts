import type { App } from "./app";
import type { Db } from "./db/open";
import { statement } from "./db/statement";
import { sealerOfLog } from "./log/sealed";
import { readReferenceData } from "./reference-data";

/** How far back is looked: through so many commands of anybody, and at so many of one's own. */
const FAR = 20_000;
const ACTS = 60;

/** People whom somebody’s last acts named, the latest first: whom one asked, handed over to, or put somewhere in charge. */
export function peopleNamedLately(app: App, by: string): string[] {
  const { directory } = readReferenceData(app);
  const { seal, openJson } = sealerOfLog(app.db);
  const acts = statement(
    app.db,
    `SELECT data FROM event WHERE seq IN (SELECT id FROM cause WHERE id > (SELECT max(id) FROM cause) - @far AND actor = @by ORDER BY id DESC LIMIT @acts)
       ORDER BY seq DESC`,
  )
    .pluck()
    .all({ far: FAR, by: seal(by), acts: ACTS }) as string[];
  const named = new Set<string>();
  for (const data of acts)
    for (const text of textsIn(JSON.parse(openJson(data)))) if (text !== by && directory.person(text)) named.add(text);
  return [...named];
}

function* textsIn(value: unknown): Generator<string> {
  if (typeof value === "string") yield value;
  else if (Array.isArray(value)) for (const one of value) yield* textsIn(one);
  else if (value !== null && typeof value === "object") for (const one of Object.values(value)) yield* textsIn(one);
}

/** The other parties of the documents that somebody entered last, by their names, the latest first. */
export function partiesLately(db: Db, by: string): string[] {
  const parties = statement(
    db,
    "SELECT party FROM document WHERE requester = ? AND party <> '' ORDER BY updated_at DESC LIMIT 100",
  )
    .pluck()
    .all(by) as string[];
  return [...new Set(parties)];
}

/** Those that were chosen lately before the others, each group in its own order. */
export function latelyFirst<T>(
  all: readonly T[],
  lately: readonly string[],
  key: (one: T) => string,
): (T & { lately: boolean })[] {
  const place = new Map(lately.map((one, index) => [one, index]));
  const at = (one: T) => place.get(key(one)) ?? Infinity;
  return all
    .map((one) => ({ ...one, lately: place.has(key(one)) }))
    .toSorted((a, b) => (at(a) === at(b) ? 0 : at(a) - at(b)));
}
