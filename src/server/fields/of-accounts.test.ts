// Fields of the organisation's own on accounts of suppliers and customers: what documents are decided by, who is asked because of them, how they change and who must agree.
import { beforeEach, describe, expect, it } from "vitest";
import { takenFrom, type CreditLimitChange } from "@/core/documents";
import { sayChange, sayShown } from "@/core/words";
import { documentType } from "@/core/documents";
import { reviewedInForce } from "../../../demo/put-in-force";
import { codes, emptyApp, person, value, type TestApp } from "../../../demo/test-app";
import { approve, command, submit } from "../../../demo/test-books";
import { ours, python } from "../../../demo/test-evidence";
import { cerroBajo, enterAccount, mirrorOrder, oneSection } from "../../../demo/test-observatory";
import { namesFor } from "../documents/names";
import { viewDocument } from "../documents/queries";
import { recomputed } from "../documents/recompute";
import { evidenceOf, zipped } from "../evidence/files";
import { accountsFile, importAccounts } from "../intake/accounts";
import { importCustomers } from "../intake/customers";
import { changeAccount } from "../ledger/account-changes";
import { proposeChange } from "../ledger/account-commands";
import { readAccount } from "../ledger/accounts";
import { setRules } from "../ledger/books";
import { accountView } from "../ledger/views";
import { runInsideSteps } from "../ledger/work";
import { changeList } from "../lists/commands";
import { newCommandId } from "../log/log";
import { rebuild } from "../log/rebuild";
import { readReferenceData } from "../reference-data";
import { FieldChangeSchema, changeField } from "./commands";

const level = (id: string, approvers: object, when?: object) => ({
  id,
  name: id,
  stage: id === "manager" ? 1 : 2,
  marks: ["approves"],
  approvers,
  ...(when && { when }),
});
const manager = level("manager", { kind: "manager", up: 1 });
const keeper = { kind: "namedOnDocument", field: "own_keeper" };

let app: TestApp;
const change = (one: object) => changeField(app, person(app, "rayen"), FieldChangeSchema.parse(one), newCommandId());
const field = (name: string, kind: string, on: string[], more: object = {}) =>
  change({ type: "save field", key: null, name, kind, part: "account", on, place: 0, ...more });
const clp = (minor: number) => ({ minor, currency: "CLP" });
const edit = (changes: Parameters<typeof changeAccount>[2]["changes"], account = "vidrios") =>
  changeAccount(app, person(app, "kuyen"), { account, changes }, newCommandId());
const propose = (changes: Parameters<typeof proposeChange>[2]["changes"], by = "nehuen", submitted = true) =>
  proposeChange(
    app,
    person(app, by),
    { customers: ["aralco"], changes, note: "", origin: "by hand", submit: submitted },
    newCommandId(),
  );

beforeEach(() => {
  app = emptyApp(cerroBajo, "2026-09-05T12:00:00.000Z");
  value(
    changeList(
      app,
      person(app, "rayen"),
      { type: "save entry", list: "cost-centres", key: "CC-1", name: "Domes", unit: "science", from: null } as never,
      newCommandId(),
    ),
  );
  value(field("critical", "flag", ["supplier"], { atOnce: true }));
  value(field("keeper", "person", ["supplier", "customer"]));
  value(
    field("agreement", "text", ["customer"], { pattern: "AG-[0-9]{4}", patternSays: "AG, a dash and four digits" }),
  );
  value(field("nights", "number", ["customer"], { least: "0" }));
  value(field("deposit", "amount", ["customer"], { most: clp(1_000_000) }));
  const rules = [
    oneSection("purchase-order", "net", [
      manager,
      level("critical", { kind: "people", people: ["consejo"] }, { kind: "flag", field: "own_critical", is: true }),
      level("keeper", keeper, { kind: "flag", field: "own_critical", is: true }),
    ]),
    oneSection(
      "credit-limit-change",
      "increase",
      [
        manager,
        level("keeper", keeper, {
          kind: "any",
          of: [
            { kind: "change", field: "own_deposit", is: "rose by more than", percent: 10 },
            { kind: "change", field: "own_agreement", is: "changed" },
          ],
        }),
      ],
      { afterApproval: [{ kind: "apply changes" }] },
    ),
  ];
  for (const one of rules)
    reviewedInForce(
      app,
      newCommandId,
      { policy: one, basedOn: 0, note: "First", from: "2026-09-05", letStand: "Small house" },
      ["rayen", "antu"],
    );
  enterAccount(app, "vidrios", "supplier", "Vidrios del Sur", { email: "a@vidrios.example", own_keeper: "millaray" });
  enterAccount(app, "aralco", "customer", "Instituto Aralcó", {
    limit: clp(1_000),
    own_keeper: "millaray",
    own_deposit: clp(100),
  });
  app.clock.set("2026-09-06T15:00:00.000Z");
});

describe("a field of suppliers", () => {
  const asked = () => submit(app, mirrorOrder()).route!.levels.map(({ level: id, outcome }) => `${id} ${outcome}`);

  it("decides which levels their orders need and whom they ask, as their account is when the order is sent", async () => {
    expect(asked()).toEqual(["manager required", "critical passed over", "keeper passed over"]);
    value(edit([{ field: "own_critical", after: true }]));
    const state = submit(app, mirrorOrder());
    expect(state.route!.levels.map(({ outcome }) => outcome)).toEqual(["required", "required", "required"]);
    // What changes on the account afterwards moves no route, and the record is worked out as it was.
    value(edit([{ field: "own_critical", after: false }]));
    approve(app, "lautaro", state.id);
    approve(app, "consejo", state.id);
    approve(app, "millaray", state.id);
    const view = value(viewDocument(app, person(app, "auditora"), state.id));
    expect([view.state.status, recomputed(app, view)?.differences]).toEqual(["approved", []]);
    const zip = zipped(await evidenceOf(app, view));
    expect([ours(zip), python(zip)]).toEqual([[], []]);
    expect(asked()[1]).toBe("critical passed over");
  });

  it("changes at once where that is said of it, for accounts alone, and stands in the log as old and new", () => {
    value(edit([{ field: "own_critical", after: true }]));
    expect(accountView(app, "vidrios")!.changes[0]).toMatchObject({
      person: "kuyen",
      changes: [{ field: "own_critical", before: null, after: true }],
    });
    const kept = readAccount(app.db, "vidrios");
    rebuild(app.db);
    expect(readAccount(app.db, "vidrios")).toEqual(kept);
    expect(codes(edit([{ field: "own_keeper", after: "nehuen" }]))).toBe("controlled");
    expect(codes(edit([{ field: "own_agreement", after: "AG-2024" }]))).toBe("unknown");
    expect(codes(edit([{ field: "own_critical", after: "yes" }]))).toBe("invalid");
  });
});

describe("a field of customers", () => {
  const state = () => {
    const { numbers } = value(
      propose([
        { field: "own_agreement", after: "AG-2024" },
        { field: "own_deposit", after: clp(110) },
        { field: "own_keeper", after: "lautaro" },
        { field: "own_nights", after: "4.5" },
      ]),
    );
    return value(viewDocument(app, person(app, "auditora"), numbers[0]!.toLowerCase())).state;
  };

  it("is approved before it changes, says what it was and is to be, asks whom it names, and is applied", async () => {
    const { id, route, document } = state();
    // Whom the account is to name is asked, and not whom it named before.
    expect(route!.levels.map(({ level: one, candidates }) => [one, candidates.map(({ person: who }) => who)])).toEqual([
      ["manager", ["lautaro"]],
      ["keeper", ["lautaro"]],
    ]);
    const names = namesFor(readReferenceData(app), value(viewDocument(app, person(app, "auditora"), id)).state);
    const type = documentType("credit-limit-change");
    expect(type.lines(document).map((line) => sayShown(line, names))).toEqual([
      "Agreement: none → AG-2024",
      "Deposit: 100 CLP → 110 CLP",
      "Keeper: Millaray → Lautaro",
      "Nights: none → 4.5",
    ]);
    expect(type.headline(document).title).toBe("Agreement, deposit, keeper, nights");
    approve(app, "lautaro", id);
    value(
      command(app, "lautaro", id, {
        type: "approve",
        level: "keeper",
        revision: 1,
        comment: "",
        refused: [{ part: "own_nights", allowed: null }],
      }),
    );
    runInsideSteps(app);
    expect(readAccount(app.db, "aralco")!.fields).toMatchObject({
      own_agreement: "AG-2024",
      own_deposit: clp(110),
      own_keeper: "lautaro",
    });
    expect(readAccount(app.db, "aralco")!.fields).not.toHaveProperty("own_nights");
    const view = value(viewDocument(app, person(app, "auditora"), id));
    expect(recomputed(app, view)?.differences).toEqual([]);
    const zip = zipped(await evidenceOf(app, view));
    expect([ours(zip), python(zip)]).toEqual([[], []]);
  });

  it.each<[string, number, string]>([
    ["rose by just as much", 110, "passed over"],
    ["rose by more", 111, "required"],
    ["fell", 50, "passed over"],
  ])("decides by how much it rose: %s", (_name, minor, outcome) => {
    const { numbers } = value(propose([{ field: "own_deposit", after: clp(minor) }]));
    const { route } = value(viewDocument(app, person(app, "auditora"), numbers[0]!.toLowerCase())).state;
    expect(route!.levels.find((one) => one.level === "keeper")!.outcome).toBe(outcome);
  });

  it.each<[string, CreditLimitChange["changes"][number]["field"], unknown, string]>([
    ["what does not fit its pattern", "own_agreement", "AG-24", "The agreement is AG, a dash and four digits"],
    ["a number below the least", "own_nights", "-1", "The nights is at least 0"],
    ["an amount above the most", "own_deposit", clp(1_000_001), "The deposit is at most 1,000,001 CLP"],
    ["somebody who is nobody", "own_keeper", "ghost", "Keeper: there is nobody called “ghost”; choose somebody"],
    ["a field of suppliers", "own_critical", true, "There is no field “critical” here to fill in"],
  ])("is refused: %s", (_name, of, after, said) => {
    const refused = propose([{ field: of, after: after as never }]);
    expect(refused.ok ? [] : refused.refusals.map(({ message }) => message)).toEqual([
      expect.stringContaining(said.replace("1,000,001", "1,000,000")),
    ]);
  });

  it("is told apart in an edit by what it is called", () => {
    const { document } = state();
    const other = structuredClone(document) as CreditLimitChange;
    other.changes = other.changes.filter(({ field: one }) => one !== "own_nights");
    const names = namesFor(readReferenceData(app), state());
    const said = documentType("credit-limit-change")
      .changes(document, other)
      .map((one) => sayChange(one, names));
    expect(said).toEqual([{ label: "Nights", before: "4.5", after: "as it is" }]);
  });
});

describe("files of accounts", () => {
  const bring = (text: string, confirm: string | null = null) =>
    importAccounts(app, person(app, "rayen"), {
      kind: "customer",
      text,
      approvedBy: "The board",
      approvedOn: "2026-01-31",
      takeGood: false,
      confirm,
      command: newCommandId(),
    });
  const FILE = "customer,Agreement,nights,own_deposit,keeper\nColegio Uno,AG-2025,12.5,500,Millaray\n";

  it("bring them in by name or key, and say in the cell what is wrong", () => {
    const looked = value(bring(FILE));
    expect(looked.bad).toEqual([]);
    expect(looked.rows[0]!.said).toEqual([
      ["Agreement", "AG-2025"],
      ["Deposit", "500 CLP"],
      ["Keeper", "Millaray"],
      ["Nights", "12.5"],
    ]);
    value(bring(FILE, looked.fingerprint));
    expect(readAccount(app.db, "colegio-uno")!.fields).toEqual({
      own_agreement: "AG-2025",
      own_nights: "12.5",
      own_deposit: clp(500),
      own_keeper: "millaray",
    });
    const bad = value(bring("customer,agreement,keeper,nights\nColegio Dos,2025,Nobody,many\n")).bad;
    expect(bad.map(({ message }) => message)).toEqual([
      "Keeper: there is nobody called “Nobody”",
      "Nights: “many” is not a number such as 3 or 2.5, with at most four decimals",
      "The agreement is AG, a dash and four digits",
    ]);
  });

  it("take them out as they come in again", async () => {
    value(bring(FILE, value(bring(FILE)).fingerprint));
    const before = readAccount(app.db, "colegio-uno")!.fields;
    const out = String(await accountsFile(app, person(app, "rayen"), "customer", "csv"));
    expect(out).toContain("agreement");
    const again = out.replaceAll("Colegio Uno", "Colegio Tres").replace(/^Instituto.*\r?\n/m, "");
    value(bring(again, value(bring(again)).fingerprint));
    expect(readAccount(app.db, "colegio-tres")!.fields).toEqual(before);
  });

  it("of changes become proposals, or changes at once of what needs no approval", async () => {
    value(setRules(app, person(app, "rayen"), { customerImport: "propose" }, newCommandId()));
    value(
      change({
        type: "save field",
        key: "own_nights",
        name: "nights",
        kind: "number",
        part: "account",
        on: ["customer"],
        place: 0,
        least: "0",
        atOnce: true,
      }),
    );
    const request = {
      text: "customer,nights,agreement\nInstituto Aralcó,8,AG-2026\n",
      confirm: true,
      command: newCommandId(),
    };
    const done = value(await importCustomers(app, person(app, "rayen"), request)).done!;
    expect(done).toMatchObject({ applied: 1, numbers: [expect.stringMatching(/^CL-/)] });
    expect(readAccount(app.db, "aralco")!.fields).toMatchObject({ own_nights: "8" });
    expect(readAccount(app.db, "aralco")!.fields).not.toHaveProperty("own_agreement");
  });
});

describe("what a new document takes over", () => {
  it("comes from its requester and their unit", () => {
    const { directory } = readReferenceData(app);
    expect(takenFrom(directory, { requester: "nehuen", unit: "science" }, "2026-09-06")).toEqual({
      requester: "nehuen",
      "manager of the requester": "lautaro",
      "head of the unit": "lautaro",
      "cost centre of the unit": "CC-1",
    });
    expect(takenFrom(directory, { requester: "consejo", unit: "council" }, "2026-09-06")).toMatchObject({
      "manager of the requester": null,
      "cost centre of the unit": null,
    });
  });

  it.each<[string, object, string]>([
    ["of the same kind", { kind: "person", taken: "own_keeper" }, ""],
    ["of the requester", { kind: "person", taken: "head of the unit" }, ""],
    ["of another kind", { kind: "text", taken: "own_keeper" }, "taken"],
    ["that is no field of accounts", { kind: "text", taken: "own_ghost" }, "taken"],
    ["of customers alone, on orders", { kind: "text", taken: "own_agreement" }, "taken"],
    ["of another list", { kind: "choice", list: "projects", taken: "cost centre of the unit" }, "taken"],
    ["of its list", { kind: "choice", list: "cost-centres", taken: "cost centre of the unit" }, ""],
  ])("is a value %s", (_name, more, path) => {
    const said = change({
      type: "save field",
      key: null,
      name: "user",
      part: "document",
      on: ["purchase-order"],
      place: 0,
      ...more,
    });
    expect(said.ok ? "" : said.refusals.map((one) => one.path).join()).toBe(path);
  });
});

describe("a definition", () => {
  it.each<[string, object, string]>([
    ["on documents", { on: ["purchase-order"] }, "on"],
    ["required, which the other party could not fill in", { required: "always" }, "required"],
    ["that begins with something", { usual: "x" }, "usual"],
    ["with a pattern that is none", { pattern: "(?<=a)b" }, "pattern"],
    ["with a limit that is no number of letters", { most: "many" }, "most"],
    ["for whoever approves", { by: "approvers" }, "part"],
    ["called as a field that there is", { name: "Tax number", on: ["supplier"] }, "name"],
    ["called as a field of the documents on such accounts", { name: "exposure after the change" }, "name"],
  ])("is refused %s", (_name, more, path) => {
    const said = field("region", "text", ["customer"], more);
    expect(said.ok ? "" : said.refusals.map((one) => one.path).join()).toBe(path);
  });

  it("on documents does not say at once what it says of accounts", () => {
    const said = change({
      type: "save field",
      key: null,
      name: "region",
      kind: "text",
      part: "document",
      on: ["purchase-order"],
      place: 0,
      atOnce: true,
    });
    expect(said.ok ? "" : said.refusals[0]!.path).toBe("atOnce");
  });
});
