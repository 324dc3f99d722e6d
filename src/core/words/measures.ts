import type { MeasureReason, UnmeasuredReason } from "../documents";
import { OLDEST_RATE_DAYS, formatMoney, money, type ConversionReason, type Rate } from "../money";
import { sayDate } from "../text";
import type { Wording } from "./wording";

/** @example sayRate("NOK", { from: "EUR", to: "NOK", rate: "11.5", date: "2026-03-09", source: "ECB" }) // "÷ 11.5 of 2026-03-09, ECB" */
export function sayRate(from: string, { from: base, rate, date, source }: Rate): string {
  return `${base === from ? "×" : "÷"} ${rate} of ${date}, ${source}`;
}

export const CONVERSIONS = {
  "no rate": ({ from, to, on }) =>
    `No exchange rate from ${from} to ${to} on ${sayDate(on)} or in the ${OLDEST_RATE_DAYS} days before`,
  "too large to convert": ({ currency }) => `The amount is too large to be counted exactly in ${currency}`,
} satisfies Wording<ConversionReason>;

const countLines = (count: number) => (count === 1 ? "1 line" : `${count} lines`);

export const MEASURED = {
  "net of lines": ({ lines, net }) => `${countLines(lines)}, net ${formatMoney(net)}`,
  "net and tax": ({ net, tax, gross }) => `net ${formatMoney(net)} + tax ${formatMoney(tax)} = ${formatMoney(gross)}`,
  "net and tax as stated": ({ net, tax }) => `net ${formatMoney(net)} + tax ${formatMoney(tax)} as stated`,
  "net as stated": ({ net }) => `net ${formatMoney(net)} as stated`,
  "largest line": ({ line, amount, net }, names) => `${names.line(line)}, ${formatMoney(amount)}${net ? " net" : ""}`,
  "lines claimed": ({ lines, total }) => `${countLines(lines)}, ${formatMoney(total)} claimed`,
  "limit or what is owed": ({ limit, receivables, orders }) =>
    `new limit ${formatMoney(limit)} or receivables ${formatMoney(receivables)} + orders ${formatMoney(orders)}, whichever is more`,
  increase: ({ after, before }) =>
    `${formatMoney(after)} − ${formatMoney(before)}${after.minor < before.minor ? ", a lower limit is no increase" : ""}`,
  "as it was kept": () => "as it was kept",
  "largest invoice": ({ amount }) => `largest invoice without a closer look, ${formatMoney(amount)}`,
  "total with the supplier": ({ supplier, own, others, since, before, total }) => {
    const entered = `with ${supplier || "the supplier"} entered since ${sayDate(since)}`;
    if (others.length === 0) return `${formatMoney(own)}, nothing else ${entered}`;
    const which = others.length === 1 ? others[0]! : `${others.length} others`;
    return `${formatMoney(own)} + ${which} ${entered} ${formatMoney(before)} = ${formatMoney(total)}`;
  },
} satisfies Wording<MeasureReason>;

export const UNMEASURED = {
  "no rate for a total": ({ to, number }) => `No exchange rate to ${to} for ${number ?? "this document"}`,
  "no rate for the old limit": ({ to }) => `There is no rate between the old limit and ${to}`,
  "total too large": ({ supplier }) =>
    `The total with ${supplier || "the supplier"} is too large to be counted exactly`,
  "increase too large": () => "The increase is too large to be counted exactly",
  "what is owed is not known": ({ customer }) => `What ${customer || "the customer"} owes is not known`,
} satisfies Wording<UnmeasuredReason>;

/** @example sayOver({ minor: 43000, currency: "EUR" }) // "430.00 EUR over" */
export function sayOver(difference: { minor: number; currency: string }): string {
  return `${formatMoney(money(Math.abs(difference.minor), difference.currency))} ${difference.minor < 0 ? "under" : "over"}`;
}
