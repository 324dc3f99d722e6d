import { formatMoney, money, type Money } from "../money";
import type { Looking, OrderFacts } from "./around";
import { Exact } from "./parts";
import type { InvoiceLine, SupplierInvoice } from "./supplier-invoice";

export type Difference = {
  kind: "price" | "quantity" | "not received" | "not ordered" | "currency";
  line: number;
  text: string;
  /** What the line is charged beyond the order, in the invoice's currency. */
  by: Money;
  /** What would have been let pass on this line. */
  tolerance: Money;
  within: boolean;
};
export type MatchedLine = { line: number; orderLine: number | null; differences: Difference[] };
export type Match = { outcome: "matched" | "differs" | "no-order"; why: string; lines: MatchedLine[] };

/**
 * An invoice against its order and what was received, line by line. A price may be over the order's by so many per cent of it and by so much a
 * line, whichever is less (common practice); a quantity may not pass what was ordered, nor what has been received and not been invoiced yet.
 * Paying less than was ordered is no difference.
 */
export function matchOf(invoice: SupplierInvoice, looking: Looking): Match {
  const { order } = looking.around;
  if (!invoice.orderNumber) return { outcome: "no-order", why: "It names no order", lines: [] };
  if (!order) return { outcome: "no-order", why: `There is no approved order ${invoice.orderNumber}`, lines: [] };
  if (order.supplier !== invoice.supplier)
    return { outcome: "no-order", why: `${order.number} is an order with ${order.supplier}`, lines: [] };
  const used = new Set<number>();
  const lines = invoice.lines.map((line, index) => matchLine(line, index + 1, invoice, order, used, looking));
  const differs = lines.some((line) => line.differences.some((one) => !one.within));
  return { outcome: differs ? "differs" : "matched", why: `Charged against ${order.number}`, lines };
}

function matchLine(
  line: InvoiceLine,
  number: number,
  invoice: SupplierInvoice,
  order: OrderFacts,
  used: Set<number>,
  looking: Looking,
): MatchedLine {
  const { currency } = invoice;
  const found = orderLineOf(line, order, used);
  const nothing = money(0, currency);
  const whole = (kind: Difference["kind"], text: string): MatchedLine => ({
    line: number,
    orderLine: found,
    differences: [{ kind, line: number, text, by: money(line.net, currency), tolerance: nothing, within: false }],
  });
  if (found === null) return whole("not ordered", `Line ${number}, ${line.description}: not on ${order.number}`);
  used.add(found);
  if (order.currency !== currency)
    return whole("currency", `Line ${number}: ${order.number} is in ${order.currency}, the invoice in ${currency}`);
  const ordered = order.lines[found - 1]!;
  const differences = [
    ...priceDifference(line, number, ordered, currency, looking),
    ...quantityDifference(line, number, ordered, currency),
  ];
  return { line: number, orderLine: found, differences };
}

type Ordered = OrderFacts["lines"][number];

function priceDifference(
  line: InvoiceLine,
  number: number,
  ordered: Ordered,
  currency: string,
  looking: Looking,
): Difference[] {
  if (line.unitPrice <= ordered.unitPrice) return [];
  const by = new Exact(line.unitPrice).sub(ordered.unitPrice).mul(line.quantity).toDecimalPlaces(0).toNumber();
  const tolerance = toleranceOn(new Exact(ordered.unitPrice).mul(line.quantity).toNumber(), currency, looking);
  return [
    {
      kind: "price",
      line: number,
      text: `Line ${number}, ${line.description}: ${formatMoney(money(line.unitPrice, currency))} each instead of ${formatMoney(money(ordered.unitPrice, currency))}, ${formatMoney(money(by, currency))} more; tolerance ${formatMoney(money(tolerance, currency))}`,
      by: money(by, currency),
      tolerance: money(tolerance, currency),
      within: by <= tolerance,
    },
  ];
}

/** The lesser of a share of what was ordered and a fixed amount, in minor units of the invoice's currency; without a rate the share alone is not enough. */
function toleranceOn(orderedMinor: number, currency: string, { around, toCurrency }: Looking): number {
  const rule = around.rules?.matching;
  if (!rule) return 0;
  const share = new Exact(orderedMinor).mul(rule.percent).div(100).toDecimalPlaces(0, Exact.ROUND_DOWN).toNumber();
  return Math.min(share, toCurrency(rule.amount, currency)?.minor ?? 0);
}

function quantityDifference(line: InvoiceLine, number: number, ordered: Ordered, currency: string): Difference[] {
  const before = new Exact(ordered.invoiced);
  const all = before.add(line.quantity);
  const beyond = (limit: string, kind: "quantity" | "not received", what: string): Difference[] => {
    const over = all.sub(limit);
    if (over.lte(0)) return [];
    const by = over.gt(line.quantity) ? new Exact(line.quantity) : over;
    const earlier = before.gt(0) ? `, ${before.toString()} invoiced before` : "";
    return [
      {
        kind,
        line: number,
        text: `Line ${number}, ${line.description}: ${line.quantity} charged, ${limit} ${what}${earlier}`,
        by: money(by.mul(line.unitPrice).toDecimalPlaces(0).toNumber(), currency),
        tolerance: money(0, currency),
        within: false,
      },
    ];
  };
  const more = beyond(ordered.quantity, "quantity", "ordered");
  return more.length > 0 ? more : beyond(ordered.received, "not received", "received");
}

/** The order's line that an invoice line names; else the first free one that reads the same. */
function orderLineOf(line: InvoiceLine, order: OrderFacts, used: ReadonlySet<number>): number | null {
  if (line.orderLine !== null) return order.lines[line.orderLine - 1] ? line.orderLine : null;
  const same = (text: string) => text.trim().toLocaleLowerCase("en");
  const index = order.lines.findIndex(
    (one, at) => !used.has(at + 1) && same(one.description) === same(line.description),
  );
  return index < 0 ? null : index + 1;
}
