import type { PurchaseOrder } from "@/core/documents";
import type { DemoBuilder } from "../builder";
import { submitAndFollow } from "../simulate-approvals";
import { orderOf, type Span } from "./orders";

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
  price: number,
  at: number,
): PurchaseOrder {
  const date = new Date(at).toISOString().slice(0, 10);
  const supplier = suppliers[(part - 1) % suppliers.length]!;
  const line = { description: title, category, costCentre, taxPercent, price };
  return orderOf({ title: `${title}, part ${part}`, requester: id, unit, supplier, currency, date, ...line });
}
