// A route can be worked out again from what was stored, long after people and policies have changed, and comes out the same.
import { describe, expect, it } from "vitest";
import { generateDemo } from "../../../demo/generate";
import { temporaryFolder } from "../../../demo/test-app";
import { DEMO_START, type App } from "../app";
import { handClock } from "../clock";
import { openDatabase } from "../db/open";
import { readWorld } from "../world";
import { changeMessages } from "../messages/settings";
import { eventsOf, newCommandId } from "../log/log";
import { viewDocument } from "./queries";
import { noteReading } from "./reading";
import { recomputed } from "./recompute";

const db = openDatabase(temporaryFolder());
generateDemo(db, { orders: 60 });
const app: App = { db, clock: handClock(DEMO_START), wall: handClock(DEMO_START), demo: true };
const auditor = readWorld(app).directory.person("tome-cardigos")!;
const view = (id: string) => {
  const found = viewDocument(app, auditor, id);
  if (!found.ok) throw new Error(id);
  return found.value;
};

describe("a route worked out again", () => {
  it("is the same for every document of eighteen months, whatever was changed since", () => {
    const ids = db
      .prepare("SELECT id FROM document WHERE submitted_at IS NOT NULL ORDER BY id")
      .pluck()
      .all() as string[];
    expect(ids.length).toBeGreaterThan(200);
    const wrong = ids.flatMap((id) => {
      const found = recomputed(app, view(id));
      return found && found.differences.length === 0 ? [] : [`${id}: ${found?.differences[0]}`];
    });
    expect(wrong).toEqual([]);
  }, 60_000);
  it("names what differs when what was stored was not what came out", () => {
    const id = db
      .prepare("SELECT id FROM document WHERE status = 'waiting' AND held = 0 LIMIT 1")
      .pluck()
      .get() as string;
    const bent = structuredClone(view(id));
    for (const event of bent.thread) if (event.type === "submitted") event.data.route.levels[0]!.needed += 1;
    expect(recomputed(app, bent)!.differences).toEqual([
      expect.stringMatching(/^levels\[0\]\.needed: \d was stored, \d comes out$/),
    ]);
  });
});

describe("reading", () => {
  it("is noted where the organisation wants it so, once in a while, and not where it does not", () => {
    const count = () => eventsOf(db, "access:tome-cardigos").filter(({ type }) => type === "read").length;
    noteReading(app, auditor, "po-00001", "record");
    expect(count()).toBe(0);
    const settings = { withoutSignIn: true, linkDays: 7, logReading: true, namesMonths: 24 };
    const controller = readWorld(app).directory.person("benedita-corvo")!;
    changeMessages(app, controller, { type: "settings", settings }, newCommandId());
    noteReading(app, auditor, "po-00001", "record");
    noteReading(app, auditor, "po-00001", "record");
    noteReading(app, auditor, "po-00001", "evidence");
    expect(count()).toBe(2);
  });
});
