// The log is append-only and chained; what is read can be made again from it.
import fs from "node:fs";
import path from "node:path";
import { describe, expect, it } from "vitest";
import { verifyChain } from "@/core/records";
import { generateDemo } from "../../../demo/generate";
import { DatabaseUnavailable, databaseFile, openDatabase, type Db } from "../db/open";
import { demoClock } from "../clock";
import { testApp } from "../../../demo/test-app";
import { temporaryFolder } from "../../../demo/temporary";
import { allEvents, append, lastSeq, nativeHash, newCommandId } from "./log";
import { dumpProjections, rebuild } from "./rebuild";
import { sealerOfLog } from "./sealed";

/** A log in which two events have a part in common. */
function logged(): Db {
  const { db } = testApp();
  const document = { title: "Mooring ropes for the whole fleet", lines: Array.from({ length: 20 }, (_, n) => ({ n })) };
  const events = ["one", "two"].map((type) => ({ type, data: { document } }));
  append(db, "document:x-1", events, { actor: "rui-tavares", at: "2026-03-10T09:10:00.000Z", command: "c-1" });
  return db;
}

describe("append-only", () => {
  it("nothing is written to a stream of no kind that there is", () => {
    const { db } = testApp();
    const cause = { actor: "x", at: "2026-03-10T09:10:00.000Z", command: "c-9" };
    for (const stream of ["tests", "documents:x", "toString", ""])
      expect(() => append(db, stream, [{ type: "x", data: {} }], cause)).toThrow(RangeError);
  });

  it.each([
    ["UPDATE logged SET type = 'approved' WHERE seq = 2", "cannot be changed"],
    ["DELETE FROM logged WHERE seq = 2", "cannot be deleted"],
    ["UPDATE cause SET actor = 'mallory' WHERE id = 2", "cannot be changed"],
    ["DELETE FROM cause WHERE id = 2", "cannot be deleted"],
    ["UPDATE part SET body = '{}'", "cannot be changed"],
    ["DELETE FROM part", "cannot be deleted"],
    ["INSERT OR REPLACE INTO logged SELECT * FROM logged WHERE seq = 2", "must follow the last one"],
    [
      "INSERT INTO logged SELECT seq + 100, 'x', 1, type, inNameOf, cause, data, hash FROM logged WHERE seq = 1",
      "must follow the last one",
    ],
  ])("%s is refused by the database itself", (sql, message) => {
    expect(() => logged().exec(sql)).toThrow(message);
  });

  it("one byte changed behind the triggers' back is found and named, in any column of any event", () => {
    const db = logged();
    for (const table of ["logged", "cause", "part"]) db.exec(`DROP TRIGGER ${table}_no_update`);
    const ask = (sql: string) => db.prepare(sql).pluck();
    const first = (where: string) => ask(`SELECT MIN(seq) FROM logged WHERE ${where}`).get() as number;
    const second = first("cause > 1");
    const part = ask("SELECT id FROM part LIMIT 1").get() as number;
    const places: [table: string, key: string, id: number, column: string, seq: number][] = [
      ...["data", "type", "stream"].map((one) => ["logged", "seq", 3, one, 3] as (typeof places)[number]),
      ...["time", "actor", "command"].map((one) => ["cause", "id", second, one, second] as (typeof places)[number]),
      ["part", "id", part, "body", first(`instr(data, '{"§":${part}}') > 0`)],
    ];
    for (const [table, key, id, column, seq] of places) {
      const old = ask(`SELECT ${column} FROM ${table} WHERE ${key} = ?`).get(id) as string;
      const changed = old.replace(/[a-z0-9](?=[^a-z0-9]*$)/, (last) => (last === "1" ? "2" : "1"));
      const set = db.prepare(`UPDATE ${table} SET ${column} = ? WHERE ${key} = ?`);
      set.run(changed, id);
      expect([column, verifyChain(allEvents(db), nativeHash).problem?.seq]).toEqual([column, seq]);
      set.run(old, id);
    }
    expect(verifyChain(allEvents(db), nativeHash)).toMatchObject({ events: 11, problem: null });
  });
});

describe("the demo's log", () => {
  const folder = temporaryFolder();
  const db = openDatabase(folder);
  generateDemo(db, { orders: 40 });

  it("is chained from its first event and gives the same projections when rebuilt", () => {
    expect(verifyChain(allEvents(db), nativeHash).problem).toBeNull();
    const before = dumpProjections(db);
    expect(before.length).toBeGreaterThan(1000);
    expect(rebuild(db)).toBe(lastSeq(db));
    expect(dumpProjections(db)).toEqual(before);
  });

  it("runs forward in time and leaves nothing of the past undecided", () => {
    const times = db.prepare("SELECT time FROM event ORDER BY seq").pluck().all() as string[];
    expect(times).toEqual([...times].sort());
    expect(times.at(-1)! < "2026-03-10T09:10:00.000Z").toBe(true);
    const open = db
      .prepare("SELECT COUNT(*) FROM document WHERE closed_at IS NULL AND created_at < '2026-03-06T09:00'")
      .pluck()
      .get();
    expect(open).toBe(0);
  });

  it("is the same for the same seed, to the last hash, and another for another", () => {
    const again = (seed?: number) => {
      const other = openDatabase(temporaryFolder());
      generateDemo(other, { orders: 40, ...(seed && { seed }) });
      return other.prepare("SELECT hash FROM event ORDER BY seq DESC LIMIT 1").pluck().get();
    };
    const last = db.prepare("SELECT hash FROM event ORDER BY seq DESC LIMIT 1").pluck().get();
    expect(again()).toBe(last);
    expect(again(7)).not.toBe(last);
  });

  it("shows ten live orders in different states, and something of every other type and every kind of hold", () => {
    const live = db
      .prepare("SELECT status, held FROM document WHERE type = 'purchase-order' AND closed_at IS NULL")
      .all() as {
      status: string;
      held: number;
    }[];
    expect(live.map((row) => row.status + (row.held ? " held" : "")).sort()).toEqual([
      "draft",
      "sent back",
      "waiting",
      "waiting",
      "waiting",
      "waiting",
      "waiting",
      "waiting held",
      "waiting held",
      "waiting held",
    ]);
    const types = db.prepare("SELECT DISTINCT type FROM document WHERE status = 'waiting' ORDER BY type").pluck().all();
    expect(types).toEqual([
      "credit-limit-change",
      "expense-claim",
      "purchase-order",
      "supplier-account",
      "supplier-invoice",
    ]);
    const reasons = db.prepare("SELECT DISTINCT code FROM hold").pluck().all();
    for (const reason of [
      "Over the supplier’s limit",
      "No order",
      "Price or quantity outside tolerance",
      "Goods not received",
      "Duplicate suspected",
      "Arithmetic wrong",
      "Supplier not approved",
      "Bank details changed",
      "Receipt missing",
      "Over a ceiling",
      "no exchange rate",
      "no eligible approver",
    ])
      expect(reasons).toContain(reason);
    expect(db.prepare("SELECT COUNT(*) FROM sales_order WHERE status = 'stopped'").pluck().get()).toBe(2);
  });

  it("hides what an auditor is to find: seven invoices sent twice, orders divided under 5,000, four-second approvals, two new bank accounts, approvals by lapse in August", () => {
    const ask = (sql: string) => db.prepare(sql).pluck().all() as number[];
    // The eighth stands among the live ones.
    expect(
      ask(
        "SELECT COUNT(DISTINCT stream) FROM event WHERE type = 'hold placed' AND data ->> 'code' = 'Duplicate suspected'",
      ),
    ).toEqual([8]);
    const divided = ask(
      `SELECT SUM(net) FROM document WHERE type = 'purchase-order' AND net BETWEEN 450000 AND 499999
         GROUP BY requester, party, date HAVING COUNT(*) > 1`,
    );
    expect(divided.length).toBeGreaterThanOrEqual(4);
    for (const sum of divided) expect(sum).toBeGreaterThan(500_000);
    const quick = ask(
      `SELECT ROUND((julianday(said.time) - julianday(sent.time)) * 86400) FROM event said
         JOIN event sent ON sent.stream = said.stream AND sent.type = 'level opened' AND sent.version < said.version
         WHERE said.type = 'approval given' AND said.actor = '${sealerOfLog(db).seal("amadeu-lobato")}' AND said.time < '2026-03-05' AND said.data ->> 'comment' = ''
         GROUP BY said.seq`,
    );
    expect(quick.length).toBeGreaterThan(2);
    expect(quick.filter((seconds) => seconds === 4).length / quick.length).toBeGreaterThan(0.9);
    expect(ask("SELECT COUNT(*) FROM account WHERE bank_at >= '2026-02-20'")).toEqual([2]);
    const lapsed = db
      .prepare("SELECT substr(closed_at, 1, 7) FROM document WHERE lapsed = 1")
      .pluck()
      .all() as string[];
    expect(lapsed.length).toBeGreaterThan(0);
    for (const month of lapsed) expect(["2025-08", "2025-09"]).toContain(month);
  });

  it("the demo's clock starts at its set time and never before the last event", () => {
    expect(demoClock(db, "2026-03-10T09:10:00.000Z").now().slice(0, 16)).toBe("2026-03-10T09:10");
    append(db, "clock", [{ type: "clock moved", data: { to: "2026-04-01T00:00:00.000Z" } }], {
      actor: "x",
      at: "2026-04-01T00:00:00.000Z",
      command: newCommandId(),
    });
    expect(demoClock(db, "2026-03-10T09:10:00.000Z").now() >= "2026-04-01").toBe(true);
  });
});

describe("opening", () => {
  it("a new database leaves nothing to be made again at its first start", () => {
    const db = openDatabase(temporaryFolder());
    expect(db.prepare("SELECT key FROM setting").pluck().all()).toEqual([]);
    db.close();
  });
  it("says in one sentence when the folder cannot be written", () => {
    const folder = temporaryFolder();
    fs.writeFileSync(path.join(folder, "file"), "");
    expect(() => openDatabase(path.join(folder, "file"))).toThrow(
      /^The data folder .* cannot be written \(EEXIST\); set BANDEIRA_DATA/,
    );
  });
  it("refuses a database that a newer program wrote", () => {
    const folder = temporaryFolder();
    const db = openDatabase(folder);
    db.pragma("user_version = 999");
    db.close();
    expect(() => openDatabase(folder)).toThrow(DatabaseUnavailable);
    expect(fs.existsSync(databaseFile(folder))).toBe(true);
  });
});
