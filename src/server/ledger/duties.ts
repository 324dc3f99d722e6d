import type { DocumentState } from "@/core/approval";
import { meetingsOf, type Done, type Duty, type Meeting } from "@/core/segregation";
import { documentType } from "@/core/documents";
import type { Person } from "@/core/people";
import { type Refusal } from "@/core/refusal";
import type { App } from "../app";
import { statement } from "../db/statement";
import { readState } from "../documents/state";
import { accountByName, readRules } from "./accounts";
import { writeLedger } from "./write";
import { refuse } from "@/core/words";
import { namesNow } from "../reference-data";

/** Who has done what about a document so far: its supplier's account, its order and receipts, itself, its approvals and holds. */
export function dutiesOf(app: App, state: DocumentState): Done[] {
  const { document } = state;
  const done: Done[] = [
    ...[document.requester, document.editedBy].flatMap((person): Done[] => (person ? [{ duty: "enter", person }] : [])),
    ...state.levels.flatMap((level) =>
      level.decisions.flatMap((one): Done[] =>
        one.outcome === "approve" ? [{ duty: "approve", person: one.by }] : [],
      ),
    ),
    ...state.holds.flatMap((hold): Done[] =>
      hold.released?.how === "person" && hold.released.by ? [{ duty: "release", person: hold.released.by }] : [],
    ),
  ];
  const type = documentType(document.documentType);
  const { account } = type.outside(document);
  if (account?.kind === "supplier" && "name" in account) done.push(...ofAccount(app, account.name));
  const { order } = type.around(document);
  const ordered = order ? readState(app.db, order.number.trim().toLowerCase()) : null;
  if (ordered && !order!.replaces) done.push({ duty: "order", person: ordered.document.requester });
  // Receipts are kept under the number of the first order, which is its own for an order.
  const receipts = statement(app.db, "SELECT DISTINCT by_person FROM receipt WHERE order_number = ?")
    .pluck()
    .all(ordered?.number ?? order?.number ?? state.number) as string[];
  return [...done, ...receipts.map((person): Done => ({ duty: "receive", person }))];
}

/** Whoever asked for a supplier's account, whoever asked for a change of it that was approved, and whoever changed it at once. */
function ofAccount(app: App, supplier: string): Done[] {
  const account = supplier ? accountByName(app.db, "supplier", supplier) : null;
  if (!account) return [];
  const changed = statement(
    app.db,
    "SELECT DISTINCT requester FROM document WHERE refers = ? AND type = 'supplier-account' AND status = 'approved'",
  )
    .pluck()
    .all(account.id) as string[];
  const atOnce = statement(
    app.db,
    "SELECT DISTINCT person FROM account_change WHERE account = ? AND document IS NULL AND person <> 'system'",
  )
    .pluck()
    .all(account.id) as string[];
  const people = [account.askedBy, ...changed, ...atOnce].filter((one): one is string => one !== null);
  return [...new Set(people)].map((person) => ({ duty: "account", person }));
}

/** Duties that met in one person although they should not: the organisation lets it pass, and it is marked. */
export type Met = { document: string; person: string; duty: Duty; with: Duty };

/** What somebody is about to do, against what they have done: refused, or to be marked where the organisation only wants to know. */
export function whatMeets(
  app: App,
  state: DocumentState,
  actor: Person,
  duty: Duty,
): { refusal: Refusal; meets: Meeting } | { met: Met[] } {
  const meetings = meetingsOf(dutiesOf(app, state), duty, actor.id, readRules(app).duties);
  const [first] = meetings;
  if (first?.mode === "refuse")
    return {
      meets: first,
      refusal: refuse(
        "duties meet",
        { document: state.number, person: actor.id, did: first.with, duty },
        undefined,
        namesNow(app),
      ),
    };
  return { met: meetings.map((one) => ({ document: state.id, person: actor.id, duty, with: one.with })) };
}

/** Marks in the log what met. Call in the transaction of the act. */
export function markMet(app: App, met: readonly Met[], command: string): void {
  for (const one of met) writeLedger(app, [{ type: "duties met", data: one }], { actor: one.person, command });
}
