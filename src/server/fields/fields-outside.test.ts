// Fields of an organisation’s own where they leave Bandeira and come in: policies as files, other programs, tables, the register and its files, letters.
import { beforeEach, describe, expect, it } from "vitest";
import { ownLinesOf } from "@/core/documents";
import { sayIntake } from "@/core/words";
import { change as changeIn, fieldsApp, order, policy } from "../../../demo/test-fields";
import { codes, person, value, type TestApp } from "../../../demo/test-app";
import { submit } from "../../../demo/test-books";
import { exported } from "../documents/export";
import { keptColumns, keptOf } from "../documents/kept-columns";
import { listDocuments } from "../documents/queries";
import { checkedFilter, filterOf, readableQuery } from "../documents/register";
import { receiveDocument } from "../intake/api";
import { readText } from "../intake/import";
import { openApi } from "../intake/openapi";
import { makeToken } from "../intake/tokens";
import { newCommandId } from "../log/log";
import { changeMessages } from "../messages/settings";
import { policyFile, readPolicyFile } from "../policies/files";
import { readReferenceData } from "../reference-data";

let app: TestApp;
const change = (one: object, who?: string) => changeIn(app, one, who);
beforeEach(() => {
  app = fieldsApp();
});

describe("fields of the organisation’s own, outside,", () => {
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
    expect(keptOf(app, [{ id }], columns, new Set())).toEqual({
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
    expect(keptOf(app, [{ id }], [], new Set())).toEqual({});
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

  it("are described with their limits: of texts as a schema has them, of all others in words", () => {
    const text = { type: "save field", key: null, kind: "text", part: "document", on: ["expense-claim"], place: 0 };
    const fields = [
      {
        name: "ticket",
        least: "3",
        most: "9",
        pattern: "[A-Z]{2}-[0-9]+",
        patternSays: "two capitals, a dash and digits",
      },
      { name: "seat", pattern: "(?i)[a-z]+" },
      { name: "berth", pattern: "[[:alpha:]]+" },
      { name: "nights", kind: "number", least: "0", most: "60", help: "On the mountain." },
      { name: "flown", kind: "date", least: "-30", most: "2026-12-31" },
    ];
    for (const one of fields) value(change({ ...text, ...one }));
    const { organisation } = readReferenceData(app).directory;
    const said = JSON.stringify(openApi(organisation, "2026-09-06"));
    for (const schema of [
      {
        type: "string",
        minLength: 3,
        maxLength: 9,
        pattern: "^(?:[A-Z]{2}-[0-9]+)$",
        description: "ticket (two capitals, a dash and digits)",
      },
      // What other programs would read otherwise, or not at all, is no pattern for them; it is refused here all the same.
      { type: "string", description: "seat" },
      { type: "string", description: "berth" },
      {
        type: "string",
        pattern: String.raw`^-?\d{1,11}(\.\d{1,4})?$`,
        description: "nights (at least 0, at most 60). On the mountain.",
      },
      {
        type: "string",
        format: "date",
        description: "flown (not before -30 days from the day of filling in, not after 31 Dec 2026)",
      },
    ])
      expect(said).toContain(JSON.stringify(schema));
  });
});
