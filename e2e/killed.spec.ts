// Killing the server at any moment loses no acknowledged decision: it is killed in a loop while orders are entered and decided.
import { spawnSync } from "node:child_process";
import fs from "node:fs";
import os from "node:os";
import path from "node:path";
import { expect } from "@playwright/test";
import Database from "better-sqlite3";
import { startServer, test } from "./support";

const root = path.join(import.meta.dirname, "..");
const port = Number(process.env.PORT ?? 4391) + 1;
const base = `http://localhost:${port}`;
const order = JSON.parse(fs.readFileSync(path.join(root, "demo/examples/order.json"), "utf8")) as object;

const start = (data: string) => startServer(port, { BANDEIRA_DATA: data, BANDEIRA_DEMO: "1" });

async function sessionOf(person: string): Promise<string> {
  const response = await fetch(`${base}/api/session`, {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify({ person }),
  });
  return response.headers.getSetCookie()[0]!.split(";")[0]!;
}

/** Sends a command and keeps its id once the server has acknowledged it; null when the server died before. */
async function act(
  cookie: string,
  address: string,
  body: object,
  acknowledged: string[],
): Promise<{ id: string } | null> {
  const command = crypto.randomUUID();
  const response = await fetch(base + address, {
    method: "POST",
    headers: { "content-type": "application/json", cookie },
    body: JSON.stringify({ command, ...body }),
  });
  const answer = (await response.json()) as { id: string };
  if (response.ok) acknowledged.push(command);
  return response.ok ? answer : null;
}

/** Enters, submits and approves orders one after the other until the server is gone. */
async function work(noor: string, rui: string, acknowledged: string[]): Promise<void> {
  try {
    for (;;) {
      const draft = await act(noor, "/api/documents", { document: order }, acknowledged);
      const address = `/api/documents/${draft!.id}`;
      await act(noor, address, { type: "submit", document: order }, acknowledged);
      await act(rui, address, { type: "approve", level: "line-manager", revision: 1, comment: "" }, acknowledged);
    }
  } catch {
    // The server was killed under this request: it was not acknowledged, and may be in the log or not.
  }
}

test("no acknowledged decision is lost, however often the server is killed", async () => {
  const data = fs.mkdtempSync(path.join(os.tmpdir(), "bandeira-killed-"));
  spawnSync(path.join(root, "node_modules/.bin/tsx"), ["scripts/seed.ts", "60"], {
    cwd: root,
    env: { ...process.env, BANDEIRA_DATA: data },
  });
  const acknowledged: string[] = [];
  for (let round = 0; round < 6; round += 1) {
    const server = await start(data);
    const [noor, rui] = [await sessionOf("noor-halvorsrud"), await sessionOf("rui-tavares")];
    const enough = acknowledged.length + 20 + round * 7;
    const workers = [1, 2, 3].map(() => work(noor, rui, acknowledged));
    await expect.poll(() => acknowledged.length, { intervals: [5], timeout: 30_000 }).toBeGreaterThan(enough);
    server.kill("SIGKILL");
    await Promise.all(workers);
  }
  const db = new Database(path.join(data, "bandeira.db"), { readonly: true });
  const known = new Set(db.prepare("SELECT command FROM event").pluck().all());
  db.close();
  expect(acknowledged.length).toBeGreaterThan(200);
  expect(acknowledged.filter((command) => !known.has(command))).toEqual([]);
  const bandeira = (command: string) =>
    spawnSync(process.execPath, ["bin/bandeira.js", command, "--data", data], { cwd: root, encoding: "utf8" });
  expect(bandeira("verify")).toMatchObject({ status: 0, stderr: "" });
  expect(bandeira("rebuild").stdout).toContain("Nothing differed");
  fs.rmSync(data, { recursive: true, force: true });
});
