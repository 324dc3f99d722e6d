import type { ToldEvent } from "@/core/approval";
import { addDays, startOfDay } from "@/core/calendar";
import type { Directory, Person } from "@/core/people";
import { hiddenKeys, withHidden, type HiddenKeys } from "@/core/own-fields";
import { sentenceOf, tell } from "@/core/audit-narrative";
import { plain } from "@/core/text";
import type { Cell } from "@/core/tables";
import { namesOf } from "@/core/words";
import { authorise } from "../access/authorise";
import { likeText } from "../db/like";
import type { App } from "../app";
import { Where } from "../db/where";
import { inParts } from "../log/parts";
import { openedBy, sealerOfLog, tokensOfTextsWith } from "../log/sealed";
import { readReferenceData } from "../reference-data";

export type EventFilter = {
  text?: string | undefined;
  stream?: string | undefined;
  type?: string | undefined;
  actor?: string | undefined;
  from?: string | undefined;
  until?: string | undefined;
  /** Only events before this number, for the next page. */
  before?: number | undefined;
};
export type ListedEvent = {
  seq: number;
  time: string;
  stream: string;
  type: string;
  actor: string;
  actorName: string;
  inNameOf: string | null;
  /** What happened, in a sentence; empty where there is none for it. */
  words: string;
  data: string;
  hash: string;
};
export const EVENTS_PAGE = 40;
/** A search looks at this many of the latest events that fit the rest: a log is read from its end. */
const MOST_SEARCHED = 200_000;

const MOST_TOKENS = 24;
/** So much of what happened is shown in the list as it stands in the log. */
const SHOWN = 400;

/** How many are counted and taken along as a file; a log is narrowed before it is taken along. */
export const MOST_EVENTS = 10_000;

/**
 * Events of the whole log, latest first, by anything they say that their reader may see: what is hidden or masked on pages is so here.
 * @param reader null for nobody in particular, who may see the least
 */
export function findEvents(
  app: App,
  filter: EventFilter,
  reader: Person | null = null,
): { rows: ListedEvent[]; more: boolean } {
  const stored = stands(app, filter, EVENTS_PAGE + 1);
  const rows = seen(app, stored.slice(0, EVENTS_PAGE), filter, reader);
  return {
    rows: rows.map((row) => ({ ...row, data: row.data.slice(0, SHOWN) })),
    more: stored.length > EVENTS_PAGE,
  };
}

/** How many events fit of those that their reader may see, whatever page is looked at; one more than `MOST_EVENTS` where there are more. */
export function countEvents(app: App, { before: _, ...filter }: EventFilter, reader: Person | null): number {
  // How often something hidden is found would tell what it is.
  if (filter.text?.trim()) return firstSeen(app, filter, reader, MOST_EVENTS + 1).length;
  const { clause, values } = whereOf(app, filter);
  return app.db
    .prepare(`SELECT COUNT(*) FROM (SELECT 1 FROM event ${clause} LIMIT ${MOST_EVENTS + 1})`)
    .pluck()
    .get(values) as number;
}

/** The same as the rows of a table, latest first, with the heading; whole, and at most `MOST_EVENTS`. */
export function eventCells(app: App, { before: _, ...filter }: EventFilter, reader: Person): Cell[][] {
  const head = ["number", "when", "what happened", "who", "in the name of", "place", "in words", "data", "hash"];
  const rows = firstSeen(app, filter, reader, MOST_EVENTS);
  return [
    head,
    ...rows.map(({ seq, time, type, actorName, inNameOf, stream, words, data, hash }): Cell[] => [
      seq,
      { moment: time },
      type,
      actorName,
      inNameOf ?? "",
      stream,
      words,
      data,
      hash,
    ]),
  ];
}

function whereOf(app: App, filter: EventFilter): Where {
  const { seal } = sealerOfLog(app.db);
  const where = new Where()
    .given("stream = @stream", "stream", filter.stream && seal(streamOf(filter.stream)))
    .given("type = @type", "type", filter.type)
    .given("seq < @before", "before", filter.before)
    // Whom a finding is about does not read of it here either: its history stands on it, for whoever may see it.
    .and("stream NOT LIKE 'finding:%'", {})
    .and("seq BETWEEN @first AND @last", between(app, filter));
  if (filter.actor?.trim()) {
    const ids = whoIs(readReferenceData(app).directory, filter.actor.trim());
    where.and("actor IN (SELECT value FROM json_each(@actors))", { actors: JSON.stringify(ids.map(seal)) });
  }
  const text = filter.text?.trim();
  if (text) searchFor(app, text, where);
  return where;
}

const BATCH = 2_000;

/** The latest events that their reader may see, so many, however many between them they may not. */
function firstSeen(app: App, filter: EventFilter, reader: Person | null, most: number): ListedEvent[] {
  const rows: ListedEvent[] = [];
  let before = filter.before;
  for (;;) {
    const stored = stands(app, { ...filter, before }, BATCH);
    rows.push(...seen(app, stored, filter, reader));
    if (stored.length < BATCH || rows.length >= most) return rows.slice(0, most);
    before = stored.at(-1)!.seq;
  }
}

type StoredEvent = Omit<ListedEvent, "actorName" | "words">;

/** Events as they stand in the log, latest first. */
function stands(app: App, filter: EventFilter, most: number): StoredEvent[] {
  const { clause, values } = whereOf(app, filter);
  return app.db
    .prepare(
      `SELECT seq, time, stream, type, actor, inNameOf, data, hash FROM event
       ${clause} ORDER BY seq DESC LIMIT ${most}`,
    )
    .all(values) as StoredEvent[];
}

/** The same as their reader may see them. */
function seen(app: App, rows: readonly StoredEvent[], filter: EventFilter, reader: Person | null): ListedEvent[] {
  const { directory } = readReferenceData(app);
  const hidden = new Set(hiddenKeys(directory.organisation.fields));
  if (authorise(reader, "accounts.private")) hidden.add("bankAccount");
  const sealer = sealerOfLog(app.db);
  return rows
    .flatMap((row) => seenRow(openedBy(app.db, sealer, row), hidden, filter.text?.trim()))
    .map((row) => ({
      ...row,
      words: sentenceFor(row, directory),
      actorName: directory.person(row.actor)?.name ?? row.actor,
    }));
}

/** An event without what is hidden in it; not at all where nothing but that has what is looked for, or a search would tell what is hidden. */
function seenRow<R extends { data: string; stream: string; type: string; hash: string; actor: string }>(
  row: R,
  hidden: HiddenKeys,
  text: string | undefined,
): R[] {
  const data = JSON.parse(row.data) as unknown;
  const seen = withHidden(data, hidden);
  if (seen === data) return [row];
  const shown = { ...row, data: JSON.stringify(seen) };
  const said = [shown.data, row.stream, row.type, row.hash, row.actor].join(" ").toLowerCase();
  return text && !said.includes(text.toLowerCase()) ? [] : [shown];
}

/** A text wherever it stands in an event or a part of it; a name is looked for as the tokens that stand for it. */
function searchFor({ db }: App, text: string, where: Where): void {
  const tokens = tokensOfTextsWith(db, text, MOST_TOKENS);
  const words = {
    text: `%${likeText(sealerOfLog(db).seal(text))}%`,
    ...Object.fromEntries(tokens.map((one, n) => [`token${n}`, one])),
  };
  const has = (column: string) =>
    [`${column} LIKE @text ESCAPE '\\'`, ...tokens.map((_, n) => `instr(${column}, @token${n}) > 0`)].join(" OR ");
  const found = [...["data", "stream", "type", "hash"].map(has), ...tokens.map((_, n) => `actor = @token${n}`)];
  // To look into the parts of every event takes a while; where no part has it there is no need.
  const inAny = db.prepare(`SELECT 1 FROM part WHERE ${has("part.body")} LIMIT 1`).get(words) !== undefined;
  if (inAny) found.push(inParts(has("part.body")));
  where.and(`seq > @last - @mostSearched AND (${found.join(" OR ")})`, { ...words, mostSearched: MOST_SEARCHED });
}

/** A document may be asked for by its number. */
function streamOf(asked: string): string {
  const text = asked.trim();
  return /^[a-z]+-\d+$/i.test(text) ? `document:${text.toLowerCase()}` : text;
}

/** Ids of those who are meant by an id or a part of a name, capitals and accents aside. */
function whoIs(directory: Directory, asked: string): string[] {
  if (asked === "system" || directory.person(asked)) return [asked];
  return directory.organisation.people.filter(({ name }) => plain(name).includes(plain(asked))).map(({ id }) => id);
}

function sentenceFor({ seq, time, stream, type, actor, data, hash }: StoredEvent, directory: Directory): string {
  if (!stream.startsWith("document:")) return "";
  const names = (id: string) => directory.person(id)?.name ?? (id === "system" ? "Bandeira" : id);
  const event = { seq, at: time, actor, actorName: names(actor), hash, type, data: JSON.parse(data) as unknown };
  const known = namesOf(directory);
  // Levels stand in policies, of which the log has many; their ids read well enough here.
  const said = tell(event as ToldEvent, { ...known, person: names, level: (id) => id.replaceAll("-", " ") });
  if (!said) return "";
  const sentence = sentenceOf(said);
  return said.comment ? `${sentence} “${said.comment}”` : sentence;
}

/** The numbers of the events of some days. Time never runs backwards in the log, so they are found by halving and not by looking at each. */
function between(app: App, { from, until }: EventFilter): { first: number; last: number } {
  const { db } = app;
  const total = db.prepare("SELECT COALESCE(MAX(seq), 0) FROM event").pluck().get() as number;
  const timeOf = db.prepare("SELECT time FROM event WHERE seq = ?").pluck();
  const firstAt = (moment: string) => {
    let [low, high] = [1, total + 1];
    while (low < high) {
      const middle = (low + high) >>> 1;
      if ((timeOf.get(middle) as string) < moment) low = middle + 1;
      else high = middle;
    }
    return low;
  };
  const zone = readReferenceData(app).directory.organisation.timeZone;
  return {
    first: from ? firstAt(startOfDay(from, zone)) : 1,
    last: until ? firstAt(startOfDay(addDays(until, 1), zone)) - 1 : total,
  };
}

/** Types of event that are there, for the filter. */
export function eventTypes(app: App): string[] {
  return app.db
    .prepare("SELECT DISTINCT type FROM (SELECT type FROM event ORDER BY seq DESC LIMIT 20000) ORDER BY type")
    .pluck()
    .all() as string[];
}

/**
 * Every event of a period, in order, one at a time: what was written from the beginning of its first day to the end of its last.
 * @param of which events, as a condition in SQL; without it all
 */
export function* eventsBetween(app: App, period: { from: string; until: string }, of = "") {
  const { first, last } = between(app, period);
  const batch = app.db.prepare(
    `SELECT seq, time, stream, type, actor, data FROM event
     WHERE ${of ? `${of} AND +seq` : "seq"} BETWEEN ? AND ? ORDER BY seq LIMIT 2000`,
  );
  let after = first;
  for (;;) {
    const rows = batch.all(after, last) as {
      seq: number;
      time: string;
      stream: string;
      type: string;
      actor: string;
      data: string;
    }[];
    if (rows.length === 0) return;
    const sealer = sealerOfLog(app.db);
    for (const row of rows) yield openedBy(app.db, sealer, row);
    after = rows.at(-1)!.seq + 1;
  }
}
