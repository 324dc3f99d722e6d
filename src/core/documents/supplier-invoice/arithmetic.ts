import { minorDigits, money, type Money } from "../../money";
import { Exact, percentOf, times } from "../parts";
import type { RuleSubject } from "../reasons";
import type { SupplierInvoice } from "./schema";

/** A rule of EN 16931 that an invoice does not keep: what it says, what it comes to, and by how much it is off. */
export type BrokenRule = { rule: string; about: RuleSubject; stated: Money; computed: Money; by: Money; line?: number };

/** No cash is so coarse that an amount is rounded by more major units than this: whole tens, where there are no coins below (common practice). */
const MOST_ROUNDED = 10;

type Rule = { rule: string; about: RuleSubject; line?: number; stated: number | null; computed: number };

/**
 * The arithmetic of an invoice by EN 16931 (rules BR-CO-10, -13, -14, -15, -16 and -17 and BR-S-08, from memory); the net of a line against quantity and price
 * is the calculation rule that PEPPOL numbers EN16931-R120. What the paper does not state is not tested: it is computed.
 * @returns the rules that are broken, in the order in which the sums build on each other
 */
export function brokenRules(invoice: SupplierInvoice): BrokenRule[] {
  const { currency, stated } = invoice;
  const totals = invoiceTotals(invoice);
  const inAll = totals.net.minor + totals.tax.minor;
  // Some write the total with tax as it is rounded for payment.
  const rounded = stated.gross === inAll + stated.rounding;
  const most = MOST_ROUNDED * 10 ** minorDigits(currency);
  const add = (amounts: readonly number[]) => amounts.reduce((all, one) => all + one, 0);
  const lines = add(invoice.lines.map((line) => line.net));
  const rules: Rule[] = [
    ...invoice.lines.map((line, index) => ({
      rule: "EN16931-R120",
      about: { code: "line amount" } as const,
      line: index + 1,
      stated: line.net,
      computed: lineAmount(line, currency),
    })),
    { rule: "BR-CO-10", about: { code: "sum of lines" }, stated: stated.lineTotal, computed: lines },
    {
      rule: "BR-CO-13",
      about: { code: "total without tax" },
      stated: stated.net,
      computed: (stated.lineTotal ?? lines) - stated.allowances + stated.charges,
    },
    ...stated.taxes.map((tax) => ({
      rule: "BR-CO-17",
      about: { code: "tax at", values: { percent: tax.percent } } as const,
      stated: tax.tax,
      computed: percentOf(tax.base, tax.percent),
    })),
    ...taxedAmounts(invoice, lines - stated.allowances + stated.charges),
    {
      rule: "BR-CO-14",
      about: { code: "sum of taxes" },
      stated: stated.tax,
      computed: stated.taxes.length
        ? add(stated.taxes.map((tax) => tax.tax))
        : nearest(stated.tax ?? 0, taxOfWhole(invoice)),
    },
    {
      rule: "BR-CO-15",
      about: { code: "total with tax" },
      stated: stated.gross,
      computed: rounded ? inAll + stated.rounding : inAll,
    },
    {
      rule: "BR-CO-16",
      about: { code: "amount due" },
      stated: stated.due,
      computed: totals.gross.minor - stated.prepaid + (rounded ? 0 : stated.rounding),
    },
    { rule: "BT-113", about: { code: "paid already" }, stated: stated.prepaid, computed: Math.max(0, stated.prepaid) },
    {
      rule: "BT-114",
      about: { code: "rounding of the due" },
      stated: stated.rounding,
      computed: nearest(stated.rounding, [-most, most]),
    },
  ];
  return rules.flatMap(({ stated: says, computed, ...rest }) =>
    says === null || says === computed
      ? []
      : [
          {
            ...rest,
            stated: money(says, currency),
            computed: money(computed, currency),
            by: money(says - computed, currency),
          },
        ],
  );
}

/**
 * What is taxed, rate by rate, must be what is charged: in all what lines, charges and allowances come to (as BR-S-08 and its likes come to, from memory), and at each rate the
 * lines at it, where nothing is charged or taken off beside the lines.
 */
function taxedAmounts({ stated, lines }: SupplierInvoice, net: number): Rule[] {
  if (stated.taxes.length === 0) return [];
  const bases = stated.taxes.reduce((all, tax) => all + tax.base, 0);
  const all = { rule: "BR-S-08", about: { code: "taxed in all" } as const, stated: bases, computed: net };
  if (stated.allowances !== 0 || stated.charges !== 0) return [all];
  const same = (a: string, b: string) => new Exact(a).eq(b);
  const at = (percent: string) =>
    lines.reduce((sum, line) => (same(line.taxPercent, percent) ? sum + line.net : sum), 0);
  const rates = stated.taxes.filter(
    ({ percent }, index) => stated.taxes.findIndex((one) => same(one.percent, percent)) === index,
  );
  const byRate = rates.map(({ percent }) => ({
    rule: "BR-S-08",
    about: { code: "taxed at", values: { percent } } as const,
    stated: stated.taxes.reduce((sum, tax) => (same(tax.percent, percent) ? sum + tax.base : sum), 0),
    computed: at(percent),
  }));
  return [all, ...byRate];
}

/** The least and the most tax that lines, and what is charged or taken off beside them, can come to at rates that the lines have. */
function taxOfWhole({ stated, lines }: SupplierInvoice): [number, number] {
  const own = taxOfLines(lines);
  const beside = stated.charges - stated.allowances;
  const ends = lines.map((line) => own + percentOf(beside, line.taxPercent));
  return [Math.min(own, ...ends), Math.max(own, ...ends)];
}

const nearest = (value: number, [least, most]: [number, number]) => Math.min(most, Math.max(least, value));

/** What a line comes to by quantity and price; with all digits of the price, what it is for, and what is added and taken off, where the line has these. */
function lineAmount(line: SupplierInvoice["lines"][number], currency: string): number {
  const sign = line.net < 0 ? -1 : 1;
  if (!line.exactly) return times(line.quantity, line.unitPrice) * sign;
  const { price, per, adjusted } = line.exactly;
  const exact = new Exact(line.quantity)
    .mul(price)
    .div(per)
    .mul(new Exact(10).pow(minorDigits(currency)))
    .mul(sign);
  return exact.add(adjusted).toDecimalPlaces(0).toNumber();
}

type Totals = Readonly<Record<"net" | "tax" | "gross" | "due", Money>>;
type Totalled = Pick<SupplierInvoice, "lines" | "currency" | "stated">;

// Routing, facts, measures, holds and lists ask for the totals of the same invoice, which is never changed but replaced.
const known = new WeakMap<Totalled, Totals>();

/** Net, tax, gross and what is due: as stated on the paper, else as its lines come to. */
export function invoiceTotals(invoice: Totalled): Totals {
  const found = known.get(invoice);
  if (found) return found;
  const made = totalsOf(invoice);
  known.set(invoice, made);
  return made;
}

function totalsOf({ currency, stated, lines }: Totalled): Totals {
  const sumOf = (amounts: readonly number[]) => amounts.reduce((all, one) => all + one, 0);
  const net = stated.net ?? sumOf(lines.map((line) => line.net)) - stated.allowances + stated.charges;
  const tax = stated.tax ?? (stated.taxes.length ? sumOf(stated.taxes.map((one) => one.tax)) : taxOfLines(lines));
  const gross = stated.gross ?? net + tax;
  const due = stated.due ?? gross - stated.prepaid + stated.rounding;
  return {
    net: money(net, currency),
    tax: money(tax, currency),
    gross: money(gross, currency),
    due: money(due, currency),
  };
}

function taxOfLines(lines: SupplierInvoice["lines"]): number {
  const byRate = new Map<string, number>();
  for (const { net, taxPercent } of lines) byRate.set(taxPercent, (byRate.get(taxPercent) ?? 0) + net);
  return [...byRate].reduce((all, [percent, base]) => all + percentOf(base, percent), 0);
}
