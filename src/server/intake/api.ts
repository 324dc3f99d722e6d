import { z } from "zod";
import { acceptedOf, activeHolds, isCleared, type DocumentState } from "@/core/approval";
import {
  CreditLimitChangeSchema,
  ExpenseClaimSchema,
  PurchaseOrderSchema,
  SupplierAccountSchema,
  SupplierInvoiceSchema,
  documentType,
} from "@/core/documents";
import { refusalsOf, type Result } from "@/core/refusal";
import { refused } from "@/core/words";
import { sayHeld, type Names } from "@/core/words";
import { authorise } from "../access/authorise";
import type { App } from "../app";
import { allOrNothing } from "../db/all-or-nothing";
import { commandDocument, enterDocument, isReader } from "../documents/commands";
import { readState } from "../documents/state";
import { nativeHash } from "../log/log";
import { readReferenceData } from "../reference-data";
import { bearerOf } from "./tokens";
import { ofItsUnit } from "../documents/unit";
import { namesFor } from "../documents/names";

/** What an integration sends: a document without its unit, which follows from whose it is. */
const WithoutUnit = z.discriminatedUnion("documentType", [
  strip(PurchaseOrderSchema),
  strip(SupplierInvoiceSchema),
  strip(ExpenseClaimSchema),
  strip(CreditLimitChangeSchema),
  strip(SupplierAccountSchema),
]);

function strip<T extends { documentType: z.ZodType }>(schema: z.ZodObject<T>) {
  // Rebuilt from its fields, since a schema with checks of its own takes no omissions; those checks are asked when it is entered.
  const { requester: _, unit: __, editedBy: ___, ...shape } = schema.shape as Record<string, z.ZodType>;
  return z.strictObject(shape as Omit<T, "requester" | "unit" | "editedBy">);
}

export const SentSchema = z.strictObject({
  document: WithoutUnit,
  submit: z.boolean().default(true).meta({ description: "Send it on for approval; otherwise it is kept as a draft" }),
});

export const AnswerSchema = z.strictObject({
  id: z.string(),
  number: z.string(),
  documentType: z.string(),
  status: z.enum(["draft", "waiting", "sent back", "approved", "declined", "withdrawn", "lapsed"]),
  cleared: z.boolean(),
  revision: z.int(),
  title: z.string(),
  party: z.string(),
  net: z.strictObject({ minor: z.int(), currency: z.string() }),
  gross: z.strictObject({ minor: z.int(), currency: z.string() }),
  holds: z.array(
    z.strictObject({ code: z.string(), reason: z.string(), blocks: z.array(z.string()), placedAt: z.string() }),
  ),
});
export type Answer = z.infer<typeof AnswerSchema>;

/** What a program is told of a document. */
export function answerOf(state: DocumentState, names: Names): Answer {
  const { title, party, net, gross } = documentType(state.document.documentType).headline(acceptedOf(state));
  return {
    id: state.id,
    number: state.number,
    documentType: state.document.documentType,
    status: state.status,
    cleared: isCleared(state),
    revision: state.revision,
    title,
    party,
    net,
    gross,
    holds: activeHolds(state).map(({ code, why, blocks, placedAt }) => ({
      code,
      reason: sayHeld({ code, why }, names),
      blocks: [...blocks],
      placedAt,
    })),
  };
}

export type Sent = { authorization: string | null; key: string | null; text: string };
type Kept = { body_hash: string; status: number; answer: string };

/** Whether a token may send documents at all; asked before anything it sends is read. */
export function mayReceive(app: App, authorization: string | null): Result<unknown> {
  return bearerOf(app, authorization, "documents.write");
}

/**
 * Takes a document from an integration, once for each `Idempotency-Key`: the same key with the same body gives the first answer again, with another
 * body it is refused.
 */
export function receiveDocument(
  app: App,
  { authorization, key, text }: Sent,
): Result<{ status: number; answer: Answer }> {
  const bearer = bearerOf(app, authorization, "documents.write");
  if (!bearer.ok) return bearer;
  if (!key || key.length > 200) return refused("idempotency key needed");
  const parsed = parse(text);
  if (!parsed.ok) return parsed;
  const { token, person } = bearer.value;
  const bodyHash = nativeHash(text);
  return allOrNothing(app, () => {
    const kept = app.db
      .prepare("SELECT body_hash, status, answer FROM idempotency WHERE token = ? AND key = ?")
      .get(token, key) as Kept | undefined;
    if (kept && kept.body_hash !== bodyHash) return refused("idempotency key used");
    if (kept) return { ok: true, value: { status: kept.status, answer: JSON.parse(kept.answer) as Answer } };
    const { document, submit } = parsed.value;
    const owner = readReferenceData(app).directory.person(document.onBehalfOf ?? person.id) ?? person;
    const whole = { ...document, requester: person.id, unit: owner.unit };
    const checked = documentType(document.documentType).schema.safeParse(whole);
    if (!checked.success) return { ok: false, refusals: refusalsOf(checked.error) };
    const command = `api:${token}:${nativeHash(key)}`;
    const entered = enterDocument(app, person, ofItsUnit(app, checked.data), command);
    if (!entered.ok) return entered;
    const { id, document: taken } = entered.value;
    const sent = submit
      ? commandDocument(app, person, id, { type: "submit", document: taken }, `${command}:s`)
      : entered;
    if (!sent.ok) return sent;
    const answer = answerOf(sent.value, namesFor(readReferenceData(app), sent.value));
    app.db
      .prepare("INSERT INTO idempotency (token, key, body_hash, status, answer, at) VALUES (?, ?, ?, 201, ?, ?)")
      .run(token, key, bodyHash, JSON.stringify(answer), app.clock.now());
    return { ok: true, value: { status: 201, answer } };
  });
}

function parse(text: string): Result<z.infer<typeof SentSchema>> {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (error) {
    return refused("body is no JSON", { found: (error as Error).message });
  }
  const parsed = SentSchema.safeParse(value);
  return parsed.success ? { ok: true, value: parsed.data } : { ok: false, refusals: refusalsOf(parsed.error) };
}

/** One document, for an integration whose person may read it. */
export function sentDocument(app: App, authorization: string | null, id: string): Result<Answer> {
  const bearer = bearerOf(app, authorization, "documents.read");
  if (!bearer.ok) return bearer;
  const { person } = bearer.value;
  const state = readState(app.db, id.toLowerCase());
  if (!state) return refused("no document", { document: id });
  const refusal = authorise(person, "documents.read", { document: state, isReader: isReader(app, state, person.id) });
  return refusal
    ? { ok: false, refusals: [refusal] }
    : { ok: true, value: answerOf(state, namesFor(readReferenceData(app), state)) };
}

export const ListSchema = z.strictObject({
  after: z.string().max(20).optional().meta({ description: "Number of the last document of the page before" }),
  type: z.string().max(40).optional(),
  limit: z.coerce.number().int().min(1).max(200).default(50),
});

/** Documents by number, a page at a time; `next` is what to send as `after`. */
export function listSent(
  app: App,
  authorization: string | null,
  query: unknown,
): Result<{ documents: Answer[]; next: string | null }> {
  const bearer = bearerOf(app, authorization, "documents.read");
  if (!bearer.ok) return bearer;
  const parsed = ListSchema.safeParse(query);
  if (!parsed.success) return { ok: false, refusals: refusalsOf(parsed.error) };
  const { person } = bearer.value;
  const { after = "", type = "", limit } = parsed.data;
  const all = authorise(person, "documents.readAll") === null ? 1 : 0;
  const ids = app.db
    .prepare(
      `SELECT d.id FROM document d WHERE d.number > @after AND (@type = '' OR d.type = @type)
         AND (@all = 1 OR EXISTS (SELECT 1 FROM reader r WHERE r.person = @person AND r.document = d.id))
       ORDER BY d.number LIMIT @limit`,
    )
    .pluck()
    .all({ after, type, all, person: person.id, limit }) as string[];
  const world = readReferenceData(app);
  const documents = ids.map((id) => {
    const state = readState(app.db, id)!;
    return answerOf(state, namesFor(world, state));
  });
  return { ok: true, value: { documents, next: documents.length === limit ? documents.at(-1)!.number : null } };
}
