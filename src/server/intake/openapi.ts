import { z } from "zod";
import { createDocument } from "zod-openapi";
import { offered, type Lists } from "@/core/lists";
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
 * @param lists what the organisation's lists offer on a day; with none, it says only that a field is of a list
 * @param day ISO date
 */
export function openApi(lists: Lists = [], day = "") {
  return withEntries(described(), lists, day);
}

/** The keys that a field of a list may have, where the list has any; an empty one, where it may be left out, among them. */
function withEntries(of: unknown, lists: Lists, day: string): unknown {
  if (Array.isArray(of)) return of.map((one) => withEntries(one, lists, day));
  if (of === null || typeof of !== "object") return of;
  const made = Object.fromEntries(Object.entries(of).map(([key, value]) => [key, withEntries(value, lists, day)]));
  const keys = typeof made["x-list"] === "string" ? offered(lists, made["x-list"], day).map(({ key }) => key) : [];
  return keys.length > 0 ? { ...made, enum: [...keys, ""] } : made;
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
