import type { PurchaseOrder } from "@/core/documents";
import type { DemoBuilder } from "../builder";
import type { Push } from "../moments";
import { submitAndFollow } from "../simulate-approvals";

export type Span = { from: number; end: number; push: Push };

/** An order of one line. @property price minor units */
type Bought = Pick<PurchaseOrder, "title" | "requester" | "unit" | "supplier" | "currency" | "date"> &
  Pick<PurchaseOrder["lines"][number], "description" | "category" | "costCentre" | "taxPercent"> & { price: number };

export function orderOf({ description, category, costCentre, taxPercent, price, ...rest }: Bought): PurchaseOrder {
  return {
    ...rest,
    documentType: "purchase-order",
    onBehalfOf: null,
    promisedDate: null,
    note: "",
    lines: [{ description, category, costCentre, quantity: "1", unitPrice: price, taxPercent }],
    attachments: [],
  };
}

/** Sends so many orders, about as far from each other. @param plan is asked of each beforehand, and gives what is entered on the day when it is */
export function evenly(
  make: DemoBuilder,
  { from, end, push }: Span,
  times: number,
  plan: () => (date: string) => PurchaseOrder,
): void {
  for (let index = 0; index < times; index += 1) {
    const at = make.working(from + ((index + make.random.next()) * (end - from)) / times);
    const order = plan();
    push({ at, run: () => submitAndFollow(make, order(make.clock.now().slice(0, 10)), push) });
  }
}
