import { z } from "zod";
import { IdSchema } from "../ids";
import { ATTRIBUTES, kindOf, type Attribute } from "./kinds";

/** The key of an entry, by which documents, conditions and files name it: as the organisation writes it, such as “4010” or “EUR”. */
export const EntryKeySchema = z
  .string()
  .min(1)
  .max(40)
  .regex(
    /^[\p{L}\p{N}]([\p{L}\p{N} ._/&+-]*[\p{L}\p{N}])?$/u,
    "has letters and digits, with . _ / & + - or one blank between",
  );

export const EntryNameSchema = z
  .string()
  .trim()
  .min(1)
  .max(80)
  .regex(/^[^\p{Cc}\ufffd]*$/u, "has a sign in it that is no letter");

/** What an entry says from some moment on, besides its key. */
export const entryState = {
  name: EntryNameSchema,
  ...(Object.fromEntries(Object.entries(ATTRIBUTES).map(([key, schema]) => [key, schema.optional()])) as {
    [A in Attribute]: z.ZodOptional<(typeof ATTRIBUTES)[A]>;
  }),
};

/** First and last day on which an entry may be put on a document, both included; open where absent. */
export const entryDays = {
  firstDay: z.iso.date().optional(),
  lastDay: z.iso.date().optional(),
};

/** An entry as it is at one moment. */
export const EntrySchema = z.strictObject({ key: EntryKeySchema, ...entryDays, ...entryState });
export type Entry = z.infer<typeof EntrySchema>;

/** A list as it is at one moment: every entry it ever had, those that have ended too, since documents name them. */
export const ListSchema = z
  .strictObject({
    id: IdSchema,
    name: z.string().max(60).default("").meta({ description: "Of a list of the organisation's own; else empty" }),
    entries: z.array(EntrySchema).max(20_000),
  })
  .superRefine(({ id, entries }, context) => {
    const known = new Set<string>();
    entries.forEach((entry, index) => {
      const folded = foldKey(entry.key);
      if (known.has(folded))
        context.addIssue({ code: "custom", path: ["entries", index, "key"], message: "stands in the list twice" });
      known.add(folded);
      for (const attribute of foreignTo(id, entry))
        context.addIssue({ code: "custom", path: ["entries", index, attribute], message: "is not said in this list" });
    });
  });
export type List = z.infer<typeof ListSchema>;

/** Attributes of an entry that its list does not have. */
export function foreignTo(list: string, entry: object): Attribute[] {
  const has: readonly Attribute[] = kindOf(list).with;
  return (Object.keys(ATTRIBUTES) as Attribute[]).filter(
    (attribute) => (entry as Record<string, unknown>)[attribute] !== undefined && !has.includes(attribute),
  );
}

/** How two keys or names are told apart: capitals and blanks around make no difference. */
export function foldKey(text: string): string {
  return text.trim().replace(/\s+/g, " ").toLocaleLowerCase("en");
}
