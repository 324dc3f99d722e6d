// Orders as OASIS UBL 2.1, read back by our own importer, which checks that all its parts come to its totals, and by a plain parser for what outsiders read.
import { XMLParser, XMLValidator } from "fast-xml-parser";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { PurchaseOrderSchema, lineNet, orderTotals, type PurchaseOrder } from "../documents";
import { order as plainOrder } from "../fixtures";
import { fromUbl } from "../intake";
import { orderAsUbl, type OrderOut } from "./ubl-order";
import { sayUnread } from "../words";

const party = (name: string) => ({ name, address: "1 Quay\nPorto Sável", taxNumber: "XX1", email: "a@b.example" });
const out = (order: PurchaseOrder, more: Partial<OrderOut> = {}): OrderOut => ({
  number: "PO-00007",
  changeOf: null,
  buyer: party("Marévia Lines"),
  seller: party(order.supplier),
  receiver: "Noor Halvorsrud",
  order,
  ...more,
});
const taker = { requester: "rui", unit: "engines", today: "2026-12-31", lists: [] };

const text = fc
  .string({ unit: "grapheme", minLength: 1, maxLength: 30 })
  .filter((some) => !some.includes("\ufffd"))
  .map((some) => `R${some.replace(/\s+/g, " ").trim()}`);
const line = fc.record({
  description: text,
  quantity: fc.integer({ min: 1, max: 99_999 }).map((n) => String(n / 100)),
  unitPrice: fc.integer({ min: 1, max: 5_000_00 }),
  taxPercent: fc.constantFrom("0", "6", "23", "5.5"),
});

describe("an order that goes out", () => {
  it("reads back as the same lines, quantities, prices, taxes, dates and totals", () => {
    fc.assert(
      fc.property(fc.array(line, { minLength: 1, maxLength: 8 }), fc.constantFrom("EUR", "JPY"), (lines, currency) => {
        const base = plainOrder(1);
        const made = PurchaseOrderSchema.parse({
          ...base,
          currency,
          promisedDate: "2026-05-04",
          lines: lines.map((one) => ({ ...base.lines[0]!, ...one })),
        });
        fc.pre(made.lines.every((one) => lineNet(one) > 0));
        const xml = orderAsUbl(out(made));
        expect(XMLValidator.validate(xml)).toBe(true);
        const read = fromUbl(xml, taker);
        if (!read.ok) throw new Error(read.refusals.map((one) => sayUnread(one).message).join());
        const [order] = [read.value].flat() as PurchaseOrder[];
        const seen = (one: PurchaseOrder) =>
          one.lines.map(({ quantity, unitPrice, taxPercent }) => [quantity, unitPrice, taxPercent]);
        expect(seen(order!)).toEqual(seen(made));
        expect([order!.currency, order!.date, order!.promisedDate]).toEqual([currency, made.date, made.promisedDate]);
        expect(orderTotals(order!)).toEqual(orderTotals(made));
      }),
      { numRuns: 60 },
    );
  });

  it("is never made of a text that lost a letter, which nobody could read back", () => {
    const base = plainOrder(1);
    const lost = PurchaseOrderSchema.safeParse({
      ...base,
      lines: [{ ...base.lines[0]!, description: "Torrefa\ufffdo" }],
    });
    expect(lost.error?.issues.map(({ path, message }) => [path.join("."), message])).toEqual([
      ["lines.0.description", expect.stringContaining("a letter that was lost; type it again")],
    ]);
  });

  it("names both parties with addresses, our number, who takes delivery, and the order it changes; nothing said inside", () => {
    const order = plainOrder(10_000, { note: "Between us: too dear", supplier: "Rope & <Sons>" });
    order.lines[0]!.costCentre = "CC-SECRET";
    const xml = orderAsUbl(out(order, { number: "PO-00009", changeOf: "PO-00007" }));
    const tree = new XMLParser({ parseTagValue: false, removeNSPrefix: true }).parse(xml) as {
      Order: Record<string, any>;
    };
    const { Order } = tree;
    expect(Order.ID).toBe("PO-00009");
    expect(Order.OrderDocumentReference.ID).toBe("PO-00007");
    expect(Order.BuyerCustomerParty.Party).toMatchObject({
      PartyName: { Name: "Marévia Lines" },
      PostalAddress: { AddressLine: [{ Line: "1 Quay" }, { Line: "Porto Sável" }] },
    });
    expect(Order.SellerSupplierParty.Party.PartyName.Name).toBe("Rope & <Sons>");
    expect(Order.Delivery.DeliveryParty.PartyName.Name).toBe("Noor Halvorsrud");
    expect(xml).not.toContain("too dear");
    expect(xml).not.toContain("CC-SECRET");
  });
});
