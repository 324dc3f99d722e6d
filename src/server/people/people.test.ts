// Changes of people as events: all or nothing, once, with old and new values, and counting from their day without anybody doing anything.
import { describe, expect, it } from "vitest";
import type { NewStandIn } from "@/core/organisation-history";
import { codes, person, testApp, testOrder, value, type TestApp } from "../../../demo/test-app";
import { reviewedInForce } from "../../../demo/put-in-force";
import { addAttachment } from "../documents/attachments";
import { commandDocument, enterDocument } from "../documents/commands";
import { deskOf } from "../documents/desk";
import { listDocuments, viewDocument } from "../documents/queries";
import { eventsOf, lastSeq, newCommandId } from "../log/log";
import { opened } from "../log/sealed";
import { dumpProjections, rebuild } from "../log/rebuild";
import { readReferenceData } from "../reference-data";
import { orderPolicy } from "../../../demo/policy";
import type { PeopleChange } from "./changes";
import { changePeople } from "./commands";
import { historyOf } from "./history";
import { openDocumentsOf } from "./open-work";
import { namesFor } from "../documents/names";
import { sayHeld } from "@/core/words";

const by = (app: TestApp, id: string, change: PeopleChange, command = newCommandId()) =>
  changePeople(app, person(app, id), change, command);
const away = (who: string, standIn: string | null, extra: Partial<NewStandIn> = {}): PeopleChange => ({
  type: "set stand-in",
  kind: "absence",
  person: who,
  standIn,
  from: null,
  until: "2026-03-20",
  documentTypes: null,
  cap: null,
  reason: "",
  ...extra,
});

function submitted(app: TestApp, net = 100_000): string {
  const noor = person(app, "noor-halvorsrud");
  const order = testOrder(net);
  const { id } = value(enterDocument(app, noor, order, newCommandId()));
  value(commandDocument(app, noor, id, { type: "submit", document: order }, newCommandId()));
  return id;
}
const desk = (app: TestApp, id: string) => deskOf(app, person(app, id)).waiting.map((row) => row.id);
const approve = (app: TestApp, who: string, id: string) =>
  commandDocument(
    app,
    person(app, who),
    id,
    { type: "approve", level: "line-manager", revision: 1, comment: "" },
    newCommandId(),
  );

describe("a change", () => {
  it("is one event with old and new values, told on the pages of those it is about, and done once", () => {
    const app = testApp();
    const change: PeopleChange = {
      type: "change person",
      person: "noor-halvorsrud",
      title: "fleet engineer",
      from: null,
    };
    const command = newCommandId();
    expect(value(by(app, "joaquina-teles", change, command)).changed).toBe(1);
    const events = lastSeq(app.db);
    expect(value(by(app, "joaquina-teles", change, command)).changed).toBe(0);
    expect(codes(by(app, "joaquina-teles", change))).toBe("unchanged");
    expect(codes(by(app, "benedita-corvo", change))).toBe("forbidden");
    expect(lastSeq(app.db)).toBe(events);
    expect(historyOf(app, "noor-halvorsrud")[0]).toMatchObject({
      what: "Person changed: Noor Halvorsrud",
      by: "Joaquina Teles",
      differences: [{ label: "Title", before: "chief engineer", after: "fleet engineer" }],
    });
  });

  it("that does not fit is refused whole, with nothing written", () => {
    const app = testApp();
    const before = lastSeq(app.db);
    const circle: PeopleChange = {
      type: "change person",
      person: "marta-quelhas",
      manager: "noor-halvorsrud",
      from: null,
    };
    expect(by(app, "joaquina-teles", circle)).toMatchObject({
      refusals: [
        {
          message: "the reporting line runs in a circle: Marta Quelhas → Noor Halvorsrud → Rui Tavares → Marta Quelhas",
        },
      ],
    });
    expect(lastSeq(app.db)).toBe(before);
  });

  it("of a later day counts from that day, without an event, and the projections can be made again", () => {
    const app = testApp();
    value(
      by(app, "joaquina-teles", {
        type: "save unit",
        unit: "engineering",
        name: "Engineering",
        parent: "fleet",
        head: "petra-zimbral",
        from: "2026-03-12",
      }),
    );
    expect(readReferenceData(app).directory.headOf("engineering")).toBe("rui-tavares");
    app.clock.set("2026-03-11T23:59:59.999Z");
    expect(readReferenceData(app).directory.headOf("engineering")).toBe("rui-tavares");
    app.clock.set("2026-03-12T00:00:00.000Z");
    expect(readReferenceData(app).directory.headOf("engineering")).toBe("petra-zimbral");
    const before = dumpProjections(app.db);
    rebuild(app.db);
    expect(dumpProjections(app.db)).toEqual(before);
  });

  it("an absence may be set by the person, their manager and an administrator, and by nobody else", () => {
    for (const [who, expected] of [
      ["rui-tavares", "done"],
      ["marta-quelhas", "done"],
      ["joaquina-teles", "done"],
      ["petra-zimbral", "forbidden"],
      ["benedita-corvo", "forbidden"],
      ["tome-cardigos", "forbidden"],
    ] as const)
      expect([who, codes(by(testApp(), who, away("rui-tavares", "petra-zimbral")))]).toEqual([who, expected]);
  });
});

describe("an absence", () => {
  it("moves what waits to the stand-in’s desk from its first moment to its last", () => {
    const app = testApp();
    const id = submitted(app);
    expect([desk(app, "rui-tavares"), desk(app, "petra-zimbral")]).toEqual([[id], []]);
    value(by(app, "rui-tavares", away("rui-tavares", "petra-zimbral", { from: "2026-03-12", until: "2026-03-13" })));
    expect([desk(app, "rui-tavares"), desk(app, "petra-zimbral")]).toEqual([[id], []]);
    app.clock.set("2026-03-12T00:00:00.000Z");
    expect([desk(app, "rui-tavares"), desk(app, "petra-zimbral")]).toEqual([[], [id]]);
    expect(deskOf(app, person(app, "rui-tavares")).blocked[0]?.why).toBe(
      "Line manager: Rui Tavares is away until 13 Mar 2026, stands in: Petra Zimbral",
    );
    expect(viewDocument(app, person(app, "petra-zimbral"), id).ok).toBe(true);
    app.clock.set("2026-03-14T00:00:00.000Z");
    expect([desk(app, "rui-tavares"), desk(app, "petra-zimbral")]).toEqual([[id], []]);
    expect(codes(approve(app, "petra-zimbral", id))).toBe("forbidden");
  });

  it("a stand-in decides in the other’s name, which the record keeps, and never on their own request", () => {
    const app = testApp();
    const id = submitted(app);
    value(by(app, "rui-tavares", away("rui-tavares", "petra-zimbral")));
    expect(codes(approve(app, "rui-tavares", id))).toBe("not eligible");
    const state = value(approve(app, "petra-zimbral", id));
    expect(state.levels[0]?.decisions).toMatchObject([{ by: "petra-zimbral", inNameOf: "rui-tavares" }]);
    const event = eventsOf(app.db, `document:${id}`).find((one) => one.type === "approval given")!;
    expect(opened(app.db, event)).toMatchObject({ actor: "petra-zimbral", inNameOf: "rui-tavares" });

    const petra = person(app, "petra-zimbral");
    const own = testOrder(100_000, { requester: "petra-zimbral" });
    const draft = value(enterDocument(app, petra, own, newCommandId()));
    const after = value(commandDocument(app, petra, draft.id, { type: "submit", document: own }, newCommandId()));
    expect(sayHeld(after.holds[0]!, namesFor(readReferenceData(app), after))).toBe(
      "Line manager: Rui Tavares is away until 20 Mar 2026, stands in: Petra Zimbral, Petra Zimbral stands in for Rui Tavares until 20 Mar 2026, but is the requester",
    );
  });
});

describe("leaving with open work", () => {
  const leave = (successor: string | null): PeopleChange => ({
    type: "leave",
    person: "rui-tavares",
    lastDay: "2026-03-12",
    successor,
    reportsTo: "petra-zimbral",
    heads: { engineering: "petra-zimbral" },
    positions: {},
    ownedBy: "petra-zimbral",
    standIn: null,
  });
  it("asks where it goes; then the successor decides what was asked, and corrects what was theirs", () => {
    const app = testApp();
    const id = submitted(app);
    const rui = person(app, "rui-tavares");
    const own = testOrder(300_000, { requester: "rui-tavares" });
    const draft = value(enterDocument(app, rui, own, newCommandId()));
    expect(openDocumentsOf(app, "rui-tavares").map((one) => `${one.id} ${one.why}`)).toEqual([
      `${id} asked`,
      `${draft.id} own`,
    ]);
    expect(by(app, "joaquina-teles", leave(null))).toMatchObject({
      refusals: [{ message: "2 open documents hang on Rui Tavares; say who takes over" }],
    });
    value(by(app, "joaquina-teles", leave("petra-zimbral")));
    app.clock.set("2026-03-13T09:00:00.000Z");
    expect(desk(app, "petra-zimbral")).toEqual([id]);
    const found = (who: string) => [
      deskOf(app, person(app, who)).mine.map((row) => row.id),
      listDocuments(app, person(app, who), {})
        .rows.map((row) => row.id)
        .includes(draft.id),
    ];
    expect([found("petra-zimbral"), found("duarte-anselmo")]).toEqual([
      [[draft.id], true],
      [[], false],
    ]);
    expect(value(approve(app, "petra-zimbral", id)).levels[0]?.decisions).toMatchObject([
      { by: "petra-zimbral", inNameOf: "rui-tavares" },
    ]);
    const petra = person(app, "petra-zimbral");
    const sent = value(commandDocument(app, petra, draft.id, { type: "submit", document: own }, newCommandId()));
    // Whoever edited it may not decide on it; here the manager is somebody else, and the editor is named.
    expect(sent.document).toMatchObject({ requester: "rui-tavares", editedBy: "petra-zimbral" });
    // Nor is the editor forgotten because the work goes on to another, who edits it too.
    value(by(app, "joaquina-teles", leave("duarte-anselmo")));
    const change = (document: object) =>
      commandDocument(
        app,
        person(app, "duarte-anselmo"),
        draft.id,
        { type: "revise", revision: 1, document: { ...own, ...document } },
        newCommandId(),
      );
    expect(change({ note: "x" })).toMatchObject({
      refusals: [{ message: "Petra Zimbral has edited it for Rui Tavares before; withdraw it, and enter it anew" }],
    });
    value(by(app, "joaquina-teles", leave("petra-zimbral")));
    expect(
      codes(
        commandDocument(
          app,
          person(app, "duarte-anselmo"),
          draft.id,
          { type: "withdraw", comment: "" },
          newCommandId(),
        ),
      ),
    ).toBe("forbidden");
  });

  it("papers that the one who left has brought stay on the document", async () => {
    const app = testApp();
    const noor = person(app, "noor-halvorsrud");
    const pdf = new TextEncoder().encode("%PDF-1.7\n%%EOF");
    const paper = value(await addAttachment(app, noor, "offer.pdf", pdf));
    const order = testOrder(100_000, { attachments: [paper] });
    const draft = value(enterDocument(app, noor, order, newCommandId()));
    // Somebody else may bring the same file; who has not brought it cannot attach it.
    const simao = person(app, "simao-calheta");
    const own = testOrder(100_000, { requester: "simao-calheta", attachments: [paper] });
    expect(codes(enterDocument(app, simao, own, newCommandId()))).toBe("attachment");
    value(await addAttachment(app, simao, "same.pdf", pdf));
    expect(codes(enterDocument(app, simao, own, newCommandId()))).toBe("done");
    value(
      by(app, "joaquina-teles", {
        ...leave("duarte-anselmo"),
        person: "noor-halvorsrud",
        lastDay: "2026-03-09",
        reportsTo: "duarte-anselmo",
        heads: {},
      } as PeopleChange),
    );
    const sent = commandDocument(
      app,
      person(app, "duarte-anselmo"),
      draft.id,
      { type: "submit", document: order },
      newCommandId(),
    );
    expect(value(sent).document.attachments).toEqual([paper]);
  });

  it("whoever corrects for somebody who left never decides on it, even when asked", () => {
    const app = testApp();
    const noor = person(app, "noor-halvorsrud");
    const order = testOrder(100_000);
    const draft = value(enterDocument(app, noor, order, newCommandId()));
    value(
      by(app, "joaquina-teles", {
        ...leave("rui-tavares"),
        person: "noor-halvorsrud",
        lastDay: "2026-03-09",
        heads: {},
      } as PeopleChange),
    );
    const rui = person(app, "rui-tavares");
    const sent = value(commandDocument(app, rui, draft.id, { type: "submit", document: order }, newCommandId()));
    expect(sayHeld(sent.holds[0]!, namesFor(readReferenceData(app), sent))).toBe(
      "Line manager: Rui Tavares edited it last",
    );
  });
});

describe("readers along a policy", () => {
  it("see every document under it and can act on none", () => {
    const app = testApp();
    const policy = { ...orderPolicy, readers: { people: ["otto-veramar"], groups: ["accounts-payable"] } };
    reviewedInForce(app, newCommandId, { policy, basedOn: 1, note: "", from: "2026-03-10" });
    const id = submitted(app);
    const otto = person(app, "otto-veramar");
    expect(viewDocument(app, otto, id).ok).toBe(true);
    expect(listDocuments(app, otto, {}).rows.map((row) => row.id)).toEqual([id]);
    expect(codes(approve(app, "otto-veramar", id))).toBe("not asked");
    expect(codes(viewDocument(app, person(app, "rosa-pinhal"), id))).toBe("forbidden");
  });
});
