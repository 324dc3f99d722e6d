import { typeWords } from "@/core/documents";
import { startOfDay, addDays } from "@/core/calendar";
import { KINDS, type Kind, type OrganisationHistory } from "@/core/organisation-history";
import type { Rate } from "@/core/money";
import type { Person } from "@/core/people";
import type { Result } from "@/core/refusal";
import type { PastDocument } from "@/core/rehearsal";
import type { App } from "../app";
import { readHistory } from "../policies/history";
import { readReferenceData } from "../reference-data";

/** An organisation's people through time, as lists: what a thread of the browser is handed. */
export type HistoryLists = { [K in Kind]: [id: string, entry: unknown][] };

/** Everything that rehearsing documents of a type needs, whatever versions they are replayed under. */
export type Material = {
  documents: PastDocument[];
  /** By the place of the document: its number, and its title. */
  labels: { number: string; title: string }[];
  rates: Rate[];
  history: HistoryLists;
  /** Keys of fields of which nothing is known, since they are hidden from whoever looks. */
  withheld: string[];
};

/** The days that are rehearsed, both included: ISO dates of the organisation. */
export type Days = { from: string; until: string };

/** The documents that were sent on some days, with the people of their time, for whoever may read policies. */
export function materialFor(app: App, reader: Person, documentType: string, { from, until }: Days): Result<Material> {
  const { history, directory } = readReferenceData(app);
  const { timeZone } = directory.organisation;
  const stretch = { from: startOfDay(from, timeZone), until: startOfDay(addDays(until, 1), timeZone) };
  const read = readHistory(app, reader, typeWords(documentType).key, stretch);
  if (!read.ok) return read;
  const { documents, rates, withheld } = read.value;
  const label = app.db.prepare("SELECT number, title FROM document WHERE id = ?");
  return {
    ok: true,
    value: {
      documents,
      labels: documents.map(({ id }) => label.get(id) as { number: string; title: string }),
      rates,
      history: listsOf(history),
      withheld,
    },
  };
}

/** Without what says nothing of where a document goes and is nobody else's business: addresses, and why somebody is away. */
function listsOf(history: OrganisationHistory): HistoryLists {
  const lists = Object.fromEntries(
    KINDS.map((kind) => [kind, [...(history[kind] as ReadonlyMap<string, object>)]]),
  ) as HistoryLists;
  return {
    ...lists,
    person: lists.person.map(([id, entry]) => [id, { ...(entry as object), email: "" }]),
    standIn: lists.standIn.map(([id, entry]) => [id, { ...(entry as object), reason: "" }]),
  };
}
