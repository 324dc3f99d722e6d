import { z } from "zod";
import { documentType, type DocumentRow } from "@/core/documents";
import { formatMoney, money } from "@/core/money";
import type { Person } from "@/core/people";
import { type Result } from "@/core/refusal";
import { refused } from "@/core/words";
import { joinWords } from "@/core/text";
import { authorise } from "../access/authorise";
import type { App } from "../app";
import { nativeHash } from "../log/log";
import { commandDocument } from "./commands";
import { readState } from "./state";
import { LISTED, toRow, type StoredRow } from "./rows";

/** Drafts that are shown, and sent, at once. */
export const MOST_DRAFTS = 100;

export type DraftFilter = { type?: string | undefined; group?: string | undefined; party?: string | undefined };

/** A draft of one's own, with the customer group of its account where it has one. */
export type DraftRow = DocumentRow & { type: string; group: string };

/** Somebody's own drafts, by type, customer group and account; the latest first. `all` is of every one of them, to choose the filters from. */
export function draftsOf(app: App, person: Person, filter: DraftFilter): { rows: DraftRow[]; all: DraftRow[] } {
  const stored = app.db
    .prepare(
      `SELECT ${LISTED}, COALESCE(a.grp, '') AS grp FROM document d LEFT JOIN account a ON a.id = d.refers AND a.kind = 'customer'
       WHERE d.requester = ? AND d.status = 'draft' ORDER BY d.updated_at DESC, d.id DESC LIMIT ${MOST_DRAFTS}`,
    )
    .all(person.id) as (StoredRow & { grp: string })[];
  const all = stored.map((row) => ({ ...toRow(app, row), type: row.type, group: row.grp }));
  const rows = all.filter(
    ({ type, group, party }) =>
      (!filter.type || type === filter.type) &&
      (!filter.group || group === filter.group) &&
      (!filter.party || party === filter.party),
  );
  return { rows, all };
}

/** How many drafts somebody has. */
export function countDrafts(app: App, person: Person): number {
  return app.db
    .prepare("SELECT COUNT(*) FROM document WHERE requester = ? AND status = 'draft'")
    .pluck()
    .get(person.id) as number;
}

export const SubmitSchema = z.strictObject({
  command: z.uuid(),
  drafts: z
    .array(z.strictObject({ document: z.string().max(40), updatedAt: z.string().max(40) }))
    .min(1)
    .max(MOST_DRAFTS)
    .refine((drafts) => new Set(drafts.map(({ document }) => document)).size === drafts.length, "names a draft twice"),
});
export type SubmitRequest = z.infer<typeof SubmitSchema>;

/** What went, what it came to, and what did not go and why. */
export type Submitted = { done: string[]; says: string; refused: { document: string; number: string; why: string }[] };

/**
 * Submits several drafts of one's own, each as a command of its own: what is not complete stays a draft and says what is missing, and holds up no other. One that
 * was changed since the list was looked at is not sent unseen.
 */
export function submitSeveral(app: App, actor: Person, { command, drafts }: SubmitRequest): Result<Submitted> {
  const refusal = authorise(actor, "documents.enter");
  if (refusal) return { ok: false, refusals: [refusal] };
  const answer: Submitted = { done: [], says: "", refused: [] };
  const amounts = new Map<string, number>();
  let forbidden: Result<never> | null = null;
  for (const { document: id, updatedAt } of drafts) {
    const result = submitOne(app, actor, id, updatedAt, nativeHash(`${command} ${id}`).slice(0, 40));
    if (result.ok) {
      const type = documentType(result.value.document.documentType);
      const { minor, currency } = type.headline(result.value.document)[type.shows];
      amounts.set(currency, (amounts.get(currency) ?? 0) + minor);
      answer.done.push(id);
    } else {
      if (["forbidden", "unknown"].includes(result.refusals[0]?.code ?? "")) forbidden = result;
      const why = result.refusals.map(({ message }) => message).join("; ");
      answer.refused.push({ document: id, number: id.toUpperCase(), why });
    }
  }
  // Nothing done for want of the right is a refusal as a whole, and is logged as one.
  if (answer.done.length === 0 && forbidden) return forbidden;
  const sums = [...amounts].flatMap(([currency, minor]) => (minor === 0 ? [] : [formatMoney(money(minor, currency))]));
  return { ok: true, value: { ...answer, says: joinWords(sums, "and") } };
}

function submitOne(app: App, actor: Person, id: string, updatedAt: string, command: string) {
  const state = readState(app.db, id);
  const seen = app.db.prepare("SELECT updated_at FROM document WHERE id = ?").pluck().get(id) as string | undefined;
  if (!state) return refused("no document", { document: id });
  // Its own page says whose it is; here nothing is told of what is not theirs.
  if (state.document.requester !== actor.id) return refused("no draft of yours", { draft: id });
  if (state.status === "draft" && seen !== updatedAt) return refused("draft has changed");
  return commandDocument(app, actor, id, { type: "submit", document: state.document }, command, true);
}
