import { partyKey } from "@/core/documents";
import type { ChainedEvent } from "@/core/records";
import { DutySchema } from "@/core/segregation";
import type { Db } from "../db/open";
import { statement } from "../db/statement";
import { markDuties } from "../evidence/marks";
import { projectPayments } from "../payments/projection";
import type { AccountEvent, AccountFields, LedgerEvent } from "./events";

/** Tables that are made of the events of accounts, the ledger and the rules. */
export const LEDGER_TABLES = [
  "account",
  "receivable",
  "sales_order",
  "receipt",
  "posting",
  "payment_run",
  "rules",
  "letter",
] as const;

/** Writes what is read of accounts. */
export function projectAccount(db: Db, event: ChainedEvent): void {
  const id = event.stream.slice("account:".length);
  const happened = { type: event.type, data: JSON.parse(event.data) as unknown } as AccountEvent;
  switch (happened.type) {
    case "account entered": {
      const { kind, name, status, currency, group, fields, askedBy } = happened.data;
      db.prepare(
        `INSERT OR REPLACE INTO account (id, kind, name, plain, status, currency, grp, fields, bank_at, asked_by, updated_at)
         VALUES (?, ?, ?, ?, ?, ?, ?, ?, NULL, ?, ?)`,
      ).run(id, kind, name, partyKey(name), status, currency, group, JSON.stringify(fields), askedBy, event.time);
      break;
    }
    case "account filled in":
      // Kept beside the account, which has it itself once the document that asks for approval is approved.
      db.prepare("UPDATE account SET signed = ?, updated_at = ? WHERE id = ?").run(
        JSON.stringify(happened.data),
        event.time,
        id,
      );
      break;
    case "account changed": {
      const fields = fieldsOf(db, id);
      const { changes } = happened.data;
      for (const { field, after } of changes) fields[field as keyof AccountFields] = after;
      const bank = changes.some(({ field, before }) => field === "bankAccount" && before !== null && before !== "");
      const name = typeof fields.name === "string" ? fields.name : nameOf(db, id);
      db.prepare(
        "UPDATE account SET fields = ?, name = ?, plain = ?, bank_at = CASE WHEN ? THEN ? ELSE bank_at END, updated_at = ? WHERE id = ?",
      ).run(JSON.stringify(fields), name, partyKey(name), bank ? 1 : 0, event.time, event.time, id);
      break;
    }
    case "account opened":
    case "account blocked":
      db.prepare("UPDATE account SET status = ?, updated_at = ? WHERE id = ?").run(
        happened.type === "account opened" ? "open" : "blocked",
        event.time,
        id,
      );
      break;
    case "balances read": {
      db.prepare("DELETE FROM receivable WHERE customer = ?").run(id);
      const insert = db.prepare("INSERT INTO receivable (customer, number, minor, due) VALUES (?, ?, ?, ?)");
      for (const { number, minor, due } of happened.data.receivables) insert.run(id, number, minor, due);
    }
  }
}

function fieldsOf(db: Db, id: string): AccountFields {
  return JSON.parse(db.prepare("SELECT fields FROM account WHERE id = ?").pluck().get(id) as string) as AccountFields;
}

function nameOf(db: Db, id: string): string {
  return db.prepare("SELECT name FROM account WHERE id = ?").pluck().get(id) as string;
}

/** Writes what is read of the books and the post room. */
export function projectLedger(db: Db, event: ChainedEvent): void {
  const happened = { type: event.type, data: JSON.parse(event.data) as unknown } as LedgerEvent;
  switch (happened.type) {
    case "goods received": {
      const { order, line, quantity, by } = happened.data;
      db.prepare("INSERT INTO receipt (order_number, line, quantity, by_person, at) VALUES (?, ?, ?, ?, ?)").run(
        order,
        line,
        quantity,
        by,
        event.time,
      );
      break;
    }
    case "posted": {
      const { document, kind, party, minor, currency, detail } = happened.data;
      db.prepare(
        "INSERT INTO posting (document, kind, party, minor, currency, at, detail) VALUES (?, ?, ?, ?, ?, ?, ?)",
      ).run(document, kind, party, minor, currency, event.time, detail);
      break;
    }
    case "to be paid":
    case "payment run made":
    case "payment run undone":
    case "payment run exported":
    case "payment file fetched":
      projectPayments(db, happened, event.time);
      break;
    case "sales order entered": {
      const { id, customer, title, minor, stopped, because, seller = null } = happened.data;
      db.prepare(
        "INSERT INTO sales_order (id, customer, title, minor, status, placed_at, because, seller) VALUES (?, ?, ?, ?, ?, ?, ?, ?)",
      ).run(id, customer, title, minor, stopped ? "stopped" : "open", event.time, because, seller);
      break;
    }
    case "limit asked for": {
      const { number, orders } = happened.data;
      const mark = db.prepare("UPDATE sales_order SET asked = ? WHERE id = ?");
      for (const id of orders) mark.run(number, id);
      break;
    }
    case "duties met": {
      const { document, person, duty, with: other } = happened.data;
      const [one = duty, two = other] = DutySchema.options.filter((known) => known === duty || known === other);
      markDuties(db, event, { document, person, pair: [one, two] });
      break;
    }
    case "sales order freed": {
      const { id, because } = happened.data;
      db.prepare("UPDATE sales_order SET status = 'open', freed_at = ?, because = ? WHERE id = ?").run(
        event.time,
        because,
        id,
      );
      break;
    }
    case "letter sent": {
      const { document, to, subject, body, person, occasion, decide, digest, encloses, policy } = happened.data;
      statement(
        db,
        `INSERT INTO letter (document, recipient, subject, body, at, person, occasion, level, revision, digest, encloses, policy)
         VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
      ).run(
        document,
        to,
        subject,
        body,
        event.time,
        person ?? null,
        occasion ?? null,
        decide?.level ?? null,
        decide?.revision ?? null,
        digest ? 1 : 0,
        encloses ? JSON.stringify(encloses) : null,
        policy ? `/policies/${policy.id}?version=${policy.version}` : null,
      );
    }
  }
}

/** Writes the rules of the organisation as they now stand. */
export function projectRules(db: Db, event: ChainedEvent): void {
  const { rules } = JSON.parse(event.data) as { rules: unknown };
  db.prepare("INSERT OR REPLACE INTO rules (id, body) VALUES (1, ?)").run(JSON.stringify(rules));
}
