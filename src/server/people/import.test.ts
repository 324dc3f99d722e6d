// Files of people: looked at first, written whole or not at all, and what is exported comes back unchanged.
import { describe, expect, it } from "vitest";
import { codes, person, testApp, value, type TestApp } from "../../../demo/test-app";
import { lastSeq, newCommandId } from "../log/log";
import { readReferenceData } from "../reference-data";
import { changePeople } from "./commands";
import { exportFile, importFile, readSheet, type ImportRequest } from "./import";

describe("import", () => {
  const request = (text: string, extra: Partial<ImportRequest> = {}): ImportRequest => ({
    table: "people",
    text,
    mapping: null,
    complete: false,
    from: null,
    takeGood: false,
    confirm: null,
    command: newCommandId(),
    ...extra,
  });
  async function run(app: TestApp, who: string, asked: ImportRequest) {
    const steps = importFile(app, person(app, who), asked);
    const stages: string[] = [];
    for (;;) {
      const step = await steps.next();
      if (step.done) return { result: step.value, stages };
      stages.push(`${step.value.stage} ${step.value.done}`);
    }
  }
  const HEAD = "id,name,e-mail,unit\n";

  it("writes nothing until what was shown is confirmed, then all in one event", async () => {
    const app = testApp();
    const rows = Array.from({ length: 1200 }, (_, index) => `p-${index},P ${index},p-${index}@x.example,legal`);
    const text = HEAD + rows.join("\n");
    const before = lastSeq(app.db);
    const { result, stages } = await run(app, "joaquina-teles", request(text));
    const { preview, written } = value(result);
    expect([preview.counts.added, written, lastSeq(app.db)]).toEqual([1200, null, before]);
    expect(stages).toEqual(["reading 1200", "comparing 500", "comparing 1000"]);
    const other = await run(
      app,
      "joaquina-teles",
      request(text.replace("P 7,", "Q 7,"), { confirm: preview.fingerprint }),
    );
    expect(codes(other.result)).toBe("other version");
    const confirmed = await run(app, "joaquina-teles", request(text, { confirm: preview.fingerprint }));
    expect(value(confirmed.result).written).toBe(1200);
    expect(lastSeq(app.db)).toBe(before + 1);
    expect(readReferenceData(app).directory.person("p-1199")?.name).toBe("P 1199");
  });

  it("of a workbook resolves what its sheets say of each other, in whichever order they come, and says of a bad row in which sheet it is", async () => {
    const app = testApp();
    const sheets = [
      {
        name: "Limits",
        text: 'holder,document type,amount\nNew Treasurer,purchase order,"5,000"\nOla Nova,Orders,100\nNobody,orders,1\n',
      },
      { name: "Groups", text: "name,members\nQuay committee,Ola Nova; Rui Tavares\n" },
      { name: "Positions", text: "name,unit,holder\nNew Treasurer,Quay,ola@x.example\n" },
      {
        name: "Blatt 4",
        text: "name,e-mail,unit,reports to,location\nOla Nova,ola@x.example,Quay,rui-tavares,Quayside\nPer Nova,per@x.example,Quay,Ola Nova,\n",
      },
      { name: "Units", text: "name,lies in,head\nQuay,freight,Ola Nova\n" },
      { name: "Locations", text: "name,time zone,Monday\nQuayside,Europe/Lisbon,08:00-12:00\n" },
    ];
    const asked = { table: null, sheets };
    const { preview } = value((await run(app, "joaquina-teles", request("", asked))).result);
    expect(preview.sheets.map(({ name, table, rows }) => `${name} ${table} ${rows}`)).toEqual([
      "Limits limits 3",
      "Groups groups 1",
      "Positions positions 1",
      "Blatt 4 people 2",
      "Units units 1",
      "Locations locations 1",
    ]);
    expect(preview.counts).toMatchObject({ added: 8, bad: 1, rows: 9 });
    expect(preview.bad.map(({ table, line, column }) => [table, line, column])).toEqual([["limits", 4, "holder"]]);
    const before = lastSeq(app.db);
    const done = await run(
      app,
      "joaquina-teles",
      request("", { ...asked, confirm: preview.fingerprint, takeGood: true }),
    );
    expect(value(done.result).written).toBe(8);
    expect(lastSeq(app.db)).toBe(before + 1);
    const { directory } = readReferenceData(app);
    expect(directory.person("per-nova")).toMatchObject({ manager: "ola-nova", unit: "quay" });
    expect(directory.unit("quay")).toMatchObject({ parent: "freight", head: "ola-nova" });
    expect(directory.person("ola-nova")!.location).toBe("quayside");
    expect(directory.organisation.locations.find(({ id }) => id === "quayside")!.week.monday).toHaveLength(1);
    expect(directory.group("quay-committee")!.members).toEqual(["ola-nova", "rui-tavares"]);
    const lacking = [{ name: "People", text: "name,unit\nA,legal\n" }, sheets[4]!];
    expect(codes((await run(app, "joaquina-teles", request("", { table: null, sheets: lacking }))).result)).toBe(
      "file",
    );
  });

  it("with a bad row writes nothing unless told to take the good ones", async () => {
    const app = testApp();
    const text = `${HEAD}a,A,a@x.example,legal\nb,B,b@x.example,moon`;
    const { preview } = value((await run(app, "joaquina-teles", request(text))).result);
    const confirm = preview.fingerprint;
    expect(codes((await run(app, "joaquina-teles", request(text, { confirm }))).result)).toBe("bad rows");
    expect(readReferenceData(app).directory.person("a")).toBeUndefined();
    value((await run(app, "joaquina-teles", request(text, { confirm, takeGood: true }))).result);
    expect([readReferenceData(app).directory.person("a")?.name, readReferenceData(app).directory.person("b")]).toEqual([
      "A",
      undefined,
    ]);
  });

  it("is refused where somebody changed people after looking, and to whoever may not", async () => {
    const app = testApp();
    const text = `${HEAD}a,A,a@x.example,legal`;
    const asked = request(text);
    const { preview } = value((await run(app, "joaquina-teles", asked)).result);
    const steps = importFile(app, person(app, "joaquina-teles"), { ...asked, confirm: preview.fingerprint });
    for (let step = await steps.next(); !step.done && step.value.stage !== "writing"; step = await steps.next());
    value(
      changePeople(
        app,
        person(app, "joaquina-teles"),
        { type: "change person", person: "otto-veramar", title: "lawyer", from: null },
        newCommandId(),
      ),
    );
    const last = await steps.next();
    expect(last.done && codes(last.value)).toBe("other version");
    expect(codes((await run(app, "benedita-corvo", request(text))).result)).toBe("forbidden");
  });

  it.each([
    ["commas", HEAD.replaceAll(",", ",") + "a,A,a@x.example,legal"],
    ["semicolons and a byte order mark", `\ufeff${HEAD.replaceAll(",", ";")}a;A;a@x.example;legal`],
    ["tabs and Windows line ends", `${HEAD.replaceAll(",", "\t").replace("\n", "\r\n")}a\tA\ta@x.example\tlegal\r\n`],
  ])("reads %s", (_name, text) => {
    expect(readSheet(text)).toMatchObject({
      ok: true,
      value: { header: ["id", "name", "e-mail", "unit"], rows: [["a", "A", "a@x.example", "legal"]], lines: [2] },
    });
  });
  it.each([
    [
      "another encoding",
      "id,name\n1,Jos\ufffd",
      "The file is not UTF-8, so that letters with accents would be lost; save it as CSV UTF-8 and try again",
    ],
    ["a heading alone", "id,name", "The file has no rows under its heading"],
    ["an open quote", 'id,name\n1,"A', expect.stringContaining("cannot be read as a table")],
  ])("refuses %s", (_name, text, message) => {
    expect(readSheet(text)).toMatchObject({ ok: false, refusals: [{ message }] });
  });

  it("what is exported from the database comes back unchanged", async () => {
    const app = testApp();
    for (const table of ["people", "units", "positions", "groups", "limits"] as const) {
      const { result } = await run(
        app,
        "joaquina-teles",
        request((await exportFile(app, table, "csv")) as string, { table: null, complete: true }),
      );
      const { counts, table: guessed } = value(result).preview;
      expect([guessed, counts.added, counts.changed, counts.deactivated, counts.bad]).toEqual([table, 0, 0, 0, 0]);
    }
  });
});
