// Fields that are hidden from some: who sees what stands in them, who may open it, that opening is logged, and what becomes of it in files, letters and proofs.
import { beforeEach, describe, expect, it } from "vitest";
import { OwnValueSchema } from "@/core/own-fields";
import { hiddenApp } from "../../../demo/test-hidden";
import { codes, person, value, type TestApp } from "../../../demo/test-app";
import { command, submit } from "../../../demo/test-books";
import { ours, python } from "../../../demo/test-evidence";
import { mirrorOrder } from "../../../demo/test-observatory";
import { exported } from "../documents/export";
import { recordOf, viewDocument, viewInClear } from "../documents/queries";
import { recomputed } from "../documents/recompute";
import { sheetFor } from "../documents/sheet";
import { told } from "../documents/told";
import { evidenceOf, zipped } from "../evidence/files";
import { accountsFile, importAccounts } from "../intake/accounts";
import { importCustomers } from "../intake/customers";
import { changeAccount } from "../ledger/account-changes";
import { proposeChange } from "../ledger/account-commands";
import { newCommandId } from "../log/log";
import { countEvents, eventCells, findEvents } from "../logbook/events";
import { historyOf as historyOfPerson } from "../people/history";
import { pastOf, readHistory } from "../policies/history";
import { FieldChangeSchema, changeField } from "./commands";
import { fieldsToFillIn } from "./hidden";
import { hiddenFrom, openAll, openOnAccount, openOnDocument, seenEvents } from "./opening";
import { readReferenceData } from "../reference-data";

const ORDER = "po-00001";
const CHANGE = "cl-00001";

let app: TestApp;
const who = (id: string) => person(app, id);
const clear = (id: string) => value(viewInClear(app, who("auditora"), id));
const opened = (by: string) =>
  historyOfPerson(app, by)
    .map(({ what }) => what)
    .filter((what) => what.startsWith("Opened"));

beforeEach(() => {
  app = hiddenApp();
});

describe("a document", () => {
  it("says to each what they filled in themselves, and to the others that something is hidden", () => {
    const seen = (by: string) => {
      const { state } = value(viewDocument(app, who(by), ORDER));
      const { document, levels } = state;
      return [
        document.own?.own_salary,
        "lines" in document && document.lines[0]!.own?.own_life,
        levels[0]!.decisions[0]!.filled?.own_code,
        state.around?.supplier?.own?.own_rating,
      ];
    };
    expect(seen("nehuen")).toEqual(["zq-document again", "27182.8182", "••••", "••••"]);
    expect(seen("lautaro")).toEqual(["••••", "••••", "zq-level", "••••"]);
    for (const by of ["millaray", "kuyen", "rayen", "suyai", "auditora"])
      expect([by, seen(by)]).toEqual([by, ["••••", "••••", "••••", "••••"]]);
  });

  it.each([
    ["millaray", { own_salary: false, own_life: true, own_code: false, own_entry: false, own_rating: false }],
    ["kuyen", { own_salary: true, own_life: false, own_code: true, own_entry: true, own_rating: true }],
    ["auditora", { own_salary: true, own_life: true, own_code: true, own_entry: true, own_rating: true }],
    ["rayen", { own_salary: false, own_life: false, own_code: false, own_entry: false, own_rating: false }],
    ["nehuen", { own_code: false, own_entry: false, own_rating: false }],
  ])("is opened field by field by whom the field names: %s", (by, may) => {
    const found = hiddenFrom(app, who(by), clear(ORDER)).map(({ key, mayOpen }) => [key, mayOpen]);
    expect(Object.fromEntries(found)).toEqual(may);
    for (const [key, mayOpen] of Object.entries(may))
      expect([key, codes(openOnDocument(app, who(by), ORDER, key))]).toEqual([key, mayOpen ? "done" : "forbidden"]);
  });

  it("says what it was asked for, line by line and old and new, and the log says who asked", () => {
    const said = (by: string, id: string, key: string) => value(openOnDocument(app, who(by), id, key)).values;
    expect(said("millaray", ORDER, "own_life")).toEqual([{ line: 1, said: "27182.8182" }]);
    expect(said("kuyen", CHANGE, "own_deposit")).toEqual([
      { before: true, said: "7,654,321 CLP" },
      { said: "8,765,432 CLP" },
    ]);
    expect(said("kuyen", ORDER, "own_code")).toEqual([{ said: "zq-level" }]);
    expect(said("kuyen", ORDER, "own_entry")).toEqual([{ said: "zq-entry on line 1" }]);
    expect(opened("millaray")).toEqual(["Opened the life of PO-00001"]);
    expect(opened("kuyen")).toEqual([
      "Opened the entry of PO-00001",
      "Opened the code of PO-00001",
      "Opened the deposit of CL-00001",
    ]);
    // Nothing is logged of what was refused as if it had been opened, and a field that is hidden from nobody is none to open.
    expect(codes(openOnDocument(app, who("rayen"), ORDER, "own_salary"))).toBe("forbidden");
    expect(codes(openOnDocument(app, who("kuyen"), ORDER, "own_none"))).toBe("unknown");
    expect(opened("rayen")).toEqual([]);
  });

  it("is no way to a document that somebody may not read at all", () => {
    const own = submit(app, mirrorOrder({}, { requester: "lautaro", own: { own_salary: "zq-other" } }));
    expect(codes(openOnDocument(app, who("nehuen"), own.id, "own_salary"))).toBe("forbidden");
  });

  it("is decided and worked out again by what it really says", () => {
    expect(clear(ORDER).state.levels.map(({ level, status }) => `${level} ${status}`)).toEqual([
      "first approved",
      "second open",
    ]);
    expect(recomputed(app, clear(ORDER))?.differences).toEqual([]);
    expect(clear(CHANGE).state.route!.levels[1]!.outcome).toBe("required");
  });

  it("of which a hidden value comes out otherwise says so without saying which", () => {
    const { thread } = structuredClone(clear(CHANGE));
    const sent = thread.find(({ type }) => type === "submitted")!;
    if (sent.type !== "submitted" || sent.data.document.documentType !== "credit-limit-change")
      throw new Error(sent.type);
    sent.data.document.changes[0]!.after = { minor: 9_999_999, currency: "CLP" };
    expect(recomputed(app, { thread })!.differences.join(" ")).toMatch(/8765432.*9999999/);
    const differences = recomputed(app, { thread }, new Set(["own_deposit"]))!.differences.join(" ");
    expect(differences).toMatch(/hidden here/);
    expect(differences).not.toMatch(/8765432|9999999/);
  });

  it("never takes what stands for a hidden value as a value", () => {
    expect(OwnValueSchema.safeParse("••••").success).toBe(false);
    const answer = told(
      command(app, "millaray", ORDER, { type: "approve", level: "second", revision: 2, comment: "" }),
    );
    expect(Object.keys(value(answer)).toSorted()).toEqual(["id", "number", "revision", "status"]);
  });
});

describe("the proof of a document", () => {
  it("is taken whole by whoever may open all that is hidden in it, which is logged, and both verifiers accept it", async () => {
    expect(codes(openAll(app, who("kuyen"), clear(ORDER)))).toBe("forbidden");
    expect(opened("kuyen")).toEqual([]);
    const view = value(openAll(app, who("auditora"), clear(ORDER)));
    expect(opened("auditora")).toHaveLength(5);
    const zip = zipped(await evidenceOf(app, view));
    expect([ours(zip), python(zip)]).toEqual([[], []]);
  });

  it("shows events without what is hidden, with what was found of their hashes here", () => {
    const { events } = recordOf(app, clear(ORDER));
    const seen = seenEvents(events, new Set(["own_salary", "own_code", "own_entry"]));
    expect(JSON.stringify(seen)).not.toMatch(/zq-(document|level|entry)/);
    const [masked, plain] = [seen.filter((one) => "checked" in one), seen.filter((one) => !("checked" in one))];
    expect(masked.map(({ checked }) => checked)).toEqual(masked.map(() => true));
    expect(plain.every((one) => events.includes(one))).toBe(true);
    const forged = events.map((one) => ({ ...one, data: one.data.replace("zq-document", "zq-forged") }));
    expect(seenEvents(forged, new Set(["own_salary"])).some(({ checked }) => checked === false)).toBe(true);
  });
});

describe("accounts", () => {
  const edit = (by: string, field: `own_${string}`, after: string) =>
    changeAccount(app, who(by), { account: "vidrios", changes: [{ field, after }] }, newCommandId());

  it("are opened by roles alone, and that is logged", () => {
    expect(value(openOnAccount(app, who("kuyen"), "vidrios", "own_rating")).values).toEqual([{ said: "zq-supplier" }]);
    expect(opened("kuyen")).toEqual(["Opened the rating of vidrios"]);
    expect(codes(openOnAccount(app, who("rayen"), "vidrios", "own_rating"))).toBe("forbidden");
    expect(codes(openOnAccount(app, who("lautaro"), "vidrios", "own_rating"))).toBe("forbidden");
  });

  it("are changed in a hidden field by whoever may open it, in whatever way", async () => {
    expect(codes(edit("rayen", "own_rating", "B"))).toBe("forbidden");
    expect(codes(edit("kuyen", "own_rating", "B"))).toBe("done");
    const propose = (by: string, minor = 5) =>
      proposeChange(
        app,
        who(by),
        {
          customers: ["aralco"],
          changes: [{ field: "own_deposit", after: { minor, currency: "CLP" } }],
          note: "",
          origin: "by hand",
          submit: false,
        },
        newCommandId(),
      );
    expect([codes(propose("nehuen")), codes(propose("kuyen"))]).toEqual(["forbidden", "done"]);
    // Nor does anybody find out what is there by offering what might be.
    expect(codes(edit("rayen", "own_rating", "B"))).toBe("forbidden");
    expect(codes(propose("nehuen", 7_654_321))).toBe("forbidden");
    const text = "customer,deposit\nInstituto Aralcó,77\n";
    const request = { text, confirm: true, command: newCommandId() };
    expect(codes(await importCustomers(app, who("rayen"), request))).not.toBe("done");
    const bring = importAccounts(app, who("rayen"), {
      kind: "customer",
      text: "customer,deposit\nNuevo,77\n",
      approvedBy: "The board",
      approvedOn: "2026-01-31",
      takeGood: false,
      confirm: null,
      command: newCommandId(),
    });
    expect(codes(bring)).toBe("forbidden");
  });

  it("have no such field on the forms and in the files of others", async () => {
    const { fields } = readReferenceData(app).directory.organisation;
    const offered = (by: string) =>
      fieldsToFillIn(app, who(by), fields).flatMap(({ key, part }) => (part === "account" ? [key] : []));
    expect(offered("rayen")).toEqual([]);
    expect(offered("kuyen").toSorted()).toEqual(["own_deposit", "own_rating", "own_terms"]);
    expect(String(await accountsFile(app, who("rayen"), "customer", "csv"))).not.toContain("deposit");
    expect(String(await accountsFile(app, who("kuyen"), "customer", "csv"))).toContain("7654321");
    expect(opened("kuyen")).toContain("Opened the deposit in a file, customers");
  });
});

describe("many at once", () => {
  it("are in the files of whoever may open them, and hidden in those of others", () => {
    const file = (by: string) => [...exported(app, who(by), {}, "csv")].join("");
    expect(file("kuyen")).toMatch(/zq-document again/);
    // What those who are asked may open, nobody opens by the hundred.
    expect(file("kuyen")).not.toMatch(/27182/);
    expect(file("rayen")).not.toMatch(/zq-|27182|7654321|8765432/);
    expect(file("rayen")).toMatch(/hidden/);
  });

  it("are not counted on the board of whoever may not see them, who is told so", () => {
    app.clock.set("2026-09-07T15:00:00.000Z");
    const facts = (by: string) => {
      const { documents, withheld } = value(readHistory(app, who(by), "purchase-order"));
      return [documents[0]!.facts.own_salary, withheld.toSorted()];
    };
    expect(facts("rayen")).toEqual([undefined, ["own_code", "own_entry", "own_life", "own_rating", "own_salary"]]);
    expect(facts("auditora")).toEqual(["zq-document again", []]);
    expect(opened("auditora")).toHaveLength(5);
  });

  it("are caught by no policy that somebody writes to find out what they say", () => {
    app.clock.set("2026-09-07T15:00:00.000Z");
    const [version] = readReferenceData(app).versions.filter(({ policy }) => policy.documentType === "purchase-order");
    const when = { kind: "text" as const, field: "own_salary", is: "containing" as const, value: "zq-document" };
    const [special, ...others] = version!.policy.sections;
    const guess = { ...version!.policy, sections: [{ ...special!, when }, ...others] };
    const caught = (by: string) => pastOf(app, guess, who(by)).past.map(({ section }) => section);
    expect([caught("rayen"), caught("kuyen")]).toEqual([["all"], ["special"]]);
  });

  it("are not found in the logbook by what is hidden in them", () => {
    const found = (text: string) => findEvents(app, { text }).rows.map(({ type }) => type);
    expect(found("zq-document")).toEqual([]);
    expect(found("zq-supplier")).toEqual([]);
    // A word that stands elsewhere in the same event finds it.
    expect(found("Mirror cells")).toContain("revised");
    // Nor by how many there are, or in a file.
    const reader = who("auditora");
    for (const text of ["zq-document", "zq-supplier"]) {
      expect([text, countEvents(app, { text }, reader)]).toEqual([text, 0]);
      expect(eventCells(app, { text }, reader)).toHaveLength(1);
    }
    expect(JSON.stringify(eventCells(app, {}, reader))).not.toMatch(/zq-document|zq-supplier/);
    expect(eventCells(app, {}, reader)).toHaveLength(1 + countEvents(app, {}, reader));
  });
});

describe("a field", () => {
  const save = (seenBy: string[] | null) =>
    changeField(
      app,
      who("rayen"),
      FieldChangeSchema.parse({
        type: "save field",
        key: "own_salary",
        name: "salary",
        kind: "text",
        part: "document",
        on: ["purchase-order"],
        place: 0,
        seenBy,
      }),
      newCommandId(),
    );

  it("is hidden from when its organisation says so, with what was written before, and shown again", () => {
    const salary = (by: string) => value(viewDocument(app, who(by), ORDER)).state.document.own?.own_salary;
    value(save(null));
    expect(salary("rayen")).toBe("zq-document again");
    value(save([]));
    expect([salary("rayen"), codes(openOnDocument(app, who("kuyen"), ORDER, "own_salary"))]).toEqual([
      "••••",
      "forbidden",
    ]);
    expect(codes(openOnDocument(app, who("auditora"), ORDER, "own_salary"))).toBe("done");
    // That it was shown and hidden is in the log as a change of what decides, with who did it.
    expect(
      findEvents(app, { type: "field saved" }).rows.filter(({ data }) => data.includes("own_salary")),
    ).toHaveLength(3);
  });

  it("at a level that begins again is proposed as it was, where it is hidden from nobody", () => {
    const order = mirrorOrder(
      { own: { own_life: "27182.8182" }, quantity: "9" },
      { own: { own_salary: "zq-document" } },
    );
    value(command(app, "nehuen", ORDER, { type: "revise", revision: 2, document: order }));
    const proposed = () => {
      const { directory } = readReferenceData(app);
      const visit = { app, person: who("lautaro"), directory, zone: "America/Santiago", now: app.clock.now() };
      return sheetFor(visit, clear(ORDER)).asked!.fills!.before;
    };
    expect(clear(ORDER).state.levels[0]!.status).toBe("open");
    expect(proposed()).toEqual({});
    const shown = {
      type: "save field",
      key: "own_code",
      name: "code",
      kind: "text",
      part: "document",
      by: "approvers",
      on: ["purchase-order"],
      place: 0,
    };
    value(changeField(app, who("rayen"), FieldChangeSchema.parse(shown), newCommandId()));
    expect(proposed()).toEqual({ own_code: "zq-level" });
  });
});
