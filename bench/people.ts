/** 10,000 people from a CSV file: looked at, then written in one transaction; and one change among them. */
import fs from "node:fs";
import os from "node:os";
import path from "node:path";
import Database from "better-sqlite3";
import { found } from "@/core/organisation-history";
import { systemClock } from "@/server/clock";
import { openDatabase } from "@/server/db/open";
import { append, newCommandId } from "@/server/log/log";
import { project } from "@/server/log/projection";
import { changePeople } from "@/server/people/commands";
import { toCsv } from "@/server/tables";
import { importFile, type ImportRequest } from "@/server/people/import";
import { readReferenceData } from "@/server/reference-data";
import { marevia } from "../demo/organisation";

const COUNT = 10_000;

export async function benchPeople(): Promise<void> {
  const folder = fs.mkdtempSync(path.join(os.tmpdir(), "bandeira-bench-"));
  const db = openDatabase(folder);
  const app = { db, clock: systemClock, wall: systemClock, demo: false };
  const at = "2026-01-01T00:00:00.000Z";
  db.transaction(() =>
    project(
      db,
      append(db, "organisation", [{ type: "organisation founded", data: { changes: found(marevia, at) } }], {
        actor: "system",
        at,
        command: newCommandId(),
      }),
    ),
  )();
  const actor = readReferenceData(app).directory.person("joaquina-teles")!;
  const rows = Array.from({ length: COUNT }, (_, index) => {
    // Ten to a manager, so that lines are four deep.
    const manager = index < 10 ? "goncalo-abrantes" : `person-${Math.floor(index / 10)}`;
    const unit = marevia.units[index % marevia.units.length]!.id;
    return [`person-${index}`, `Person ${index}`, `person-${index}@marevia.example`, "deckhand", unit, manager];
  });
  const text = toCsv([["id", "name", "e-mail", "title", "unit", "reports to"], ...rows]);
  const request: ImportRequest = {
    table: "people",
    text,
    mapping: null,
    complete: false,
    from: null,
    takeGood: false,
    confirm: null,
    command: newCommandId(),
  };
  const look = await timed(() => finish(importFile(app, actor, request)));
  if (!look.value.ok || look.value.value.preview.counts.added !== COUNT)
    throw new Error("The import would not add everybody");
  const { fingerprint } = look.value.value.preview;
  const write = await timed(() => finish(importFile(app, actor, { ...request, confirm: fingerprint })));
  if (!write.value.ok || write.value.value.written !== COUNT) throw new Error("The import did not write everybody");
  const bare = await timed(() => Promise.resolve(insertOnly(folder, rows)));
  const away = {
    type: "set stand-in" as const,
    kind: "absence" as const,
    standIn: null,
    from: null,
    until: "2099-01-01",
    documentTypes: null,
    cap: null,
    reason: "",
  };
  const one = await timed(() =>
    Promise.resolve(changePeople(app, actor, { ...away, person: "person-42" }, newCommandId())),
  );
  if (!one.value.ok) throw new Error("The absence was refused");
  console.log(`
10,000 people from CSV: looked at in ${sayMs(look.ms)}, looked at again and written in ${sayMs(write.ms)} (promised: under 5 s);
  that is ${(write.ms / bare.ms).toFixed(0)} times bare inserts of the same rows in one transaction on the same disk (${sayMs(bare.ms)}).
One absence set among 10,000 people, with everything checked: ${sayMs(one.ms)}.`);
  db.close();
  fs.rmSync(folder, { recursive: true, force: true });
}

function insertOnly(folder: string, rows: string[][]): void {
  const db = new Database(path.join(folder, "bare.db"));
  db.pragma("journal_mode = WAL");
  db.pragma("synchronous = FULL");
  db.exec("CREATE TABLE person (id TEXT PRIMARY KEY, body TEXT NOT NULL) STRICT");
  const insert = db.prepare("INSERT INTO person VALUES (?, ?)");
  db.transaction(() => rows.forEach((row) => insert.run(row[0], JSON.stringify(row))))();
  db.close();
}

async function timed<T>(work: () => Promise<T>): Promise<{ ms: number; value: T }> {
  const started = performance.now();
  const value = await work();
  return { ms: performance.now() - started, value };
}

async function finish<T>(steps: AsyncGenerator<unknown, T>): Promise<T> {
  for (;;) {
    const step = await steps.next();
    if (step.done) return step.value;
  }
}

const sayMs = (ms: number) => (ms >= 1000 ? `${(ms / 1000).toFixed(2)} s` : `${ms.toFixed(0)} ms`);
