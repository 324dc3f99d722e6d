// Orders and invoices of UBL 2.1 by the standard: whatever a file states in all must be what its parts come to, and nothing of it is dropped in silence.
import { describe, expect, it } from "vitest";
import { brokenRules, invoiceTotals, orderTotals, type PurchaseOrder, type SupplierInvoice } from "../../documents";
import { fromUbl } from "../index";
import { trimZeros } from "./reader";
import { sayUnread } from "../../words";

const taker = { requester: "rui", unit: "engines", today: "2026-03-10", lists: [] };
const amount = (name: string, value: string, currency = "EUR") =>
  `<cbc:${name} currencyID="${currency}">${value}</cbc:${name}>`;
const charge = (is: boolean, value: string, reason = "") =>
  `<cac:AllowanceCharge><cbc:ChargeIndicator>${is}</cbc:ChargeIndicator>${reason && `<cbc:AllowanceChargeReason>${reason}</cbc:AllowanceChargeReason>`}${amount("Amount", value)}</cac:AllowanceCharge>`;
const party = (role: string, name: string) =>
  `<cac:${role}><cac:Party><cac:PartyName><cbc:Name>${name}</cbc:Name></cac:PartyName></cac:Party></cac:${role}>`;
const line = (id: number, quantity: string, net: string, price: string, tax: string, more = "", per = "") =>
  `<cac:InvoiceLine><cbc:ID>${id}</cbc:ID><cbc:InvoicedQuantity unitCode="C62">${quantity}</cbc:InvoicedQuantity>${amount("LineExtensionAmount", net)}${more}<cac:Item><cbc:Name>Line ${id}</cbc:Name><cac:ClassifiedTaxCategory><cbc:Percent>${tax}</cbc:Percent></cac:ClassifiedTaxCategory></cac:Item><cac:Price>${amount("PriceAmount", price)}${per && `<cbc:BaseQuantity>${per}</cbc:BaseQuantity>`}</cac:Price></cac:InvoiceLine>`;
const subtotal = (base: string, tax: string, percent: string) =>
  `<cac:TaxSubtotal>${amount("TaxableAmount", base)}${amount("TaxAmount", tax)}<cac:TaxCategory><cbc:Percent>${percent}</cbc:Percent></cac:TaxCategory></cac:TaxSubtotal>`;
const totals = (of: Record<string, string>) =>
  `<cac:LegalMonetaryTotal>${Object.entries(of)
    .map(([name, value]) => amount(name, value))
    .join("")}</cac:LegalMonetaryTotal>`;
const invoice = (...parts: string[]) =>
  `<Invoice xmlns:cbc="c" xmlns:cac="a"><cbc:ID>TOSL108</cbc:ID><cbc:IssueDate>2026-03-01</cbc:IssueDate><cbc:DocumentCurrencyCode>EUR</cbc:DocumentCurrencyCode>${party("AccountingSupplierParty", "Northrigg Cordage")}${parts.join("")}</Invoice>`;

const taken = (text: string): SupplierInvoice => {
  const read = fromUbl(text, taker);
  if (!read.ok) throw new Error(read.refusals.map((one) => sayUnread(one).message).join("; "));
  return read.value as SupplierInvoice;
};
const refused = (text: string): string => {
  const read = fromUbl(text, taker);
  return read.ok ? "taken" : read.refusals.map((one) => sayUnread(one).message).join("; ");
};

describe("an invoice", () => {
  // The amounts of the example invoice that is published with UBL 2.1 (OASIS, xml/UBL-Invoice-2.1-Example.xml), from memory; parties are made up.
  const oasis = invoice(
    charge(true, "100", "Packing cost"),
    charge(false, "100", "Promotion discount"),
    `<cac:TaxTotal>${amount("TaxAmount", "292.20")}${subtotal("1460.5", "292.1", "20")}${subtotal("1", "0.1", "10")}${subtotal("-25", "0", "0")}</cac:TaxTotal>`,
    totals({
      LineExtensionAmount: "1436.5",
      TaxExclusiveAmount: "1436.5",
      TaxInclusiveAmount: "1729",
      AllowanceTotalAmount: "100",
      ChargeTotalAmount: "100",
      PrepaidAmount: "1000",
      PayableRoundingAmount: "0.30",
      PayableAmount: "729",
    }),
    line(1, "1", "1273", "1273", "20", charge(false, "12", "Damage") + charge(true, "12", "Testing"), "1"),
    line(2, "-1", "-3.96", "3.96", "10", "", "1"),
    line(3, "2", "4.96", "2.48", "10", "", "1"),
    line(4, "-1", "-25", "25", "0", "", "1"),
    line(5, "250", "187.5", "0.75", "20", "", "1"),
  );
  it("like the published example of UBL 2.1 is taken: allowances, charges, returned lines, prepaid and rounded", () => {
    const read = taken(oasis);
    expect(invoiceTotals(read)).toMatchObject({
      net: { minor: 143_650 },
      tax: { minor: 29_220 },
      gross: { minor: 172_900 },
      due: { minor: 72_900 },
    });
    expect(read.lines.map((one) => one.net)).toEqual([127_300, -396, 496, -2_500, 18_750]);
    expect(brokenRules(read)).toEqual([]);
    expect(read.stated).toMatchObject({ allowances: 10_000, charges: 10_000, prepaid: 100_000, rounding: 30 });
  });

  // The amounts of the base example of EN 16931 billing (Peppol BIS Billing 3.0, base-example.xml), from memory.
  it("like the published base example of EN 16931 billing is taken: a charge on the whole, and days taken back", () => {
    const read = taken(
      invoice(
        charge(true, "25", "Insurance"),
        `<cac:TaxTotal>${amount("TaxAmount", "631.25")}${subtotal("2525", "631.25", "25")}</cac:TaxTotal>`,
        totals({
          LineExtensionAmount: "2500",
          TaxExclusiveAmount: "2525",
          TaxInclusiveAmount: "3156.25",
          ChargeTotalAmount: "25",
          PayableAmount: "3156.25",
        }),
        line(1, "10", "4000.00", "400", "25"),
        line(2, "-3", "-1500.00", "500", "25"),
      ),
    );
    expect(invoiceTotals(read)).toMatchObject({ net: { minor: 252_500 }, gross: { minor: 315_625 } });
    expect(brokenRules(read)).toEqual([]);
  });

  it("with a price of more digits than its currency, for more than one unit, is as exact as its file", () => {
    const of = (net: string) =>
      invoice(totals({ PayableAmount: net }), line(1, "250", net, "37.755", "0", charge(false, "1.50"), "50"));
    const read = taken(of("187.28"));
    // 250 × 37.755 ÷ 50 − 1.50 = 187.275
    expect(read.lines[0]).toMatchObject({ net: 18_728, exactly: { price: "37.755", per: "50", adjusted: -150 } });
    expect(brokenRules(read)).toEqual([]);
    expect(refused(of("187.20"))).toContain("says 187.20 EUR");
  });

  it.each([
    [
      "a line that says less than it comes to",
      line(1, "9", "400", "600", "0"),
      "400",
      /LineExtensionAmount: says 400.00 EUR, and .* come to 5,400.00 EUR/,
    ],
    [
      "a total that says less than its lines",
      line(1, "9", "5400", "600", "0"),
      "400",
      /PayableAmount: says 400.00 EUR, and its totals come to 5,400.00 EUR|come to 5,400.00 EUR/,
    ],
  ])("%s is refused with both figures", (_name, lines, due, says) => {
    const text = invoice(
      `<cac:TaxTotal>${amount("TaxAmount", "0")}</cac:TaxTotal>`,
      totals({ TaxExclusiveAmount: "5400", PayableAmount: due }),
      lines,
    );
    expect(refused(text)).toMatch(says);
  });

  it.each([
    [
      "a charge that the total does not have",
      charge(true, "5000"),
      /TaxExclusiveAmount: says 400.00 EUR, and .* come to 5,400.00 EUR/,
    ],
    ["an allowance that the total does not have", charge(false, "100"), /come to 300.00 EUR/],
    ["a tax that is kept back", "<cac:WithholdingTaxTotal/>", /WithholdingTaxTotal: is not imported from a file/],
  ])("%s is not dropped", (_name, part, says) => {
    const text = invoice(
      part,
      totals({ TaxExclusiveAmount: "400", PayableAmount: "400" }),
      line(1, "1", "400", "400", "0"),
    );
    expect(refused(text)).toMatch(says);
  });
});

describe("an order", () => {
  const order = (total: string, ...parts: string[]) =>
    `<Order xmlns:cbc="c" xmlns:cac="a"><cbc:ID>34</cbc:ID><cbc:IssueDate>2026-03-01</cbc:IssueDate><cbc:DocumentCurrencyCode>EUR</cbc:DocumentCurrencyCode>${party("SellerSupplierParty", "Northrigg Cordage")}${parts.join("")}<cac:AnticipatedMonetaryTotal>${amount("PayableAmount", total)}</cac:AnticipatedMonetaryTotal></Order>`;
  const item = (quantity: string, price: string, more = "", per = "") =>
    `<cac:OrderLine><cac:LineItem><cbc:ID>1</cbc:ID><cbc:Quantity>${quantity}</cbc:Quantity>${more}<cac:Price>${amount("PriceAmount", price)}${per && `<cbc:BaseQuantity>${per}</cbc:BaseQuantity>`}</cac:Price><cac:Item><cbc:Name>Rope</cbc:Name></cac:Item></cac:LineItem></cac:OrderLine>`;
  const net = (text: string) => orderTotals(taken(text) as unknown as PurchaseOrder).net.minor;

  it.each([
    ["plain", order("100.00", item("4", "25")), 10_000],
    ["with a price for a hundred", order("37.75", item("250", "15.10", "", "100")), 3_775],
    ["with a charge on the whole", order("5400.00", charge(true, "5000", "Freight"), item("4", "100")), 540_000],
    [
      "with an allowance on the whole",
      order("90.00", charge(false, "10.00"), item("1", "33.33"), item("1", "66.67")),
      9_000,
    ],
    ["with an allowance on a line", order("95.00", item("4", "25", charge(false, "5"))), 9_500],
  ])("%s comes to what the file says", (_name, text, minor) => {
    expect(net(text)).toBe(minor);
  });
  it("that says another total than its lines is refused with both figures", () => {
    expect(refused(order("400.00", item("9", "600")))).toContain(
      "says 400.00 EUR, and its lines, allowances and charges come to 5,400.00 EUR",
    );
  });
});

describe("a hostile file", () => {
  // Sixteen times the length may take sixteen times as long and a little more, and not two hundred and fifty times.
  it.each<[string, (length: number) => unknown]>([
    ["zeros before a digit", (length) => trimZeros(`1.${"0".repeat(length)}1`)],
    [
      "a quantity of zeros",
      (length) =>
        fromUbl(invoice(totals({ PayableAmount: "1" }), line(1, `1.${"0".repeat(length)}1`, "1", "1", "0")), taker),
    ],
    [
      "a price of digits",
      (length) => fromUbl(invoice(totals({ PayableAmount: "1" }), line(1, "1", "1", "9".repeat(length), "0")), taker),
    ],
    [
      "ampersands",
      (length) =>
        fromUbl(invoice(`<cbc:Note>${"&amp;".repeat(length / 5)}</cbc:Note>`, line(1, "1", "1", "1", "0")), taker),
    ],
  ])("%s of twice the length takes no more than about twice as long", (_name, run) => {
    const spent = (length: number) => {
      const before = process.cpuUsage();
      run(length);
      const { user, system } = process.cpuUsage(before);
      return user + system;
    };
    spent(20_000);
    const best = (length: number) => Math.min(spent(length), spent(length), spent(length));
    expect(best(320_000) / Math.max(2_000, best(20_000))).toBeLessThan(64);
  });
});
