import { invoiceTotals, times, type Attachment, type InvoiceLine, type SupplierInvoice } from "@/core/documents";
import { entryOf, type Lists } from "@/core/lists";
import type { UseFormReturn } from "react-hook-form";
import type { Refusal } from "@/core/refusal";
import { refuse } from "@/core/words";
import { Typed, typedAmount } from "../documents/typed";
import { behalfOf, type Who } from "../orders/model";
import type { Picked } from "../people/person-picker";

/** An invoice as it is typed: all text, so that nothing typed is lost while it is not yet right. */
export type TypedInvoice = {
  /** The unit that was chosen; empty for that of the order, of a cost centre, or of whose it is. */
  unit: string;
  /** That of the order whose lines were brought; empty without one. */
  orderUnit: string;
  supplier: string;
  invoiceNumber: string;
  orderNumber: string;
  currency: string;
  date: string;
  dueDate: string;
  discountDate: string;
  discountPercent: string;
  bankAccount: string;
  receiver: Picked | null;
  onBehalfOf: Picked | null;
  note: string;
  lines: {
    description: string;
    costCentre: string;
    project: string;
    quantity: string;
    price: string;
    taxPercent: string;
    orderLine: string;
  }[];
  net: string;
  tax: string;
  gross: string;
  attachments: Attachment[];
};

/** @param taxPercent the rate that a line begins with */
export const emptyInvoiceLine = (taxPercent = "0") => ({
  description: "",
  costCentre: "",
  project: "",
  quantity: "1",
  price: "",
  taxPercent,
  orderLine: "",
});

export function emptyInvoice(currency: string, today: string, taxPercent?: string): TypedInvoice {
  return {
    unit: "",
    orderUnit: "",
    supplier: "",
    invoiceNumber: "",
    orderNumber: "",
    currency,
    date: today,
    dueDate: "",
    discountDate: "",
    discountPercent: "",
    bankAccount: "",
    receiver: null,
    onBehalfOf: null,
    note: "",
    lines: [emptyInvoiceLine(taxPercent)],
    net: "",
    tax: "",
    gross: "",
    attachments: [],
  };
}

/** What an invoice takes over from the order that it charges. */
export type KnownOrder = {
  number: string;
  supplier: string;
  currency: string;
  unit: string;
  account: string;
  dueDate: string;
  lines: { line: number; description: string; open: string; price: number; taxPercent: string }[];
};

/** Fills in what the order says: its supplier and account, when it is due, and its lines with what is still to be charged. What was typed of these is replaced; the rest stays. */
export function takeOver(form: UseFormReturn<TypedInvoice>, order: KnownOrder): void {
  const { supplier, currency, account, dueDate, unit } = order;
  const lines = order.lines
    .filter((line) => Number(line.open) > 0)
    .map(({ line, description, open, price, taxPercent }) => ({
      description,
      costCentre: "",
      project: "",
      quantity: open,
      price: typedAmount(price, currency),
      taxPercent,
      orderLine: String(line),
    }));
  form.reset({
    ...form.getValues(),
    supplier,
    currency,
    orderUnit: unit,
    bankAccount: account,
    ...(dueDate && { dueDate }),
    ...(lines.length > 0 && { lines }),
  });
}

export function typedInvoice(invoice: SupplierInvoice, name: (id: string) => string): TypedInvoice {
  const { currency, stated } = invoice;
  const picked = (id: string | null | undefined) => (id ? { id, name: name(id), unitId: invoice.unit } : null);
  return {
    unit: invoice.unit,
    orderUnit: "",
    supplier: invoice.supplier,
    invoiceNumber: invoice.invoiceNumber,
    orderNumber: invoice.orderNumber ?? "",
    currency,
    date: invoice.date,
    dueDate: invoice.dueDate ?? "",
    discountDate: invoice.discountDate ?? "",
    discountPercent: invoice.discountPercent ?? "",
    bankAccount: invoice.bankAccount,
    receiver: picked(invoice.receiver),
    onBehalfOf: picked(invoice.onBehalfOf),
    note: invoice.note,
    attachments: invoice.attachments,
    lines: invoice.lines.map((line) => ({
      description: line.description,
      costCentre: line.costCentre,
      project: line.project ?? "",
      quantity: line.quantity,
      price: typedAmount(line.unitPrice, currency),
      taxPercent: line.taxPercent,
      orderLine: line.orderLine === null ? "" : String(line.orderLine),
    })),
    net: typedAmount(stated.net, currency),
    tax: typedAmount(stated.tax, currency),
    gross: typedAmount(stated.gross, currency),
  };
}

/** Where the unit of an invoice comes from, and which it is. */
export type UnitFound = { from: "order" | "cost centre" | "owner"; unit: string };

/** The unit that an invoice is for where nobody chose one: that of its order, else of the first cost centre that belongs to one, else of whose it is. */
export function unitFound(typed: TypedInvoice, who: Who, lists: Lists): UnitFound {
  if (typed.orderUnit) return { from: "order", unit: typed.orderUnit };
  const charged = typed.lines
    .map(({ costCentre }) => entryOf(lists, "cost-centres", costCentre)?.unit)
    .find((unit) => unit !== undefined);
  return charged
    ? { from: "cost centre", unit: charged }
    : { from: "owner", unit: behalfOf(typed.onBehalfOf, who).unit };
}

/** Reads what was typed. Totals are what the paper says; what is left empty is worked out from the lines. */
export function readInvoice(
  typed: TypedInvoice,
  who: Who,
  lists: Lists,
): { document: SupplierInvoice; problems: Refusal[] } {
  const read = new Typed();
  const { currency } = typed;
  const lines = typed.lines.map((line, index): InvoiceLine => {
    const at = (key: string) => `lines.${index}.${key}`;
    const what = `Line ${index + 1}`;
    const quantity = read.quantity(line.quantity, at("quantity"), what);
    const unitPrice = read.amount(line.price, currency, at("price"), what) ?? 0;
    const orderLine = line.orderLine.trim() ? Number(line.orderLine) : null;
    if (orderLine !== null && !(Number.isInteger(orderLine) && orderLine > 0 && orderLine <= 200))
      read.bad(refuse("typed line of an order", { what }, at("orderLine")));
    return {
      description: line.description.trim(),
      costCentre: line.costCentre.trim(),
      ...(line.project.trim() && { project: line.project.trim() }),
      quantity,
      unitPrice,
      net: times(quantity, unitPrice),
      taxPercent: read.percent(line.taxPercent, at("taxPercent"), what),
      orderLine: orderLine !== null && Number.isInteger(orderLine) && orderLine > 0 ? orderLine : null,
    };
  });
  const discountPercent = typed.discountPercent.trim()
    ? read.percent(typed.discountPercent, "discountPercent", "Discount")
    : null;
  const document: SupplierInvoice = {
    documentType: "supplier-invoice",
    title: "",
    requester: who.id,
    ...behalfOf(typed.onBehalfOf, who),
    unit: typed.unit || unitFound(typed, who, lists).unit,
    currency,
    date: typed.date,
    note: typed.note.trim(),
    attachments: typed.attachments,
    supplier: typed.supplier.trim(),
    invoiceNumber: typed.invoiceNumber.trim(),
    orderNumber: typed.orderNumber.trim().toUpperCase() || null,
    dueDate: typed.dueDate || null,
    discountDate: typed.discountDate || null,
    discountPercent,
    bankAccount: typed.bankAccount.trim(),
    ...(typed.receiver && { receiver: typed.receiver.id }),
    lines,
    stated: {
      lineTotal: null,
      allowances: 0,
      charges: 0,
      net: read.amount(typed.net, currency, "net", "Net total"),
      taxes: [],
      tax: read.amount(typed.tax, currency, "tax", "Tax"),
      gross: read.amount(typed.gross, currency, "gross", "Gross total"),
      prepaid: 0,
      rounding: 0,
      due: null,
    },
  };
  return { document, problems: read.problems };
}

/** What the lines come to, beside what the paper says. */
export function computedTotals(invoice: SupplierInvoice) {
  return invoiceTotals({ ...invoice, stated: { ...invoice.stated, net: null, tax: null, gross: null, due: null } });
}
