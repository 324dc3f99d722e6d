// Fields of an organisation's own, from their definition to the record of a document that was decided by them: in an organisation of another country and currency than the demo's.
import { beforeEach, describe, expect, it } from "vitest";
import { documentType, ownLinesOf, type PurchaseOrder } from "@/core/documents";
import type { PolicyInput } from "@/core/policy";
import { sayChange, sayIntake, sayShown } from "@/core/words";
import { reviewedInForce } from "../../../demo/put-in-force";
import { codes, emptyApp, person, value, type TestApp } from "../../../demo/test-app";
import { approve, command, submit } from "../../../demo/test-books";
import { ours, python } from "../../../demo/test-evidence";
import { cerroBajo, enterAccount, mirrorOrder } from "../../../demo/test-observatory";
import { enterDocument } from "../documents/commands";
import { exported } from "../documents/export";
import { keptColumns, keptOf } from "../documents/kept-columns";
import { namesFor } from "../documents/names";
import { listDocuments, viewDocument } from "../documents/queries";
import { recomputed } from "../documents/recompute";
import { checkedFilter, filterOf, readableQuery } from "../documents/register";
import { evidenceOf, zipped } from "../evidence/files";
import { receiveDocument } from "../intake/api";
import { readText } from "../intake/import";
import { openApi } from "../intake/openapi";
import { makeToken } from "../intake/tokens";
import { changeList } from "../lists/commands";
import { newCommandId } from "../log/log";
import { changeMessages } from "../messages/settings";
import { policyFile, readPolicyFile } from "../policies/files";
import { readReferenceData } from "../reference-data";
import { FieldChangeSchema, changeField, type FieldChange } from "./commands";
import { fieldUses } from "./views";

const level = (id: string, approvers: object, when?: object) => ({
  id,
  name: id,
  stage: id === "manager" ? 1 : 2,
  marks: ["approves"],
  approvers,
  ...(when && { when }),
});
/** What lasts long is decided by the owner of its grant as well, and by whoever is named as its user. */
const policy = {
  id: "orders",
  name: "All orders",
  documentType: "purchase-order",
  scope: { units: ["science"] },
  currency: "CLP",
  measure: { kind: "net" },
  sections: [
    {
      id: "all",
      name: "All",
      when: "otherwise",
      thresholds: [],
      bands: [{ approval: "required" }],
      levels: [
        level("manager", { kind: "manager", up: 1 }),
        level("owner", { kind: "owner", of: "grant" }, { kind: "number", field: "own_life", is: "over", value: "5" }),
        level("user", { kind: "namedOnDocument", field: "own_user" }, { kind: "flag", field: "own_licence", is: true }),
      ],
    },
  ],
} as unknown as PolicyInput;

const order = (more: Partial<PurchaseOrder> = {}, own: PurchaseOrder["own"] = { own_life: "3" }): PurchaseOrder =>
  mirrorOrder({ own }, { own: { own_grant: "G-7" }, ...more });

let app: TestApp;
const change = (one: object, who = "rayen") =>
  changeField(app, person(app, who), FieldChangeSchema.parse(one) satisfies FieldChange, newCommandId());
const field = (name: string, kind: string, more: object = {}) =>
  value(
    change({
      type: "save field",
      key: null,
      name,
      kind,
      part: "document",
      on: ["purchase-order"],
      required: "no",
      place: 0,
      ...more,
    }),
  );

beforeEach(() => {
  app = emptyApp(cerroBajo, "2026-09-05T12:00:00.000Z");
  const list = (one: object) =>
    value(changeList(app, person(app, "rayen"), { from: null, ...one } as never, newCommandId()));
  list({ type: "save list", list: null, name: "Grant" });
  for (const [key, name] of [
    ["G-7", "Infrared"],
    ["G-8", "Radio"],
  ])
    list({ type: "save entry", list: "grant", key, name, owner: "millaray", firstDay: null, lastDay: null });
  field("grant", "choice", { list: "grant", required: "always" });
  field("life", "number", { part: "line", required: "always", least: "0" });
  field("licence", "flag");
  field("user", "person", { required: "when", when: { kind: "flag", field: "own_licence", is: true } });
  reviewedInForce(
    app,
    newCommandId,
    { policy, basedOn: 0, note: "First", from: "2026-09-05", letStand: "Small house" },
    ["rayen", "antu"],
  );
  enterAccount(app, "vidrios", "supplier", "Vidrios del Sur", { paymentTerms: "", email: "a@vidrios.example" });
  app.clock.set("2026-09-06T15:00:00.000Z");
});

describe("fields of the organisation’s own", () => {
  it("decide which levels a document needs and whom they ask", () => {
    const asked = (one: PurchaseOrder) =>
      submit(app, one).route!.levels.map(({ level: id, outcome }) => `${id} ${outcome}`);
    expect(asked(order())).toEqual(["manager required", "owner passed over", "user passed over"]);
    expect(asked(order({}, { own_life: "5.0001" }))[1]).toBe("owner required");
    expect(asked(order({ own: { own_grant: "G-7", own_licence: true, own_user: "millaray" } }))[2]).toBe(
      "user required",
    );
  });

  it("leave records that say them as they were called, come out the same, and verify", async () => {
    const state = submit(app, order({}, { own_life: "12.5" }));
    approve(app, "lautaro", state.id);
    approve(app, "millaray", state.id);
    app.clock.set("2026-09-07T15:00:00.000Z");
    value(
      change({
        type: "save field",
        key: "own_grant",
        name: "funding",
        kind: "choice",
        list: "grant",
        part: "document",
        on: ["purchase-order"],
        required: "always",
        place: 0,
      }),
    );
    value(change({ type: "end field", key: "own_life", lastDay: "2026-09-07" }));
    const view = value(viewDocument(app, person(app, "auditora"), state.id));
    expect(view.state.status).toBe("approved");
    expect(recomputed(app, view)?.differences).toEqual([]);
    const names = namesFor(readReferenceData(app), view.state);
    expect([names.field("own_grant"), names.fieldValue("own_grant", "G-7")]).toEqual(["grant", "Infrared"]);
    expect(sayShown(documentType("purchase-order").lines(view.state.document)[0]!, names)).toContain("life: 12.5");
    const zip = zipped(await evidenceOf(app, view));
    expect([ours(zip), python(zip)]).toEqual([[], []]);
    // A new order is asked by the new name, and no longer for what has ended.
    app.clock.set("2026-09-08T15:00:00.000Z");
    expect(() => submit(app, order({ own: {} }, undefined))).toThrow("Fill in the funding");
    expect(() => submit(app, order())).toThrow("Line 1: there is no field “life” here");
  });

  it.each<[string, Partial<PurchaseOrder>, PurchaseOrder["own"], string]>([
    ["nothing where something is needed", { own: {} }, undefined, "Fill in the grant"],
    ["what the list has not", { own: { own_grant: "G-9" } }, undefined, "Grant: there is no grant “G-9”"],
    ["a number below the least", {}, { own_life: "-1" }, "Line 1: the life is at least 0"],
    [
      "somebody who is nobody",
      { own: { own_grant: "G-7", own_user: "ghost" } },
      undefined,
      "User: there is nobody called “ghost”",
    ],
    ["what a condition asks for", { own: { own_grant: "G-7", own_licence: true } }, undefined, "Fill in the user"],
    [
      "a field that there is not",
      { own: { own_grant: "G-7", own_colour: "red" } },
      undefined,
      "There is no field “own_colour” here",
    ],
  ])("are refused: %s", (_name, more, ofLine, said) => {
    expect(() => submit(app, order(more, ofLine ?? { own_life: "3" }))).toThrow(said);
  });

  it("that an edit changes are named, and count for its approvals where the policy names them", () => {
    const before = order({ own: { own_grant: "G-7" } }, { own_life: "12" });
    const after = order({ own: { own_grant: "G-8" } }, { own_life: "12" });
    const revised = (fields: string[]) => {
      reviewedInForce(
        app,
        newCommandId,
        {
          policy: { ...policy, edits: { fields, effect: "start again" } } as PolicyInput,
          basedOn: readReferenceData(app).versions.length,
          note: "Edits",
          from: "2026-09-06",
          letStand: "Small house",
        },
        ["rayen", "antu"],
      );
      const { id } = submit(app, before);
      approve(app, "lautaro", id);
      const now = value(command(app, "nehuen", id, { type: "revise", revision: 1, document: after }));
      return now.levels.filter(({ status }) => status === "approved").map(({ level: one }) => one);
    };
    expect(revised(["promisedDate"])).toEqual(["manager"]);
    expect(revised(["own_grant"])).toEqual([]);
    const names = namesFor(readReferenceData(app), submit(app, before));
    expect(
      documentType("purchase-order")
        .changes(before, after)
        .map((one) => sayChange(one, names)),
    ).toEqual([{ label: "Grant", before: "Infrared", after: "Radio" }]);
  });

  it("go out with a policy as a table and as DMN, and come back", async () => {
    const controller = person(app, "rayen");
    for (const [as, format] of [
      ["csv", "csv"],
      ["dmn", "dmn"],
    ] as const) {
      const file = value(await policyFile(app, controller, "orders", { as, version: 1 }));
      const read = value(await readPolicyFile(app, controller, { format, text: await file.text(), base: policy }));
      expect(read.policy.sections[0]!.levels.map(({ when }) => when)).toEqual(
        policy.sections[0]!.levels.map(({ when }) => when),
      );
    }
  });

  it("are taken from other programs by their keys, and refused with their place", () => {
    const { token } = value(
      makeToken(
        app,
        person(app, "suyai"),
        { name: "Shop", person: "nehuen", scopes: ["documents.write"] },
        newCommandId(),
      ),
    );
    const { requester: _, unit: __, ...document } = order();
    const send = (own: object, key: string) =>
      receiveDocument(app, {
        authorization: `Bearer ${token}`,
        key,
        text: JSON.stringify({ document: { ...document, own } }),
      });
    expect(value(send({ own_grant: "G-7" }, "a")).answer.status).toBe("waiting");
    const refused = send({ own_grant: "G-9" }, "b");
    expect(refused.ok ? "" : refused.refusals.map(({ path }) => path)).toEqual(["own.own_grant"]);
    const malformed = send({ grant: "G-7" }, "c");
    expect(malformed.ok).toBe(false);
  });

  it("are columns of the register, on its page and in its files, beside what documents name of lists", () => {
    const { id } = submit(
      app,
      order({ own: { own_grant: "G-7", own_licence: false, own_user: "millaray" } }, { own_life: "3" }),
    );
    const { directory } = readReferenceData(app);
    const columns = keptColumns(directory);
    expect(columns.map(({ name }) => name)).toEqual([
      "category",
      "cost centre",
      "project",
      "grant",
      "licence",
      "life",
      "user",
      "payment terms",
    ]);
    expect(keptOf(app, [{ id }], columns)).toEqual({
      [id]: { own_grant: "Infrared", own_licence: "no", own_life: "3", own_user: "Millaray" },
    });
    const found = (given: Record<string, string>) =>
      listDocuments(app, person(app, "auditora"), filterOf(readableQuery({ state: "any", ...given }), directory)).rows
        .length;
    submit(app, order({ own: { own_grant: "G-8", own_licence: true, own_user: "nehuen" } }, { own_life: "30" }));
    submit(app, order({ own: { own_grant: "G-7" } }, { own_life: "3.0" }));
    expect([
      found({ "has.own_grant": "G-7" }),
      found({ "has.own_grant": "radio" }),
      found({ "has.own_licence": "no" }),
      found({ "has.own_licence": "yes" }),
      found({ "has.own_life": "3" }),
      found({ "has.own_user": "Millaray", "has.own_grant": "G-7" }),
      found({ "has.own_user": "Millaray", "has.own_grant": "G-8" }),
    ]).toEqual([2, 1, 1, 1, 2, 1, 0]);
    // A page leaves out what it cannot read; a file or a sample is not made of something else than was asked for.
    expect(found({ "has.own_grant": "G-9" })).toBe(3);
    for (const wrong of ["has.own_grant", "has.own_ghost", "has.own_licence", "has.own_life"]) {
      const checked = checkedFilter({ [wrong]: "G-9" }, directory);
      expect(checked.ok ? [] : checked.refusals.map(({ path }) => path)).toEqual([wrong]);
    }
    expect(keptOf(app, [{ id }], [])).toEqual({});
    const file = [...exported(app, person(app, "auditora"), {}, "csv")].join("").split("\r\n");
    expect(file[0]).toMatch(/,category,cost centre,project,grant,licence,life,user,payment terms$/);
    expect(file[1]).toMatch(/,,,,Infrared,no,3,Millaray,$/);
    const json = JSON.parse([...exported(app, person(app, "auditora"), {}, "json")].join("")) as { kept: object }[];
    expect(json[0]!.kept).toMatchObject({ own_grant: "Infrared" });
  });

  it("are named in letters, as they are read; a line that says nothing is left out", () => {
    const wording = (body: string) => ({
      type: "template" as const,
      template: { occasion: "opened" as const, subject: "{number}", body },
    });
    const set = (body: string) => changeMessages(app, person(app, "rayen"), wording(body), newCommandId());
    expect(codes(set("Of {own_ghost}"))).toBe("unknown field");
    value(set("Grant: {own_grant}\nLicence: {own_licence}\nLife: {own_life}\nUser: {own_user}"));
    const { id } = submit(app, order({ own: { own_grant: "G-7", own_licence: false } }, { own_life: "3" }));
    const letter = app.db.prepare("SELECT body FROM letter WHERE document = ? AND occasion = 'opened'").pluck().get(id);
    expect(letter).toBe("Grant: Infrared\nLicence: no\nLife: 3");
  });

  it("are columns of a table of orders, by name or key, and refused with line and column", () => {
    const { fields, lists, people } = readReferenceData(app).directory.organisation;
    const taker = { requester: "nehuen", unit: "science", today: "2026-09-06", lists, fields, people };
    const head = "supplier,title,currency,date,description,price,order,Grant,own_licence,life,user,cost";
    const read = (...rows: string[]) => value(readText(`${head}\n${rows.join("\n")}\n`, taker, "f"));
    const start = "Vidrios del Sur,Cell,CLP,2026-09-06,Cell,250000,A";
    const { documents, bad } = read(`${start},infrared,yes,"12,5",MILLARAY,x`, `${start},G-8,,-1,,`);
    expect(bad).toEqual([]);
    expect(documents.map(({ document }) => [document.own, ownLinesOf(document).map(({ own }) => own)])).toEqual([
      [{ own_grant: "G-7", own_licence: true, own_user: "millaray" }, [{ own_life: "12.5" }, { own_life: "-1" }]],
    ]);
    const wrong = read(`${start},helium,maybe,long,ghost,`).bad;
    expect(wrong.map(({ line, column, why }) => `${line} ${column} ${sayIntake(why)}`)).toEqual([
      "2 own_life “long” is not a number such as 3 or 2.5, with at most four decimals",
      "2 own_grant there is no grant “helium”; there are Infrared, Radio",
      "2 own_licence “maybe” is not yes or no",
      "2 own_user there is nobody called “ghost”",
    ]);
  });

  it("are described to other programs with what may stand in them, on each type and part, and to nobody else", () => {
    const { organisation } = readReferenceData(app).directory;
    type Schema = { properties?: Record<string, Schema & { const?: string }>; items?: Schema; oneOf?: Schema[] };
    const found: Record<string, unknown> = {};
    const walk = (of: unknown): void => {
      if (of === null || typeof of !== "object") return;
      const { properties } = of as Schema;
      const type = properties?.["documentType"]?.const;
      if (type) {
        found[type] = properties["own"];
        found[`${type} line`] = properties["lines"]?.items?.properties?.["own"];
      }
      Object.values(of).forEach(walk);
    };
    walk(openApi(organisation, "2026-09-06"));
    expect(found["purchase-order"]).toMatchObject({
      required: ["own_grant"],
      additionalProperties: false,
      properties: {
        own_grant: { type: "string", enum: ["G-7", "G-8"], description: "grant" },
        own_licence: { type: "boolean" },
        own_user: { type: "string" },
      },
    });
    expect(found["purchase-order line"]).toMatchObject({
      required: ["own_life"],
      properties: { own_life: { type: "string", pattern: "^-?\\d{1,11}(\\.\\d{1,4})?$" } },
    });
    expect(found["expense-claim"]).toMatchObject({ properties: {} });
    expect(JSON.stringify(openApi())).not.toContain("own_grant");
  });

  it("are kept from whoever may not change them, and every change is an event", () => {
    const denied = change({ type: "end field", key: "own_life", lastDay: null }, "nehuen");
    expect(denied.ok ? "" : denied.refusals[0]!.code).toBe("forbidden");
    const types = app.db.prepare("SELECT type FROM event WHERE type LIKE 'field%' ORDER BY seq").pluck().all();
    expect(types).toEqual(["field saved", "field saved", "field saved", "field saved"]);
  });

  it("say which policies, fields, letters and documents being entered a change of them touches", () => {
    const template = { occasion: "opened" as const, subject: "{number}", body: "{own_life} years" };
    value(changeMessages(app, person(app, "rayen"), { type: "template", template }, newCommandId()));
    value(enterDocument(app, person(app, "nehuen"), order(), newCommandId()));
    submit(app, order());
    expect(fieldUses(app)).toMatchObject({
      own_life: {
        policies: ["All orders"],
        drafts: [],
        fields: [],
        letters: ["Somebody is asked to decide"],
        entered: 1,
      },
      own_licence: { policies: ["All orders"], fields: ["user"] },
      own_user: { policies: ["All orders"] },
    });
  });

  it("that a policy names and that there are not keep it from being put in force, with where", () => {
    const wrong = structuredClone(policy) as { sections: { levels: { when?: object }[] }[] };
    wrong.sections[0]!.levels[1]!.when = { kind: "number", field: "own_grant", is: "over", value: "1" };
    wrong.sections[0]!.levels[2]!.when = { kind: "flag", field: "own_none", is: true };
    expect(() =>
      reviewedInForce(
        app,
        newCommandId,
        { policy: wrong as never, basedOn: 1, note: "Second", from: "2026-09-07", letStand: "x" },
        ["rayen", "antu"],
      ),
    ).toThrow(/own_none|cannot be used in this way/);
  });
});
