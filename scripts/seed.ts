/** Fills the data folder with a demo if it holds no database yet: `tsx scripts/seed.ts [number of past orders] [--organisation lines|observatory]`. */
import fs from "node:fs";
import path from "node:path";
import { parseArgs } from "node:util";
import { databaseFile, openDatabase } from "@/server/db/open";
import { lastSeq } from "@/server/log/log";
import { dataFolder } from "@/server/root";
import { DEMO_ORGANISATIONS, demoCalled } from "../demo/organisations";

const folder = dataFolder();
const { values, positionals } = parseArgs({
  options: { organisation: { type: "string", default: "lines" } },
  allowPositionals: true,
});
const demo = demoCalled(values.organisation);
if (!demo) {
  console.error(
    `There is no demo called “${values.organisation}”; there are: ${Object.keys(DEMO_ORGANISATIONS).join(", ")}.`,
  );
  process.exit(2);
}
const orders = Number(positionals[0] ?? demo.orders);
const file = databaseFile(folder);

if (fs.existsSync(file)) {
  const db = openDatabase(folder);
  const events = lastSeq(db);
  db.close();
  if (events > 0) process.exit(0);
}
const started = Date.now();
// Made beside its place and renamed, so that an interrupted run leaves no half-filled database behind.
const making = path.join(folder, `making-${process.pid}`);
try {
  openDatabase(folder).close();
  for (const suffix of ["", "-wal", "-shm"]) fs.rmSync(file + suffix, { force: true });
  const db = openDatabase(making);
  demo.generate(db, { orders });
  const events = lastSeq(db);
  const documents = db.prepare("SELECT COUNT(*) FROM document").pluck().get() as number;
  db.pragma("wal_checkpoint(TRUNCATE)");
  db.close();
  fs.renameSync(databaseFile(making), file);
  console.log(
    `Demo data of ${demo.name} written: ${orders} past orders and what goes with them, ${documents} documents, ${events} events, ${((Date.now() - started) / 1000).toFixed(1)} s`,
  );
} finally {
  fs.rmSync(making, { recursive: true, force: true });
}
