import type { Column } from "@/core/listing";
import { dayIn } from "@/core/calendar";
import type { DocumentRow } from "@/core/documents";
import type { Money } from "@/core/money";
import { rowsById } from "../documents/rows";
import { atHand, type Given, type Looker, type Source } from "../listing/source";
import { exceptionsIn } from "./report";
import type { Period } from "./period";

/** An exception of the control report with the document it is about. */
export type ExceptionLine = {
  id: string;
  what: string;
  at: string;
  words: string;
  /** Who did it, by name; empty where nobody did. */
  by: string;
  document: string;
  number: string;
  type: string;
  title: string;
  party: string;
  unit: string;
  amount: Money | null;
};

const COLUMNS: readonly Column<ExceptionLine>[] = [
  { key: "at", name: "When", kind: "moment", plain: true, value: (row) => row.at },
  { key: "what", name: "Exception", kind: "choice", value: (row) => row.what },
  { key: "number", name: "Document", kind: "text", plain: true, value: (row) => row.number },
  { key: "title", name: "What", kind: "text", plain: true, extra: true, value: (row) => row.title },
  { key: "type", name: "Type", kind: "choice", value: (row) => row.type },
  { key: "party", name: "Party", kind: "text", value: (row) => row.party },
  { key: "unit", name: "Unit", kind: "choice", value: (row) => row.unit },
  { key: "amount", name: "Amount", kind: "amount", unsummed: true, value: (row) => row.amount },
  { key: "by", name: "By", kind: "text", value: (row) => row.by },
  { key: "words", name: "How", kind: "text", plain: true, value: (row) => row.words },
];

/** The period that an address names, or the year up to today. */
export function periodOf(given: Given, { now, zone }: Pick<Looker, "now" | "zone">): Period {
  const isDay = (text: string | undefined): text is string => /^\d{4}-\d\d-\d\d$/.test(text ?? "");
  const today = dayIn(now, zone);
  return {
    from: isDay(given.from) ? given.from : `${Number(today.slice(0, 4)) - 1}${today.slice(4)}`,
    until: isDay(given.until) ? given.until : today,
  };
}

/** Every exception of a period, as the control report counts them. */
export const exceptionsSource: Source<ExceptionLine> = atHand({
  action: "report.read",
  size: 50,
  usual: "-at",
  columns: () => COLUMNS,
  rowsOf(looker, given) {
    const { app, directory } = looker;
    const all = exceptionsIn(app, periodOf(given, looker));
    const rows = rowsById(
      app,
      all.map(({ found }) => found.document),
    );
    return all.map(({ kind, found: { seq, document, at, by, words } }) => ({
      id: `${seq} ${kind.key}`,
      what: kind.what,
      at,
      words: by && words === directory.person(by)?.name ? "" : words,
      by: by ? (directory.person(by)?.name ?? by) : "",
      document,
      ...ofDocument(rows.get(document), document),
    }));
  },
});

function ofDocument(row: DocumentRow | undefined, id: string) {
  if (!row) return { number: id.toUpperCase(), type: "", title: "", party: "", unit: "", amount: null };
  const { number, typeName: type, title, party, unitName: unit, amount } = row;
  return { number, type, title, party, unit, amount };
}
