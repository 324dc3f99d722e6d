import { DocumentSchema, MOST_MINOR, times, type AnyDocument, type InvoiceLine } from "../documents";
import { foldKey } from "../lists";
import { refusalsOf } from "../refusal";
import type { OwnField } from "../own-fields";
import { ownColumns, ownOf } from "./own-columns";
import { Row, columnsIn, type BadRow, type Column } from "./row";
import type { Taker } from "./ubl";

/** A table of documents as it is read: its heading, its rows as text, and the line of the file each row stands on. */
export type Sheet = { header: string[]; rows: string[][]; lines: number[] };
export type IntakeKind = "supplier-invoice" | "purchase-order";

/** A document read from a table, with the lines of the file it stands on; `key` is the same when the same file is read again, `unitSaid` where the file says for which unit it is. */
export type ReadDocument = { key: string; lines: number[]; document: AnyDocument; unitSaid?: true };

/** Keys of the columns that tables of documents have, the organisation's own fields aside. */
export type IntakeColumnKey =
  | "supplier"
  | "currency"
  | "date"
  | "description"
  | "quantity"
  | "price"
  | "tax"
  | "costCentre"
  | "project"
  | "invoiceNumber"
  | "dueDate"
  | "order"
  | "orderLine"
  | "gross"
  | "unit"
  | "title"
  | "group"
  | "promised"
  | "category";
type IntakeColumn = Column & { key: IntakeColumnKey };

const COMMON: IntakeColumn[] = [
  { key: "supplier", names: ["supplier", "vendor"], needed: true },
  { key: "currency", names: ["currency"], needed: true },
  { key: "date", names: ["date", "invoice date", "order date"], needed: true },
  { key: "description", names: ["description", "item", "text"], needed: true },
  { key: "quantity", names: ["quantity", "qty"] },
  { key: "price", names: ["unit price", "price", "price each"], needed: true },
  { key: "tax", names: ["tax percent", "tax", "vat", "tax %"] },
  { key: "costCentre", names: ["cost centre", "cost center"] },
  { key: "project", names: ["project"] },
];

/** Columns of each kind of table, by the names they may have in a heading. */
export const INTAKE_COLUMNS: Record<IntakeKind, readonly IntakeColumn[]> = {
  "supplier-invoice": [
    ...COMMON,
    { key: "invoiceNumber", names: ["invoice number", "invoice", "number"], needed: true },
    { key: "dueDate", names: ["due date", "due"] },
    { key: "order", names: ["order", "order number"] },
    { key: "orderLine", names: ["order line"] },
    { key: "gross", names: ["gross", "gross total", "total"] },
    { key: "unit", names: ["unit", "for unit"] },
  ],
  "purchase-order": [
    ...COMMON,
    { key: "title", names: ["title", "subject"], needed: true },
    { key: "group", names: ["order", "order key", "reference"] },
    { key: "promised", names: ["promised", "promised date"] },
    { key: "category", names: ["category"] },
  ],
};

/** Which kind of table a heading belongs to. */
export function guessIntake(header: readonly string[]): IntakeKind | null {
  const has = (kind: IntakeKind) => missingOf(kind, header).length === 0;
  return has("supplier-invoice") ? "supplier-invoice" : has("purchase-order") ? "purchase-order" : null;
}

function indexesOf(kind: IntakeKind, header: readonly string[], fields: readonly OwnField[] = []): Map<string, number> {
  const taken = new Set(INTAKE_COLUMNS[kind].flatMap((column) => column.names));
  // What the program calls a column so is that column, whatever a field of the organisation's own is called.
  const own = ownColumns(fields, kind).map((one) => ({ ...one, names: one.names.filter((name) => !taken.has(name)) }));
  return columnsIn(header, [...INTAKE_COLUMNS[kind], ...own]);
}

/** Columns that a table of that kind needs and the heading has not. */
export function missingOf(kind: IntakeKind, header: readonly string[]): string[] {
  const known = indexesOf(kind, header);
  return INTAKE_COLUMNS[kind].filter((column) => column.needed && !known.has(column.key)).map(({ names }) => names[0]!);
}

/**
 * Documents of a table, rows of one document together: those with the same supplier and number, or, of orders, the same reference. A document of
 * which one row is bad is not among them.
 */
export function readIntake(kind: IntakeKind, sheet: Sheet, taker: Taker): { documents: ReadDocument[]; bad: BadRow[] } {
  const indexes = indexesOf(kind, sheet.header, taker.fields);
  const groups = new Map<string, Row[]>();
  const bad: BadRow[] = [];
  sheet.rows.forEach((cells, index) => {
    const row = new Row(cells, indexes, sheet.lines[index]!, sheet.header.length);
    const key =
      kind === "supplier-invoice"
        ? `${row.text("supplier")}\n${row.text("invoiceNumber")}`
        : row.text("group") || `line ${row.line}`;
    groups.set(key, [...(groups.get(key) ?? []), row]);
  });
  const documents: ReadDocument[] = [];
  for (const [key, rows] of groups) {
    const document = kind === "supplier-invoice" ? invoiceOf(rows, taker) : orderOf(rows, taker);
    const wrong = rows.flatMap((row) => row.problems);
    if (wrong.length === 0) {
      const parsed = DocumentSchema.safeParse(document);
      const said = kind === "supplier-invoice" && rows[0]!.text("unit") !== "" ? { unitSaid: true as const } : {};
      if (parsed.success) documents.push({ key, lines: rows.map((row) => row.line), document: parsed.data, ...said });
      else
        wrong.push(
          ...refusalsOf(parsed.error).map(({ path, message }) => ({
            line: rows[0]!.line,
            column: path ?? "",
            why: { code: "malformed" as const, values: { found: message } },
          })),
        );
    }
    bad.push(...wrong);
  }
  return { documents, bad: bad.sort((a, b) => a.line - b.line) };
}

function chargedTo(row: Row, taker: Taker): { costCentre: string; project?: string } {
  const project = row.entry("project", "projects", taker);
  return { costCentre: row.entry("costCentre", "cost-centres", taker), ...(project && { project }) };
}

function basicsOf(first: Row, taker: Taker, title: string) {
  return {
    title,
    requester: taker.requester,
    onBehalfOf: null,
    unit: taker.unit,
    currency: first.currency(),
    date: first.date("date", taker.today, true) ?? taker.today,
    note: "",
    attachments: [],
    supplier: first.need("supplier", 120),
  };
}

function invoiceOf(rows: readonly Row[], taker: Taker): unknown {
  const [first] = rows as [Row];
  const common = basicsOf(first, taker, "");
  const lines = rows.map((row): InvoiceLine => {
    const quantity = row.quantity();
    const unitPrice = row.amount("price", common.currency, true) ?? 0;
    const orderLine = Number(row.text("orderLine"));
    const net = times(quantity, unitPrice);
    if (net > MOST_MINOR) row.bad("price", { code: "line more than anybody would" });
    return {
      description: row.need("description"),
      ...chargedTo(row, taker),
      ...ownOf(row, "supplier-invoice", "line", common.currency, taker),
      quantity,
      unitPrice,
      net: Math.min(net, MOST_MINOR),
      taxPercent: row.tax(),
      orderLine: Number.isInteger(orderLine) && orderLine > 0 && orderLine <= 200 ? orderLine : null,
    };
  });
  return {
    documentType: "supplier-invoice",
    ...common,
    unit: unitOf(first, taker),
    ...ownOf(first, "supplier-invoice", "document", common.currency, taker),
    invoiceNumber: first.need("invoiceNumber", 60),
    orderNumber: first.text("order", 20) || null,
    dueDate: first.date("dueDate", null),
    lines,
    stated: { gross: first.amount("gross", common.currency) },
  };
}

/** The unit that an invoice says it is for, by its id or name; that of whoever brings it where it says none. */
function unitOf(first: Row, { unit, units = [] }: Taker): string {
  const typed = first.text("unit", 80);
  if (!typed) return unit;
  const folded = foldKey(typed);
  const found = units.find(({ id, name }) => id === typed || foldKey(name) === folded);
  if (!found) first.bad("unit", { code: "no unit", values: { typed } });
  return found?.id ?? unit;
}

function orderOf(rows: readonly Row[], taker: Taker): unknown {
  const [first] = rows as [Row];
  const common = basicsOf(first, taker, first.need("title", 120));
  const lines = rows.map((row) => ({
    description: row.need("description"),
    category: row.entry("category", "order-categories", taker),
    ...chargedTo(row, taker),
    ...ownOf(row, "purchase-order", "line", common.currency, taker),
    quantity: row.quantity(),
    unitPrice: row.amount("price", common.currency, true) ?? 0,
    taxPercent: row.tax(),
  }));
  return {
    documentType: "purchase-order",
    ...common,
    ...ownOf(first, "purchase-order", "document", common.currency, taker),
    promisedDate: first.date("promised", null),
    lines,
  };
}
