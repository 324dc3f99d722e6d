import { formatAmount } from "@/core/money";
import type { Threshold } from "@/core/policy";

/** The part of the amount axis that is shown, in minor units; equal ratios are equally wide. */
export type Domain = { from: number; to: number };

/**
 * An axis that shows all thresholds with room on both sides and, where there is history, nearly all of it.
 * @param sorted past amounts, ascending
 * @param unit minor units in one major unit
 */
export function domainOf(
  thresholds: readonly Threshold[],
  sorted: ArrayLike<number>,
  unit: number,
  amount?: number,
): Domain {
  const amounts = thresholds.map((threshold) => threshold.amount);
  if (amount && amount > 0) amounts.push(amount);
  const at = (share: number) => (sorted.length ? [sorted[Math.floor((sorted.length - 1) * share)]!] : []);
  const low = Math.min(...amounts, ...at(0.01), 1000 * unit);
  const high = Math.max(...amounts, ...at(0.999), 5000 * unit);
  return { from: Math.max(unit, low / 2.2), to: high * 2.2 };
}

/** Where an amount stands on the axis, from 0 at the left to 1 at the right; beyond the ends it stands at the end. */
export function placeOn({ from, to }: Domain, minor: number): number {
  if (minor <= from) return 0;
  return Math.min(1, Math.log(minor / from) / Math.log(to / from));
}

/** The amount at a place of the axis, rounded to two leading digits, which is as fine as a hand can drag. */
export function amountAt({ from, to }: Domain, place: number, unit: number): number {
  const exact = from * (to / from) ** Math.max(0, Math.min(1, place));
  const step = Math.max(unit, 10 ** (Math.floor(Math.log10(exact)) - 1));
  return Math.round(exact / step) * step;
}

/** Ticks at 1 - 2 - 5 of every power of ten inside the axis. */
export function ticksOf({ from, to }: Domain, unit: number): number[] {
  const ticks: number[] = [];
  for (let power = unit / 100; power <= to; power *= 10) {
    for (const digit of [1, 2, 5]) if (digit * power >= from && digit * power <= to) ticks.push(digit * power);
  }
  return ticks;
}

/** On which of several rows each threshold's label stands, so that labels of near thresholds do not cover each other. @param width of the axis, in pixels */
export function labelRows(thresholds: readonly Threshold[], currency: string, domain: Domain, width: number): number[] {
  const ends: number[] = [];
  return thresholds.map(({ amount }) => {
    const half = formatAmount({ minor: amount, currency }).length * 4.2 + 10;
    const centre = placeOn(domain, amount) * width;
    let row = ends.findIndex((end) => end <= centre - half);
    if (row < 0) row = ends.length;
    ends[row] = centre + half + 4;
    return row;
  });
}
