import { cutOf, stagesOf, type Level, type Section, type Threshold } from "../policy";
import { byRule, type Directory } from "../people";
import { neededFor } from "../routing";

/** Past amounts, sorted once with running sums, so that a moved threshold costs two binary searches. */
export type AmountDistribution = {
  /** Minor units in the policy's currency, ascending. */
  readonly sorted: Float64Array;
  /** sums[i] is the sum of the first i amounts. */
  readonly sums: Float64Array;
  readonly months: number;
};

/** @param months length of the period the amounts come from, in months */
export function distributionOf(amounts: Iterable<number>, months: number): AmountDistribution {
  const sorted = Float64Array.from(amounts).sort();
  const sums = new Float64Array(sorted.length + 1);
  sorted.forEach((amount, index) => {
    sums[index + 1] = sums[index]! + amount;
  });
  return { sorted, sums, months };
}

/** How many amounts are smaller than `minor`. */
export function countUnder(amounts: Pick<AmountDistribution, "sorted">, minor: number): number {
  let low = 0;
  let high = amounts.sorted.length;
  while (low < high) {
    const middle = (low + high) >>> 1;
    if (amounts.sorted[middle]! < minor) low = middle + 1;
    else high = middle;
  }
  return low;
}

export type BandFigures = {
  count: number;
  value: number;
  shareOfCount: number;
  shareOfValue: number;
  perMonth: number;
};

/** Count and value of past amounts per band; shares are of all amounts, zero when there are none. */
export function bandFigures(amounts: AmountDistribution, thresholds: readonly Threshold[]): BandFigures[] {
  const edges = [0, ...thresholds.map((threshold) => countUnder(amounts, cutOf(threshold))), amounts.sorted.length];
  const total = amounts.sorted.length;
  const totalValue = amounts.sums[total]!;
  return edges.slice(1).map((end, band) => {
    const start = edges[band]!;
    const count = end - start;
    const value = amounts.sums[end]! - amounts.sums[start]!;
    return {
      count,
      value,
      shareOfCount: total ? count / total : 0,
      shareOfValue: totalValue ? value / totalValue : 0,
      perMonth: amounts.months ? count / amounts.months : 0,
    };
  });
}

export type BandWorkload = BandFigures & { approvalsPerMonth: number; workingDays: number };

/**
 * What stands under each band of the board: past documents, and what the chain as drawn would have asked of people.
 * @param daysPerStage working days one stage took on average in the past; the expected time of a band is that times its stages
 */
export function bandWorkload(
  section: Section,
  amounts: AmountDistribution,
  directory: Directory,
  daysPerStage: number,
): BandWorkload[] {
  return bandFigures(amounts, section.thresholds).map((figures, band) => {
    const approving = section.levels.filter((level) => level.marks[band] === "approves");
    const approvals = approving.reduce((total, level) => total + approvalsOf(level, directory), 0);
    return {
      ...figures,
      approvalsPerMonth: figures.perMonth * approvals,
      workingDays: stagesOf(approving).length * daysPerStage,
    };
  });
}

/** How many approvals a level asks for when everybody it names is eligible. */
export function approvalsOf(level: Level, directory: Directory): number {
  return neededFor(level.quorum, byRule(level.approvers).always(directory).length || 1);
}

export type Bin = { from: number; to: number; count: number; value: number };

/** The amounts in equal steps of the logarithm between two amounts; what lies outside counts in the outermost bin. */
export function histogram(amounts: AmountDistribution, from: number, to: number, bins: number): Bin[] {
  const step = Math.log(to / from) / bins;
  const edge = (index: number) => from * Math.exp(index * step);
  return Array.from({ length: bins }, (_, index) => {
    const start = index === 0 ? 0 : countUnder(amounts, edge(index));
    const end = index === bins - 1 ? amounts.sorted.length : countUnder(amounts, edge(index + 1));
    return {
      from: edge(index),
      to: edge(index + 1),
      count: end - start,
      value: amounts.sums[end]! - amounts.sums[start]!,
    };
  });
}

/**
 * The next round amount up or down on the ladder 1 - 1.5 - 2 - 2.5 - 3 - 4 - 5 - 7.5, as arrow keys move a threshold.
 * @param unit minor units in one major unit of the currency, 100 for EUR
 * @example nextRound(250000, 1, 100) // 300000
 */
export function nextRound(minor: number, direction: 1 | -1, unit: number): number {
  const rounds: number[] = [];
  for (let power = 1; power <= 1e10; power *= 10)
    for (const digit of [1, 1.5, 2, 2.5, 3, 4, 5, 7.5]) rounds.push(Math.round(digit * power * unit));
  const found = direction > 0 ? rounds.find((round) => round > minor) : rounds.findLast((round) => round < minor);
  return found ?? minor;
}
