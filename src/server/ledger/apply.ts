import type { DocumentState, StepDone } from "@/core/approval";
import { sameValue } from "@/core/conditions";
import { type AnyDocument, documentType } from "@/core/documents";
import type { App } from "../app";
import { lookAgain } from "../holds/look-again";
import { namesNow, readReferenceData } from "../reference-data";
import { isOfStopped, tellReleased } from "../credit/customer";
import { customerFacts, emailOf, readAccount, type Account } from "./accounts";
import type { AccountEvent, AccountValue } from "./events";
import { sendLetter, writeAccount, writeLedger } from "./write";
import { sayField } from "@/core/words";
import { type OrderReason } from "@/core/stopped-orders";
import { type Money } from "@/core/money";

/**
 * Applies what was accepted of a change to its account, if what it changes is still as it was when it was asked for; a new account is opened with it and the other party told. A higher limit frees orders that
 * were stopped for credit, the oldest first, as far as it reaches.
 */
export function applyChanges(app: App, state: DocumentState, document: AnyDocument): StepDone {
  const id = documentType(document.documentType).changesAccount(document);
  if (id === null || !("changes" in document)) return { ok: false, result: { code: "changes no account" } };
  const account = readAccount(app.db, id);
  if (!account) return { ok: false, result: { code: "unknown account", values: { account: id } } };
  const moved = document.changes.find(({ field, before }) => !sameValue(before, present(account, field)));
  if (moved) {
    const { field, before } = moved;
    const values = { account: account.name, field, before, now: present(account, field) };
    return { ok: false, result: { code: "changed meanwhile", values } };
  }
  const cause = { actor: "system" };
  const changes = document.changes.map(({ field, after }) => ({
    field,
    before: present(account, field),
    after,
  }));
  const because = { code: "document approved" as const, values: { number: state.number } };
  const events: AccountEvent[] = [];
  if (changes.length > 0)
    events.push({
      type: "account changed",
      data: { changes, because, document: state.id },
    });
  const opens = account.status === "asked for";
  if (opens) events.push({ type: "account opened", data: { because } });
  writeAccount(app, id, events, cause);
  const heard = !opens || tellParty(app, state, account);
  const freed =
    account.kind === "customer"
      ? freeOrders(app, id, (limit) => ({ code: "freed by a document", values: { number: state.number, limit } }))
      : [];
  const said = account.kind === "customer" ? tellCustomer(app, state, account, freed) : "nothing";
  lookAgain(
    app,
    { about: "account", key: id },
    { code: "account changed", values: { account: account.name, by: state.number } },
  );
  const values = {
    account: account.name,
    changes: changes.map(({ field, after }) => ({ field, after })),
    opened: opens,
    told: heard,
    freed,
    customer: said,
  };
  return { ok: true, result: { code: "changes applied", values } };
}

function present(account: Account, field: string): AccountValue {
  return account.fields[field as keyof Account["fields"]] ?? null;
}

/** The customer hears which of its orders go out by the new limit, and which do not where it was asked for because of them. */
function tellCustomer(app: App, state: DocumentState, before: Account, freed: readonly string[]) {
  const now = readAccount(app.db, before.id)!;
  const limit = (account: Account) => account.fields.limit ?? null;
  return tellReleased(app, now, freed, {
    limit: sayField("limit", limit(now), namesNow(app)),
    raised: !sameValue(limit(before), limit(now)),
    document: state.id,
    because: isOfStopped(state),
  });
}

/** @returns whether it could be told: some account has no address to write to */
function tellParty(app: App, state: DocumentState, account: Account): boolean {
  const now = readAccount(app.db, account.id)!;
  const to = emailOf(now);
  const { name } = readReferenceData(app).directory.organisation;
  if (!to) return false;
  sendLetter(app, {
    document: state.id,
    to,
    subject: `Your account with ${name} is open`,
    body: `The account of ${now.name} with ${name} is open from now on.`,
  });
  return true;
}

/**
 * Frees a customer's stopped orders, oldest first, while what is owed and ordered stays within the limit.
 * @param because why they go out, of the limit they fit in
 * @returns their ids
 */
export function freeOrders(app: App, customer: string, because: (limit: Money | null) => OrderReason): string[] {
  const account = readAccount(app.db, customer);
  if (!account || account.status !== "open") return [];
  const { limit, receivables, openOrders } = customerFacts(app, account);
  let left = (limit?.minor ?? 0) - receivables.minor - openOrders.minor;
  const stopped = app.db
    .prepare("SELECT id, minor FROM sales_order WHERE customer = ? AND status = 'stopped' ORDER BY placed_at, id")
    .all(customer) as { id: string; minor: number }[];
  const freed: string[] = [];
  for (const { id, minor } of stopped) {
    if (minor > left) break;
    left -= minor;
    freed.push(id);
  }
  const reason = because(limit ?? null);
  writeLedger(
    app,
    freed.map((id) => ({ type: "sales order freed" as const, data: { id, because: reason } })),
    { actor: "system" },
  );
  return freed;
}
