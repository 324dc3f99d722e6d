// The log is re-computed in a thread of its own, with progress, and can be ended on the way.
import { describe, expect, it } from "vitest";
import { person } from "../../../demo/test-app";
import { demoApp } from "../../../demo/test-demo";
import { lastSeq } from "../log/log";
import { lastVerified, verdictOn, verifyLog } from "./verification";
import type { Progress } from "./verifying";

const app = demoApp(60);
const { db } = app;
const auditor = person(app, "tome-cardigos");

async function all(): Promise<Progress[]> {
  const told: Progress[] = [];
  for await (const progress of verifyLog(app, auditor)) told.push(progress);
  return told;
}

describe("verification in a thread", () => {
  it("says how far it is, and at the end that every event and checkpoint is good", async () => {
    const told = await all();
    expect(told.length).toBeGreaterThan(2);
    expect(told.at(-1)!.verdict).toMatchObject({ events: lastSeq(db), problem: null, wrongCheckpoints: [] });
    expect(told.at(-1)!.verdict!.checkpoints).toBeGreaterThan(12);
    expect(lastVerified()).toMatchObject({ events: lastSeq(db), at: "2026-11-23T09:00:00.000Z" });
  });
  it("names the event that was changed behind the triggers' back, and the checkpoint that no longer fits", async () => {
    db.exec("DROP TRIGGER logged_no_update");
    const size = db.prepare("SELECT MAX(size) FROM checkpoint").pluck().get() as number;
    db.prepare("UPDATE checkpoint SET root = ? WHERE size = ?").run("0".repeat(64), size);
    expect((await all()).at(-1)!.verdict!.wrongCheckpoints).toEqual([size]);
    db.prepare("UPDATE logged SET type = 'approved by mallory' WHERE seq = 1000").run();
    expect((await all()).at(-1)!.verdict!.problem).toMatchObject({ seq: 1000 });
  });
  it("ends when nobody listens any more", async () => {
    const steps = verifyLog(app, auditor);
    expect((await steps.next()).done).toBe(false);
    await steps.return();
    expect((await steps.next()).done).toBe(true);
    // And can be asked for again.
    expect((await verdictOn(app, auditor)).problem).toMatchObject({ seq: 1000 });
  });
});
