import { money } from "../../money";
import { whyNotOpen, type EvaluationContext } from "../context";
import { brokenRules, invoiceTotals } from "./arithmetic";
import { matchOf } from "./match";
import { sampleBasics, withExactTotals } from "../parts";
import { amount, date, differences, papers, parts, priced, text, type Change, type Shown } from "../shown";
import { keysOf, picksOfLines } from "../picks";
import type { DocumentType, MissingItem, Remark, InvoiceIdentity } from "../registry";
import { invoiceStart } from "./starting";
import type { MissingReason, RemarkReason } from "../reasons";
import { StatedTotalsSchema, SupplierInvoiceShape, type InvoiceLine, type SupplierInvoice } from "./schema";
import { supplierTotal } from "../supplier-total";

/** An invoice whose sums stay within what can be counted exactly. */
export const SupplierInvoiceSchema = SupplierInvoiceShape.superRefine(withExactTotals(invoiceTotals));

function missing(invoice: SupplierInvoice): MissingItem[] {
  const items: MissingItem[] = [];
  const need = (filled: boolean, path: string, why: MissingReason) => {
    if (!filled) items.push({ path, why });
  };
  need(invoice.supplier.trim() !== "", "supplier", { code: "nobody named", values: { who: "supplier" } });
  need(invoice.invoiceNumber.trim() !== "", "invoiceNumber", {
    code: "field empty",
    values: { field: "supplier’s invoice number" },
  });
  need(invoice.lines.length > 0, "lines", { code: "no lines" });
  need(!invoice.discountPercent === !invoice.discountDate, "discountDate", { code: "discount incomplete" });
  invoice.lines.forEach((line, index) =>
    need(line.description.trim() !== "", `lines.${index}.description`, {
      code: "line not described",
      values: { line: index + 1 },
    }),
  );
  need(invoiceTotals(invoice).gross.minor !== 0, "stated.gross", { code: "comes to nothing" });
  return items;
}

function changes(before: SupplierInvoice, after: SupplierInvoice): Change[] {
  const { found, compare, compareLines } = differences();
  const total = (invoice: SupplierInvoice, key: "net" | "tax" | "gross" | "due") => amount(invoiceTotals(invoice)[key]);
  compare("Supplier", text(before.supplier), text(after.supplier));
  compare("Invoice number", text(before.invoiceNumber), text(after.invoiceNumber));
  compare("Order", text(before.orderNumber), text(after.orderNumber));
  compare("Dated", date(before.date), date(after.date));
  compare("Due", date(before.dueDate), date(after.dueDate));
  compare("Discount until", date(before.discountDate), date(after.discountDate));
  compare("Bank account", text(before.bankAccount), text(after.bankAccount));
  compare("Note", text(before.note), text(after.note));
  compareLines(before.lines.map(lineOf(before)), after.lines.map(lineOf(after)));
  compare("Papers", papers(before.attachments), papers(after.attachments));
  for (const [label, key] of [
    ["Net total", "net"],
    ["Tax", "tax"],
    ["Gross total", "gross"],
    ["Amount due", "due"],
  ] as const)
    compare(label, total(before, key), total(after, key));
  return found;
}

function lineOf({ currency }: SupplierInvoice): (line: InvoiceLine) => Shown {
  return (line) =>
    parts(text(line.description), priced(line.quantity, line.unitPrice, currency), {
      code: "net",
      values: { amount: money(line.net, currency) },
    });
}

/** By how much an invoice passes its supplier's own limit, in the limit's currency; null without a limit or a rate. */
function excess(invoice: SupplierInvoice, { around, toCurrency }: EvaluationContext): number | null {
  const limit = around.supplier?.limit;
  if (!limit) return null;
  const gross = toCurrency(invoiceTotals(invoice).gross, limit.currency);
  return gross ? Math.abs(gross.minor) - limit.minor : null;
}

function remarks(invoice: SupplierInvoice, looking: EvaluationContext): Remark[] {
  const { around } = looking;
  const found: Remark[] = [];
  const say = (about: Remark["about"], why: RemarkReason, grave = true, line?: number) =>
    found.push({ about, why, grave, ...(line && { line }) });
  for (const one of around.duplicates ?? []) say("duplicate", { code: "maybe the same invoice", values: one });
  const { supplier } = around;
  if (!supplier && around.rules) say("supplier not open", { code: "no account", values: { party: invoice.supplier } });
  if (supplier && supplier.status !== "open") say("supplier not open", whyNotOpen(supplier));
  if (supplier?.otherBank) say("bank details", { code: "to another account", values: { party: supplier.name } });
  if (supplier?.bankChanged)
    say("bank details", { code: "account changed", values: { party: supplier.name, on: supplier.bankChanged } });
  const over = excess(invoice, looking);
  if (over !== null && over > 0) {
    const limit = supplier!.limit!;
    say("supplier limit", { code: "over the supplier’s limit", values: { by: money(over, limit.currency), limit } });
  }
  for (const { line, ...values } of brokenRules(invoice)) say("arithmetic", { code: "arithmetic", values }, true, line);
  const match = matchOf(invoice, looking);
  for (const one of [...match.lines.flatMap((line) => line.differences), ...match.beside])
    if (!one.within) say(one.kind === "not received" ? "not received" : "match", one.why, true, one.line ?? undefined);
  if (match.outcome === "no-order") say("no order", match.why, false);
  return found;
}

const identityOf = (invoice: SupplierInvoice): InvoiceIdentity => {
  const { supplier, invoiceNumber, date } = invoice;
  return { supplier, invoiceNumber, gross: invoiceTotals(invoice).gross, date };
};

export const supplierInvoiceType: DocumentType<SupplierInvoice> = {
  key: "supplier-invoice",
  byLine: true,
  account: "supplier",
  name: { one: "invoice", many: "invoices", prefix: "SI" },
  heading: "Supplier invoices",
  about: "What a supplier charges, against an order or without one.",
  needs: "The supplier’s invoice with its number, dates and totals; the order that it charges, where there is one.",
  example: "Invoice F-2026-118 for the forty chairs, against the order for them.",
  starting: invoiceStart,
  steps: ["post", "next payment run"],
  follows: "purchase-order",
  refers: ({ orderNumber }) => orderNumber,
  unitChosen: true,
  around: (invoice) => ({
    rules: true,
    account: { kind: "supplier", name: invoice.supplier },
    bank: invoice.bankAccount,
    recent: true,
    ...(invoice.orderNumber && { order: { number: invoice.orderNumber } }),
    duplicatesOf: identityOf(invoice),
  }),
  lookedUp: (invoice) => ({ invoice: { ...identityOf(invoice), order: invoice.orderNumber } }),
  outside: ({ supplier, invoiceNumber: reference }) => ({
    account: { kind: "supplier", name: supplier },
    called: "your invoice",
    reference,
  }),
  posting: () => ({ kind: "invoice posted" }),
  paidTo: ({ supplier, dueDate: due, invoiceNumber: reference }) => ({ to: { supplier }, due, reference }),
  changesAccount: () => null,
  schema: SupplierInvoiceSchema,
  fields: [
    {
      key: "match",
      kind: "choice",
      label: "match",
      always: true,
      around: true,
      choices: {
        matched: "matched to order and receipt",
        differs: "different in price or quantity",
        "no-order": "without an order",
      },
    },
    { key: "supplier", kind: "text", label: "supplier", always: true },
    { key: "costCentre", kind: "choice", label: "cost centre", many: true, list: "cost-centres" },
    { key: "project", kind: "choice", label: "project", many: true, list: "projects" },
    { key: "net", kind: "amount", label: "net total", always: true },
    { key: "gross", kind: "amount", label: "gross total", always: true },
    { key: "dueDate", kind: "date", label: "due date" },
    { key: "discountDate", kind: "date", label: "last day of the discount" },
    { key: "notReceived", kind: "flag", label: "goods that have not been received", around: true },
    { key: "duplicateSuspected", kind: "flag", label: "suspicion of a duplicate", around: true },
    { key: "arithmeticWrong", kind: "flag", label: "arithmetic that does not add up" },
    {
      key: "bankDetailsChanged",
      kind: "flag",
      label: "recent change of the supplier’s bank details, or other ones on the invoice",
      around: true,
    },
    { key: "overSupplierLimit", kind: "flag", label: "excess over the supplier’s own limit", around: true },
    { key: "atSupplierLimit", kind: "flag", label: "total at or over the supplier’s own limit", around: true },
    { key: "supplierNotOpen", kind: "flag", label: "supplier account that is not open", around: true },
    { key: "currency", kind: "choice", label: "currency", always: true },
    { key: "unit", kind: "choice", label: "unit", always: true },
    { key: "requester", kind: "choice", label: "requester", always: true },
  ],
  facts(invoice, looking) {
    const totals = invoiceTotals(invoice);
    const over = excess(invoice, looking);
    const match = matchOf(invoice, looking);
    const { supplier, duplicates = [] } = looking.around;
    return {
      match: match.outcome,
      supplier: invoice.supplier,
      costCentre: keysOf(invoice.lines, (line) => line.costCentre),
      project: keysOf(invoice.lines, (line) => line.project),
      net: totals.net,
      gross: totals.gross,
      dueDate: invoice.dueDate,
      discountDate: invoice.discountDate,
      notReceived: match.lines.some((line) => line.differences.some((one) => one.kind === "not received")),
      duplicateSuspected: duplicates.length > 0,
      arithmeticWrong: brokenRules(invoice).length > 0,
      bankDetailsChanged: Boolean(supplier?.bankChanged ?? supplier?.otherBank),
      overSupplierLimit: over !== null && over > 0,
      atSupplierLimit: over !== null && over >= 0,
      supplierNotOpen: supplier?.status !== "open",
      currency: invoice.currency,
      unit: invoice.unit,
      requester: invoice.requester,
    };
  },
  measures: [
    {
      key: "gross",
      adds: true,
      label: "gross total",
      of: (invoice) => {
        const { net, tax, gross } = invoiceTotals(invoice);
        return { amount: gross, how: { code: "net and tax as stated", values: { net, tax } } };
      },
    },
    {
      key: "net",
      adds: true,
      label: "net total",
      of: (invoice) => {
        const { net } = invoiceTotals(invoice);
        return { amount: net, how: { code: "net as stated", values: { net } } };
      },
    },
    {
      key: "largestLine",
      label: "largest line",
      of: (invoice) => {
        const largest = Math.max(0, ...invoice.lines.map((line) => Math.abs(line.net)));
        const line = invoice.lines.findIndex((one) => Math.abs(one.net) === largest) + 1;
        const amount = money(largest, invoice.currency);
        return { amount, how: { code: "largest line", values: { line, amount, net: true } } };
      },
    },
    {
      key: "supplierTotal",
      label: "total with the same supplier",
      totals: { of: "net", by: "supplier" },
      of: (invoice, asked) => supplierTotal(invoiceTotals(invoice).net, invoice.supplier, asked),
    },
  ],
  missing,
  changes,
  lines: (invoice) => invoice.lines.map(lineOf(invoice)),
  // An invoice is owed as it stands: what is not owed is credited by its supplier, not crossed out here.
  // To whom money would go: another account is another party, whoever is named.
  party: ({ supplier, bankAccount }) => (bankAccount ? `${supplier}, account ${bankAccount}` : supplier),
  amountKeys: [
    "unitPrice",
    "quantity",
    "net",
    "lineTotal",
    "allowances",
    "charges",
    "base",
    "tax",
    "gross",
    "prepaid",
    "rounding",
    "due",
  ],
  parts: () => [],
  without: (invoice) => invoice,
  remarks,
  picks: (invoice) => picksOfLines(invoice.lines),
  // What a supplier charges is what stands on its paper; its rates are those of its country.
  taxed: () => [],
  concerns: ({ supplier }) => ({ supplier: supplier ? [supplier] : [] }),
  peopleFields: { receiver: "receiver" },
  named: ({ receiver }): Record<string, string> => (receiver ? { receiver } : {}),
  interested: () => [],
  shows: "gross",
  sample: (known) => ({
    documentType: "supplier-invoice",
    ...sampleBasics(known),
    supplier: known.party ?? "",
    invoiceNumber: "TRIAL",
    orderNumber: null,
    dueDate: null,
    discountDate: null,
    discountPercent: null,
    bankAccount: "",
    lines: [
      {
        description: "Trial",
        costCentre: "",
        quantity: "1",
        unitPrice: known.minor,
        net: known.minor,
        taxPercent: "0",
        orderLine: null,
      },
    ],
    stated: StatedTotalsSchema.parse({}),
  }),
  headline: (invoice) => ({
    title: invoice.title || `Invoice ${invoice.invoiceNumber}`,
    party: invoice.supplier,
    ...invoiceTotals(invoice),
  }),
};

/**
 * Which last days pass before the chain has decided.
 * @param expected ISO date by which the last level is expected to have decided
 */
export function lateFor(
  invoice: Pick<SupplierInvoice, "dueDate" | "discountDate">,
  expected: string,
): ("discount" | "due")[] {
  return (["discount", "due"] as const).filter((which) => {
    const last = which === "due" ? invoice.dueDate : invoice.discountDate;
    return last !== null && expected > last;
  });
}
