import { addMonths, dayIn } from "@/core/calendar";
import type { Person } from "@/core/people";
import { withTexts, type SealedText } from "@/core/records";
import { type Refusal, type Result } from "@/core/refusal";
import { refuse, refused } from "@/core/words";
import { authorise } from "../access/authorise";
import type { App } from "../app";
import type { Db } from "../db/open";
import { askToSweep, sweep } from "../db/sweep";
import { append, doneBefore } from "../log/log";
import { inParts } from "../log/parts";
import { project } from "../log/projection";
import { sealedRows, sealerOfLog, setPseudonyms, type SealedRow } from "../log/sealed";
import { settingsOf } from "../messages/settings";
import { readReferenceData, namesNow } from "../reference-data";
import { openDocumentsOf } from "./open-work";

export type Replaced = {
  /** Under which id the person is found from now on. */
  id: string;
  /** Names that stay, since a colleague has the same. */
  kept: string[];
  /** Events of a time when the log had names in clear, which say who it was and stay as they are. */
  inClear: number;
};

const EVENT = "replaced by a pseudonym";

/** From which day on the names of somebody may be replaced; null while they have not left. */
export function namesUntil(app: App, person: Pick<Person, "activeUntil">): string | null {
  return person.activeUntil ? addMonths(person.activeUntil, settingsOf(app).namesMonths) : null;
}

/** Whether a pseudonym has taken the place of somebody's names. */
export function isPseudonym(app: App, id: string): boolean {
  return sealedRows(app.db, sealerOfLog(app.db).seal(id)).some((row) => row.kind === "id" && row.salt === null);
}

/** What a leaver's page offers: a pseudonym, or why not yet. Null for who has not left, or is one. */
export function pseudonymOffer(app: App, person: Person): { notYet: string | null } | null {
  const today = dayIn(app.clock.now(), readReferenceData(app).directory.organisation.timeZone);
  if (!person.activeUntil || person.activeUntil >= today || isPseudonym(app, person.id)) return null;
  return { notYet: whyStillNamed(app, person)?.message ?? null };
}

/** Why the names of somebody are still needed, or are no longer there; null when they can be replaced. */
export function whyStillNamed(app: App, person: Person): Refusal | null {
  if (isPseudonym(app, person.id)) return refuse("is a pseudonym", { person: person.id }, undefined, namesNow(app));
  const until = namesUntil(app, person);
  if (!until) return refuse("has not left", { person: person.id }, undefined, namesNow(app));
  const today = dayIn(app.clock.now(), readReferenceData(app).directory.organisation.timeZone);
  if (today < until)
    return refuse("names are kept", { person: person.id, left: person.activeUntil!, until }, undefined, namesNow(app));
  const open = openDocumentsOf(app, person.id).length;
  if (open > 0) return refuse("part in open documents", { person: person.id, open }, undefined, namesNow(app));
  return null;
}

/**
 * Replaces who a leaver is by a pseudonym, wherever the database says it. The log stands as it was, hash by hash: it has only salted digests, and the salts
 * and texts they were made of are destroyed here. Ways in and private details are deleted.
 * @param reason why it is done now, kept in the log
 */
export function replaceByPseudonym(
  app: App,
  actor: Person,
  id: string,
  reason: string,
  command: string,
): Result<Replaced> {
  const { directory } = readReferenceData(app);
  const person = directory.person(id);
  const refusal =
    authorise(actor, "people.pseudonym") ??
    (person ? whyStillNamed(app, person) : refuse("no person of the id", { person: id }));
  if (refusal) return { ok: false, refusals: [refusal] };
  const others = directory.organisation.people.filter((one) => one.id !== id);
  const taken = new Set(others.flatMap((one) => [one.name, one.email]));
  app.db.pragma("secure_delete = ON");
  const result = app.db
    .transaction((): Result<Replaced> => {
      const done = doneBefore(app.db, { command, actor: actor.id, stream: "organisation", type: EVENT });
      if (!done.ok) return done;
      if (done.value) return refused("done already");
      const cause = { actor: actor.id, at: app.clock.now(), command };
      project(
        app.db,
        append(app.db, "organisation", [{ type: EVENT, data: { changes: [], person: id, reason } }], cause),
      );
      const { seal } = sealerOfLog(app.db);
      const rows = sealedRows(app.db, seal(id));
      const pseudonyms = pseudonymsFor(rows.filter(({ text }) => !taken.has(text)));
      const inClear = eventsInClear(app.db, rows);
      deleteSecrets(app.db, id, cause.at);
      askToSweep(app.db);
      setPseudonyms(app.db, pseudonyms);
      replaceInTables(app.db, rows, (text) => sealerOfLog(app.db).open(seal(text)));
      const kept = rows.filter(({ kind, text }) => kind === "name" && taken.has(text)).map(({ text }) => text);
      return { ok: true, value: { id: sealerOfLog(app.db).open(seal(id)), kept, inClear } };
    })
    .immediate();
  if (result.ok) sweep(app.db);
  app.db.pragma("secure_delete = OFF");
  return result;
}

/** A pseudonym for each text, all of them recognisably the same person. */
function pseudonymsFor(rows: readonly SealedRow[]): SealedText[] {
  const mark = rows.find(({ kind }) => kind === "id")!.token.slice("sealed:".length, "sealed:".length + 10);
  const counts = { id: 0, name: 0, address: 0 };
  return rows.map(({ token, kind }) => {
    const n = (counts[kind] += 1);
    const again = n === 1 ? "" : `-${n}`;
    const text = {
      id: `former-${mark}${again}`,
      name: `Former colleague ${mark}${again}`,
      // A name that leads nowhere, by RFC 2606.
      address: `former-${mark}${again}@pseudonym.invalid`,
    }[kind];
    return { token, text, salt: null };
  });
}

function eventsInClear(db: Db, rows: readonly SealedRow[]): number {
  const texts = rows.filter(({ text }) => text.length >= 4).map(({ text }) => JSON.stringify(text).slice(1, -1));
  const found = texts.map(() => `(instr(data, ?) > 0 OR ${inParts("instr(part.body, ?) > 0")})`).join(" OR ");
  return db
    .prepare(`SELECT COUNT(*) FROM event WHERE ${found}`)
    .pluck()
    .get(...texts.flatMap((text) => [text, text])) as number;
}

function deleteSecrets(db: Db, person: string, at: string): void {
  for (const table of ["credential", "session", "invitation", "private_detail"])
    db.prepare(`DELETE FROM ${table} WHERE person = ?`).run(person);
  db.prepare("UPDATE token SET ended_at = ? WHERE person = ? AND ended_at IS NULL").run(at, person);
}

type Table = { name: string; type: string; wr: number };

/** Every text of every table that says who it was, said anew. The log and what is sealed are no such tables. */
function replaceInTables(db: Db, rows: readonly SealedRow[], change: (text: string) => string): void {
  const tables = (db.pragma("table_list") as (Table & { schema: string })[]).filter(
    ({ schema, name, type }) =>
      schema === "main" && type !== "shadow" && type !== "view" && !/^sqlite_|^(logged|cause|part|sealed)$/.test(name),
  );
  const needles = [...new Set(rows.flatMap(({ text }) => [text, JSON.stringify(text).slice(1, -1)]))];
  db.pragma("defer_foreign_keys = ON");
  for (const table of tables) {
    const columns = db.pragma(`table_xinfo(${table.name})`) as { name: string; type: string; hidden: number }[];
    for (const { name, type, hidden } of columns)
      if (hidden === 0 && (type === "TEXT" || table.type === "virtual"))
        replaceInColumn(db, table, name, needles, change);
  }
}

function replaceInColumn(
  db: Db,
  table: Table,
  column: string,
  needles: readonly string[],
  change: (text: string) => string,
): void {
  const found = needles.map(() => `instr(${column}, ?) > 0`).join(" OR ");
  // Rows without a number of their own are found again by the text itself.
  const key = table.wr ? column : "rowid";
  const rows = db
    .prepare(`SELECT DISTINCT ${key} AS key, ${column} AS text FROM ${table.name} WHERE ${found}`)
    .all(...needles);
  const update = db.prepare(`UPDATE ${table.name} SET ${column} = ? WHERE ${key} = ?`);
  for (const { key: own, text } of rows as { key: string | number; text: string }[]) {
    const changed = /^[{[]/.test(text) ? JSON.stringify(withTexts(JSON.parse(text), change)) : change(text);
    if (changed !== text) update.run(changed, own);
  }
}
