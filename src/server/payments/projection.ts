import { statement } from "../db/statement";
import type { LedgerEvent } from "../ledger/events";
import { nowhere, type Projections } from "../log/by-type";

type PaymentEvent = Extract<
  LedgerEvent,
  { type: "to be paid" | "payment file fetched" | `payment run ${"made" | "undone" | "exported"}` }
>;

/** What each event about payments writes; a part of the projection of the ledger. */
export const OF_PAYMENTS: Projections<PaymentEvent> = {
  "to be paid": (db, { document, due, reference }) => {
    statement(
      db,
      "UPDATE posting SET payable = 1, due = ?, reference = ? WHERE document = ? AND kind <> 'order sent'",
    ).run(due, reference, document);
  },
  "payment run made": (db, { run, day, by, items, left }, { time }) => {
    const insert = db.prepare(
      "INSERT INTO payment_run (id, day, made_at, made_by, items, kept_out) VALUES (?, ?, ?, ?, ?, ?)",
    );
    insert.run(run, day, time, by, JSON.stringify(items), JSON.stringify(left));
    const put = db.prepare("UPDATE posting SET run = ? WHERE document = ? AND payable = 1");
    for (const { document } of items) put.run(run, document);
  },
  "payment run undone": (db, { run, by, reason }, { time }) => {
    const undo = db.prepare("UPDATE payment_run SET undone_at = ?, undone_by = ?, reason = ? WHERE id = ?");
    undo.run(time, by, reason, run);
    db.prepare("UPDATE posting SET run = NULL WHERE run = ?").run(run);
  },
  "payment run exported": (db, { run, by, sha256 }, { time }) => {
    const mark = db.prepare("UPDATE payment_run SET exported_at = ?, exported_by = ?, sha256 = ? WHERE id = ?");
    mark.run(time, by, sha256, run);
    const pay = db.prepare("UPDATE posting SET paid = (SELECT day FROM payment_run WHERE id = @run) WHERE run = @run");
    pay.run({ run });
  },
  // Account numbers were seen.
  "payment file fetched": nowhere,
};
