import { z } from "zod";
import { ConditionSchema, DecimalSchema } from "../conditions";
import { IdSchema, idFrom } from "../ids";
import { entryDays } from "../lists";
import { MoneySchema } from "../money";

/** What can stand in a field of the organisation's own. */
export const OWN_KINDS = ["text", "number", "amount", "date", "flag", "choice", "person"] as const;
export type OwnKind = (typeof OWN_KINDS)[number];

/** Where it stands: once on the document, on each of its lines, or on accounts of the other party. */
export const OWN_PARTS = ["document", "line", "account"] as const;
export type OwnPart = (typeof OWN_PARTS)[number];

/** Where whoever enters a document finds it. */
export type FormPart = Exclude<OwnPart, "account">;

/** Whose accounts can have fields; beside types of documents what a field stands on. */
export const ACCOUNT_KINDS = ["supplier", "customer"] as const;
export type AccountKind = (typeof ACCOUNT_KINDS)[number];

/** Whether fields stand on accounts of a kind, and not on documents of a type. */
export function isAccountKind(on: string): on is AccountKind {
  return (ACCOUNT_KINDS as readonly string[]).includes(on);
}

/** What a new document can take over, and from whom: by what kind of field it can be held. */
export const TAKEN = {
  requester: "person",
  "manager of the requester": "person",
  "head of the unit": "person",
  "cost centre of the unit": "choice",
} as const satisfies Record<string, OwnKind>;
export type Taken = keyof typeof TAKEN;

/** Who may be let see what stands in a field that is hidden: whoever is asked about the document, and roles. */
export const SEEN_BY = ["approvers", "clerk", "controller", "reviewer", "administrator"] as const;
export type SeenBy = (typeof SEEN_BY)[number];

/**
 * The key of a field, by which documents, conditions and files name it. It begins as no field of the program does, so that the two are never taken for each other, and is
 * a name that expressions of DMN can have; what ends like a name that is made of another there is none.
 */
export const OwnKeySchema = z
  .string()
  .max(60)
  .regex(/^own(_[a-z0-9]+)+$/, "begins with own_ and has lower-case letters, digits and single underscores")
  .refine((key) => !/_(before|currency)$/.test(key), "does not end in _before or _currency");

/** Whether a key is one of a field of the organisation's own. */
export function isOwnKey(key: string): boolean {
  return key.startsWith("own_");
}

/**
 * A key made of a name.
 * @example ownKeyFrom("Export licence") // "own_export_licence"
 */
export function ownKeyFrom(name: string): string {
  const key = `own_${idFrom(name).slice(0, 44).replace(/-+$/, "").replaceAll("-", "_")}`;
  return OwnKeySchema.safeParse(key).success ? key : `${key}_field`;
}

/**
 * How much or how many there may be: of a text its letters, of a number itself, of an amount money, which one in another currency is not compared with; of a date a day, or how
 * many days after the one on which it is filled in, such as “0” or “-30”.
 */
const BoundSchema = z.union([DecimalSchema, z.string().regex(/^(-?\d{1,5}|\d{4}-\d{2}-\d{2})$/), MoneySchema]);
export type Bound = z.infer<typeof BoundSchema>;

/** What a field is for good: documents hold values of this kind. */
const fixed = {
  key: OwnKeySchema,
  kind: z.enum(OWN_KINDS),
  part: z.enum(OWN_PARTS),
  list: IdSchema.optional().meta({ description: "Id of the list that a choice is of" }),
  several: z.literal(true).optional().meta({ description: "Several entries of the list may be chosen" }),
  by: z
    .literal("approvers")
    .optional()
    .meta({ description: "Filled in by whoever approves at a level that asks for it, and not by the requester" }),
  ...entryDays,
};

/** What a field is from some moment on. */
export const ownFieldState = {
  name: z
    .string()
    .trim()
    .min(1)
    .max(60)
    .regex(/^[^\p{Cc}\ufffd]*$/u, "has a sign in it that is no letter")
    .meta({ description: "As it stands in the middle of a sentence" }),
  on: z.array(IdSchema).min(1).max(20).meta({ description: "Types of documents, or kinds of accounts, that have it" }),
  place: z.int().min(0).max(9_999).default(0).meta({ description: "Where it stands among the others; least first" }),
  required: z.enum(["no", "always", "when"]).default("no"),
  when: ConditionSchema.optional().meta({ description: "Under which condition it is required" }),
  help: z.string().trim().max(300).optional(),
  group: z.string().trim().max(60).optional().meta({ description: "Heading under which it stands on the form" }),
  least: BoundSchema.optional().meta({
    description: "Of a text its letters, of a date a day or days from the one it is filled in on",
  }),
  most: BoundSchema.optional().meta({
    description: "Of a text its letters, of a date a day or days from the one it is filled in on",
  }),
  pattern: z.string().min(1).max(200).optional().meta({ description: "What a text has to fit, as RE2 writes it" }),
  patternSays: z
    .string()
    .trim()
    .max(120)
    .optional()
    .meta({ description: "The same in words, for whoever fills it in" }),
  usual: z
    .string()
    .max(200)
    .optional()
    .meta({ description: "What a new document begins with: a text, a number, a key of the list, “true” or “false”" }),
  taken: z
    .union([z.enum(Object.keys(TAKEN) as [Taken]), OwnKeySchema])
    .optional()
    .meta({
      description:
        "What a new document takes over: from its requester, their unit, or a field of the other party’s account",
    }),
  seenBy: z.array(z.enum(SEEN_BY)).max(SEEN_BY.length).optional().meta({
    description:
      "Who may open what stands in it, beside auditors; it is hidden from all but whoever filled it in. Absent: whoever may read the document sees it",
  }),
  atOnce: z
    .literal(true)
    .optional()
    .meta({ description: "On accounts: a change of it counts at once, without an approval" }),
};

/** A field as it is at one moment. */
export const OwnFieldSchema = z.strictObject({ ...fixed, ...ownFieldState });
export type OwnField = z.infer<typeof OwnFieldSchema>;

/** What a form needs to know of a field, whatever is required of it. */
export type FieldOf<K extends keyof OwnField = keyof OwnField> = Pick<OwnField, K>;

/** The schema of what a field is for good. */
export const fixedOfField = fixed;

/** Parts of a definition that its kind does not have. */
export function foreignToKind(field: Partial<OwnField> & { kind: OwnKind }): (keyof OwnField)[] {
  const has: Record<OwnKind, readonly (keyof OwnField)[]> = {
    text: ["least", "most", "usual", "pattern", "patternSays", "taken"],
    number: ["least", "most", "usual", "taken"],
    amount: ["least", "most", "taken"],
    date: ["least", "most", "taken"],
    flag: ["usual", "taken"],
    choice: ["list", "several", "usual", "taken"],
    person: ["taken"],
  };
  return (["list", "several", "least", "most", "usual", "pattern", "patternSays", "taken"] as const).filter(
    (part) => field[part] !== undefined && !has[field.kind].includes(part),
  );
}
