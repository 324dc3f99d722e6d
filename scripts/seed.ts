/** Fills the data folder with the demo if it holds no database yet: `tsx scripts/seed.ts [number of past orders]`. */
import fs from "node:fs";
import path from "node:path";
import { databaseFile, openDatabase } from "@/server/db/open";
import { lastSeq } from "@/server/log/log";
import { dataFolder } from "@/server/root";
import { generateDemo } from "../demo/generate";

const folder = dataFolder();
const orders = Number(process.argv[2] ?? 1000);
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
  generateDemo(db, { orders });
  const events = lastSeq(db);
  const documents = db.prepare("SELECT COUNT(*) FROM document").pluck().get() as number;
  db.pragma("wal_checkpoint(TRUNCATE)");
  db.close();
  fs.renameSync(databaseFile(making), file);
  console.log(
    `Demo data written: ${orders} past orders and what goes with them, ${documents} documents, ${events} events, ${((Date.now() - started) / 1000).toFixed(1)} s`,
  );
} finally {
  fs.rmSync(making, { recursive: true, force: true });
}
