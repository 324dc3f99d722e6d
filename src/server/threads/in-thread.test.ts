// Long work in real threads: the same as in place, with faults that keep their meaning, and nothing left behind by whoever goes away.
import fs from "node:fs";
import path from "node:path";
import { afterAll, describe, expect, it } from "vitest";
import { person, value } from "../../../demo/test-app";
import { temporaryFolder } from "../../../demo/temporary";
import { demoApp } from "../../../demo/test-demo";
import { openDatabase, sayDatabase } from "../db/open";
import { exported } from "../documents/export";
import { newCommandId } from "../log/log";
import { changePeople } from "../people/commands";
import { controlReport } from "../evidence/report";
import { fileInThread, inThread, resultInThread } from "./in-thread";

const app = demoApp(60);
const { db, folder } = app;
const auditor = person(app, "tome-cardigos");
const requester = person(app, "rui-tavares");
const text = (file: ReadableStream<Uint8Array>) => new Response(file).text();
const left = () => fs.readdirSync(path.join(folder, "spool"));
afterAll(() => db.close());

describe("work in a thread", () => {
  it("gives what it gives in place: a file, and a report", async () => {
    for (const by of [auditor, requester])
      for (const format of ["csv", "json", "xes"] as const) {
        const file = await fileInThread(app, "register as a file", { filter: {}, format }, by);
        expect(await text(file)).toBe([...exported(app, by, {}, format)].join(""));
      }
    const period = { from: "2026-01-01", until: "2026-03-31" };
    expect(await resultInThread(app, "sum up a period", period, auditor)).toEqual(controlReport(app, period));
    expect(left()).toEqual([]);
  });

  it("sees what was written since it was last asked", async () => {
    const before = await text(await fileInThread(app, "people as a file", { table: "people", format: "csv" }, auditor));
    const change = { type: "change person" as const, person: "otto-veramar", title: "keeper of the seal", from: null };
    value(changePeople(app, person(app, "joaquina-teles"), change, newCommandId()));
    const after = await text(await fileInThread(app, "people as a file", { table: "people", format: "csv" }, auditor));
    expect([before.includes("keeper of the seal"), after.includes("keeper of the seal")]).toEqual([false, true]);
  });

  it("ends with whoever goes away, before it began or on the way", async () => {
    const gone = new AbortController();
    const file = fileInThread(app, "register as a file", { filter: {}, format: "xes" }, auditor, gone.signal);
    const second = fileInThread(app, "register as a file", { filter: {}, format: "csv" }, auditor, gone.signal);
    gone.abort();
    // Who has gone away before it was asked is not worked for.
    const late = resultInThread(
      app,
      "sum up a period",
      { from: "2026-01-01", until: "2026-03-31" },
      auditor,
      gone.signal,
    );
    await expect(late).rejects.toThrow("ended before it was done");
    for (const outcome of await Promise.allSettled([file, second]))
      expect(String((outcome as PromiseRejectedResult).reason)).toContain("ended before it was done");
    for await (const step of inThread(app, "verify the log", undefined, auditor)) {
      expect(step.done).toBeGreaterThan(0);
      break;
    }
    expect(left()).toEqual([]);
    // The thread is free for others.
    expect(
      await text(await fileInThread(app, "people as a file", { table: "people", format: "csv" }, auditor)),
    ).toContain("rui-tavares");
  });

  it("holds four files open a person at most, and gives a place back when one is done or left", async () => {
    const ask = () => fileInThread(app, "people as a file", { table: "people", format: "csv" }, auditor);
    const open = [await ask(), await ask(), await ask(), await ask()];
    await expect(ask()).rejects.toThrow("You are fetching 4 files already");
    expect(
      await text(await fileInThread(app, "people as a file", { table: "units", format: "csv" }, requester)),
    ).toContain("marevia");
    await open[0]!.cancel();
    await text(open[1]!);
    open.push(await ask(), await ask());
    for (const one of open.slice(2)) await one.cancel();
    await expect(ask()).resolves.toBeInstanceOf(ReadableStream);
  });

  it("says what is wrong with a database as it would in place", async () => {
    const other = openDatabase(temporaryFolder());
    const damaged = { ...app, db: other };
    other.close();
    fs.writeFileSync(other.name, "this is no database, whatever its name says".repeat(200));
    const failed = await resultInThread(
      damaged,
      "sum up a period",
      { from: "2026-01-01", until: "2026-01-31" },
      auditor,
    ).catch((error: unknown) => error);
    expect(sayDatabase(failed)).toContain("is no database");
  });
});
