import { addDays, startOfDay } from "@/core/calendar";
import type { KnownNames } from "@/core/checks";
import type { Rate } from "@/core/money";
import { typeWords } from "@/core/documents";
import { isOwnKey, type HiddenKeys } from "@/core/own-fields";
import type { Person } from "@/core/people";
import type { Policy } from "@/core/policy";
import type { Result } from "@/core/refusal";
import { caughtBy, valueOf, withOwnConcerns, type PastDocument } from "@/core/rehearsal";
import { authorise } from "../access/authorise";
import type { App } from "../app";
import { historiesOf, historyDocuments } from "../histories/store";
import { hiddenInFiles, noteOpened, openedByRole } from "../fields/hidden";
import { readSummary } from "../documents/summary";
import { readReferenceData } from "../reference-data";

/** The documents of a type of the last twelve months, with the rates of their days, and how long decisions took. */
export type History = {
  documents: PastDocument[];
  rates: Rate[];
  months: number;
  daysPerStage: number;
  names: KnownNames;
};

const MONTHS = 12;
const DAY = 86_400_000;

type PastRow = { id: string; unit: string; requester: string; onBehalfOf: string | null; at: string; summary: string };

/** From when until when documents were sent, ISO date-times in UTC; the last is not in it. */
export type Stretch = { from: string; until: string };

/** The twelve months before now. */
export function lastYear(now: string): Stretch {
  return { from: new Date(Date.parse(now) - 365 * DAY).toISOString(), until: now };
}

/** Days count Monday to Friday; holidays are not known here. */
export function historyOf(app: App, documentType: string, stretch = lastYear(app.clock.now())): History {
  const { from, until } = stretch;
  const rows = app.db
    .prepare(
      `SELECT d.id, d.unit, d.requester, d.on_behalf_of AS onBehalfOf, d.submitted_at AS at, s.summary
       FROM document d JOIN document_summary s ON s.id = d.id
       WHERE d.type = ? AND d.submitted_at >= ? AND d.submitted_at < ?`,
    )
    .iterate(documentType, from, until) as IterableIterator<PastRow>;
  const documents: PastDocument[] = [];
  const days: number[] = [];
  for (const { summary, onBehalfOf, ...row } of rows) {
    const { levelDays, ...known } = readSummary(summary, documentType);
    documents.push({ ...row, documentType, ...(onBehalfOf !== null && { onBehalfOf }), ...known });
    days.push(...levelDays);
  }
  const rates = app.db
    .prepare(
      `SELECT source_currency AS "from", target_currency AS "to", date, rate, source FROM rate
       WHERE date >= date(?, '-20 days') ORDER BY date`,
    )
    .all(from.slice(0, 10)) as Rate[];
  const daysPerStage = days.length ? days.reduce((sum, one) => sum + one, 0) / days.length : 0;
  return { documents, rates, months: MONTHS, daysPerStage, names: namesKnown(app) };
}

/** Accounts by their names. */
function namesKnown(app: App): KnownNames {
  const accounts = app.db.prepare("SELECT kind, name FROM account").all() as { kind: string; name: string }[];
  const of = (kind: string) => accounts.flatMap((one) => (one.kind === kind ? [one.name] : []));
  return { supplier: of("supplier"), customer: of("customer") };
}

/** The same for whoever may read policies. @param stretch the last twelve months where it is not given */
export function readHistory(
  app: App,
  reader: Person,
  documentType: string,
  stretch?: Stretch,
): Result<SeenHistory & { numbers: Record<string, string> }> {
  const refusal = authorise(reader, "policies.read");
  if (refusal) return { ok: false, refusals: [refusal] };
  const history = lastKnown(app, typeWords(documentType).key, stretch);
  const numbers = numbersOf(app, history.documents);
  return { ok: true, value: { ...history, ...seenBy(app, reader, documentType, history.documents), numbers } };
}

/** By id, the numbers of those that are documents of the organisation's own. */
function numbersOf(app: App, documents: readonly PastDocument[]): Record<string, string> {
  const number = app.db.prepare("SELECT number FROM document WHERE id = ?").pluck();
  return Object.fromEntries(
    documents.flatMap(({ id }) => {
      const found = number.get(id) as string | undefined;
      return found ? [[id, found]] : [];
    }),
  );
}

/** An organisation that has sent nothing yet is shown the last twelve months of the histories that were brought in, so that it designs on something from its first day. */
function lastKnown(app: App, documentType: string, stretch: Stretch | undefined): History & { histories: string[] } {
  const own = historyOf(app, documentType, stretch);
  const files = historiesOf(app).filter(({ types }) => types[documentType]);
  if (stretch || own.documents.length > 0 || files.length === 0) return { ...own, histories: [] };
  const { timeZone } = readReferenceData(app).directory.organisation;
  const until = files.map(({ types }) => types[documentType]!.until).reduce((a, b) => (a > b ? a : b));
  const days = { from: addDays(until, -364), until };
  const past = historyDocuments(app, documentType, { file: null, ...days });
  return {
    ...historyOf(app, documentType, stretchOf(days, timeZone)),
    documents: past.map((one) => one.past),
    histories: files.filter(({ types }) => types[documentType]!.until >= days.from).map(({ name }) => name),
  };
}

const LAST_DAY = "9999-12-31";

/** From the start of the first of two days to the end of the last, where the organisation is. */
export function stretchOf({ from, until }: { from: string; until: string }, timeZone: string): Stretch {
  // After the last day that is written with four digits for its year comes none.
  const end = until < LAST_DAY ? startOfDay(addDays(until, 1), timeZone) : `${LAST_DAY}T23:59:59.999Z`;
  return { from: startOfDay(from, timeZone), until: end };
}

/** Documents as far as their reader sees what they say; what they open by their role is noted. */
export function seenBy(
  app: App,
  reader: Person,
  documentType: string,
  documents: readonly PastDocument[],
): Pick<SeenHistory, "documents" | "withheld"> {
  const hidden = hiddenInFiles(app, reader);
  const said = new Set(documents.flatMap(({ facts }) => Object.keys(facts).filter(isOwnKey)));
  for (const field of openedByRole(app, reader))
    if (said.has(field))
      noteOpened(app, reader, field, { on: "file", of: `past ${typeWords(documentType).name.many}` });
  return {
    documents: seenDocuments(app, documents, hidden),
    withheld: [...hidden].filter((field) => said.has(field)),
  };
}

/**
 * With the keys of the fields of which nothing is in it, since they are hidden from whoever reads it, and the names of the histories that stand in for documents of the
 * organisation's own.
 */
export type SeenHistory = History & { withheld: string[]; histories: string[] };

/**
 * Documents without what is hidden: whoever could have it counted would find out what it is. With what they name of lists in fields of the organisation's own, as far as
 * that is seen.
 */
export function seenDocuments(app: App, documents: readonly PastDocument[], hidden: HiddenKeys): PastDocument[] {
  const { fields } = readReferenceData(app).directory.organisation;
  const without = <T>(all: Readonly<Record<string, T>>): Record<string, T> =>
    Object.fromEntries(Object.entries(all).filter(([key]) => !hidden.has(key.split(":")[0]!)));
  return documents.map((one) => {
    if (hidden.size === 0) return withOwnConcerns(one, fields);
    const seen = { ...one, facts: without(one.facts), ...(one.named && { named: without(one.named) }) };
    return withOwnConcerns(seen, fields);
  });
}

/** What a policy would have caught of it, as far as its reader may see what it goes by, and the currencies that came in. */
export function pastOf(app: App, policy: Policy, reader: Person) {
  const { documents: whole, rates, names } = historyOf(app, policy.documentType);
  const documents = seenDocuments(app, whole, hiddenInFiles(app, reader));
  return {
    names,
    past: caughtBy(policy, documents, rates, readReferenceData(app).directory),
    value: valueOf(policy, documents, rates),
    currencies: currenciesOf(documents, policy),
  };
}

function currenciesOf(documents: readonly PastDocument[], { measure }: Policy): string[] {
  return [...new Set(documents.flatMap(({ measures }) => measures[measure.kind]?.currency ?? []))];
}
