// The command line answers without a database, names the first bad event, and says what is wrong with a call.
import { spawnSync } from "node:child_process";
import fs from "node:fs";
import path from "node:path";
import { describe, expect, it, vi } from "vitest";
import type { PurchaseOrder } from "@/core/documents";
import type { Route } from "@/core/routing";
import { databaseFile, openDatabase } from "@/server/db/open";
import { lastSeq } from "@/server/log/log";
import { testApp } from "../demo/test-app";
import { temporaryFolder } from "../demo/temporary";
import { main } from "./main";

const root = path.join(import.meta.dirname, "..");
const examples = path.join(root, "demo/examples");
const folder = temporaryFolder();

/** As whoever types it calls it: a process of its own, from another folder. */
function typed(...args: string[]) {
  const { status, stdout, stderr } = spawnSync(process.execPath, [path.join(root, "bin/bandeira.js"), ...args], {
    encoding: "utf8",
    cwd: folder,
  });
  return { status, stdout, stderr };
}

/** The same in this process, which need not read the whole program again for each call. */
async function bandeira(...args: string[]) {
  const said = { log: [] as string[], error: [] as string[] };
  const spies = (["log", "error"] as const).map((way) =>
    vi.spyOn(console, way).mockImplementation((line: unknown) => void said[way].push(`${String(line)}\n`)),
  );
  try {
    const status = await main(args);
    return { status, stdout: said.log.join(""), stderr: said.error.join("") };
  } finally {
    for (const spy of spies) spy.mockRestore();
  }
}

const file = (name: string, value: unknown) => {
  const at = path.join(folder, name);
  fs.writeFileSync(at, JSON.stringify(value));
  return at;
};
const example = <T>(name: string) => JSON.parse(fs.readFileSync(path.join(examples, name), "utf8")) as T;
const routeOf = (policy: string, document: string, ...more: string[]) =>
  bandeira(
    "route",
    "--policy",
    policy,
    "--people",
    path.join(examples, "people.json"),
    "--document",
    document,
    "--at",
    "2026-03-10T09:10:00Z",
    ...more,
  );

describe("bandeira route", () => {
  const order = example<PurchaseOrder>("order.json");
  const policy = example<{ sections: { thresholds: { amount: number; exact: string }[]; levels: object[] }[] }>(
    "two-step-policy.json",
  );

  it.each([
    ["below", 249_999, 0],
    ["below", 250_000, 0],
    ["below", 250_001, 1],
    ["below", 1_000_000, 1],
    ["below", 1_000_001, 2],
    ["above", 250_000, 1],
  ])("with the exact amount %s, %d cents need %d levels", async (exact, unitPrice, count) => {
    policy.sections[0]!.thresholds.forEach((threshold) => (threshold.exact = exact));
    const { status, stdout } = await routeOf(
      file("policy.json", policy),
      file("order.json", { ...order, lines: [{ ...order.lines[0]!, unitPrice }] }),
    );
    const route = JSON.parse(stdout) as Route;
    expect([status, route.levels.filter((level) => level.outcome === "required").length]).toEqual([0, count]);
    expect(
      route.levels
        .filter((level) => level.outcome === "passed over")
        .every(({ why }) => why.code === "no part in the band"),
    ).toBe(true);
  });

  it("gives band, section, people with reasons, and the rate of a yen order", async () => {
    const rates = ["--rates", path.join(examples, "rates.json")];
    const yen = JSON.parse(
      (await routeOf(path.join(examples, "policy.json"), path.join(examples, "order-in-yen.json"), ...rates)).stdout,
    ) as Route;
    expect(yen).toMatchObject({
      outcome: "chain",
      section: { id: "everything-else" },
      measured: { compared: { minor: 256200, currency: "EUR" }, rate: { rate: "0.0061" } },
    });
    expect(yen.levels[0]?.candidates).toEqual([{ person: "rui-tavares", eligible: true, why: [] }]);
    const held = JSON.parse(
      (await routeOf(path.join(examples, "policy.json"), path.join(examples, "order-in-yen.json"))).stdout,
    ) as Route;
    expect(held).toMatchObject({ outcome: "held", holds: [{ code: "no exchange rate" }] });
  });

  it("refuses an unknown field with its path and writes no route", async () => {
    const wrong = structuredClone(policy) as typeof policy;
    Object.assign(wrong.sections[0]!.levels[0]!, { quroum: { kind: "all" } });
    const { status, stdout, stderr } = await routeOf(file("wrong.json", wrong), path.join(examples, "order.json"));
    expect([status, stdout]).toEqual([2, ""]);
    expect(stderr).toContain("sections[0].levels[0].quroum: unknown field; did you mean “quorum”?");
  });

  it.each<[string, string[], string]>([
    [
      "a missing file",
      ["route", "--policy", "nowhere.json", "--people", "x", "--document", "y"],
      "nowhere.json cannot be read",
    ],
    ["a missing option", ["route", "--policy", path.join(examples, "policy.json")], "this command needs --people FILE"],
    ["an unknown option", ["route", "--colour", "red"], "--colour"],
    ["an unknown command", ["dance"], "There is no command “dance”"],
    ["another command's option", ["verify", "--policy", "x"], "verify does not take --policy"],
    ["no database", ["verify", "--data", "/nowhere/at/all"], "There is no Bandeira database in /nowhere/at/all"],
  ])("says what is wrong with %s", async (_name, args, message) => {
    const { status, stderr } = await bandeira(...args);
    expect(status).toBe(2);
    expect(stderr).toContain(message);
    expect(stderr.trim().split("\n")).toHaveLength(1);
  });

  it("prints its help", () => {
    const { status, stdout } = typed("--help");
    expect(status).toBe(0);
    expect(stdout).toContain("bandeira verify [--data DIR]");
  });
});

describe("bandeira check", () => {
  const check = (policy: string) =>
    bandeira(
      "check",
      "--policy",
      policy,
      "--people",
      path.join(examples, "people.json"),
      "--at",
      "2026-03-10T09:10:00Z",
    );
  type Found = { code: string; weight: string; example?: string };

  it("prints the findings of a policy and exits with 1 when one is fatal, with 0 when none is", async () => {
    const policy = example<{ sections: { bands: object[]; levels: { marks: string[] }[] }[] }>("policy.json");
    const sound = await check(path.join(examples, "policy.json"));
    expect([sound.status, (JSON.parse(sound.stdout) as Found[]).filter(({ weight }) => weight !== "passing")]).toEqual([
      0,
      [],
    ]);
    for (const level of policy.sections.at(-1)!.levels) level.marks[1] = "none";
    const broken = await check(file("broken.json", policy));
    expect(broken.status).toBe(1);
    expect((JSON.parse(broken.stdout) as Found[])[0]).toMatchObject({ code: "no approving level", weight: "fatal" });
  });
});

describe("bandeira verify and rebuild", () => {
  it("count the events, and name the one of which a byte was changed in the file", async () => {
    const app = testApp();
    const events = lastSeq(app.db);
    app.db.pragma("wal_checkpoint(TRUNCATE)");
    app.db.close();
    const good = typed("verify", "--data", app.folder);
    expect(good).toMatchObject({ status: 0, stderr: "" });
    expect(good.stdout).toContain(`${events} events, each follows from the one before`);
    expect(await bandeira("rebuild", "--data", app.folder)).toMatchObject({
      status: 0,
      stdout: expect.stringContaining("Nothing differed") as string,
    });

    const db = openDatabase(app.folder);
    db.pragma("wal_checkpoint(TRUNCATE)");
    const rate = db.prepare("SELECT seq, data FROM event WHERE stream = 'rates'").get() as {
      seq: number;
      data: string;
    };
    db.close();
    const bytes = fs.readFileSync(databaseFile(app.folder));
    // Making the projections again leaves old copies in free space; the byte is changed in the one that is read too.
    for (let at = bytes.indexOf(rate.data); at >= 0; at = bytes.indexOf(rate.data, at + 1))
      bytes[at + rate.data.indexOf("0.0061") + 5] = "9".charCodeAt(0);
    fs.writeFileSync(databaseFile(app.folder), bytes);
    const bad = await bandeira("verify", "--data", app.folder);
    expect(bad.status).toBe(1);
    expect(bad.stderr).toContain(`Event ${rate.seq} is not: its content does not give its hash`);
  });

  it.each<[string, (bytes: Buffer) => Buffer]>([
    ["is no database", (bytes) => Buffer.concat([Buffer.alloc(100, "x"), bytes.subarray(100)])],
    ["is cut in half", (bytes) => bytes.subarray(0, bytes.length / 2)],
    ["has its middle overwritten", (bytes) => bytes.fill(0xa5, 8_192, bytes.length - 4_096)],
    ["is empty", () => Buffer.alloc(0)],
    ["is a few bytes", () => Buffer.from("nothing")],
  ])("say of a file that %s what is wrong and what to do, in words", async (_what, damage) => {
    const app = testApp();
    app.db.pragma("wal_checkpoint(TRUNCATE)");
    app.db.close();
    const at = databaseFile(app.folder);
    fs.writeFileSync(at, damage(fs.readFileSync(at)));
    const { status, stderr } = await bandeira("verify", "--data", app.folder);
    expect(status).toBe(1);
    expect(stderr).toMatch(/^The database in .* cannot be read further \(SQLITE_[A-Z]+: .+\)\. Keep the file as it is/);
    expect(stderr.trim().split("\n")).toHaveLength(1);
    const again = await bandeira("rebuild", "--data", app.folder);
    expect(again.status).not.toBe(0);
    expect(again.stderr).not.toMatch(/^ {4}at /m);
  });
});
