import { rowsByCode, rowsOf } from "../../codes";
import { chiSquareAtLeast } from "../../statistics";
import type { Activity } from "../activity";
import { WORTH_KEEPING, type Answer } from "../question";
import type { LookoutSettings } from "../settings";
import { onceEach } from "./once-each";

/** How many digits are looked at: the first, or the first two. */
export type Digits = 1 | 2;

/** How close shares of first digits are to what is expected, by their mean absolute deviation. */
export type Conformity = "close" | "acceptable" | "marginal" | "none";

/** Up to which mean absolute deviation each is said (Nigrini, "Benford's Law", 2012, from memory). */
const LIMITS: Readonly<Record<Digits, readonly (readonly [Conformity, number])[]>> = {
  1: [
    ["close", 0.006],
    ["acceptable", 0.012],
    ["marginal", 0.015],
  ],
  2: [
    ["close", 0.0012],
    ["acceptable", 0.0018],
    ["marginal", 0.0022],
  ],
};

/** Why nothing may be concluded from first digits. */
export type NotUsable = "too few" | "too narrow";

/**
 * First digits of some amounts.
 * @property counts of 1 to 9, or of 10 to 99
 * @property deviation mean absolute deviation of the shares from those expected
 */
export type DigitFigures = {
  documentType: string;
  currency: string;
  digits: Digits;
  of: number;
  counts: number[];
  deviation: number;
  conformity: Conformity;
};

/** The share of numbers that begin so (Benford 1938). @param leading from 1 to 9, or from 10 to 99 */
export function benfordShare(leading: number): number {
  return Math.log10(1 + 1 / leading);
}

/** The first digit, or the first two, of a whole number; null where it has no such. @example leadingOf(4_999n, 2) // 49 */
export function leadingOf(amount: number | bigint, digits: Digits): number | null {
  const written = String(typeof amount === "number" ? Math.abs(amount) : amount < 0n ? -amount : amount);
  return written.length < digits || !/^[1-9]/.test(written) ? null : Number(written.slice(0, digits));
}

/** Shares of first digits against what is expected of them. */
export function againstBenford(
  amounts: Iterable<number | bigint>,
  digits: Digits,
): Pick<DigitFigures, "of" | "counts" | "deviation" | "conformity"> & { chance: number } {
  const lowest = 10 ** (digits - 1);
  const counts = Array.from({ length: 9 * lowest }, () => 0);
  let of = 0;
  for (const amount of amounts) {
    const leading = leadingOf(amount, digits);
    if (leading === null) continue;
    counts[leading - lowest]! += 1;
    of += 1;
  }
  let [square, away] = [0, 0];
  counts.forEach((count, index) => {
    const share = benfordShare(index + lowest);
    square += (count - of * share) ** 2 / (of * share);
    away += Math.abs(count / of - share);
  });
  const deviation = of === 0 ? 0 : away / counts.length;
  const conformity = LIMITS[digits].find(([, limit]) => deviation <= limit)?.[0] ?? "none";
  return { of, counts, deviation, conformity, chance: of === 0 ? 1 : chiSquareAtLeast(square, counts.length - 1) };
}

/** Whether anything is to be expected of the first digits of some amounts: they are enough, and spread over some powers of ten (common practice). @param rising sorted */
export function whyNotUsable(
  rising: ArrayLike<number>,
  { fewest, spread }: LookoutSettings["digits"],
  digits: Digits,
): NotUsable | null {
  const n = rising.length;
  // Nine digits want enough of each; ninety want ten times as many.
  if (n < fewest * 10 ** (digits - 1)) return "too few";
  const [low, high] = [rising[Math.floor(n / 10)]!, rising[Math.floor((n * 9) / 10)]!];
  return high < spread * Math.max(1, low) ? "too narrow" : null;
}

/**
 * First digit, and first two digits, of the amounts of each type of document in each currency. Raised where their deviation is more than marginal and chance does not make it so (chi-square): large numbers make any deviation
 * certain, and small ones make large deviations by chance.
 */
export function digits(activity: Activity, settings: LookoutSettings["digits"]): Answer<DigitFigures> {
  const { type, gross, currency } = activity.documents;
  const answer: Answer<DigitFigures> = { asked: 0, raised: [] };
  const codes = type.codes.map((code, row) => code * currency.values.length + currency.codes[row]!);
  const groups = rowsByCode(codes, type.values.length * currency.values.length);
  for (let group = 0; group < groups.start.length - 1; group += 1) {
    const rows = onceEach(activity.documents, rowsOf(groups, group), gross).filter((row) => gross[row] !== 0);
    const amounts = Float64Array.from(rows, (row) => Math.abs(gross[row]!)).sort();
    for (const length of [1, 2] as const) {
      if (whyNotUsable(amounts, settings, length)) continue;
      answer.asked += 1;
      const { chance, ...found } = againstBenford(amounts, length);
      if (found.conformity !== "none" || chance > WORTH_KEEPING) continue;
      const documentType = type.values[type.codes[rows[0]!]!]!;
      const code = currency.values[currency.codes[rows[0]!]!]!;
      answer.raised.push({
        about: [documentType, code, String(length)],
        people: [],
        documents: mostOver(rows, gross, found, length).map((row) => activity.documents.ids[row]!),
        chance,
        figures: { documentType, currency: code, digits: length, ...found },
      });
    }
  }
  return answer;
}

/** Documents whose amounts begin with the digits that are most beyond what is expected. */
function mostOver(
  rows: readonly number[],
  gross: Float64Array,
  { counts, of }: { counts: readonly number[]; of: number },
  length: Digits,
): number[] {
  const lowest = 10 ** (length - 1);
  const over = counts.map((count, index) => count / of - benfordShare(index + lowest));
  const worst = over.indexOf(Math.max(...over)) + lowest;
  return rows.filter((row) => leadingOf(gross[row]!, length) === worst);
}
