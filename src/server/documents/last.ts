import type { DocumentRow } from "@/core/documents";
import type { Person } from "@/core/people";
import type { App } from "../app";
import { statement } from "../db/statement";
import { LISTED, toRow, type StoredRow } from "./rows";

const MOST = 6;

/** The documents that somebody entered last, latest first. @param type its key; null for every type */
export function lastOwn(app: App, person: Pick<Person, "id">, type: string | null): DocumentRow[] {
  const rows = statement(
    app.db,
    `SELECT ${LISTED} FROM document d WHERE d.requester = @person AND (@type IS NULL OR d.type = @type) ORDER BY d.updated_at DESC LIMIT @most`,
  ).all({ person: person.id, type, most: MOST }) as StoredRow[];
  return rows.map((row) => toRow(app, row));
}
