// Somebody who has left is replaced by a pseudonym: nothing of who they were is left in the file of the database, and no hash has changed.
import fs from "node:fs";
import { describe, expect, it } from "vitest";
import { verifyChain, verifyEvidence } from "@/core/records";
import { generateDemo } from "../../../demo/generate";
import { codes, person, testApp, testOrder, value, type TestApp } from "../../../demo/test-app";
import { temporaryFolder } from "../../../demo/temporary";
import { approve, submit } from "../../../demo/test-books";
import type { App } from "../app";
import { handClock } from "../clock";
import { databaseFile, openDatabase } from "../db/open";
import { sweep } from "../db/sweep";
import { viewDocument } from "../documents/queries";
import { recomputed } from "../documents/recompute";
import { evidenceOf } from "../evidence/files";
import { findEvents } from "../logbook/events";
import { allEvents, nativeHash, newCommandId } from "../log/log";
import { dumpProjections, rebuild } from "../log/rebuild";
import { readReferenceData } from "../reference-data";
import { changePeople } from "./commands";
import { historyOf } from "./history";
import { replaceByPseudonym } from "./pseudonym";
import { namesFor } from "../documents/names";

const LEAVER = "rui-tavares";

/** An order that Rui Tavares approved before he left at the end of March 2026. */
function left(): { app: TestApp; order: string } {
  const app = testApp();
  const { id } = submit(app, testOrder(60_000));
  approve(app, LEAVER, id);
  const admin = person(app, "joaquina-teles");
  const to = "marta-quelhas";
  const handing = { lastDay: "2026-03-31", successor: null, reportsTo: to, ownedBy: to, standIn: null };
  const rest = { heads: { engineering: null }, positions: {} };
  value(changePeople(app, admin, { type: "leave", person: LEAVER, ...handing, ...rest }, newCommandId()));
  return { app, order: id };
}
const replace = (app: App, by = "joaquina-teles", who = LEAVER) =>
  replaceByPseudonym(app, person(app, by), who, "Two years have gone by", newCommandId());

/** Whether a text stands anywhere in the bytes of the database, freed pages and journal included. */
function inFile(folder: string, text: string): boolean {
  const file = databaseFile(folder);
  return [file, `${file}-wal`].some((one) => fs.existsSync(one) && fs.readFileSync(one).includes(text));
}

describe("a pseudonym", () => {
  it("comes after the time that names are kept, once nothing is open, and from an administrator", () => {
    const { app } = left();
    expect(codes(replace(app))).toBe("too early");
    app.clock.set("2028-03-30T09:00:00.000Z");
    expect(codes(replace(app))).toBe("too early");
    app.clock.set("2028-03-31T09:00:00.000Z");
    expect(codes(replace(app, "benedita-corvo"))).toBe("forbidden");
    expect(codes(replace(app, "tome-cardigos"))).toBe("forbidden");
    expect(codes(replace(app, "joaquina-teles", "noor-halvorsrud"))).toBe("still here");
    expect(value(replace(app))).toMatchObject({ kept: [], inClear: 0 });
    expect(codes(replace(app))).toBe("unknown");
    const [again] = readReferenceData(app).directory.organisation.people.filter((one) => one.id.startsWith("former-"));
    expect(codes(replace(app, "joaquina-teles", again!.id))).toBe("already");
    const back = { type: "come back", person: again!.id } as const;
    expect(codes(changePeople(app, person(app, "joaquina-teles"), back, newCommandId()))).toBe("pseudonym");
  });

  it("is what the record says from then on, with the same events and the signature of the same hash", async () => {
    const { app, order } = left();
    app.clock.set("2028-04-01T09:00:00.000Z");
    const auditor = person(app, "tome-cardigos");
    const before = await evidenceOf(app, value(viewDocument(app, auditor, order)));
    const { id } = value(replace(app));
    expect(id).toMatch(/^former-[0-9a-f]{10}$/);
    const view = value(viewDocument(app, auditor, order));
    expect(view.thread.find(({ type }) => type === "approval given")).toMatchObject({
      actor: id,
      actorName: `Former colleague ${id.slice("former-".length)}`,
    });
    expect(view.state.route!.levels[0]!.candidates[0]).toMatchObject({ person: id });
    expect(namesFor(readReferenceData(app), view.state).person(id)).toContain("Former");
    expect(recomputed(app, view)!.differences).toEqual([]);
    const after = await evidenceOf(app, view);
    expect([verifyEvidence(before), verifyEvidence(after)]).toEqual([[], []]);
    expect(Buffer.from(after.get("events.json")!)).toEqual(Buffer.from(before.get("events.json")!));
    const text = (files: typeof after) => Buffer.from(files.get("record.json")!).toString();
    expect([/rui-tavares/.test(text(before)), /Rui Tavares|rui-tavares/.test(text(after))]).toEqual([true, false]);
    expect(findEvents(app, { text: "Rui Tavares" }).rows).toEqual([]);
    expect(findEvents(app, { actor: id }).rows.map(({ type }) => type)).toEqual([
      "approved",
      "level approved",
      "approval given",
    ]);
    expect(historyOf(app, id)[0]).toMatchObject({ what: "Replaced by a pseudonym", by: "Joaquina Teles" });
  });

  it("leaves nothing in the file: eighteen months, every hash as before, every route the same, projections as a rebuild gives them", () => {
    const folder = temporaryFolder();
    const db = openDatabase(folder);
    generateDemo(db, { orders: 60 });
    const clock = handClock("2031-01-01T09:00:00.000Z");
    const app: App = { db, clock, wall: clock, demo: true };
    const gone = readReferenceData(app).directory.organisation.people.filter((one) => one.activeUntil);
    expect(gone.length).toBeGreaterThan(0);
    const hashes = () => db.prepare("SELECT hash FROM event ORDER BY seq").pluck().all() as string[];
    const before = hashes();
    for (const { id, name, email } of gone) {
      expect([id, inFile(folder, name)]).toEqual([id, true]);
      value(replace(app, "joaquina-teles", id));
      expect([id, name, email].filter((text) => inFile(folder, text))).toEqual([]);
    }
    expect(hashes().slice(0, before.length)).toEqual(before);
    expect(verifyChain(allEvents(db), nativeHash).problem).toBeNull();
    const auditor = person(app, "tome-cardigos");
    for (const id of db.prepare("SELECT id FROM document").pluck().all() as string[])
      expect([id, recomputed(app, value(viewDocument(app, auditor, id)))?.differences ?? []]).toEqual([id, []]);
    const projections = dumpProjections(db);
    rebuild(db);
    expect(dumpProjections(db)).toEqual(projections);
  });

  it("is swept from the file when the server starts next, where somebody was reading the database", () => {
    const { app } = left();
    app.clock.set("2028-04-01T09:00:00.000Z");
    app.db.pragma("busy_timeout = 50");
    const other = openDatabase(app.folder);
    const reading = other.prepare("SELECT * FROM event").iterate();
    reading.next();
    expect(value(replace(app)).id).toMatch(/^former-/);
    expect(inFile(app.folder, "Rui Tavares")).toBe(true);
    expect(sweep(app.db)).toBe(false);
    reading.return?.();
    other.close();
    expect(sweep(app.db)).toBe(true);
    expect(inFile(app.folder, "Rui Tavares")).toBe(false);
  });

  it("takes every name somebody has had, whatever signs are in it, out of texts and JSON, and keeps one pseudonym for each", () => {
    const app = testApp();
    const admin = person(app, "joaquina-teles");
    const names = ['Rui "Ruca" Tavares', "Rui O\\Tavares {x}", "Ruí Távares-Łoś"];
    const orders = names.map((name) => {
      value(changePeople(app, admin, { type: "change person", person: LEAVER, name, from: null }, newCommandId()));
      const { id } = submit(app, testOrder(60_000, { note: `As ${name} knows`, title: `For ${name}` }));
      approve(app, LEAVER, id);
      return id;
    });
    const handing = { successor: null, reportsTo: "marta-quelhas", ownedBy: "marta-quelhas", standIn: null };
    const leave = { type: "leave", person: LEAVER, lastDay: "2026-03-31", heads: { engineering: null }, positions: {} };
    value(changePeople(app, admin, { ...leave, ...handing } as never, newCommandId()));
    app.clock.set("2028-04-01T09:00:00.000Z");
    const { id } = value(replace(app));
    for (const name of [...names, "Rui Tavares", LEAVER])
      for (const text of [name, JSON.stringify(name).slice(1, -1)])
        expect([text, inFile(app.folder, text)]).toEqual([text, false]);
    const auditor = person(app, "tome-cardigos");
    const titles = orders.map((order) => value(viewDocument(app, auditor, order)).state.document.title);
    const mark = id.slice("former-".length);
    expect(titles).toEqual([2, 3, 4].map((n) => `For Former colleague ${mark}-${n}`));
    const projections = dumpProjections(app.db);
    rebuild(app.db);
    expect(dumpProjections(app.db)).toEqual(projections);
    expect(verifyChain(allEvents(app.db), nativeHash).problem).toBeNull();
  });

  it("leaves a name that a colleague has as well, and says so", () => {
    const { app } = left();
    const admin = person(app, "joaquina-teles");
    const same = { type: "change person", person: "petra-zimbral", name: "Rui Tavares", from: null } as const;
    value(changePeople(app, admin, same, newCommandId()));
    app.clock.set("2028-04-01T09:00:00.000Z");
    const done = value(replace(app));
    expect(done.kept).toEqual(["Rui Tavares"]);
    expect(person(app, "petra-zimbral").name).toBe("Rui Tavares");
    expect(inFile(app.folder, "rui-tavares")).toBe(false);
  });
});
