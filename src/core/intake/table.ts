import { isDay } from "../calendar";
import { DocumentSchema, MOST_MINOR, times, type AnyDocument, type InvoiceLine } from "../documents";
import { entryCalled, offered, type ListId } from "../lists";
import { currencyCodes, isCurrency, parseMoney } from "../money";
import { refusalsOf } from "../refusal";
import { isFormula } from "../text";
import type { OwnField } from "../own-fields";
import { ownColumns, ownOf } from "./own-columns";
import type { IntakeReason } from "./reasons";
import type { Taker } from "./ubl";

/** A table of documents as it is read: its heading, its rows as text, and the line of the file each row stands on. */
export type Sheet = { header: string[]; rows: string[][]; lines: number[] };
export type IntakeKind = "supplier-invoice" | "purchase-order";

/** What is wrong with a row: the line of the file, the column, and what to do. */
export type BadRow = { line: number; column: string; why: IntakeReason };
/** A document read from a table, with the lines of the file it stands on; `key` is the same when the same file is read again. */
export type ReadDocument = { key: string; lines: number[]; document: AnyDocument };

/** How many entries of a list are named where one is not known. */
const MOST_NAMED = 12;

type Column = { key: string; names: string[]; needed?: true };

const COMMON: Column[] = [
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
export const INTAKE_COLUMNS: Record<IntakeKind, readonly Column[]> = {
  "supplier-invoice": [
    ...COMMON,
    { key: "invoiceNumber", names: ["invoice number", "invoice", "number"], needed: true },
    { key: "dueDate", names: ["due date", "due"] },
    { key: "order", names: ["order", "order number"] },
    { key: "orderLine", names: ["order line"] },
    { key: "gross", names: ["gross", "gross total", "total"] },
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

const plain = (text: string) => text.trim().toLocaleLowerCase("en");

function indexesOf(kind: IntakeKind, header: readonly string[], fields: readonly OwnField[] = []): Map<string, number> {
  const names = header.map(plain);
  const taken = new Set(INTAKE_COLUMNS[kind].flatMap((column) => column.names));
  // What the program calls a column so is that column, whatever a field of the organisation's own is called.
  const own = ownColumns(fields, kind).map((one) => ({ ...one, names: one.names.filter((name) => !taken.has(name)) }));
  return new Map(
    [...INTAKE_COLUMNS[kind], ...own].flatMap(({ key, names: known }) => {
      const index = known.map((name) => names.indexOf(name)).find((one) => one >= 0);
      return index === undefined ? [] : [[key, index] as const];
    }),
  );
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
      if (parsed.success) documents.push({ key, lines: rows.map((row) => row.line), document: parsed.data });
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

/** One row while it is read; what cannot be read is kept with its column. */
class Row {
  readonly problems: BadRow[] = [];

  constructor(
    private readonly cells: readonly string[],
    private readonly indexes: ReadonlyMap<string, number>,
    readonly line: number,
    width: number,
  ) {
    if (cells.length !== width)
      this.bad("", { code: "other count of cells", values: { cells: cells.length, columns: width } });
  }

  bad(column: string, why: IntakeReason): void {
    this.problems.push({ line: this.line, column, why });
  }

  /** @param most letters that are kept of it */
  text(key: string, most = 200): string {
    const index = this.indexes.get(key);
    const value = (index === undefined ? "" : (this.cells[index] ?? "")).trim();
    if (isFormula(value)) {
      this.bad(key, { code: "like a formula", values: { typed: value.slice(0, 20) } });
      return "";
    }
    if ([...value].some((sign) => sign < " ")) this.bad(key, { code: "control characters" });
    return value.slice(0, most);
  }

  need(key: string, most?: number): string {
    const value = this.text(key, most);
    if (!value && this.problems.every((one) => one.column !== key)) this.bad(key, { code: "empty" });
    return value;
  }

  date(key: string, latest: string | null, needed = false): string | null {
    const value = needed ? this.need(key) : this.text(key);
    if (!value) return null;
    const real = isDay(value);
    if (!real) this.bad(key, { code: "no date", values: { typed: value } });
    else if (latest && value > latest) this.bad(key, { code: "later than today", values: { date: value } });
    return real ? value : null;
  }

  currency(): string {
    const code = this.need("currency").toUpperCase();
    if (code && !isCurrency(code)) this.bad("currency", { code: "no currency", values: { typed: code } });
    // A row that is bad is not taken in; whatever it says is only read on.
    return isCurrency(code) ? code : currencyCodes[0]!;
  }

  amount(key: string, currency: string, needed = false): number | null {
    const value = needed ? this.need(key) : this.text(key);
    if (!value) return null;
    const parsed = parseMoney(value, currency);
    if (!parsed.ok) this.bad(key, { code: "no amount", values: { why: parsed.why } });
    else if (parsed.money.minor < 0) this.bad(key, { code: "below zero" });
    else if (parsed.money.minor > MOST_MINOR) this.bad(key, { code: "more than anybody would" });
    else return parsed.money.minor;
    return null;
  }

  decimal(key: string, usual: string, pattern: RegExp, wanted: "quantity" | "percentage"): string {
    const value = this.text(key).replace(",", ".") || usual;
    if (pattern.test(value)) return value;
    this.bad(key, { code: "no decimal", values: { typed: value, wanted } });
    return usual;
  }

  /** The key of an entry of a list, by its key or its name. */
  entry(column: string, list: ListId, taker: Taker): string {
    const typed = this.text(column, 80);
    return typed ? this.entryOf(column, typed, list, taker) : "";
  }

  entryOf(column: string, typed: string, list: string, { lists, today }: Taker): string {
    const found = entryCalled(lists, list, typed, today);
    if (!found) {
      const known = offered(lists, list, today).map(({ name }) => name);
      this.bad(column, { code: "not in the list", values: { typed, list, known: known.slice(0, MOST_NAMED) } });
    }
    return found?.key ?? "";
  }

  quantity(): string {
    return this.decimal("quantity", "1", /^\d{1,9}(\.\d{1,4})?$/, "quantity");
  }

  tax(): string {
    return this.decimal("tax", "0", /^\d{1,2}(\.\d{1,2})?$/, "percentage");
  }
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
    ...ownOf(first, "supplier-invoice", "document", common.currency, taker),
    invoiceNumber: first.need("invoiceNumber", 60),
    orderNumber: first.text("order", 20) || null,
    dueDate: first.date("dueDate", null),
    lines,
    stated: { gross: first.amount("gross", common.currency) },
  };
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
