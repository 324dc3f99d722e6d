import type { PurchaseOrder } from "@/core/documents";
import type { DemoBuilder } from "../builder";
import type { Push } from "../moments";
import { submitAndFollow } from "../simulate-approvals";

/**
 * Somebody who divides what is dear into orders that each stay just under a threshold.
 * @property suppliers to whom the parts go in turn: one, or several behind which is one bank account
 * @property price of a part, minor units, from and to
 */
export type Splitter = {
  id: string;
  unit: string;
  title: string;
  suppliers: readonly string[];
  category: string;
  costCentre: string;
  taxPercent: string;
  currency: string;
  price: readonly [number, number];
};

type Span = { from: number; end: number; push: Push };

/** Each of them does so some times over the history: two or three parts within an hour. */
export function splitOrders(
  make: DemoBuilder,
  splitters: readonly Splitter[],
  { from, end, push }: Span,
  times: number,
) {
  const { random, working } = make;
  for (const splitter of splitters)
    for (let index = 0; index < times; index += 1) {
      const at = working(from + ((index + random.next()) * (end - from)) / times);
      for (let part = 1; part <= random.int(2, 3); part += 1) {
        const price = random.int(...(splitter.price as [number, number]));
        push({
          at: at + part * 13 * 60_000,
          run: () => submitAndFollow(make, partOf(splitter, part, price, at), push),
        });
      }
    }
}

function partOf(
  { id, unit, title, suppliers, category, costCentre, taxPercent, currency }: Splitter,
  part: number,
  unitPrice: number,
  at: number,
): PurchaseOrder {
  return {
    documentType: "purchase-order",
    title: `${title}, part ${part}`,
    requester: id,
    onBehalfOf: null,
    unit,
    supplier: suppliers[(part - 1) % suppliers.length]!,
    currency,
    date: new Date(at).toISOString().slice(0, 10),
    promisedDate: null,
    note: "",
    lines: [{ description: title, category, costCentre, quantity: "1", unitPrice, taxPercent }],
    attachments: [],
  };
}
