import type { Db } from "../db/open";
import { statement } from "../db/statement";
import type { LedgerEvent } from "../ledger/events";

type PaymentEvent = Extract<
  LedgerEvent,
  { type: "to be paid" | "payment file fetched" | `payment run ${"made" | "undone" | "exported"}` }
>;

/** Writes what an event about payments changes. Call from the projection of the ledger. */
export function projectPayments(db: Db, event: PaymentEvent, at: string): void {
  switch (event.type) {
    case "to be paid": {
      const { document, due, reference } = event.data;
      statement(
        db,
        "UPDATE posting SET payable = 1, due = ?, reference = ? WHERE document = ? AND kind <> 'order sent'",
      ).run(due, reference, document);
      break;
    }
    case "payment run made": {
      const { run, day, by, items, left } = event.data;
      db.prepare("INSERT INTO payment_run (id, day, made_at, made_by, items, kept_out) VALUES (?, ?, ?, ?, ?, ?)").run(
        run,
        day,
        at,
        by,
        JSON.stringify(items),
        JSON.stringify(left),
      );
      const put = db.prepare("UPDATE posting SET run = ? WHERE document = ? AND payable = 1");
      for (const { document } of items) put.run(run, document);
      break;
    }
    case "payment run undone": {
      const { run, by, reason } = event.data;
      db.prepare("UPDATE payment_run SET undone_at = ?, undone_by = ?, reason = ? WHERE id = ?").run(
        at,
        by,
        reason,
        run,
      );
      db.prepare("UPDATE posting SET run = NULL WHERE run = ?").run(run);
      break;
    }
    case "payment run exported": {
      const { run, by, sha256 } = event.data;
      db.prepare("UPDATE payment_run SET exported_at = ?, exported_by = ?, sha256 = ? WHERE id = ?").run(
        at,
        by,
        sha256,
        run,
      );
      db.prepare("UPDATE posting SET paid = (SELECT day FROM payment_run WHERE id = @run) WHERE run = @run").run({
        run,
      });
      break;
    }
    // A mark in the log alone: account numbers were seen.
    case "payment file fetched":
      break;
  }
}
