import { addDays, startOfDay } from "@/core/calendar";
import { activeHolds, type DocumentState, type DocumentView, type ToldEvent } from "@/core/approval";
import type { Sort } from "@/core/listing";
import { type DocumentRow as Row, type DocumentStatus } from "@/core/documents";
import { tookOverFrom, type Person } from "@/core/people";
import type { Policy, PolicyVersion } from "@/core/policy";
import { sha256Hex, canonical, withTexts, type ChainedEvent } from "@/core/records";
import { type Result } from "@/core/refusal";
import { refused } from "@/core/words";
import type { Hold } from "@/core/holds";
import { authorise } from "../access/authorise";
import type { App } from "../app";
import { likeText } from "../db/like";
import type { Db } from "../db/open";
import { Where } from "../db/where";
import { eventsOf } from "../log/log";
import { opened, openingsIn, sealerOfLog, type Opening } from "../log/sealed";
import { readState } from "../documents/state";
import { readReferenceData } from "../reference-data";
import { hiddenOn, viewWithout } from "../fields/hidden";
import { isReader, readsAlong, tookOver } from "./commands";
import { LISTED, orderBy, rowsById, toRow, type StoredRow } from "./rows";
import { whereKept, type KeptWanted } from "./kept-filter";
import { versionUnder } from "./names";

export type ListFilter = {
  text?: string | undefined;
  status?: string | undefined;
  type?: string | undefined;
  unit?: string | undefined;
  mine?: boolean;
  page?: number;
  policy?: string | undefined;
  requester?: string | undefined;
  party?: string | undefined;
  currency?: string | undefined;
  /** Decided on or after, and on or before, these days. */
  from?: string | undefined;
  until?: string | undefined;
  /** Gross amount at least and at most, in minor units of whatever currency. */
  least?: number | undefined;
  most?: number | undefined;
  /** By which column they stand; by their latest change without it. */
  sort?: Sort | null;
  /** What has to stand in fields for what the organisation keeps. */
  kept?: readonly KeptWanted[];
};
export const PAGE_SIZE = 40;
/** Pages beyond this are not counted: nobody leafs through them, and the filter is there. */
export const MOST_COUNTED = 10_000;

/** A search looks at this many of the latest documents it finds: a word that is in more of them is not worth leafing through. */
const MOST_FOUND = 4_000;

/** A page of the documents a person may read, latest change first. Held and cleared are marks beside the status and can be asked for like one. */
export function listDocuments(
  app: App,
  person: Person,
  filter: ListFilter,
): { rows: Row[]; total: number; more: boolean; page: number } {
  const { clause: condition, values } = conditionsOf(app, person, filter);
  const counted = app.db
    .prepare(`SELECT COUNT(*) FROM (SELECT 1 FROM document d ${condition} LIMIT ${MOST_COUNTED + 1})`)
    .pluck()
    .get(values) as number;
  const more = counted > MOST_COUNTED || (Boolean(filter.text?.trim()) && counted >= MOST_FOUND);
  const total = Math.min(counted, MOST_COUNTED);
  const page = Math.max(1, Math.min(filter.page ?? 1, Math.ceil(total / PAGE_SIZE) || 1));
  const order = orderBy(filter.sort ?? null, readReferenceData(app).directory);
  // Ids alone are put in order, which is less to carry than whole rows.
  const ids = app.db
    .prepare(
      `${order.first} SELECT d.id FROM document d ${order.join} ${condition} ORDER BY ${order.by} LIMIT @limit OFFSET @offset`,
    )
    .pluck()
    .all({ ...values, ...order.values, limit: PAGE_SIZE, offset: (page - 1) * PAGE_SIZE }) as string[];
  const rows = rowsById(app, ids);
  return { rows: ids.map((id) => rows.get(id)!), total, more, page };
}

export type Totals = { currency: string; count: number; gross: number }[];

/** How many documents a filter finds and what they come to, by currency. */
export function totalsOf(app: App, person: Person, filter: ListFilter): Totals {
  const { clause: condition, values } = conditionsOf(app, person, filter);
  return app.db
    .prepare(
      `SELECT d.currency, COUNT(*) AS count, SUM(d.gross) AS gross FROM document d ${condition} GROUP BY d.currency ORDER BY count DESC`,
    )
    .all(values) as Totals;
}

/** How many documents a filter finds. */
export function countOf(app: App, person: Person, filter: ListFilter): number {
  return totalsOf(app, person, filter).reduce((sum, { count }) => sum + count, 0);
}

/** Every document a filter finds, a batch at a time in the order of their ids, however many there are. */
export function* everyDocument(app: App, person: Person, filter: ListFilter, batch = 500): Generator<Row[]> {
  const { clause, values } = conditionsOf(app, person, filter).and("d.id > @after");
  const rows = app.db.prepare(`SELECT ${LISTED} FROM document d ${clause} ORDER BY d.id LIMIT ${batch}`);
  let after = "";
  for (;;) {
    const found = rows.all({ ...values, after }) as StoredRow[];
    if (found.length === 0) return;
    yield found.map((row) => toRow(app, row));
    after = found.at(-1)!.id;
  }
}

function conditionsOf(app: App, person: Person, filter: ListFilter): Where {
  const where = new Where();
  where.values.person = person.id;
  const zone = readReferenceData(app).directory.organisation.timeZone;
  if (authorise(person, "documents.readAll")) {
    const { versions, directory } = readReferenceData(app);
    const along = versions.filter((version) => readsAlong(version.policy, person.id, directory));
    where.and(
      `(EXISTS (SELECT 1 FROM reader r WHERE r.person = @person AND r.document = d.id)
        OR d.requester IN (SELECT value FROM json_each(@takenOver))
        OR d.policy || ' ' || d.policy_version IN (SELECT value FROM json_each(@along)))`,
      {
        takenOver: JSON.stringify(tookOverFrom(person.id, directory, app.clock.now())),
        along: JSON.stringify(along.map((version) => `${version.policy.id} ${version.version}`)),
      },
    );
  }
  if (filter.mine) where.and("d.requester = @person");
  const state = filter.status ? STATES[filter.status] : undefined;
  if (state) where.and(state);
  else where.given("d.status = @status", "status", filter.status);
  for (const column of ["type", "unit", "policy", "requester", "party", "currency"] as const)
    where.given(`d.${column} = @${column}`, column, filter[column]);
  where.given("d.closed_at >= @from", "from", filter.from && startOfDay(filter.from, zone));
  where.given("d.closed_at < @until", "until", filter.until && startOfDay(addDays(filter.until, 1), zone));
  where.given("abs(d.gross) >= @least", "least", filter.least);
  where.given("abs(d.gross) <= @most", "most", filter.most);
  whereKept(where, filter.kept ?? []);
  const text = filter.text?.trim();
  return text ? searchFor(text, where) : where;
}

/** What is asked for like a status and is a mark beside it. */
const STATES: Partial<Record<string, string>> = {
  held: "d.held = 1",
  cleared: "d.cleared = 1",
  "by lapse": "d.lapsed = 1",
  closed: "d.closed_at IS NOT NULL",
};

/**
 * Words of three letters and more are looked up wherever they stand in what `searchText` says of a document, all of them in any order, those in quotation marks
 * together; with a shorter one among them the text as it is; fewer letters only at the beginning of a number.
 */
function searchFor(text: string, where: Where): Where {
  if ([...text].length < 3) return where.and("d.number LIKE @text ESCAPE '\\'", { text: `${likeText(text)}%` });
  const words = [...text.matchAll(/"([^"]+)"|\S+/g)].map(([word, quoted]) => quoted ?? word);
  const parts = words.every((word) => [...word].length >= 3) ? words : [text];
  return where.and(
    `d.id IN (SELECT s.id FROM document_text t JOIN document_summary s ON s.row = t.rowid WHERE t.words MATCH @text ORDER BY t.rowid DESC LIMIT ${MOST_FOUND})`,
    { text: parts.map((part) => `"${part.replaceAll('"', '""')}"`).join(" ") },
  );
}

/** A document with everything said and done about it, for somebody who may read it, and without what stands in fields that are hidden from them. */
export function viewDocument(app: App, person: Person, id: string): Result<DocumentView> {
  const view = viewInClear(app, person, id);
  return view.ok ? { ok: true, value: viewWithout(view.value, hiddenOn(app, person, view.value.state)) } : view;
}

/** The same with what is hidden in it: for what is worked out here, and for whoever opens it. */
export function viewInClear(app: App, person: Person, id: string): Result<DocumentView> {
  const state = readState(app.db, id);
  if (!state) return refused("no document", { document: id });
  const refusal = authorise(person, "documents.read", {
    document: state,
    isReader: isReader(app, state, person.id),
    tookOver: tookOver(app, state.document.requester, person.id),
  });
  if (refusal) return { ok: false, refusals: [refusal] };
  const world = readReferenceData(app);
  const { directory } = world;
  const thread = eventsOf(app.db, `document:${id}`).map((stored) => {
    const { seq, time, actor, hash, type, data } = opened(app.db, stored);
    const actorName = directory.person(actor)?.name ?? actor;
    return { seq, at: time, actor, actorName, hash, type, data: JSON.parse(data) as unknown } as ToldEvent;
  });
  return { ok: true, value: { state, thread, version: versionUnder(world, state) } };
}

/** A record that stands alone: the document, the policy version it was decided under, and its events as they are chained in the log. */
export type DocumentRecord = {
  format: "bandeira-record-1";
  number: string;
  status: DocumentStatus;
  holds: Pick<Hold, "code" | "why">[];
  state: DocumentState;
  policy: PolicyVersion | null;
  /** What each token in the rest stands for. */
  people: Opening[];
  events: ChainedEvent[];
  contentHash: string;
};

/** A policy version as the log has it, whose hash is the version's: somebody known since by a name in it would be sealed today. */
function policyAsSaved(db: Db, { policy, version }: PolicyVersion): Policy | null {
  for (const { type, data } of eventsOf(db, `policy:${policy.id}`)) {
    if (type !== "policy version saved") continue;
    const saved = JSON.parse(data) as { version: number; policy: Policy };
    if (saved.version === version) return saved.policy;
  }
  return null;
}

/** Names, ids and addresses stand in it as in the log, as tokens; what they stand for is said beside. */
export function recordOf(app: App, view: DocumentView): DocumentRecord {
  const { seal } = sealerOfLog(app.db);
  const inClear = {
    format: "bandeira-record-1" as const,
    number: view.state.number,
    status: view.state.status,
    holds: activeHolds(view.state).map(({ code, why }) => ({ code, why })),
    state: view.state,
    policy: view.version,
    events: eventsOf(app.db, `document:${view.state.id}`),
  };
  const sealed = withTexts(JSON.parse(JSON.stringify(inClear)), seal) as typeof inClear;
  if (sealed.policy) sealed.policy.policy = policyAsSaved(app.db, view.version!) ?? sealed.policy.policy;
  const body = { ...sealed, people: openingsIn(app.db, canonical(sealed)) };
  return { ...body, contentHash: sha256Hex(canonical(body)) };
}
