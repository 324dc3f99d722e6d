// Fields of an organisation's own, from their definition to the record of a document that was decided by them: in an organisation of another country and currency than the demo's.
import { beforeEach, describe, expect, it } from "vitest";
import { documentType, type PurchaseOrder } from "@/core/documents";
import type { PolicyInput } from "@/core/policy";
import { sayChange, sayShown } from "@/core/words";
import { change as changeIn, fieldsApp, order, policy } from "../../../demo/test-fields";
import { reviewedInForce } from "../../../demo/put-in-force";
import { person, value, type TestApp } from "../../../demo/test-app";
import { approve, command, submit } from "../../../demo/test-books";
import { ours, python } from "../../../demo/test-evidence";
import { enterDocument } from "../documents/commands";
import { namesFor } from "../documents/names";
import { viewDocument } from "../documents/queries";
import { recomputed } from "../documents/recompute";
import { evidenceOf, zipped } from "../evidence/files";
import { makeToken } from "../intake/tokens";
import { newCommandId } from "../log/log";
import { changeMessages } from "../messages/settings";
import { readReferenceData } from "../reference-data";
import { fieldUses } from "./views";

let app: TestApp;
const change = (one: object, who?: string) => changeIn(app, one, who);
beforeEach(() => {
  app = fieldsApp();
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
    // What brings it in: tables with its column, and programs.
    const grant = () => fieldUses(app).own_grant!.imports;
    expect(grant()).toEqual(["files of orders with a column “grant” or “own_grant”"]);
    value(
      makeToken(
        app,
        person(app, "suyai"),
        { name: "Stores", person: "nehuen", scopes: ["documents.write"] },
        newCommandId(),
      ),
    );
    expect(grant()).toEqual([expect.stringContaining("files of orders"), "the program Stores, as “own_grant”"]);
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
