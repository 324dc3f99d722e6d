import type { Decimal } from "decimal.js";
import { money, type Money } from "../../money";
import type { EvaluationContext, OrderFacts } from "../context";
import { invoiceTotals } from "./arithmetic";
import { Exact, percentOf, times } from "../parts";
import type { DifferenceReason, MatchReason } from "../reasons";
import type { InvoiceLine, SupplierInvoice } from "./schema";

export type Difference = {
  kind: "price" | "tax" | "quantity" | "not received" | "not ordered" | "currency" | "beside the lines";
  /** Line of the invoice, from 1; null for what is charged beside its lines. */
  line: number | null;
  why: DifferenceReason;
  /** What is charged beyond the order, in the invoice's currency. */
  by: Money;
  /** What would have been let pass. */
  tolerance: Money;
  within: boolean;
};
export type MatchedLine = { line: number; orderLine: number | null; differences: Difference[] };
export type Match = {
  outcome: "matched" | "differs" | "no-order";
  why: MatchReason;
  lines: MatchedLine[];
  /** What is charged beside the lines, such as freight, if anything is. */
  beside: Difference[];
};

/**
 * An invoice against its order and what was received. What is compared is what is to be paid, however it is written: the net of each line, all lines on one
 * line of the order together, and what is charged beside the lines. A price may be over the order's by so many per cent of it and by so much a line,
 * whichever is less (common practice), and so may charges in all; a quantity may not pass what was ordered, nor what has been received and not been
 * invoiced yet; tax may not be at a higher rate than the order's, where that states any. Paying less than was ordered is no difference.
 */
export function matchOf(invoice: SupplierInvoice, looking: EvaluationContext): Match {
  const { order } = looking.around;
  const none = (why: MatchReason): Match => ({ outcome: "no-order", why, lines: [], beside: [] });
  if (!invoice.orderNumber) return none({ code: "names no order" });
  if (!order) return none({ code: "no such order", values: { order: invoice.orderNumber } });
  if (order.supplier !== invoice.supplier)
    return none({ code: "order with another", values: { order: order.number, supplier: order.supplier } });
  const charged: Charged = new Map();
  const lines = invoice.lines.map((line, index) => matchLine(line, index + 1, invoice, order, charged, looking));
  const beside = besideLines(invoice, lines, order, looking);
  const differs = [...lines.flatMap((line) => line.differences), ...beside].some((one) => !one.within);
  const why: MatchReason = { code: "charged against", values: { order: order.number } };
  return { outcome: differs ? "differs" : "matched", why, lines, beside };
}

/** By line of the order, what earlier lines of the same invoice charge on it: how many, and how much they are over its price, in minor units. */
type Charged = Map<number, Earlier>;
type Earlier = { quantity: Decimal; over: number };

function matchLine(
  line: InvoiceLine,
  number: number,
  invoice: SupplierInvoice,
  order: OrderFacts,
  charged: Charged,
  looking: EvaluationContext,
): MatchedLine {
  const { currency } = invoice;
  const found = orderLineOf(line, order, charged);
  const nothing = money(0, currency);
  const whole = (kind: Difference["kind"], why: DifferenceReason): MatchedLine => ({
    line: number,
    orderLine: found,
    differences: [{ kind, line: number, why, by: money(line.net, currency), tolerance: nothing, within: false }],
  });
  if (found === null) return whole("not ordered", { code: "not on the order", values: { order: order.number } });
  const earlier = charged.get(found) ?? { quantity: new Exact(0), over: 0 };
  const ordered = order.lines[found - 1]!;
  const over = overPrice(line, ordered);
  charged.set(found, { quantity: earlier.quantity.add(line.quantity), over: earlier.over + over });
  if (order.currency !== currency)
    return whole("currency", {
      code: "order in another currency",
      values: { order: order.number, its: order.currency, own: currency },
    });
  const differences = [
    ...priceDifference(line, number, ordered, { over, earlier }, currency, looking),
    ...taxDifference(line, number, order, ordered, currency),
    ...quantityDifference(line, number, ordered, earlier.quantity, currency),
  ];
  return { line: number, orderLine: found, differences };
}

type Ordered = OrderFacts["lines"][number];

/** What a line charges beyond the order's price for as many, in minor units, 0 where it is not dearer. By what the line comes to, and not by the price that is written on it. */
function overPrice(line: InvoiceLine, ordered: Ordered): number {
  const comesTo = line.exactly ? line.net : Math.max(line.net, times(line.quantity, line.unitPrice));
  return Math.max(0, comesTo - times(line.quantity, ordered.unitPrice));
}

function priceDifference(
  line: InvoiceLine,
  number: number,
  ordered: Ordered,
  { over, earlier }: { over: number; earlier: Earlier },
  currency: string,
  looking: EvaluationContext,
): Difference[] {
  if (over === 0) return [];
  const by = over + earlier.over;
  const quantity = earlier.quantity.add(line.quantity);
  const tolerance = toleranceOn(new Exact(ordered.unitPrice).mul(quantity).toNumber(), currency, looking);
  const of = (minor: number) => money(minor, currency);
  const prices = { charged: of(line.unitPrice), ordered: of(ordered.unitPrice), net: of(line.net) };
  const beyond = { by: of(by), withEarlier: earlier.over > 0, tolerance: of(tolerance) };
  return [
    {
      kind: "price",
      line: number,
      why: { code: "price", values: { ...prices, ...beyond } },
      by: beyond.by,
      tolerance: beyond.tolerance,
      within: by <= tolerance,
    },
  ];
}

/** An order that states no tax at all says nothing of its rates. */
function taxDifference(
  line: InvoiceLine,
  number: number,
  order: OrderFacts,
  ordered: Ordered,
  currency: string,
): Difference[] {
  const more = new Exact(line.taxPercent).sub(ordered.taxPercent);
  if (more.lte(0) || order.lines.every((one) => new Exact(one.taxPercent).isZero())) return [];
  return [
    {
      kind: "tax",
      line: number,
      why: { code: "tax", values: { charged: line.taxPercent, ordered: ordered.taxPercent } },
      by: money(Math.max(0, percentOf(line.net, more.toString())), currency),
      tolerance: money(0, currency),
      within: false,
    },
  ];
}

/** Freight and whatever else an invoice charges beside its lines, less what it takes off: nobody ordered it. */
function besideLines(
  invoice: SupplierInvoice,
  lines: readonly MatchedLine[],
  order: OrderFacts,
  looking: EvaluationContext,
): Difference[] {
  const { currency } = invoice;
  const by = invoiceTotals(invoice).net.minor - invoice.lines.reduce((all, line) => all + line.net, 0);
  if (by <= 0) return [];
  const ordered = lines.reduce((all, { line, orderLine }) => {
    const price = orderLine === null || order.currency !== currency ? 0 : order.lines[orderLine - 1]!.unitPrice;
    return all.add(new Exact(price).mul(invoice.lines[line - 1]!.quantity));
  }, new Exact(0));
  const tolerance = toleranceOn(ordered.toNumber(), currency, looking);
  const values = { by: money(by, currency), tolerance: money(tolerance, currency) };
  const why: DifferenceReason = { code: "beside the lines", values };
  return [{ kind: "beside the lines", line: null, why, ...values, within: by <= tolerance }];
}

/** The lesser of a share of what was ordered and a fixed amount, in minor units of the invoice's currency; without a rate the share alone is not enough. */
function toleranceOn(orderedMinor: number, currency: string, { around, toCurrency }: EvaluationContext): number {
  const rule = around.rules?.matching;
  if (!rule) return 0;
  const share = new Exact(orderedMinor).mul(rule.percent).div(100).toDecimalPlaces(0, Exact.ROUND_DOWN).toNumber();
  return Math.min(share, toCurrency(rule.amount, currency)?.minor ?? 0);
}

function quantityDifference(
  line: InvoiceLine,
  number: number,
  ordered: Ordered,
  onThis: Decimal,
  currency: string,
): Difference[] {
  const before = new Exact(ordered.invoiced).add(onThis);
  const all = before.add(line.quantity);
  const beyond = (most: string, kind: "quantity" | "not received"): Difference[] => {
    const over = all.sub(most);
    if (over.lte(0)) return [];
    const by = over.gt(line.quantity) ? new Exact(line.quantity) : over;
    const code = kind === "quantity" ? "more than ordered" : "more than received";
    return [
      {
        kind,
        line: number,
        why: { code, values: { charged: line.quantity, most, before: before.toString() } },
        by: money(by.mul(line.unitPrice).toDecimalPlaces(0).toNumber(), currency),
        tolerance: money(0, currency),
        within: false,
      },
    ];
  };
  const more = beyond(ordered.quantity, "quantity");
  return more.length > 0 ? more : beyond(ordered.received, "not received");
}

/** The order's line that an invoice line names; else the first free one that reads the same. */
function orderLineOf(line: InvoiceLine, order: OrderFacts, used: Charged): number | null {
  if (line.orderLine !== null) return order.lines[line.orderLine - 1] ? line.orderLine : null;
  const same = (text: string) => text.trim().toLocaleLowerCase("en");
  const index = order.lines.findIndex(
    (one, at) => !used.has(at + 1) && same(one.description) === same(line.description),
  );
  return index < 0 ? null : index + 1;
}
