import type { DocumentState, StepDone, StepResult } from "@/core/approval";
import { documentType, type AnyDocument, type Posting } from "@/core/documents";
import type { App } from "../app";
import { accountNamed } from "./accounts";
import { writeLedger } from "./write";

/** A step that came to its end, and with what. */
export const done = (result: StepResult): StepDone => ({ ok: true, result });
/** A step that came to nothing, and why. */
export const failed = (result: StepResult): StepDone => ({ ok: false, result });

/** Why nothing can be booked with a document's supplier; null when its account is open, and where it has none. */
export function whyNotBook(app: App, document: AnyDocument): StepResult | null {
  const { account: named } = documentType(document.documentType).outside(document);
  if (!named || !("name" in named)) return null;
  const party = named.name;
  const account = accountNamed(app.db, named);
  if (!account) return { code: "no account", values: { party } };
  if (account.status === "open") return null;
  return { code: account.status === "blocked" ? "account blocked" : "account not approved", values: { party } };
}

type Booked = { party: string; amount: { minor: number; currency: string }; detail: string };

/** Writes a document into the ledger. Call in the transaction of its step. */
export function book(app: App, state: DocumentState, kind: Posting["kind"], { party, amount, detail }: Booked): void {
  const { minor, currency } = amount;
  writeLedger(app, [{ type: "posted", data: { document: state.id, kind, party, minor, currency, detail } }], {
    actor: "system",
  });
}
