import { Exact, type InvoiceLine, type SupplierInvoice } from "../../documents";
import { minorDigits, parseMoney } from "../../money";
import { adjustmentsOf, lineOf, mustBe, type Computed } from "./amounts";
import { basics, partyName } from "./head";
import { Reader, costCentreOf, many, type Node, type Taker } from "./reader";

/** Elements that would change what is owed, and that are not taken; a file that has one is refused and not read without it. */
const NOT_TAKEN = ["WithholdingTaxTotal"] as const;

/** An invoice in UBL 2.1 (EN 16931) as one of Bandeira; what cannot be read is noted on the reader. */
export function invoiceOf(reader: Reader, node: Node, taker: Taker): SupplierInvoice {
  const common = basics(reader, node, taker, "");
  const total = many(node.LegalMonetaryTotal)[0] ?? {};
  // A second total is in the currency of the taxes (BT-111) and is no part of what is owed.
  const taxes = many(node.TaxTotal);
  const tax = taxes.find((one) => reader.text(one, "TaxAmount/@currencyID") === reader.currency) ?? taxes[0] ?? {};
  const totals = (name: string, needed = false, signed = false) =>
    reader.amount(total, name, `LegalMonetaryTotal/${name}`, needed, signed);
  for (const name of NOT_TAKEN)
    if (node[name] !== undefined) reader.bad(name, { code: "not taken in", values: { byHand: true } });
  const lines = many(node.InvoiceLine);
  if (lines.length === 0) reader.bad("InvoiceLine", { code: "none there" });
  const { allowances, charges } = adjustmentsOf(reader, node, "");
  const subtotals = many(tax.TaxSubtotal);
  // A file with one rate for all may leave it out at its lines.
  const rate = subtotals.length === 1 ? reader.text(subtotals[0]!, "TaxCategory/Percent") : "";
  const stated: SupplierInvoice["stated"] = {
    lineTotal: totals("LineExtensionAmount", false, true),
    allowances: totals("AllowanceTotalAmount") ?? allowances,
    charges: totals("ChargeTotalAmount") ?? charges,
    net: totals("TaxExclusiveAmount"),
    taxes: subtotals.map((part, index) => ({
      percent: reader.percent(part, "TaxCategory/Percent", `TaxSubtotal ${index + 1}/Percent`),
      base: reader.amount(part, "TaxableAmount", `TaxSubtotal ${index + 1}/TaxableAmount`, true, true) ?? 0,
      tax: reader.amount(part, "TaxAmount", `TaxSubtotal ${index + 1}/TaxAmount`, true, true) ?? 0,
    })),
    tax: reader.amount(tax, "TaxAmount", "TaxTotal/TaxAmount"),
    gross: totals("TaxInclusiveAmount"),
    prepaid: totals("PrepaidAmount") ?? 0,
    rounding: totals("PayableRoundingAmount", false, true) ?? 0,
    due: totals("PayableAmount", true),
  };
  const invoice: SupplierInvoice = {
    documentType: "supplier-invoice",
    ...common,
    supplier: partyName(reader, node, "AccountingSupplierParty"),
    invoiceNumber: reader.need(node, "ID", "ID").slice(0, 60),
    orderNumber: reader.text(node, "OrderReference/ID").slice(0, 20) || null,
    dueDate: reader.date(node, "DueDate", "DueDate"),
    discountDate: null,
    discountPercent: null,
    bankAccount: reader.text(node, "PaymentMeans/PayeeFinancialAccount/ID").slice(0, 40),
    lines: lines.map((line, index) => invoiceLineOf(reader, line, rate, `InvoiceLine ${index + 1}`, taker)),
    stated,
  };
  if (reader.problems.length === 0) mustAddUp(reader, invoice, { allowances, charges });
  return invoice;
}

/** What is stated in all must be what its parts come to (EN 16931: BR-CO-10 to -16, from memory), or the file is refused with both figures. */
function mustAddUp(reader: Reader, invoice: SupplierInvoice, parts: { allowances: number; charges: number }): void {
  const { stated } = invoice;
  const add = (amounts: readonly number[]) => amounts.reduce((all, one) => all + one, 0);
  const at = (name: string) => `LegalMonetaryTotal/${name}`;
  const lines = add(invoice.lines.map((line) => line.net));
  mustBe(reader, at("LineExtensionAmount"), stated.lineTotal, "lines", lines);
  mustBe(reader, at("AllowanceTotalAmount"), stated.allowances, "allowances", parts.allowances);
  mustBe(reader, at("ChargeTotalAmount"), stated.charges, "charges", parts.charges);
  const net = lines - parts.allowances + parts.charges;
  mustBe(reader, at("TaxExclusiveAmount"), stated.net, "lines, allowances and charges", net);
  const taxed = stated.taxes.length > 0 ? add(stated.taxes.map((one) => one.tax)) : null;
  if (taxed !== null) mustBe(reader, "TaxTotal/TaxAmount", stated.tax, "parts of the tax", taxed);
  const tax = stated.tax ?? taxed;
  // Some write the total with tax as it is rounded for payment.
  if (tax !== null)
    mustBe(reader, at("TaxInclusiveAmount"), stated.gross, "net and tax", net + tax, net + tax + stated.rounding);
  const gross = stated.gross ?? (tax === null ? null : net + tax);
  if (gross === null) return;
  const rounded = tax !== null && gross === net + tax + stated.rounding;
  const due = gross - stated.prepaid + stated.rounding;
  mustBe(reader, at("PayableAmount"), stated.due, "totals", due, ...(rounded ? [gross - stated.prepaid] : []));
}

function invoiceLineOf(reader: Reader, line: Node, rate: string, at: string, taker: Taker): InvoiceLine {
  const orderLine = Number(reader.text(line, "OrderLineReference/LineID"));
  if (line.SubInvoiceLine !== undefined)
    reader.bad(`${at}/SubInvoiceLine`, { code: "not taken in", values: { byHand: false } });
  const found = lineOf(reader, line, "InvoicedQuantity", at);
  return {
    description: (reader.text(line, "Item/Name") || reader.text(line, "Item/Description")).slice(0, 200) || at,
    costCentre: costCentreOf(taker, reader.text(line, "AccountingCost")),
    ...(found ? priced(reader, found.computed, at) : { quantity: "1", unitPrice: 0 }),
    net: found?.net ?? 0,
    taxPercent: reader.percent(line, "Item/ClassifiedTaxCategory/Percent", `${at}/Percent`, rate),
    orderLine: Number.isInteger(orderLine) && orderLine > 0 && orderLine <= 200 ? orderLine : null,
  };
}

type Priced = Pick<InvoiceLine, "quantity" | "unitPrice" | "exactly">;

/** Quantity and price of a line; with all digits beside them where quantity and a price in minor units do not come to its amount. */
function priced(reader: Reader, { quantity, price, per, adjusted }: Computed, at: string): Priced {
  const plain = quantity.replace(/^-/, "");
  if (!/^\d{1,9}(\.\d{1,4})?$/.test(plain))
    reader.bad(`${at}/InvoicedQuantity`, {
      code: "no decimal",
      values: { typed: quantity, wanted: "quantity of four decimals" },
    });
  const whole = per === "1" && adjusted === 0 ? parseMoney(price, reader.currency) : null;
  if (whole?.ok) return { quantity: plain, unitPrice: whole.money.minor };
  const each = new Exact(price).div(per).mul(new Exact(10).pow(minorDigits(reader.currency)));
  const unitPrice = Math.max(0, each.toDecimalPlaces(0).toNumber());
  return { quantity: plain, unitPrice, exactly: { price, per, adjusted } };
}
