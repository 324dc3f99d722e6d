import { cutOf, type Threshold } from "../policy";
import { countUnder, type AmountDistribution } from "./amount-distribution";

/** Amounts that crowd just under a threshold. */
export type Bunching = { threshold: number; under: number; expected: number };

/** How far below a threshold is looked, as a share of it: the last twentieth, against the twentieth before it and the one above. */
const REACH = 0.05;
const LEAST = 8;

/**
 * Thresholds under which there are more than twice as many amounts as the stretches around lead to expect, and at least eight: the mark of orders
 * cut to fit. A rule of thumb by common practice; it accuses nobody.
 */
export function bunchingUnder(amounts: AmountDistribution, thresholds: readonly Threshold[]): Bunching[] {
  return thresholds.flatMap((threshold, index): Bunching[] => {
    const cut = cutOf(threshold);
    const step = threshold.amount * REACH;
    const between = (from: number, to: number) => countUnder(amounts, to) - countUnder(amounts, from);
    const under = between(cut - step, cut);
    const expected = (between(cut - 2 * step, cut - step) + between(cut, cut + step)) / 2;
    return under >= LEAST && under > 2 * expected ? [{ threshold: index, under, expected }] : [];
  });
}
