import { countOf } from "@/core/text";
import { z } from "zod";
import { dayIn } from "@/core/calendar";
import { fits } from "@/core/patterns";
import { documentType, keptBy, missingOf, type AnyDocument } from "@/core/documents";
import {
  fromUbl,
  guessIntake,
  INTAKE_COLUMNS,
  missingOf as columnsLacking,
  readIntake,
  type BadRow,
  type ReadDocument,
  type Taker,
} from "@/core/intake";
import type { ListId } from "@/core/lists";
import { formatMoney } from "@/core/money";
import type { Person } from "@/core/people";
import { type Refusal, type Result, refusedFor } from "@/core/refusal";
import { refuse, refused, sayUnread, sayMissing, sayIntake } from "@/core/words";
import { authorise } from "../access/authorise";
import type { App } from "../app";
import { inTransaction } from "../db/all-or-nothing";
import type { Db } from "../db/open";
import { enterDocument } from "../documents/commands";
import { ofItsUnit } from "../documents/unit";
import { writeTo } from "../messages/letters";
import { nativeHash, isKnownCommand } from "../log/log";
import { readSheet } from "../people/import";
import { resultInThread } from "../threads/in-thread";
import { namesNow, readReferenceData } from "../reference-data";

/** Lists by which files of documents name anything. */
const NAMED_IN_FILES: readonly string[] = ["order-categories", "cost-centres", "projects"] satisfies ListId[];

export const MAX_INTAKE = 20 * 1024 * 1024;
const SHOWN = 100;
const BATCH = 200;

export const IntakeSchema = z.strictObject({
  name: z.string().max(200),
  text: z.string().max(MAX_INTAKE),
  /** Send them on for approval as they are entered. */
  submit: z.boolean().default(true),
  /** Leave the bad rows out and take the others. */
  takeGood: z.boolean().default(false),
  /** Take in what the preview showed, known by its fingerprint; null only looks. */
  confirm: z.string().nullable().default(null),
});
export type IntakeRequest = z.infer<typeof IntakeSchema>;

export type IntakeRow = { lines: number[]; what: string; party: string; amount: string; missing: string[] };
export type IntakePreview = {
  kind: string;
  counts: { documents: number; bad: number; known: number };
  rows: IntakeRow[];
  bad: { line: number; column: string; message: string }[];
  fingerprint: string;
};
export type Taken = { taken: number; numbers: string[]; again: number; refused: { what: string; why: string }[] };
export type IntakeProgress = { stage: "reading" | "entering"; done: number; total: number };
export type IntakeResult = Result<{ preview: IntakePreview } | { taken: Taken }>;

type Read = { kind: string; documents: ReadDocument[]; bad: BadRow[]; fingerprint: string };

/**
 * Looks at a file of orders or invoices, or takes it in. Nothing is written while a row is bad, unless the good ones are asked for. Documents are
 * written in batches, each whole; when it is stopped, what has been taken stays, and the same file taken again goes on where it stopped.
 */
export async function* importDocuments(
  app: App,
  actor: Person,
  request: IntakeRequest,
  signal?: AbortSignal,
): AsyncGenerator<IntakeProgress, IntakeResult> {
  const refusal = authorise(actor, "intake.import");
  if (refusal) return { ok: false, refusals: [refusal] };
  yield { stage: "reading", done: 0, total: 1 };
  await pause();
  const read = await readFile(app, actor, request, signal);
  if (!read.ok) return read;
  const { documents, bad, fingerprint } = read.value;
  if (request.confirm === null) return { ok: true, value: { preview: previewOf(app, read.value) } };
  const wrong = whyNotTake(request, read.value);
  if (wrong) return { ok: false, refusals: [wrong] };
  looked.delete(app.db);
  const taken: Taken = { taken: 0, numbers: [], again: 0, refused: [] };
  // One letter about all of them to each who is asked, in place of thousands; and what follows begins once all are in.
  const quiet = { ...app, quiet: true, wakeWorker: () => undefined };
  const since = app.clock.now();
  for (let from = 0; from < documents.length; from += BATCH) {
    yield { stage: "entering", done: from, total: documents.length };
    await pause();
    const batch = documents.slice(from, from + BATCH);
    inTransaction(app, () => {
      for (const one of batch) takeOne(quiet, actor, one, { fingerprint, submit: request.submit }, taken);
    });
  }
  if (bad.length > 0)
    taken.refused.push({ what: countOf(bad.length, "row"), why: "left out as bad, as the preview showed" });
  if (taken.taken > 0) inTransaction(app, () => tellOfImport(app, actor, since));
  app.wakeWorker?.();
  return { ok: true, value: { taken } };
}

function tellOfImport(app: App, actor: Person, since: string): void {
  const asked = app.db
    .prepare(
      `SELECT w.person, COUNT(DISTINCT w.document) AS count FROM waiting w JOIN document d ON d.id = w.document
       WHERE w.since >= ? AND d.requester = ? GROUP BY w.person`,
    )
    .all(since, actor.id) as { person: string; count: number }[];
  for (const { person, count } of asked)
    writeTo(app, {
      person,
      document: null,
      occasion: "import",
      subject: `${count} ${count === 1 ? "document waits" : "documents wait"} for your decision`,
      body: `${actor.name} has imported a file. ${count} of its documents ${count === 1 ? "asks" : "ask"} you; they are on your desk.`,
    });
}

// Lets other requests of this process be answered between two batches.
const pause = () => new Promise<void>((resolve) => setImmediate(resolve));

function whyNotTake(request: IntakeRequest, { bad, documents, fingerprint }: Read): Refusal | null {
  if (request.confirm !== fingerprint) return refuse("another file", null, "confirm");
  if (bad.length > 0 && !request.takeGood) return refuse("rows are bad", { rows: bad.length }, "takeGood");
  return documents.length === 0 ? refuse("file has no document", null, "file") : null;
}

async function readFile(
  app: App,
  actor: Person,
  { text, name }: IntakeRequest,
  signal: AbortSignal | undefined,
): Promise<Result<Read>> {
  const { organisation } = readReferenceData(app).directory;
  const today = dayIn(app.clock.now(), organisation.timeZone);
  const { fields } = organisation;
  const named = new Set([...NAMED_IN_FILES, ...fields.flatMap(({ list }) => list ?? [])]);
  const people = fields.some(({ kind }) => kind === "person")
    ? organisation.people.map(({ id, name: called, email }) => ({ id, name: called, email }))
    : [];
  const lists = organisation.lists.filter(({ id }) => named.has(id));
  const units = organisation.units.map(({ id, name: called }) => ({ id, name: called }));
  const taker = { requester: actor.id, unit: actor.unit, today, lists, fields, people, units };
  const fingerprint = nativeHash(`${name}\n${text}`);
  const key = JSON.stringify([fingerprint, taker]);
  const before = looked.get(app.db);
  if (before?.key === key) return before.read;
  const read = await resultInThread(app, "read a file of documents", { text, taker, fingerprint }, actor, signal);
  looked.set(app.db, { key, read });
  return read;
}

// The file that was looked at last: most are taken in right after, and reading one twice costs as long as looking.
const looked = new WeakMap<Db, { key: string; read: Result<Read> }>();

/** What a file says, read as documents. */
export function readText(text: string, taker: Taker, fingerprint: string): Result<Read> {
  if (/^\ufeff?\s*</.test(text)) {
    const read = fromUbl(text.replace(/^\ufeff/, ""), taker);
    if (!read.ok) return refusedFor(...read.refusals.map(sayUnread));
    const document = read.value;
    return {
      ok: true,
      value: { kind: document.documentType, documents: [{ key: "file", lines: [], document }], bad: [], fingerprint },
    };
  }
  const sheet = readSheet(text);
  if (!sheet.ok) return sheet;
  const kind = guessIntake(sheet.value.header);
  if (!kind) return refused("columns are missing", { kinds: columnsMissing(sheet.value.header) }, "file");
  return { ok: true, value: { kind, ...readIntake(kind, sheet.value, taker), fingerprint } };
}

function columnsMissing(header: readonly string[]): { type: string; columns: string[] }[] {
  const kinds = Object.keys(INTAKE_COLUMNS) as (keyof typeof INTAKE_COLUMNS)[];
  return kinds.map((type) => ({ type, columns: columnsLacking(type, header) }));
}

// The same document of the same file, whenever it is taken in; ids that follow each other keep the index of commands quick to write.
const commandOf = (fingerprint: string, { lines }: ReadDocument) =>
  `import:${fingerprint.slice(0, 32)}:${lines[0] ?? 0}`;

function takeOne(
  app: App,
  actor: Person,
  read: ReadDocument,
  { fingerprint, submit }: { fingerprint: string; submit: boolean },
  taken: Taken,
): void {
  const { key } = read;
  const document = read.unitSaid ? read.document : ofItsUnit(app, read.document);
  const command = commandOf(fingerprint, read);
  const known = isKnownCommand(app.db, command);
  const complete = missingNow(app, document).length === 0;
  const entered = enterDocument(app, actor, document, command, submit && complete);
  const what = key.replace("\n", " ");
  if (!entered.ok) {
    taken.refused.push({ what, why: entered.refusals.map((one) => one.message).join("; ") });
    return;
  }
  if (known) taken.again += 1;
  else {
    taken.taken += 1;
    if (taken.numbers.length < SHOWN) taken.numbers.push(entered.value.number);
  }
  if (submit && entered.value.status === "draft")
    taken.refused.push({ what: entered.value.number, why: "kept as a draft, since something is missing" });
}

/** What a document would lack if it were sent today. */
function missingNow(app: App, document: AnyDocument) {
  const { directory } = readReferenceData(app);
  const { timeZone } = directory.organisation;
  return missingOf(document, keptBy(directory, fits), {
    dated: document.date,
    entered: dayIn(app.clock.now(), timeZone),
  });
}

function previewOf(app: App, { kind, documents, bad, fingerprint }: Read): IntakePreview {
  const type = documentType(kind);
  const names = namesNow(app);
  const known = documents.filter((one) => isKnownCommand(app.db, commandOf(fingerprint, one))).length;
  const row = ({ lines, document }: ReadDocument): IntakeRow => {
    const { title, party, gross } = type.headline(document);
    return {
      lines,
      what: title,
      party,
      amount: formatMoney(gross),
      missing: missingNow(app, document).map(({ why }) => sayMissing(why, names)),
    };
  };
  return {
    kind,
    counts: { documents: documents.length, bad: bad.length, known },
    rows: documents.slice(0, SHOWN).map(row),
    bad: bad.slice(0, SHOWN).map(({ line, column, why }) => ({ line, column, message: sayIntake(why, names) })),
    fingerprint,
  };
}
