import { partyKey } from "@/core/documents";
import type { ChainedEvent } from "@/core/records";
import { DutySchema } from "@/core/segregation";
import type { Db } from "../db/open";
import { statement } from "../db/statement";
import { markDuties } from "../evidence/marks";
import { projectBy, type Projections } from "../log/by-type";
import { OF_PAYMENTS } from "../payments/projection";
import type { AccountReason } from "@/core/stopped-orders";
import type { AccountEvent, AccountFields, Changed, LedgerEvent } from "./events";

/** Tables that are made of the events of accounts, the ledger and the rules. */
export const LEDGER_TABLES = [
  "account",
  "account_change",
  "receivable",
  "sales_order",
  "receipt",
  "posting",
  "payment_run",
  "rules",
  "letter",
] as const;

const idOf = ({ stream }: ChainedEvent) => stream.slice("account:".length);

const setStatus = (db: Db, status: "open" | "blocked", event: ChainedEvent) =>
  void db.prepare("UPDATE account SET status = ?, updated_at = ? WHERE id = ?").run(status, event.time, idOf(event));

function noteChange(
  db: Db,
  event: ChainedEvent,
  because: AccountReason,
  changes: readonly Changed[],
  document: string | null,
): void {
  statement(
    db,
    "INSERT INTO account_change (account, seq, at, person, because, changes, document) VALUES (?, ?, ?, ?, ?, ?, ?)",
  ).run(idOf(event), event.seq, event.time, event.actor, JSON.stringify(because), JSON.stringify(changes), document);
}

const OF_ACCOUNT: Projections<AccountEvent> = {
  "account entered": (db, { kind, name, status, currency, group, fields, askedBy, because }, event) => {
    db.prepare(
      `INSERT OR REPLACE INTO account (id, kind, name, plain, status, currency, grp, fields, bank_at, asked_by, updated_at)
       VALUES (?, ?, ?, ?, ?, ?, ?, ?, NULL, ?, ?)`,
    ).run(
      idOf(event),
      kind,
      name,
      partyKey(name),
      status,
      currency,
      group,
      JSON.stringify(fields),
      askedBy,
      event.time,
    );
    if (!because) return;
    const changes = Object.entries(fields).map(([field, after]) => ({ field, before: null, after: after ?? null }));
    noteChange(db, event, because, changes, null);
  },
  // Kept beside the account, which has it itself once the document that asks for approval is approved.
  "account filled in": (db, data, event) => {
    const keep = db.prepare("UPDATE account SET signed = ?, updated_at = ? WHERE id = ?");
    keep.run(JSON.stringify(data), event.time, idOf(event));
  },
  "account changed": (db, { changes, because, document }, event) => {
    const id = idOf(event);
    noteChange(db, event, because, changes, document);
    const fields = fieldsOf(db, id);
    for (const { field, after } of changes) fields[field as keyof AccountFields] = after;
    const bank = changes.some(({ field, before }) => field === "bankAccount" && before !== null && before !== "");
    const name = typeof fields.name === "string" ? fields.name : accountName(db, id);
    db.prepare(
      "UPDATE account SET fields = ?, name = ?, plain = ?, bank_at = CASE WHEN ? THEN ? ELSE bank_at END, updated_at = ? WHERE id = ?",
    ).run(JSON.stringify(fields), name, partyKey(name), bank ? 1 : 0, event.time, event.time, id);
  },
  "account opened": (db, _data, event) => setStatus(db, "open", event),
  "account blocked": (db, _data, event) => setStatus(db, "blocked", event),
  "balances read": (db, { receivables }, event) => {
    const id = idOf(event);
    db.prepare("DELETE FROM receivable WHERE customer = ?").run(id);
    const insert = db.prepare("INSERT INTO receivable (customer, number, minor, due) VALUES (?, ?, ?, ?)");
    for (const { number, minor, due } of receivables) insert.run(id, number, minor, due);
  },
};

/** Writes what is read of accounts. */
export function projectAccount(db: Db, event: ChainedEvent): void {
  projectBy(OF_ACCOUNT, db, event);
}

function fieldsOf(db: Db, id: string): AccountFields {
  return JSON.parse(db.prepare("SELECT fields FROM account WHERE id = ?").pluck().get(id) as string) as AccountFields;
}

function accountName(db: Db, id: string): string {
  return db.prepare("SELECT name FROM account WHERE id = ?").pluck().get(id) as string;
}

const OF_BOOKS: Projections<LedgerEvent> = {
  "goods received": (db, { order, line, quantity, by }, { time }) => {
    const insert = db.prepare(
      "INSERT INTO receipt (order_number, line, quantity, by_person, at) VALUES (?, ?, ?, ?, ?)",
    );
    insert.run(order, line, quantity, by, time);
  },
  posted: (db, { document, kind, party, minor, currency, detail }, { time }) => {
    const insert = db.prepare(
      "INSERT INTO posting (document, kind, party, minor, currency, at, detail) VALUES (?, ?, ?, ?, ?, ?, ?)",
    );
    insert.run(document, kind, party, minor, currency, time, detail);
  },
  ...OF_PAYMENTS,
  "sales order entered": (db, { id, customer, title, minor, because, seller = null }, { time }) => {
    const insert = db.prepare(
      "INSERT INTO sales_order (id, customer, title, minor, status, placed_at, because, seller) VALUES (?, ?, ?, ?, ?, ?, ?, ?)",
    );
    const why = because && JSON.stringify(because);
    insert.run(id, customer, title, minor, because ? "stopped" : "open", time, why, seller);
  },
  "limit asked for": (db, { number, orders }) => {
    const mark = db.prepare("UPDATE sales_order SET asked = ? WHERE id = ?");
    for (const id of orders) mark.run(number, id);
  },
  "duties met": (db, { document, person, duty, with: other }, event) => {
    const [one = duty, two = other] = DutySchema.options.filter((known) => known === duty || known === other);
    markDuties(db, event, { document, person, pair: [one, two] });
  },
  "sales order freed": (db, { id, because }, { time }) => {
    const free = db.prepare("UPDATE sales_order SET status = 'open', freed_at = ?, because = ? WHERE id = ?");
    free.run(time, JSON.stringify(because), id);
  },
  "letter sent": (db, letter, { time }) => {
    const { document, to, subject, body, person, occasion, decide, digest, encloses, policy } = letter;
    const insert = statement(
      db,
      `INSERT INTO letter (document, recipient, subject, body, at, person, occasion, level, revision, digest, encloses, policy)
       VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
    );
    const link = policy ? `/policies/${policy.id}?version=${policy.version}` : null;
    const about = [person ?? null, occasion ?? null, decide?.level ?? null, decide?.revision ?? null];
    const enclosed = encloses ? JSON.stringify(encloses) : null;
    insert.run(document, to, subject, body, time, ...about, digest ? 1 : 0, enclosed, link);
  },
};

/** Writes what is read of the books and the post room. */
export function projectLedger(db: Db, event: ChainedEvent): void {
  projectBy(OF_BOOKS, db, event);
}

/** Writes the rules of the organisation as they now stand. */
export function projectRules(db: Db, event: ChainedEvent): void {
  const { rules } = JSON.parse(event.data) as { rules: unknown };
  db.prepare("INSERT OR REPLACE INTO rules (id, body) VALUES (1, ?)").run(JSON.stringify(rules));
}
