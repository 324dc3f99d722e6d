import { XMLParser, XMLValidator } from "fast-xml-parser";
import { isDay } from "../calendar";
import {
  DocumentSchema,
  MOST_MINOR,
  type AnyDocument,
  type InvoiceLine,
  type OrderLine,
  type PurchaseOrder,
  type SupplierInvoice,
} from "../documents";
import { isCurrency, parseMoney } from "../money";
import { refuse, refusalsOf, type Refusal, type Result } from "../refusal";

/** Who takes a file in: what a document has that a file does not say. */
export type Taker = { requester: string; unit: string; today: string };

type Node = { [key: string]: unknown };

const PARSER = new XMLParser({
  ignoreAttributes: false,
  attributeNamePrefix: "@",
  removeNSPrefix: true,
  parseTagValue: false,
  parseAttributeValue: false,
  processEntities: false,
  trimValues: true,
});

/**
 * Reads an order or invoice of UBL 2.1 (OASIS; element names from memory). A DOCTYPE is refused, since nothing that UBL needs comes with one and
 * entities do. What is stated is kept as stated; whether it adds up is a matter of the document.
 */
export function fromUbl(text: string, taker: Taker): Result<AnyDocument> {
  const no = (message: string): Result<AnyDocument> => ({ ok: false, refusals: [refuse("file", message, "file")] });
  if (/<!DOCTYPE|<!ENTITY/i.test(text)) return no("The file has a DOCTYPE; UBL needs none, and it is not read");
  if (text.includes("\ufffd")) return no("The file is not UTF-8; save it as UTF-8 and try again");
  if (text.includes("\u0000")) return no("The file is not text");
  const valid = XMLValidator.validate(text);
  if (valid !== true) return no(`The file is not well-formed XML: line ${valid.err.line}, ${valid.err.msg}`);
  let root: Node;
  try {
    root = PARSER.parse(text) as Node;
  } catch (error) {
    return no(`The file cannot be read as XML: ${(error as Error).message}`);
  }
  const reader = new Reader();
  const invoice = root.Invoice;
  const order = root.Order;
  if (isNode(invoice)) return finish(reader, () => invoiceOf(reader, invoice, taker));
  if (isNode(order)) return finish(reader, () => orderOf(reader, order, taker));
  if (root.CreditNote !== undefined) return no("A credit note is not taken in by file; enter it by hand");
  return no("The file is neither a UBL Invoice nor a UBL Order");
}

function finish(reader: Reader, make: () => unknown): Result<AnyDocument> {
  const made = make();
  if (reader.problems.length > 0) return { ok: false, refusals: reader.problems };
  const parsed = DocumentSchema.safeParse(made);
  return parsed.success ? { ok: true, value: parsed.data } : { ok: false, refusals: refusalsOf(parsed.error) };
}

const isNode = (value: unknown): value is Node => value !== null && typeof value === "object" && !Array.isArray(value);
const many = (value: unknown): Node[] =>
  (Array.isArray(value) ? value : value === undefined ? [] : [value]).filter(isNode);

/** Reads values out of the tree and keeps what cannot be read, each with its path. */
class Reader {
  readonly problems: Refusal[] = [];
  currency = "";

  bad(path: string, message: string): void {
    this.problems.push(refuse("file", `${path}: ${message}`, path));
  }

  text(node: Node, path: string): string {
    const [first, ...rest] = path.split("/");
    const value = node[first!];
    const one: unknown = Array.isArray(value) ? value[0] : value;
    if (rest.length > 0) return isNode(one) ? this.text(one, rest.join("/")) : "";
    const plain = isNode(one) ? one["#text"] : one;
    return typeof plain === "string" ? decode(plain).trim() : "";
  }

  need(node: Node, path: string, at: string): string {
    const value = this.text(node, path);
    if (!value) this.bad(at, "is missing");
    return value;
  }

  date(node: Node, path: string, at: string, needed = false): string | null {
    const value = this.text(node, path);
    if (!value) {
      if (needed) this.bad(at, "is missing");
      return null;
    }
    if (isDay(value.slice(0, 10))) return value.slice(0, 10);
    this.bad(at, `“${value}” is not a date`);
    return null;
  }

  /** An amount in minor units; null where there is none. */
  amount(node: Node, path: string, at: string, needed = false): number | null {
    const value = this.text(node, path);
    if (!value) {
      if (needed) this.bad(at, "is missing");
      return null;
    }
    const named = this.text(node, `${path}/@currencyID`);
    if (named && named !== this.currency) this.bad(at, `is in ${named}, the document in ${this.currency}`);
    const parsed = parseMoney(trimZeros(value), this.currency);
    if (!parsed.ok) this.bad(at, parsed.message);
    else if (parsed.money.minor < 0) this.bad(at, "is below zero; a credit note is entered by hand");
    else if (parsed.money.minor > MOST_MINOR) this.bad(at, "is more than anybody would order or charge");
    else return parsed.money.minor;
    return null;
  }

  quantity(node: Node, path: string, at: string): string {
    const value = trimZeros(this.need(node, path, at));
    if (value && !/^\d{1,9}(\.\d{1,4})?$/.test(value)) this.bad(at, `“${value}” is not a quantity such as 3 or 2.5`);
    return value;
  }

  percent(node: Node, path: string, at: string): string {
    const value = trimZeros(this.text(node, path) || "0");
    if (!/^\d{1,2}(\.\d{1,2})?$/.test(value)) this.bad(at, `“${value}” is not a percentage such as 23 or 6.5`);
    return value;
  }

  documentCurrency(node: Node): string {
    const code = this.need(node, "DocumentCurrencyCode", "DocumentCurrencyCode");
    if (code && !isCurrency(code)) this.bad("DocumentCurrencyCode", `“${code}” is no currency in use`);
    this.currency = isCurrency(code) ? code : "EUR";
    return this.currency;
  }
}

/** A decimal without zeros at its end. Counted from the end, since a pattern would look at a long run of zeros from each of them. */
export function trimZeros(value: string): string {
  if (!value.includes(".")) return value;
  let end = value.length;
  while (value[end - 1] === "0") end -= 1;
  return value.slice(0, value[end - 1] === "." ? end - 1 : end);
}

const NAMED: Record<string, string> = { amp: "&", lt: "<", gt: ">", quot: '"', apos: "'" };

/** The five entities every XML file may use, and characters by number. */
function decode(text: string): string {
  return text.replace(/&(#x[0-9a-f]{1,6}|#\d{1,7}|amp|lt|gt|quot|apos);/gi, (whole, name: string) => {
    const code = name.startsWith("#x")
      ? parseInt(name.slice(2), 16)
      : name.startsWith("#")
        ? Number(name.slice(1))
        : null;
    if (code === null) return NAMED[name.toLowerCase()] ?? whole;
    return code > 0x1f && code <= 0x10ffff ? String.fromCodePoint(code) : " ";
  });
}

function basics(reader: Reader, node: Node, taker: Taker, title: string) {
  const date = reader.date(node, "IssueDate", "IssueDate", true) ?? taker.today;
  if (date > taker.today) reader.bad("IssueDate", `${date} is later than today`);
  return {
    title,
    requester: taker.requester,
    onBehalfOf: null,
    unit: taker.unit,
    currency: reader.documentCurrency(node),
    date,
    note: reader.text(node, "Note").slice(0, 2000),
    attachments: [],
  };
}

function partyName(reader: Reader, node: Node, party: string): string {
  const name =
    reader.text(node, `${party}/Party/PartyName/Name`) ||
    reader.text(node, `${party}/Party/PartyLegalEntity/RegistrationName`);
  if (!name) reader.bad(`${party}/Party`, "has neither a name nor a registration name");
  if (/^[=+@\t\r]/.test(name)) reader.bad(`${party}/Party`, "its name begins like a formula");
  return name.slice(0, 120);
}

function invoiceOf(reader: Reader, node: Node, taker: Taker): SupplierInvoice {
  const common = basics(reader, node, taker, "");
  const total = many(node.LegalMonetaryTotal)[0] ?? {};
  const tax = many(node.TaxTotal)[0] ?? {};
  const totals = (name: string, needed = false) => reader.amount(total, name, `LegalMonetaryTotal/${name}`, needed);
  const lines = many(node.InvoiceLine);
  if (lines.length === 0) reader.bad("InvoiceLine", "there is none");
  return {
    documentType: "supplier-invoice",
    ...common,
    supplier: partyName(reader, node, "AccountingSupplierParty"),
    invoiceNumber: reader.need(node, "ID", "ID").slice(0, 60),
    orderNumber: reader.text(node, "OrderReference/ID").slice(0, 20) || null,
    dueDate: reader.date(node, "DueDate", "DueDate"),
    discountDate: null,
    discountPercent: null,
    bankAccount: reader.text(node, "PaymentMeans/PayeeFinancialAccount/ID").slice(0, 40),
    lines: lines.map((line, index) => invoiceLineOf(reader, line, `InvoiceLine ${index + 1}`)),
    stated: {
      lineTotal: totals("LineExtensionAmount"),
      allowances: totals("AllowanceTotalAmount") ?? 0,
      charges: totals("ChargeTotalAmount") ?? 0,
      net: totals("TaxExclusiveAmount"),
      taxes: many(tax.TaxSubtotal).map((part, index) => ({
        percent: reader.percent(part, "TaxCategory/Percent", `TaxSubtotal ${index + 1}/Percent`),
        base: reader.amount(part, "TaxableAmount", `TaxSubtotal ${index + 1}/TaxableAmount`, true) ?? 0,
        tax: reader.amount(part, "TaxAmount", `TaxSubtotal ${index + 1}/TaxAmount`, true) ?? 0,
      })),
      tax: reader.amount(tax, "TaxAmount", "TaxTotal/TaxAmount"),
      gross: totals("TaxInclusiveAmount"),
      prepaid: totals("PrepaidAmount") ?? 0,
      rounding: totals("PayableRoundingAmount") ?? 0,
      due: totals("PayableAmount", true),
    },
  };
}

function invoiceLineOf(reader: Reader, line: Node, at: string): InvoiceLine {
  const orderLine = Number(reader.text(line, "OrderLineReference/LineID"));
  return {
    description: (reader.text(line, "Item/Name") || reader.text(line, "Item/Description")).slice(0, 200) || at,
    costCentre: reader.text(line, "AccountingCost").slice(0, 40),
    quantity: reader.quantity(line, "InvoicedQuantity", `${at}/InvoicedQuantity`),
    unitPrice: reader.amount(line, "Price/PriceAmount", `${at}/PriceAmount`, true) ?? 0,
    net: reader.amount(line, "LineExtensionAmount", `${at}/LineExtensionAmount`, true) ?? 0,
    taxPercent: reader.percent(line, "Item/ClassifiedTaxCategory/Percent", `${at}/Percent`),
    orderLine: Number.isInteger(orderLine) && orderLine > 0 && orderLine <= 200 ? orderLine : null,
  };
}

function orderOf(reader: Reader, node: Node, taker: Taker): PurchaseOrder {
  const common = basics(reader, node, taker, "");
  const lines = many(node.OrderLine).flatMap((line) => many(line.LineItem));
  if (lines.length === 0) reader.bad("OrderLine", "there is none");
  const read = lines.map((line, index): OrderLine => {
    const at = `OrderLine ${index + 1}`;
    return {
      description: (reader.text(line, "Item/Name") || reader.text(line, "Item/Description")).slice(0, 200) || at,
      category: "services",
      costCentre: reader.text(line, "AccountingCost").slice(0, 40),
      quantity: reader.quantity(line, "Quantity", `${at}/Quantity`),
      unitPrice: reader.amount(line, "Price/PriceAmount", `${at}/PriceAmount`, true) ?? 0,
      taxPercent: reader.percent(line, "Item/ClassifiedTaxCategory/Percent", `${at}/Percent`),
    };
  });
  return {
    documentType: "purchase-order",
    ...common,
    title: (read[0]?.description ?? "").slice(0, 120),
    supplier: partyName(reader, node, "SellerSupplierParty"),
    promisedDate: reader.date(node, "Delivery/RequestedDeliveryPeriod/EndDate", "RequestedDeliveryPeriod/EndDate"),
    lines: read,
  };
}
