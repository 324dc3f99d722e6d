import { z } from "zod";
import { MoneySchema } from "../money";

/** A value of a document's field as a condition sees it. A field of many values (the categories of all lines) is a list. */
export type FactValue =
  string | boolean | z.infer<typeof MoneySchema> | readonly string[] | readonly z.infer<typeof MoneySchema>[] | null;

const DECIMAL = /^-?\d{1,11}(\.\d{1,4})?$/;

/** Whether a text is such a number; what documents say is asked of thousands at a time. */
export function isDecimal(text: string): boolean {
  return DECIMAL.test(text);
}

/** A number as a condition compares it: decimal text with at most eleven digits before the point and four after it, so that comparing is exact. */
export const DecimalSchema = z
  .string()
  .regex(DECIMAL, "must be a number such as 3 or 2.5, with at most four decimals")
  .meta({ description: "Decimal number written as text" });

/** A decimal text of `DecimalSchema` in ten-thousandths, a whole number. @example scaled("2.5") // 25000 */
export function scaled(decimal: string): number {
  // Of so few digits the product with 10,000 lies within half of the next whole number.
  return Math.round(Number(decimal) * 10_000);
}

/** The same of any text; null for what is no such number. */
export function inTenThousandths(text: string): number | null {
  return isDecimal(text) ? scaled(text) : null;
}

/** A text as comparisons see it: without what stands around it, and whatever its capitals. */
export function folded(text: string): string {
  return text.trim().toLocaleLowerCase("en");
}

/** Whether two values are the same, however their parts are ordered. */
export function sameValue(one: FactValue, other: FactValue): boolean {
  type Plain = FactValue | z.infer<typeof MoneySchema>;
  const plain = (value: Plain): unknown =>
    value === null || typeof value !== "object"
      ? value
      : "minor" in value
        ? [value.minor, value.currency]
        : value.map(plain);
  return JSON.stringify(plain(one)) === JSON.stringify(plain(other));
}

/** What a condition is evaluated on: field keys of the document type with their values. */
export type Facts = Readonly<Record<string, FactValue>>;

const field = z.string().min(1).meta({ description: "Key of a field of the document type" });

export const TextComparison = z.strictObject({
  kind: z.literal("text"),
  field,
  is: z.enum(["equal to", "not equal to", "containing", "starting with", "empty", "filled in"]),
  value: z.string().default(""),
});

export const ChoiceComparison = z.strictObject({
  kind: z.literal("choice"),
  field,
  is: z.enum(["one of", "none of"]),
  values: z.array(z.string()).min(1),
});

export const AmountComparison = z.strictObject({
  kind: z.literal("amount"),
  field,
  is: z.enum(["over", "at least", "under", "at most", "exactly"]),
  amount: MoneySchema,
});

/** By each comparison of an amount or number, the one that is met where it is not; by all but “exactly”. */
export const OPPOSITE = { over: "at most", "at least": "under", under: "at least", "at most": "over" } as const;

export const NumberComparison = z.strictObject({
  kind: z.literal("number"),
  field,
  is: z.enum(["over", "at least", "under", "at most", "exactly"]),
  value: DecimalSchema,
});

export const DateComparison = z.strictObject({
  kind: z.literal("date"),
  field,
  is: z.enum(["before", "on or before", "on", "on or after", "after"]),
  date: z.iso.date(),
});

/**
 * What an edit did to a controlled field. Beside the field's value its old one is a fact, under `beforeKey(field)`; without an old value
 * nothing has changed.
 */
export const ChangeComparison = z
  .strictObject({
    kind: z.literal("change"),
    field,
    is: z.enum(["changed", "rose", "fell", "rose by more than"]),
    percent: z.number().positive().max(10_000).optional(),
    amount: MoneySchema.optional(),
  })
  .refine((one) => (one.is === "rose by more than") === ((one.percent === undefined) !== (one.amount === undefined)), {
    message: "“rose by more than” needs a percentage or an amount, one of the two; the others need neither",
  });

/** The key under which facts hold the old value of a controlled field. */
export function beforeKey(field: string): string {
  return `${field}:before`;
}

export const FlagComparison = z.strictObject({ kind: z.literal("flag"), field, is: z.boolean() });

export type Comparison =
  | z.infer<typeof TextComparison>
  | z.infer<typeof ChoiceComparison>
  | z.infer<typeof AmountComparison>
  | z.infer<typeof NumberComparison>
  | z.infer<typeof DateComparison>
  | z.infer<typeof FlagComparison>
  | z.infer<typeof ChangeComparison>;

export type Group = { kind: "all" | "any" | "none"; of: Condition[] };

/** A tree of comparisons on fields, joined by all / any / none. */
export type Condition = Group | Comparison;

const group = (kind: "all" | "any" | "none") =>
  z.strictObject({
    kind: z.literal(kind),
    get of() {
      return z.array(ConditionSchema).min(1);
    },
  });

// The depth is bounded so that a hostile file cannot exhaust the stack of whoever evaluates it.
export const MAX_DEPTH = 20;

export const ConditionSchema: z.ZodType<Condition> = z
  .lazy(() =>
    z.discriminatedUnion("kind", [
      group("all"),
      group("any"),
      group("none"),
      TextComparison,
      ChoiceComparison,
      AmountComparison,
      NumberComparison,
      DateComparison,
      FlagComparison,
      ChangeComparison,
    ]),
  )
  .meta({ id: "Condition" });

/** How many groups stand in each other, and the comparison in the innermost of them: 1 for a comparison alone. */
export function depthOf(condition: Condition): number {
  return "of" in condition ? 1 + Math.max(0, ...condition.of.map(depthOf)) : 1;
}

/** Whether a condition has others in it. */
export function isGroup(condition: Condition): condition is Group {
  return "of" in condition;
}

/** Keys of the fields that a condition compares, each as often as it does. */
export function fieldsCompared(condition: Condition): string[] {
  return comparisonsIn(condition).map((one) => one.field);
}

/** All comparisons of a condition, in their order. */
export function comparisonsIn(condition: Condition): Comparison[] {
  return isGroup(condition) ? condition.of.flatMap(comparisonsIn) : [condition];
}

/** How a field and its choices are called; keys are what conditions name. */
export type FieldWords = {
  label: string;
  /** It holds what all lines say, or, where it holds `several` of the document itself, all of these. */
  many?: boolean | undefined;
  several?: boolean | undefined;
  choices?: Readonly<Record<string, string>> | undefined;
};
export type Vocabulary = Readonly<Record<string, FieldWords>>;
