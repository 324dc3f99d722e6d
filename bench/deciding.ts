import fs from "node:fs";
import os from "node:os";
import path from "node:path";
import { performance } from "node:perf_hooks";
import { verifyChain } from "@/core/records";
import { DEMO_START, type App } from "@/server/app";
import { handClock } from "@/server/clock";
import { openDatabase, type Db } from "@/server/db/open";
import { commandDocument, enterDocument } from "@/server/documents/commands";
import { allEvents, nativeHash, newCommandId } from "@/server/log/log";
import { readReferenceData } from "@/server/reference-data";
import { generateDemo } from "../demo/generate";
import { BenchServer } from "./server";
import { order } from "@/core/fixtures";

const DECISIONS = 1500;
const PEOPLE = 50;
const SECONDS = 60;
const PORT = 4397;

/** A decision with its events, projections and messages against bare transactions of three rows; then fifty people deciding on one server. */
export async function benchDeciding(): Promise<void> {
  const folder = fs.mkdtempSync(path.join(os.tmpdir(), "bandeira-deciding-"));
  const db = openDatabase(folder);
  try {
    generateDemo(db, { orders: 40 });
    const bare = bareRate(db);
    const rate = decisionRate(db);
    console.log(`
Decisions in one process: ${rate.toFixed(0)} a second, ${((100 * rate) / bare).toFixed(0)} % of ${bare.toFixed(0)} bare transactions of three rows (promised: 60 %).`);
    db.close();
    await fiftyPeople(folder, bare);
  } finally {
    if (db.open) db.close();
    fs.rmSync(folder, { recursive: true, force: true });
  }
}

/** Transactions of three rows of an event's size a second, on the same disk with the same settings. */
function bareRate(db: Db): number {
  db.exec("CREATE TABLE bare (seq INTEGER PRIMARY KEY, data TEXT NOT NULL) STRICT");
  const insert = db.prepare("INSERT INTO bare (data) VALUES (?)");
  const data = "x".repeat(600);
  const one = db.transaction(() => {
    for (let n = 0; n < 3; n += 1) insert.run(data);
  });
  const started = performance.now();
  for (let n = 0; n < DECISIONS; n += 1) one.immediate();
  const took = performance.now() - started;
  db.exec("DROP TABLE bare");
  return (1000 * DECISIONS) / took;
}

const anOrder = (n: number) =>
  order(70_000, { requester: "noor-halvorsrud", unit: "engineering", date: "2026-03-10", title: `Bench ${n}` });

function decisionRate(db: Db): number {
  const app: App = { db, clock: handClock(DEMO_START), wall: handClock(DEMO_START), demo: true };
  const who = (id: string) => readReferenceData(app).directory.person(id)!;
  const ids = Array.from({ length: DECISIONS }, (_, n) => {
    const entered = enterDocument(app, who("noor-halvorsrud"), anOrder(n), newCommandId(), true);
    if (!entered.ok) throw new Error(JSON.stringify(entered.refusals));
    return entered.value.id;
  });
  const started = performance.now();
  for (const id of ids) {
    const command = { type: "approve" as const, level: "line-manager", revision: 1, comment: "Agreed" };
    const done = commandDocument(app, who("rui-tavares"), id, command, newCommandId());
    if (!done.ok || done.value.status !== "approved") throw new Error(JSON.stringify(done));
  }
  return (1000 * DECISIONS) / (performance.now() - started);
}

type Told = { decided: string[]; overtaken: number; errors: string[] };

/**
 * Fifty people at one server for a minute: each enters orders, decides on those of others and presses twice now and then; whoever is second is told so. The
 * log is read afterwards: every decision that was acknowledged is there once, and no other.
 */
async function fiftyPeople(folder: string, bare: number): Promise<void> {
  const server = new BenchServer(folder, PORT);
  try {
    await server.untilUp();
    // One session for whoever orders and one for whoever decides, each used by fifty at a time: signing in is not what is measured.
    const cookies = await Promise.all(["noor-halvorsrud", "rui-tavares"].map((who) => server.signedIn(who)));
    const until = performance.now() + SECONDS * 1000;
    const told: Told = { decided: [], overtaken: 0, errors: [] };
    const waiting: string[] = [];
    await Promise.all(Array.from({ length: PEOPLE }, (_, n) => person(server, n, cookies, until, waiting, told)));
    server.process.kill("SIGTERM");
    const db = openDatabase(folder);
    const logged = db
      .prepare(
        "SELECT command, COUNT(*) AS n FROM event WHERE type = 'approval given' AND stream IN (SELECT 'document:' || id FROM document WHERE title LIKE 'Crowd %') GROUP BY command",
      )
      .all() as { command: string; n: number }[];
    const twice = db
      .prepare(
        "SELECT COUNT(*) FROM (SELECT stream FROM event WHERE type = 'approval given' AND stream IN (SELECT 'document:' || id FROM document WHERE title LIKE 'Crowd %') GROUP BY stream HAVING COUNT(*) > 1)",
      )
      .pluck()
      .get() as number;
    const lost = told.decided.filter((command) => !logged.some((one) => one.command === command)).length;
    const { problem, events } = verifyChain(allEvents(db), nativeHash);
    db.close();
    const rate = told.decided.length / SECONDS;
    console.log(`
Fifty people deciding for ${SECONDS} s on one server: ${told.decided.length} decisions (${rate.toFixed(0)} a second over HTTP, each after an order of its own was entered; ${((100 * rate) / bare).toFixed(1)} % of
bare transactions), ${told.overtaken} told that somebody was first, ${told.errors.length} errors, ${lost} lost, ${twice} documents decided twice; the chain of ${events} events ${problem ? `BREAKS at ${problem.seq}` : "verifies"}.`);
    if (told.errors.length > 0) console.log(`  first error: ${told.errors[0]}`);
    if (lost > 0 || twice > 0 || problem || told.errors.length > 0) process.exitCode = 1;
  } finally {
    server.process.kill("SIGKILL");
  }
}

async function person(
  server: BenchServer,
  n: number,
  cookies: readonly string[],
  until: number,
  waiting: string[],
  told: Told,
): Promise<void> {
  const post = async (cookie: string, address: string, body: object) => {
    const response = await fetch(server.at(address), {
      method: "POST",
      headers: { "content-type": "application/json", cookie },
      body: JSON.stringify(body),
    });
    return { status: response.status, body: (await response.json()) as { id?: string; title?: string } };
  };
  for (let turn = 0; performance.now() < until; turn += 1) {
    const document = { ...anOrder(0), title: `Crowd ${n}-${turn}` };
    const entered = await post(cookies[0]!, "/api/documents", { command: newCommandId(), document });
    const address = `/api/documents/${entered.body.id}`;
    const sent = await post(cookies[0]!, address, { command: newCommandId(), type: "submit", document });
    if (sent.status !== 200) told.errors.push(`submit: ${sent.status} ${sent.body.title}`);
    else waiting.push(entered.body.id!);
    const id = waiting.splice(Math.floor(waiting.length / 2), 1)[0];
    if (!id) continue;
    const command = newCommandId();
    const approve = { command, type: "approve", level: "line-manager", revision: 1, comment: "" };
    // Every third time somebody else presses at the same moment, and every fifth the same command comes twice.
    const tries = [
      approve,
      ...(turn % 3 === 0 ? [{ ...approve, command: newCommandId() }] : []),
      ...(turn % 5 === 0 ? [approve] : []),
    ];
    const answers = await Promise.all(tries.map((body) => post(cookies[1]!, `/api/documents/${id}`, body)));
    answers.forEach(({ status, body }, index) => {
      if (status === 200) told.decided.push(tries[index]!.command);
      else if (status === 409) told.overtaken += 1;
      else told.errors.push(`approve: ${status} ${body.title}`);
    });
  }
  told.decided = [...new Set(told.decided)];
}
