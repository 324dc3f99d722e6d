import { XMLBuilder } from "fast-xml-parser";
import { lineNet, orderTotals, taxByRate, type PurchaseOrder } from "../documents";
import { money, plainAmount, type Money } from "../money";
import { xmlText } from "../text";

/** Who orders, and from whom, as an order says it to the outside. */
export type OrderParty = { name: string; address: string; taxNumber: string; email: string };

export type OrderOut = {
  number: string;
  /** Of the approved order that this one changes and takes the place of. */
  changeOf: string | null;
  buyer: OrderParty;
  seller: OrderParty;
  /** Who takes delivery. */
  receiver: string;
  order: PurchaseOrder;
};

const NAMESPACES = {
  "@xmlns": "urn:oasis:names:specification:ubl:schema:xsd:Order-2",
  "@xmlns:cac": "urn:oasis:names:specification:ubl:schema:xsd:CommonAggregateComponents-2",
  "@xmlns:cbc": "urn:oasis:names:specification:ubl:schema:xsd:CommonBasicComponents-2",
};

const amount = (of: Money) => ({ "#text": plainAmount(of), "@currencyID": of.currency });

/**
 * An order as OASIS UBL 2.1 (Order-2), its parts in the sequence of that schema (from memory; the test reads it back). A change order names the order it changes and
 * has all lines as they are now. What is said inside, as the note to approvers and cost centres, is not in it.
 */
export function orderAsUbl({ number, changeOf, buyer, seller, receiver, order }: OrderOut): string {
  const { currency, lines } = order;
  const { net, tax, gross } = orderTotals(order);
  const parts = lines.map((line) => ({ net: lineNet(line), taxPercent: line.taxPercent }));
  const tree = {
    "?xml": { "@version": "1.0", "@encoding": "UTF-8" },
    Order: {
      ...NAMESPACES,
      "cbc:UBLVersionID": "2.1",
      "cbc:ID": number,
      "cbc:IssueDate": order.date,
      "cbc:Note": xmlText(changeOf ? `${order.title} (takes the place of our order ${changeOf})` : order.title),
      "cbc:DocumentCurrencyCode": currency,
      "cbc:LineCountNumeric": lines.length,
      ...(changeOf && { "cac:OrderDocumentReference": { "cbc:ID": changeOf } }),
      "cac:BuyerCustomerParty": party(buyer),
      "cac:SellerSupplierParty": party(seller),
      "cac:Delivery": {
        ...(buyer.address && { "cac:DeliveryAddress": address(buyer.address) }),
        ...(order.promisedDate && { "cac:RequestedDeliveryPeriod": { "cbc:EndDate": order.promisedDate } }),
        "cac:DeliveryParty": { "cac:PartyName": { "cbc:Name": xmlText(receiver) } },
      },
      "cac:TaxTotal": {
        "cbc:TaxAmount": amount(tax),
        "cac:TaxSubtotal": taxByRate(parts, currency).map((one) => ({
          "cbc:TaxableAmount": amount(one.base),
          "cbc:TaxAmount": amount(one.tax),
          "cac:TaxCategory": category(one.percent),
        })),
      },
      "cac:AnticipatedMonetaryTotal": {
        "cbc:LineExtensionAmount": amount(net),
        "cbc:TaxExclusiveAmount": amount(net),
        "cbc:TaxInclusiveAmount": amount(gross),
        "cbc:PayableAmount": amount(gross),
      },
      "cac:OrderLine": lines.map((line, index) => ({
        "cac:LineItem": {
          "cbc:ID": index + 1,
          // C62: one, as UN/ECE Recommendation 20 calls a thing that is counted.
          "cbc:Quantity": { "#text": line.quantity, "@unitCode": "C62" },
          "cbc:LineExtensionAmount": amount(money(lineNet(line), currency)),
          "cac:Price": { "cbc:PriceAmount": amount(money(line.unitPrice, currency)) },
          "cac:Item": { "cbc:Name": xmlText(line.description), "cac:ClassifiedTaxCategory": category(line.taxPercent) },
        },
      })),
    },
  };
  return new XMLBuilder({ ignoreAttributes: false, attributeNamePrefix: "@", format: true }).build(tree);
}

function party({ name, address: where, taxNumber, email }: OrderParty) {
  return {
    "cac:Party": {
      "cac:PartyName": { "cbc:Name": xmlText(name) },
      ...(where && { "cac:PostalAddress": address(where) }),
      ...(taxNumber && {
        "cac:PartyTaxScheme": { "cbc:CompanyID": xmlText(taxNumber), "cac:TaxScheme": { "cbc:ID": "VAT" } },
      }),
      ...(email && { "cac:Contact": { "cbc:ElectronicMail": xmlText(email) } }),
    },
  };
}

/** An address as it is kept here, in lines or in one, without claiming to know which of it is the street. */
const address = (text: string) => ({
  "cac:AddressLine": text
    .split("\n")
    .map((line) => line.trim())
    .filter(Boolean)
    .map((line) => ({ "cbc:Line": xmlText(line) })),
});

const category = (percent: string) => ({ "cbc:Percent": percent, "cac:TaxScheme": { "cbc:ID": "VAT" } });
