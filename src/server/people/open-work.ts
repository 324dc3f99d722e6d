import type { App } from "../app";

export type OpenDocument = { id: string; number: string; title: string; status: string; why: "asked" | "own" };

/** Documents that hang on a person: those whose open level asks them, and their own that are not closed. */
export function openDocumentsOf(app: App, person: string): OpenDocument[] {
  return app.db
    .prepare(
      `SELECT d.id, d.number, d.title, d.status, 'asked' AS why FROM waiting w JOIN document d ON d.id = w.document WHERE w.person = @person
       UNION ALL
       SELECT id, number, title, status, 'own' FROM document
       WHERE requester = @person AND status IN ('draft', 'waiting', 'sent back')
       ORDER BY 5, 1`,
    )
    .all({ person }) as OpenDocument[];
}
