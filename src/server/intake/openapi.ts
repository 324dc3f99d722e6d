import { z } from "zod";
import { createDocument } from "zod-openapi";
import { offered, type Lists } from "@/core/lists";
import { OWN_PARTS, fieldsOn, type OwnField, type OwnKind } from "@/core/own-fields";
import { sayLimits } from "@/core/words";
import { AnswerSchema, ListSchema, SentSchema } from "./api";

const Problem = z
  .object({
    type: z.string(),
    title: z.string(),
    status: z.int(),
    detail: z.string(),
    refusals: z.array(z.object({ code: z.string(), message: z.string(), path: z.string().optional() })),
  })
  .meta({ id: "Problem", description: "RFC 9457: what was refused, each with its sentence and its place" });

const json = (schema: z.ZodType) => ({ content: { "application/json": { schema } } });
const problem = (description: string) => ({
  description,
  content: { "application/problem+json": { schema: Problem } },
});
const PROBLEMS = {
  "401": problem("The token is missing, unknown or was ended"),
  "403": problem("The token may not do this, or the person it acts as may not"),
};

/**
 * The OpenAPI 3.1 description of the interface for integrations.
 * @param kept the organisation's lists and fields; with none, it says only that there may be some
 * @param day ISO date on which they are offered
 */
export function openApi(kept: Kept = { lists: [], fields: [] }, day = "") {
  return withKept(described(), { ...kept, day, type: "" });
}

type Kept = { lists: Lists; fields: readonly OwnField[] };
/** `type` of the document that is being described, where that is known. */
type Describing = Kept & { day: string; type: string };

/** Says of a field of a list which keys it may have, an empty one, where it may be left out, among them; and of fields of the organisation's own which there are. */
function withKept(of: unknown, about: Describing): unknown {
  if (Array.isArray(of)) return of.map((one) => withKept(one, about));
  if (of === null || typeof of !== "object") return of;
  const inside = { ...about, type: typeDescribed(of) ?? about.type };
  const made = Object.fromEntries(Object.entries(of).map(([key, value]) => [key, withKept(value, inside)]));
  const part = OWN_PARTS.find((one) => one === made["x-own"]);
  if (part) return { ...made, ...ownDescribed(fieldsOn(about.fields, about.type, part, about.day), about) };
  return typeof made["x-list"] === "string" ? { ...made, ...keysOf(made["x-list"], about, true) } : made;
}

/** The type of document that a schema of an object is of. */
function typeDescribed(of: object): string | null {
  const { properties } = of as { properties?: { documentType?: { const?: string } } };
  return properties?.documentType?.const ?? null;
}

function keysOf(list: string, { lists, day }: Describing, orNone: boolean) {
  const keys = offered(lists, list, day).map(({ key }) => key);
  return keys.length > 0 ? { enum: orNone ? [...keys, ""] : keys } : {};
}

/** By the kind of a field: what stands in it, as a schema. */
const SCHEMAS: Readonly<Record<OwnKind, object>> = {
  text: { type: "string" },
  number: { type: "string", pattern: String.raw`^-?\d{1,11}(\.\d{1,4})?$` },
  amount: {
    type: "object",
    properties: { minor: { type: "integer" }, currency: { type: "string" } },
    required: ["minor", "currency"],
    additionalProperties: false,
  },
  date: { type: "string", format: "date" },
  flag: { type: "boolean" },
  choice: { type: "string" },
  person: { type: "string" },
};

/** How many letters a text has, and what it has to fit, where a pattern of RE2 means the same in this language too. */
function lettersOf({ least, most, pattern }: OwnField): object {
  return {
    ...(typeof least === "string" && { minLength: Number(least) }),
    ...(typeof most === "string" && { maxLength: Number(most) }),
    ...(pattern && isOfBoth(pattern) && { pattern: `^(?:${pattern})$` }),
  };
}

/** What both languages read alike: no group with a name or flags, and no class or escape that one of them has alone. */
function isOfBoth(pattern: string): boolean {
  if (/\(\?(?!:)|\[\[:|\\[^dDwW.\\/()[\]{}*+?|^$-]/.test(pattern)) return false;
  try {
    return new RegExp(pattern, "u") instanceof RegExp;
  } catch {
    return false;
  }
}

function ownDescribed(fields: readonly OwnField[], about: Describing): object {
  if (about.type === "" || about.fields.length === 0) return {};
  const of = (field: OwnField): object => {
    const { name, kind, list, several, help } = field;
    const one = { ...SCHEMAS[kind], ...(kind === "text" && lettersOf(field)), ...(list && keysOf(list, about, false)) };
    const limits = sayLimits(field).join(", ");
    const description = [name + (limits && ` (${limits})`), ...(help ? [help] : [])].join(". ");
    return { ...(several ? { type: "array", items: one } : one), description };
  };
  const needed = fields.filter(({ required }) => required === "always").map(({ key }) => key);
  return {
    type: "object",
    properties: Object.fromEntries(fields.map((field) => [field.key, of(field)])),
    propertyNames: undefined,
    additionalProperties: false,
    ...(needed.length > 0 && { required: needed }),
  };
}

function described() {
  return createDocument({
    openapi: "3.1.0",
    info: {
      title: "Bandeira",
      version: "1",
      description:
        "Send orders, invoices, claims and changes of accounts for approval, and read how they stand. Amounts are integers of minor units with an ISO 4217 code.",
    },
    security: [{ token: [] }],
    components: { securitySchemes: { token: { type: "http", scheme: "bearer" } } },
    paths: {
      "/api/v1/documents": {
        post: {
          summary: "Send a document",
          description:
            "Entered in the name of the person the token acts as, on behalf of somebody where that person may. Sent again with the same Idempotency-Key and body, it gives the first answer.",
          requestParams: { header: z.object({ "Idempotency-Key": z.string().min(1).max(200) }) },
          requestBody: json(SentSchema),
          responses: {
            "201": { description: "Entered", ...json(AnswerSchema) },
            ...PROBLEMS,
            "422": problem("The document is not right, or the key was sent with another body"),
          },
        },
        get: {
          summary: "Documents by number, a page at a time",
          requestParams: { query: ListSchema },
          responses: {
            "200": {
              description: "A page; send `next` as `after` for the next one",
              ...json(z.object({ documents: z.array(AnswerSchema), next: z.string().nullable() })),
            },
            ...PROBLEMS,
          },
        },
      },
      "/api/v1/documents/{id}": {
        get: {
          summary: "How a document stands",
          requestParams: { path: z.object({ id: z.string() }) },
          responses: {
            "200": { description: "The document", ...json(AnswerSchema) },
            ...PROBLEMS,
            "404": problem("There is no such document"),
          },
        },
      },
    },
  });
}
