// A route can be worked out again from what was stored, long after people and policies have changed, and comes out the same.
import { describe, expect, it } from "vitest";
import { verifyEvidence } from "@/core/records";
import { namesIn } from "@/core/audit-narrative";
import { sayHeld, speakThrough } from "@/core/words";
import { generateDemo } from "../../../demo/generate";
import { temporaryFolder } from "../../../demo/temporary";
import { DEMO_START, type App } from "../app";
import { handClock } from "../clock";
import { openDatabase } from "../db/open";
import { evidenceOf } from "../evidence/files";
import { whole } from "../log/parts";
import { readReferenceData } from "../reference-data";
import { changeMessages } from "../messages/settings";
import { eventsOf, newCommandId } from "../log/log";
import { viewDocument } from "./queries";
import { noteReading } from "./reading";
import { recomputed } from "./recompute";

const db = openDatabase(temporaryFolder());
generateDemo(db, { orders: 60 });
const app: App = { db, clock: handClock(DEMO_START), wall: handClock(DEMO_START), demo: true };
const auditor = readReferenceData(app).directory.person("tome-cardigos")!;
const view = (id: string) => {
  const found = viewDocument(app, auditor, id);
  if (!found.ok) throw new Error(id);
  return found.value;
};

/** Names, and what people typed, which stand in events as they are; everything else there is a code, an id, a date or a number. */
const TYPED = new Set(
  (
    "name instruction checklist said comment note title description text word label party supplier customer account " +
    "address reason code cause to source paper supplierName customerName before after paymentTerms document around " +
    "invoiceNumber value saw"
  ).split(" "),
);

/** The same elsewhere: rules, notes and names that somebody gave, accounts of banks, letters as they went out, and the words under which a version was reviewed. */
const TYPED_ELSEWHERE = new Set([...TYPED, ..."why bankAccount account onSubmit message body subject".split(" ")]);

/** Strings of several words in all events, under keys where none is to be. */
function sentencesIn(from: typeof db): string[] {
  const found = new Set<string>();
  const walk = (value: unknown, key: string, typed: ReadonlySet<string>): void => {
    if (typeof value === "string" && value.split(" ").length > 4) found.add(`${key}: ${value}`);
    if (typeof value !== "object" || value === null) return;
    for (const [name, part] of Object.entries(value))
      if (Array.isArray(value)) walk(part, key, typed);
      else if (!typed.has(name)) walk(part, name, typed);
  };
  const events = from.prepare("SELECT stream, type, data FROM event").all() as Record<"stream" | "data", string>[];
  for (const { stream, data } of events)
    walk(JSON.parse(whole(from, data)), "", stream.startsWith("document:") ? TYPED : TYPED_ELSEWHERE);
  return [...found];
}

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
  });
  it("is the same whatever words are spoken, and so is every hash, since no word is in what is stored", async () => {
    const back = speakThrough((sentence) => `⟦${sentence.split(" ").toReversed().join(" ")}⟧`);
    try {
      const ids = db
        .prepare("SELECT id FROM document WHERE submitted_at IS NOT NULL ORDER BY id")
        .pluck()
        .all() as string[];
      const other = ids.filter((id) => recomputed(app, view(id))?.differences.length !== 0);
      expect(other).toEqual([]);
      const [held] = db.prepare("SELECT document FROM hold ORDER BY document LIMIT 1").pluck().all() as string[];
      const { state, version } = view(held!);
      expect(sayHeld(state.holds[0]!, namesIn(readReferenceData(app).directory, state, version))).toMatch(/^⟦.*⟧$/s);
      const files = await evidenceOf(app, view(held!));
      expect(verifyEvidence(files)).toEqual([]);
      expect(Buffer.from(files.get("record.json")!).toString()).not.toContain("⟦");
    } finally {
      back();
    }
    expect(sentencesIn(db)).toEqual([]);
  });
  it("a wording that is mended moves no route and no hash, and reads anew of old records", async () => {
    const [held] = db.prepare("SELECT document FROM hold WHERE code = 'No order' LIMIT 1").pluck().all() as string[];
    const read = () => {
      const { state, version } = view(held!);
      return sayHeld(state.holds[0]!, namesIn(readReferenceData(app).directory, state, version));
    };
    const hashes = () => view(held!).thread.map(({ hash }) => hash);
    const [before, words] = [hashes(), read()];
    const back = speakThrough((sentence) => sentence.replace("It names no order", "No order is named on it"));
    try {
      expect([words, read()]).toEqual([
        expect.stringContaining("It names no order"),
        expect.stringContaining("No order is named on it"),
      ]);
      expect(hashes()).toEqual(before);
      expect(recomputed(app, view(held!))!.differences).toEqual([]);
      expect(verifyEvidence(await evidenceOf(app, view(held!)))).toEqual([]);
    } finally {
      back();
    }
  });
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
    const controller = readReferenceData(app).directory.person("benedita-corvo")!;
    changeMessages(app, controller, { type: "settings", settings }, newCommandId());
    noteReading(app, auditor, "po-00001", "record");
    noteReading(app, auditor, "po-00001", "record");
    noteReading(app, auditor, "po-00001", "evidence");
    expect(count()).toBe(2);
  });
});
