import { typeWords } from "@/core/documents";
import { KINDS, type HistoryLists, type Kind, type OrganisationHistory } from "@/core/organisation-history";
import type { Rate } from "@/core/money";
import type { Person } from "@/core/people";
import { refusedFor, type Result } from "@/core/refusal";
import type { PastDocument } from "@/core/rehearsal";
import { refused } from "@/core/words";
import type { App } from "../app";
import { authorise } from "../access/authorise";
import { EVERYTHING, OWN, historiesOf, historyDocuments, type Source } from "../histories/store";
import { historyOf, seenBy, stretchOf } from "../policies/history";
import { readReferenceData } from "../reference-data";

/** Everything that rehearsing documents of a type needs, whatever versions they are replayed under. */
export type Material = {
  documents: PastDocument[];
  /** By the place of the document: its number, and its title. */
  labels: Label[];
  rates: Rate[];
  history: HistoryLists;
  /** Keys of fields of which nothing is known, since they are hidden from whoever looks. */
  withheld: string[];
};

/** What a document is called; it has no page where it is one of a history that was brought in by file. */
export type Label = { number: string; title: string; ofFile?: true };

/** The days that are rehearsed, both included: ISO dates of the organisation. */
export type Days = { from: string; until: string };

/** The documents that were sent on some days, with the people of their time, for whoever may read policies. */
export function materialFor(
  app: App,
  reader: Person,
  documentType: string,
  days: Days,
  source: Source = OWN,
): Result<Material> {
  const refusal = authorise(reader, "policies.read");
  if (refusal) return refusedFor(refusal);
  const { history, directory } = readReferenceData(app);
  const { key } = typeWords(documentType);
  const own = historyOf(app, key, stretchOf(days, directory.organisation.timeZone));
  const unknown = whyNoSource(app, source);
  if (unknown) return unknown;
  const file = fileOf(source);
  const past = source === OWN ? [] : historyDocuments(app, key, { file, ...days });
  const ofOwn = file === null ? own.documents : [];
  const { documents, withheld } = seenBy(app, reader, key, [...ofOwn, ...past.map((one) => one.past)]);
  const label = app.db.prepare("SELECT number, title FROM document WHERE id = ?");
  const { rates } = own;
  return {
    ok: true,
    value: {
      documents,
      labels: [
        ...ofOwn.map(({ id }) => label.get(id) as Label),
        ...past.map(({ number, title }) => ({ number, title, ofFile: true as const })),
      ],
      rates,
      history: listsOf(history),
      withheld,
    },
  };
}

/** The history from elsewhere alone that is asked for; null where Bandeira’s own documents are as well, or alone. */
export function fileOf(source: Source): string | null {
  return source === OWN || source === EVERYTHING ? null : source;
}

/** That there is no such history; null where there is. */
export function whyNoSource(app: App, source: Source): Result<never> | null {
  const file = fileOf(source);
  return file === null || historiesOf(app).some(({ id }) => id === file)
    ? null
    : refused("no such history", null, "history");
}

/** Without what says nothing of where a document goes and is nobody else's business: addresses, and why somebody is away. */
function listsOf(history: OrganisationHistory): HistoryLists {
  const lists = Object.fromEntries(
    KINDS.map((kind) => [kind, [...(history[kind] as ReadonlyMap<string, object>)]]),
  ) as Record<Kind, [id: string, entry: unknown][]>;
  return {
    ...lists,
    person: lists.person.map(([id, entry]) => [id, { ...(entry as object), email: "" }]),
    standIn: lists.standIn.map(([id, entry]) => [id, { ...(entry as object), reason: "" }]),
  };
}
