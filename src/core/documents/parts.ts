import { Decimal } from "decimal.js";
import { z } from "zod";
import { IdSchema } from "../ids";
import { CurrencySchema, money, sumMinor, type Money } from "../money";
import { sameValue } from "../conditions";
import { faultOfTyped } from "../payments";
import { ownValuesOn, type OwnValue } from "../own-fields";
import { AttachmentSchema, type Attachment } from "./attachment";
import type { MissingReason } from "./reasons";
import type { MissingItem, Sample } from "./registry";

/** What the types of documents have in common: the fields every one has, and exact arithmetic on lines. */

/** More than this is a slip of the hand and not an amount: ten thousand million of a currency with two decimals. */
export const MOST_MINOR = 1_000_000_000_000;

/** What somebody wrote, up to so many letters. The sign for a lost letter (U+FFFD) is refused: it would go out in files as if the other side had not written UTF-8. */
export const written = (most: number) =>
  z
    .string()
    .max(most)
    .regex(/^[^\ufffd]*$/, "has the sign \ufffd in it, which stands for a letter that was lost; type it again");

/** Fields of every document, whatever its type. */
export const basicFields = {
  title: written(120),
  requester: IdSchema,
  onBehalfOf: IdSchema.nullable().default(null).meta({ description: "For whom it was entered, if not for oneself" }),
  unit: IdSchema,
  currency: CurrencySchema,
  date: z.iso.date(),
  editedBy: IdSchema.optional().meta({ description: "Who edited it last, where that was not the requester" }),
  note: written(2000).default(""),
  attachments: z.array(AttachmentSchema).max(40).default([]),
  own: ownValuesOn("document").optional(),
};

/**
 * By whom of the other party its form was filled in and signed, and when; the hash is of what they filled in, and where they drew their signature as well, `drawn`
 * is that of the image, which names the same hash. Set by Bandeira, and gone when something of it is changed here.
 */
export const PartySignatureSchema = z.strictObject({
  name: written(120),
  on: z.iso.date(),
  hash: z.string().regex(/^[0-9a-f]{64}$/),
  drawn: z
    .string()
    .regex(/^[0-9a-f]{64}$/)
    .optional(),
});
export type PartySignature = z.infer<typeof PartySignatureSchema>;

/** Which attached paper is which of those that are required. */
export const NamedPapersSchema = z
  .array(z.strictObject({ name: z.string().max(60), hash: z.string().regex(/^[0-9a-f]{64}$/) }))
  .max(20)
  .meta({ description: "Which attached paper is which of those that are required" });

/** Which of the papers that are required are not attached under their names. */
export function notAttached(
  required: readonly string[],
  { papers = [], attachments }: { papers?: z.infer<typeof NamedPapersSchema> | undefined; attachments: Attachment[] },
): string[] {
  return required.filter(
    (name) => !papers.some((one) => one.name === name && attachments.some((paper) => paper.hash === one.hash)),
  );
}

type Changed = { field: string; before: Value; after: Value };
type Value = OwnValue | null;

/** What is wrong with the new values of an account's fields, each by what it is called: what is no change, an account number or an address that cannot be right. */
export function wrongChanges(changes: readonly Changed[], labelOf: (field: string) => string): MissingItem[] {
  return changes.flatMap(({ field, before, after }, index) => {
    const path = `changes.${index}.after`;
    const label = labelOf(field);
    const wrong = wrongAccountValue(field, after, label);
    return [
      ...(sameValue(before, after) ? [{ path, why: { code: "same value" as const, values: { label } } }] : []),
      ...(wrong ? [{ path, why: wrong }] : []),
    ];
  });
}

/** Why a value of an account's field can never be right; null where it can. @param label what the field is called */
export function wrongAccountValue(field: string, value: Value, label: string): MissingReason | null {
  const fault = field === "bankAccount" ? faultOfTyped(String(value ?? "")) : null;
  if (fault) return { code: "wrong account number", values: { label, fault } };
  return field === "email" && !isMailAddress(value)
    ? { code: "no e-mail address", values: { label, typed: String(value) } }
    : null;
}

/** Whether a party can be written to at a value, or is not to be any more: an address, or nothing. */
function isMailAddress(value: unknown): boolean {
  return value === null || value === "" || z.email().safeParse(value).success;
}

export const QuantitySchema = z
  .string()
  .regex(/^\d{1,9}(\.\d{1,4})?$/, "must be a number such as 3 or 2.5, with at most four decimals")
  .meta({ description: "Decimal number written as text" });

/** An amount as it stands on a paper, in minor units; credit notes have negative ones. */
export const StatedSchema = z.int().min(-MOST_MINOR).max(MOST_MINOR);

export const Exact = Decimal.clone({ precision: 40, rounding: Decimal.ROUND_HALF_UP });

/** A product of decimals written as text or numbers, rounded once, half away from zero. */
export function times(...factors: (string | number)[]): number {
  const [quantity, price] = factors;
  if (factors.length === 2 && typeof quantity === "string" && typeof price === "number") {
    const quick = inWhole(quantity, 4, price, 10_000);
    if (quick !== null) return quick;
  }
  return factors
    .reduce((product, factor) => product.mul(factor), new Exact(1))
    .toDecimalPlaces(0)
    .toNumber();
}

/** So many per cent of an amount, rounded once, half away from zero. */
export function percentOf(minor: number, percent: string | number): number {
  const quick = inWhole(String(percent), 2, minor, 10_000);
  return quick ?? new Exact(minor).mul(percent).div(100).toDecimalPlaces(0).toNumber();
}

/**
 * The same in whole numbers, which is exact and quick as long as nothing leaves the safe range; null where it would, or where the text is no plain
 * decimal. @param scale what the product is divided by in the end
 */
function inWhole(decimal: string, digits: 2 | 4, whole: number, scale: number): number | null {
  const scaled = scaledTo(decimal, digits);
  if (scaled === null) return null;
  const product = scaled * Math.abs(whole);
  if (!Number.isSafeInteger(product + scale) || !Number.isSafeInteger(whole)) return null;
  const rounded = Math.floor((product + scale / 2) / scale);
  return whole < 0 ? -rounded : rounded;
}

const scaledKnown = [new Map<string, number | null>(), new Map<string, number | null>()] as const;

/** A plain decimal as a whole number of its last digit; of lines and rates there are few different ones, and each is worked out once. */
function scaledTo(decimal: string, digits: 2 | 4): number | null {
  const known = scaledKnown[digits === 2 ? 0 : 1];
  const before = known.get(decimal);
  if (before !== undefined) return before;
  const [, whole, part = ""] = /^(\d{1,9})(?:\.(\d+))?$/.exec(decimal) ?? [];
  const scaled = whole === undefined || part.length > digits ? null : Number(whole + part.padEnd(digits, "0"));
  if (known.size < 1000) known.set(decimal, scaled);
  return scaled;
}

const rates = new Map<string, string>();

/** A percentage as it is written shortest, so that “23” and “23.0” are one rate; there are few, and each is worked out once. */
function plainRate(percent: string): string {
  const known = rates.get(percent) ?? new Exact(percent).toString();
  if (rates.size < 1000) rates.set(percent, known);
  return known;
}

/** Tax on parts at their rates: worked out per rate on the sum of its parts and rounded once each, as EN 16931 does per VAT category (from memory). @param parts net in minor units of the currency */
export function taxByRate(
  parts: readonly { net: number; taxPercent: string }[],
  currency: string,
): { percent: string; base: Money; tax: Money }[] {
  const byRate = new Map<string, number[]>();
  for (const { net, taxPercent } of parts) {
    const rate = plainRate(taxPercent);
    const known = byRate.get(rate);
    if (known) known.push(net);
    else byRate.set(rate, [net]);
  }
  return [...byRate].map(([percent, nets]) => {
    const base = money(sumMinor(nets), currency);
    return { percent, base, tax: money(percentOf(base.minor, percent), currency) };
  });
}

/** The fields every sample has; see `DocumentType.sample`. */
export function sampleBasics({ requester, unit, date, currency }: Sample) {
  return { title: "Trial", requester, onBehalfOf: null, unit, date, currency, note: "", attachments: [] };
}

/** Refuses a document whose sums leave the range in which amounts are exact. */
export function withExactTotals<T>(totals: (document: T) => unknown) {
  return (document: T, context: z.RefinementCtx): void => {
    try {
      totals(document);
    } catch {
      context.addIssue({
        code: "custom",
        path: ["lines"],
        message: "the amounts are too large to be added up exactly",
      });
    }
  };
}
