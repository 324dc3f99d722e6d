/** What a document costs in the database of the demonstration, with all its events, what they repeat, and all that is made of it. */
import fs from "node:fs";
import os from "node:os";
import path from "node:path";
import { openDatabase } from "@/server/db/open";
import { DOCUMENT_TABLES } from "@/server/documents/projection";
import { MARK_TABLES } from "@/server/evidence/marks";
import { generateDemo } from "../demo/generate";

const ORDERS = 500;
/** Bytes a document with all its events and projections. */
const MOST = 9_000;

export function benchBytes(): void {
  const folder = fs.mkdtempSync(path.join(os.tmpdir(), "bandeira-bytes-"));
  const db = openDatabase(folder);
  try {
    generateDemo(db, { orders: ORDERS });
    const count = db.prepare("SELECT COUNT(*) FROM document").pluck().get() as number;
    // Of the tables of the log, by the length of what is logged of documents.
    const share = db
      .prepare(
        "SELECT 1.0 * SUM(IIF(stream GLOB 'document:*', length(data) + 110, 0)) / SUM(length(data) + 110) FROM logged",
      )
      .pluck()
      .get() as number;
    const pages = db
      .prepare(
        "SELECT COALESCE(m.tbl_name, d.name) AS name, SUM(d.pgsize) AS bytes FROM dbstat d LEFT JOIN sqlite_master m ON m.name = d.name GROUP BY 1",
      )
      .all() as { name: string; bytes: number }[];
    const whole = [...DOCUMENT_TABLES, ...MARK_TABLES, "part"];
    const of = (name: string) => {
      if (["logged", "cause"].includes(name)) return share;
      return whole.some((one) => name === one || (one === "document_text" && name.startsWith(one))) ? 1 : 0;
    };
    const bytes = (names: (name: string) => number) =>
      pages.reduce((sum, one) => sum + names(one.name) * one.bytes, 0) / count;
    const log = bytes((name) => (["logged", "cause", "part"].includes(name) ? of(name) : 0));
    console.log(`
A document of the demonstration (${count} of them), with its indexes: ${bytes(of).toFixed(0)} bytes (promised: at most ${MOST}), of which events and what they repeat ${log.toFixed(0)}.`);
  } finally {
    db.close();
    fs.rmSync(folder, { recursive: true, force: true });
  }
}
