import { documentType, type AnyDocument } from "@/core/documents";
import { OF_DOCUMENTS } from "@/core/lookout";
import type { App } from "../app";
import { statement } from "../db/statement";

const listed = (names: readonly string[]) => names.map((name) => `'${name}'`).join(", ");

/** Findings that nobody has closed: about a document itself, or about what its requester and its party, or its party, did before. */
const ABOUT = `SELECT f.id FROM finding f WHERE f.state IN ('open', 'case') AND (
  (f.question IN (${listed(OF_DOCUMENTS.themselves)})
    AND EXISTS (SELECT 1 FROM finding_document fd JOIN document d ON d.id = fd.document WHERE fd.finding = f.id AND d.number = @number))
  OR (f.question IN (${listed(OF_DOCUMENTS.ofRequesterAndParty)}) AND f.body ->> '$.figures.documentType' = @type
    AND EXISTS (SELECT 1 FROM finding_person p WHERE p.finding = f.id AND p.person = @requester)
    AND EXISTS (SELECT 1 FROM json_each(f.body, '$.figures.parties') WHERE value = @party))
  OR (f.question IN (${listed(OF_DOCUMENTS.ofParty)}) AND f.body ->> '$.figures.party' = @party)) ORDER BY f.raised_at, f.id`;

/** Ids of the findings that are open about a document, the earliest first. @param number null for one that has none yet */
export function findingsAbout({ db }: Pick<App, "db">, document: AnyDocument, number: string | null): string[] {
  const { requester, onBehalfOf, documentType: type } = document;
  const party = documentType(type).party(document);
  const asked = { number: number ?? "", type, requester: onBehalfOf ?? requester, party };
  return (statement(db, ABOUT).all(asked) as { id: string }[]).map(({ id }) => id);
}

/** Whether one is open about it, for conditions of policies. */
export function isLookedInto(app: Pick<App, "db">, document: AnyDocument, number: string | null): boolean {
  return findingsAbout(app, document, number).length > 0;
}
