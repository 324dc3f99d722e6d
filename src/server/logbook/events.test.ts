// Events of the log are found by anything: who by a part of a name, a document by its number, a word, a day; and read as a sentence where there is one.
import { describe, expect, it } from "vitest";
import { generateDemo } from "../../../demo/generate";
import { person, testApp, testOrder, value } from "../../../demo/test-app";
import { temporaryFolder } from "../../../demo/temporary";
import { approve, booksApp, command, submit } from "../../../demo/test-books";
import { DEMO_START, type App } from "../app";
import { handClock } from "../clock";
import { openDatabase } from "../db/open";
import { writeAccount } from "../ledger/write";
import { lastSeq } from "../log/log";
import { readReferenceData } from "../reference-data";
import { EVENTS_PAGE, findEvents } from "./events";

function decided() {
  const app = testApp();
  const { id } = submit(app, testOrder(700_000, { title: "Winch, spare" }));
  approve(app, "rui-tavares", id);
  app.clock.set("2026-03-11T10:00:00.000Z");
  value(
    command(app, "marta-quelhas", id, { type: "decline", level: "unit-above", revision: 1, comment: "Not this year" }),
  );
  return { app, id };
}

describe("events are found", () => {
  const { app, id } = decided();
  const find = (filter: Parameters<typeof findEvents>[1]) => findEvents(app, filter).rows;

  it("by who did it: an id, or a part of a name without its accents; nobody of that name finds nothing", () => {
    for (const actor of ["marta-quelhas", "quelhas", "Marta"])
      expect([actor, find({ actor }).map(({ type }) => type)]).toEqual([
        actor,
        ["declined", "level declined", "approval refused"],
      ]);
    expect(find({ actor: "nobody at all" })).toEqual([]);
    expect(find({ actor: "goncalo" })).toEqual([]);
  });

  it("by the number of a document as by its place in the log, and by type", () => {
    const all = find({ stream: id.toUpperCase() });
    expect(all).toEqual(find({ stream: `document:${id}` }));
    expect(all.every(({ stream }) => stream === `document:${id}`)).toBe(true);
    expect(find({ stream: id, type: "approval given" })).toMatchObject([{ actorName: "Rui Tavares" }]);
  });

  it("by a word of what they say, a name among them, with what has a meaning in SQL taken as it is", () => {
    expect(find({ text: "Not this year", stream: id }).map(({ type }) => type)).toEqual(["approval refused"]);
    expect(find({ text: "Winch, spare", stream: id }).map(({ type }) => type)).toEqual(["submitted", "drafted"]);
    expect(find({ text: "Rui Tav", stream: id }).map(({ type }) => type)).toContain("approval given");
    expect(find({ text: "100%" })).toEqual([]);
    expect(find({ text: "_inch, spare" })).toEqual([]);
  });

  it("by day, and a page at a time without a gap", () => {
    expect(find({ from: "2026-03-11", stream: id }).map(({ seq }) => seq)).toEqual(
      find({ actor: "marta" }).map(({ seq }) => seq),
    );
    expect(find({ until: "2026-03-10", stream: id })[0]!.actor).toBe("rui-tavares");
    const seen: number[] = [];
    for (let before: number | undefined; ; before = seen.at(-1)) {
      const { rows, more } = findEvents(app, { before });
      seen.push(...rows.map(({ seq }) => seq));
      expect(rows.length).toBeLessThanOrEqual(EVENTS_PAGE);
      if (!more) break;
    }
    expect(seen).toEqual(Array.from({ length: lastSeq(app.db) }, (_, n) => lastSeq(app.db) - n));
  });

  it("read as a sentence, with names and not with what stands for them", () => {
    const words = find({ stream: id }).map((row) => row.words);
    expect(words).toContain("Noor Halvorsrud submitted it.");
    expect(words.some((one) => /Marta Quelhas .*“Not this year”/.test(one))).toBe(true);
    for (const row of find({})) expect(`${row.stream} ${row.actor} ${row.data} ${row.words}`).not.toContain("sealed:");
  });
});

describe("the demo's events", () => {
  it("read as sentences that say names and amounts, and never an identifier, an empty place or what a program says", () => {
    const db = openDatabase(temporaryFolder());
    generateDemo(db, { orders: 30 });
    const app: App = { db, clock: handClock(DEMO_START), wall: handClock(DEMO_START), demo: true };
    const { people } = readReferenceData(app).directory.organisation;
    const told = new Map<string, number>();
    for (let before: number | undefined, more = true; more;) {
      const page = findEvents(app, { before });
      for (const { type, words, seq } of page.rows) {
        if (!words) continue;
        told.set(type, (told.get(type) ?? 0) + 1);
        expect([seq, words]).toEqual([seq, expect.stringMatching(/^\p{Lu}.*[.”?!]$/su)]);
        expect([seq, words]).toEqual([seq, expect.not.stringMatching(/undefined|null|NaN|\[object|sealed:|  |\.\./)]);
        const named = people.find(({ id }) => words.replaceAll(`${id}@`, "").includes(id));
        expect([seq, words, named?.id]).toEqual([seq, words, undefined]);
      }
      ({ more } = page);
      before = page.rows.at(-1)?.seq;
    }
    expect(told.size).toBeGreaterThan(10);
  });
});

describe("what is masked on pages", () => {
  it("is masked in the logbook: bank accounts are for those alone who see them on accounts, and it is not searched by them for others", () => {
    const one = booksApp();
    const number = "XX36 1234 5678 90";
    const entered = { id: "tarn", kind: "supplier", name: "Tarn", status: "open", currency: "EUR", group: "" } as const;
    const data = { ...entered, fields: { bankAccount: number, address: "1 Quay" }, askedBy: null };
    writeAccount(one, "tarn", [{ type: "account entered", data }], { actor: "system" });
    const seen = (who: string) => {
      const reader = person(one, who);
      const rows = findEvents(one, { stream: "account:tarn" }, reader).rows;
      return [rows.some((row) => row.data.includes(number)), findEvents(one, { text: number }, reader).rows.length];
    };
    expect([seen("benedita-corvo"), seen("rosalind-amado"), seen("tome-cardigos")]).toEqual([
      [true, 1],
      [false, 0],
      [false, 0],
    ]);
    expect(findEvents(one, { stream: "account:tarn" }).rows[0]!.data).toContain("1 Quay");
  });
});
