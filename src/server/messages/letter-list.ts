import { findRows, type SqlColumn } from "../listing/sql";
import type { Source } from "../listing/source";
import type { StoredLetter } from "./delivery";
import { shownLetter, type ShownLetter } from "./post-room";

const COLUMNS: readonly SqlColumn<ShownLetter>[] = [
  { key: "at", name: "Written", kind: "moment", sql: "at", value: (row) => row.at },
  { key: "to", name: "To", kind: "text", sql: "recipient", value: (row) => row.recipient },
  { key: "about", name: "About", kind: "text", sql: "document", value: (row) => row.document?.toUpperCase() ?? null },
  { key: "subject", name: "Subject", kind: "text", plain: true, sql: "subject", value: (row) => row.subject },
  { key: "body", name: "Text", kind: "text", plain: true, sql: "body", value: (row) => row.body },
];

/** Every message that was written, the newest first. Who may see a link in one is decided letter by letter. */
export const lettersSource: Source<ShownLetter> = {
  action: "letters.read",
  size: 40,
  columns: () => COLUMNS,
  find: ({ app, person, zone }, query, _, size) => ({
    choices: {},
    ...findRows<ShownLetter, StoredLetter>(
      app.db,
      {
        columns: COLUMNS,
        select: "*",
        from: "letter",
        usual: "id DESC",
        toRow: (row) => shownLetter(app, person, row),
      },
      query,
      { size, zone },
    ),
  }),
};
