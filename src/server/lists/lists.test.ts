// The organisation's lists by command and by file: who may, what becomes of documents that name an entry, and nothing half-written.
import { describe, expect, it } from "vitest";
import { codes, person, testApp, testOrder, value, type TestApp } from "../../../demo/test-app";
import { command, submit } from "../../../demo/test-books";
import { namesOf } from "@/core/words";
import { enterDocument } from "../documents/commands";
import { namesFor } from "../documents/names";
import { viewDocument } from "../documents/queries";
import { recomputed } from "../documents/recompute";
import { readState } from "../documents/state";
import { lastSeq, newCommandId } from "../log/log";
import { sealerOfLog } from "../log/sealed";
import { readReferenceData } from "../reference-data";
import { ListChangeSchema, changeList } from "./commands";
import { importList, listFile } from "./files";
import { findEntries, listsForForms } from "./offered";
import { listView } from "./views";

type LastEvent = { actor: string; type: string };

const by = (app: TestApp, change: object, who = "benedita-corvo") =>
  changeList(app, person(app, who), ListChangeSchema.parse(change), newCommandId());
const category = (key: string, more: object = {}) => ({
  type: "save entry",
  list: "order-categories",
  key,
  name: key,
  ...more,
});
const orderOf = (key: string) => {
  const order = testOrder(100_000);
  return { ...order, lines: order.lines.map((line) => ({ ...line, category: key })) };
};
const sent = (app: TestApp, key: string) => {
  const entered = value(enterDocument(app, person(app, "noor-halvorsrud"), orderOf(key), newCommandId()));
  return command(app, "noor-halvorsrud", entered.id, { type: "submit", document: entered.document });
};

describe("an entry", () => {
  it("is offered from the moment it is there, and refused with a sentence before and after", () => {
    const app = testApp();
    expect(codes(sent(app, "sails"))).toBe("missing");
    value(by(app, category("sails")));
    const order = value(sent(app, "sails"));
    value(by(app, { type: "end entry", list: "order-categories", key: "sails", lastDay: "2026-03-09" }));
    const late = sent(app, "sails");
    expect(late.ok || late.refusals[0]!.message).toBe("Line 1: the category of orders sails ended on 9 Mar 2026");
    // One that was sent before keeps it when it is corrected, and its route comes out as it was.
    value(
      command(app, "rui-tavares", order.id, {
        type: "send back",
        level: "line-manager",
        revision: 1,
        comment: "Which boat?",
      }),
    );
    const again = { ...orderOf("sails"), title: "For the tender" };
    const state = value(command(app, "noor-halvorsrud", order.id, { type: "submit", document: again }));
    expect(state.status).toBe("waiting");
    const view = value(viewDocument(app, person(app, "tome-cardigos"), order.id));
    expect(recomputed(app, view)?.differences).toEqual([]);
  });

  it("is renamed without a word of what was recorded changing", () => {
    const app = testApp();
    value(by(app, category("sails", { name: "Sails" })));
    const { id } = value(sent(app, "sails"));
    const before = JSON.stringify(app.db.prepare("SELECT hash, data FROM event WHERE stream LIKE 'document:%'").all());
    value(by(app, category("sails", { name: "Canvas", from: "2026-03-20" })));
    const called = (on: string | null) =>
      listView(app, "order-categories", on)!.entries.find(({ key }) => key === "sails")?.name;
    expect([called("2026-03-09"), called(null), called("2026-03-20")]).toEqual([undefined, "Sails", "Canvas"]);
    expect(JSON.stringify(app.db.prepare("SELECT hash, data FROM event WHERE stream LIKE 'document:%'").all())).toBe(
      before,
    );
    const state = readState(app.db, id)!;
    expect(state.document).toMatchObject({ lines: [{ category: "sails" }] });
    app.clock.set("2026-03-25T09:00:00.000Z");
    const world = readReferenceData(app);
    expect(namesOf(world.directory).entry("order-categories", "sails")).toBe("Canvas");
    expect(namesFor(world, state).entry("order-categories", "sails")).toBe("Sails");
  });

  it("is written by controllers and administrators alone, and is in the log with who and when", () => {
    const app = testApp();
    for (const who of ["noor-halvorsrud", "tamsin-roque", "rosalind-amado", "tome-cardigos"])
      expect([who, codes(by(app, category("x"), who))]).toEqual([who, "forbidden"]);
    value(by(app, category("x"), "joaquina-teles"));
    const last = app.db.prepare("SELECT actor, type FROM event ORDER BY seq DESC LIMIT 1").get() as LastEvent;
    expect([sealerOfLog(app.db).open(last.actor), last.type]).toEqual(["joaquina-teles", "list entry saved"]);
  });

  it("is asked for its owner, whoever that is when it is sent", () => {
    const app = testApp();
    const owner = () => readReferenceData(app).directory.ownerOf("cost-centres", "CC-11");
    expect(owner()).toBeNull();
    value(
      by(app, { type: "save entry", list: "cost-centres", key: "CC-11", name: "Direction 1", owner: "marta-quelhas" }),
    );
    expect(owner()).toBe("marta-quelhas");
  });
});

describe("an empty list", () => {
  it("asks for nothing, and takes nothing that it does not have", () => {
    const app = testApp();
    const { lists } = readReferenceData(app).directory.organisation;
    for (const { key } of lists.find(({ id }) => id === "projects")!.entries)
      value(by(app, { type: "end entry", list: "projects", key, lastDay: "2025-12-31" }));
    const order = testOrder(20_000);
    submit(app, order);
    const charged = { ...order, lines: order.lines.map((line) => ({ ...line, project: "D-26" })) };
    const entered = value(enterDocument(app, person(app, "noor-halvorsrud"), charged, newCommandId()));
    const made = command(app, "noor-halvorsrud", entered.id, { type: "submit", document: entered.document });
    expect(made.ok || made.refusals[0]!.message).toMatch(/^Line 1: the project Spring docking 2026 ended on/);
    const { directory } = readReferenceData(app);
    expect(listsForForms(directory, "2026-03-10").find(({ id }) => id === "projects")!.entries).toEqual([]);
  });
});

describe("a file of a list", () => {
  const file = (app: TestApp, text: string, confirm: string | null, more: object = {}) =>
    importList(app, person(app, "benedita-corvo"), {
      list: "papers",
      text,
      from: null,
      takeGood: false,
      confirm,
      command: newCommandId(),
      ...more,
    });
  const TEXT = "key,name,for a first limit\nQuotation,Two quotations,\nPermit,Import permit,yes\n";

  it("says what it would change, and changes exactly that", () => {
    const app = testApp();
    const events = lastSeq(app.db);
    const { preview } = value(file(app, TEXT, null));
    expect(preview).toMatchObject({
      counts: { rows: 2, added: 1, changed: 1, unchanged: 0, bad: 0 },
      changed: [{ key: "Quotation", differences: [{ label: "Name", before: "Quotation", after: "Two quotations" }] }],
    });
    expect(lastSeq(app.db)).toBe(events);
    expect(codes(file(app, `${TEXT}X,Y,\n`, preview.fingerprint))).toBe("changed");
    expect(value(file(app, TEXT, preview.fingerprint)).written).toBe(2);
    expect(value(file(app, TEXT, null)).preview.counts).toMatchObject({ added: 0, changed: 0, unchanged: 2 });
  });

  it("writes nothing while a row is bad, or the good ones where that is asked for", () => {
    const app = testApp();
    const text = `${TEXT}Bank letter,Two quotations,\nZ,,\n`;
    const { preview } = value(file(app, text, null));
    expect(preview.bad).toEqual([
      { line: 4, column: "Name", message: expect.stringContaining("“Two quotations” is what") as string },
      { line: 5, column: "Name", message: "is empty" },
    ]);
    const events = lastSeq(app.db);
    expect(codes(file(app, text, preview.fingerprint))).toBe("bad rows");
    expect(lastSeq(app.db)).toBe(events);
    expect(value(file(app, text, preview.fingerprint, { takeGood: true })).written).toBe(2);
  });

  it("comes out as it went in, and is refused without its columns or its list", async () => {
    const app = testApp();
    for (const list of ["cost-centres", "claim-categories", "tax-rates", "papers"]) {
      const { counts } = value(file(app, (await listFile(app, list, "csv")) as string, null, { list })).preview;
      expect([list, counts.added, counts.changed, counts.bad]).toEqual([list, 0, 0, 0]);
    }
    expect(codes(file(app, "name\nx\n", null))).toBe("file");
    expect(codes(file(app, TEXT, null, { list: "constructor" }))).toBe("unknown");
  });
});

describe("a search in a list", () => {
  it("finds what is open by its key, name or owner, those that begin with it first", () => {
    const app = testApp();
    const keys = (list: string, text: string) => findEntries(app, list, text).map(({ key }) => key);
    expect(keys("cost-centres", "cc-6")).toEqual(["CC-60", "CC-61", "CC-62"]);
    expect(keys("cost-centres", "rui t")).toEqual(["CC-21"]);
    expect(keys("projects", "quay")).toEqual([]);
    expect(keys("projects", "")).toEqual(["D-26", "T-25"]);
    expect(findEntries(app, "cost-centres", "c")).toHaveLength(12);
  });
});
