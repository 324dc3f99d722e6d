// A file changes what it says and nothing else, and says of every row it cannot take why.
import { parse } from "csv-parse/sync";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { marevia } from "../../../demo/organisation";
import { AT } from "../fixtures";
import { applyChanges, asOf, emptyHistory, found, type OrganisationHistory } from "../organisation-history";
import {
  TABLE_NAMES,
  exportTable,
  guessMapping,
  guessTable,
  missingColumns,
  planImport,
  type Plan,
  type PlanInput,
  type TableName,
} from "./index";
import { directoryOf } from "../people";
import { sayPlainly } from "../tables";
import { sayCell, namesOf } from "../words";

const start = applyChanges(emptyHistory(), found(marevia, "2025-01-02T09:00:00.000Z"));

function plan(
  table: TableName,
  sheet: string[][],
  extra: Partial<PlanInput> = {},
  history: OrganisationHistory = start,
): Plan {
  const [header, ...rows] = sheet;
  const steps = planImport(history, {
    table,
    rows,
    lines: rows.map((_, index) => index + 2),
    mapping: guessMapping(header!, table),
    complete: false,
    from: AT,
    lastDay: "2026-03-09",
    withOpenWork: new Set(),
    ...extra,
  });
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}
/** A table as a file of it says it. */
const written = (organisation: typeof marevia, table: TableName) =>
  exportTable(organisation, table).map((row) => row.map(sayPlainly));
const names = namesOf(directoryOf(marevia));
const said = ({ bad, called }: Plan) => {
  const withFile = { ...names, person: (id: string) => called.get(id) || names.person(id) };
  return bad.map((row) => `${row.line} ${row.column}: ${sayCell(row.why, withFile)}`);
};

describe("round trip", () => {
  it.each(TABLE_NAMES)("%s read back change nothing", (table) => {
    const sheet = written(marevia, table);
    expect(sheet.length).toBeGreaterThan(table === "locations" ? 2 : 8);
    expect(plan(table, sheet, { complete: true })).toMatchObject({ planned: [], unchanged: sheet.length - 1, bad: [] });
  });

  it("into an empty organisation they make the same people, units and groups", () => {
    const { people, units, positions, groups, limits, owners, lists } = marevia;
    const bare = { ...marevia, people: [], units: [], positions: [], groups: [], limits: [], owners: [], lists: [] };
    let history = applyChanges(emptyHistory(), found(bare, "2025-01-02T09:00:00.000Z"));
    // Units name people and people units, so heads come with a second reading of the units.
    const withoutHeads = written({ ...marevia, units: units.map((unit) => ({ ...unit, head: null })) }, "units");
    for (const [table, sheet] of [
      ["units", withoutHeads],
      ...(["people", "units", "positions", "groups", "limits"] as const).map(
        (name) => [name, written(marevia, name)] as const,
      ),
    ] as const) {
      const planned = plan(table, sheet, {}, history);
      expect(planned.bad).toEqual([]);
      history = applyChanges(
        history,
        planned.planned.map((one) => one.change),
      );
    }
    const after = asOf(history, AT);
    expect({ ...after, owners, lists }).toEqual({ ...marevia, people, units, positions, groups, limits });
  });
});

describe("columns", () => {
  it("are guessed by their headings, in any order and with other words", () => {
    const mapping = guessMapping(
      ["Line manager", "Full name", "Department", "Work email", "Colour", "Employee number"],
      "people",
    );
    expect(mapping).toMatchObject({ manager: 0, name: 1, unit: 2, email: 3, id: 5, roles: null });
    expect(missingColumns("people", { ...mapping, email: null })).toEqual(["email"]);
  });
  it.each(TABLE_NAMES)("a file of %s is known for what it is", (table) => {
    expect(guessTable(written(marevia, table)[0]!)).toBe(table);
  });
});

describe("bad rows", () => {
  const people = (...rows: string[][]) => [
    ["id", "name", "e-mail", "unit", "reports to", "roles", "last day"],
    ...rows,
  ];
  it("are named with line, column and reason, and the others are taken", () => {
    const planned = plan(
      "people",
      people(
        ["new-one", "New One", "new-one@marevia.example", "freight", "dario-penalva", "requester", ""],
        ["a", "", "a@marevia.example", "freight", "", "", ""],
        ["b", "B", "not an address", "freight", "", "", ""],
        ["c", "C", "c@marevia.example", "moon", "", "", ""],
        ["d", "D", "d@marevia.example", "freight", "nobody-here", "", ""],
        ["e", "E", "e@marevia.example", "freight", "new-one", "emperor", ""],
        ["f", "F", "f@marevia.example", "freight", "", "controller reviewer", ""],
        ["new-one", "Again", "again@marevia.example", "freight", "", "", ""],
        ["h", "H", "RUI-TAVARES@marevia.example", "freight", "", "", ""],
        ["i", "I", "i@marevia.example", "freight", "j", "", ""],
        ["j", "J", "j@marevia.example", "freight", "i", "", ""],
        [
          "noor-halvorsrud",
          "Noor Halvorsrud",
          "noor-halvorsrud@marevia.example",
          "engineering",
          "rui-tavares",
          "",
          "tomorrow",
        ],
        ["rui-tavares", "Rui Tavares", "rui-tavares@marevia.example", "engineering", "marta-quelhas", "", "2026-03-31"],
      ),
    );
    expect(said(planned)).toEqual([
      "3 name: name is empty",
      "4 email: email: Invalid email address",
      "5 unit: there is no unit “moon”, neither here nor in the file",
      "6 manager: there is no person “nobody-here”, neither here nor in the file",
      "7 roles: there is no role “emperor”; there are requester, approver, clerk, controller, reviewer, administrator, auditor, investigator",
      "8 roles: these roles must not meet: controller and reviewer: who writes a policy does not review it",
      "9 id: is in line 2 already",
      "10 email: H has the same e-mail address as Rui Tavares",
      "11 manager: the reporting line runs in a circle: I → J → I",
      "12 manager: the reporting line runs in a circle: I → J → I",
      "13 activeUntil: “tomorrow” is not a date; write it like 2026-03-09",
      expect.stringMatching(/^14 activeUntil: cannot be deactivated by a file: /),
    ]);
    expect(planned.planned.map((one) => `${one.how} ${one.change.id}`)).toEqual(["added new-one"]);
  });

  it("drag down the rows that need them", () => {
    const planned = plan(
      "people",
      people(
        ["k", "K", "k@marevia.example", "moon", "", "", ""],
        ["l", "L", "l@marevia.example", "freight", "k", "", ""],
      ),
    );
    expect(said(planned)).toEqual([
      "2 unit: there is no unit “moon”, neither here nor in the file",
      "3 manager: there is no person “k”",
    ]);
  });

  it("of limits", () => {
    const planned = plan("limits", [
      ["who", "for", "up to", "currency"],
      ["Treasurer", "Orders", "12,500.00", "EUR"],
      ["rui-tavares@marevia.example", "purchase-order", "unlimited", ""],
      ["nobody", "purchase-order", "1", "EUR"],
      ["treasurer", "poems", "1", "EUR"],
      ["treasurer", "expense-claim", "much", "EUR"],
      ["treasurer", "expense-claim", "10", "XXQ"],
    ]);
    expect(planned.planned.map((one) => one.change.id)).toEqual([
      "position.treasurer.purchase-order",
      "person.rui-tavares.purchase-order",
    ]);
    expect(planned.bad.map((row) => `${row.line} ${row.column}`)).toEqual([
      "4 holder",
      "5 documentType",
      "6 amount",
      "7 currency",
    ]);
  });
});

describe("a complete file", () => {
  it("deactivates who is not in it, but for those on whom something hangs", () => {
    const sheet = written(marevia, "people").filter(
      ([id]) => !["otto-veramar", "rui-tavares", "simao-calheta"].includes(id!),
    );
    const planned = plan("people", sheet, { complete: true, withOpenWork: new Set(["simao-calheta"]) });
    expect(planned.planned.map((one) => `${one.how} ${one.change.id} ${one.line}`)).toEqual([
      "deactivated otto-veramar null",
    ]);
    expect(planned.bad.map((row) => row.row)).toEqual(["rui-tavares", "simao-calheta"]);
    expect(plan("people", sheet).planned).toEqual([]);
  });

  it("keeps whoever owns an entry of a list, and says which", () => {
    const gardens = { key: "Q-77", name: "Roof gardens", owner: "otto-veramar" };
    const lists = marevia.lists.map((list) =>
      list.id === "projects" ? { ...list, entries: [...list.entries, gardens] } : list,
    );
    const owned = applyChanges(emptyHistory(), found({ ...marevia, lists }, "2025-01-02T09:00:00.000Z"));
    const sheet = written(marevia, "people").filter(([id]) => id !== "otto-veramar");
    const { planned, bad } = plan("people", sheet, { complete: true }, owned);
    expect(planned).toEqual([]);
    expect(bad.map(({ row, why }) => [row, why])).toEqual([
      ["otto-veramar", { code: "still needed", values: { why: { code: "owns", values: { key: "Roof gardens" } } } }],
    ]);
  });
});

describe("any text", () => {
  it("goes out as CSV and comes back as it was", async () => {
    const [{ readSheet }, { toCsv }] = await Promise.all([import("@/server/people/import"), import("@/server/tables")]);
    const cell = fc.oneof(
      fc.string({ unit: "grapheme" }),
      fc.constantFrom("=1+1", "'=x", "''-1", '"', "a;b", "a,b", "+", "@", "é"),
    );
    // A line break in a cell is written as it is, but for the one that ends a line of the file; blank rows are left out.
    const usable = cell.map((text) => text.replace(/[\r\ufeff\ufffd]/g, "")).filter((text) => text.trim() !== "");
    fc.assert(
      fc.property(fc.array(fc.tuple(usable, usable, usable), { minLength: 1, maxLength: 5 }), (rows) => {
        const sheet = [["a", "b", "c"], ...rows];
        const text = toCsv(sheet, { bom: true });
        expect(readSheet(text)).toMatchObject({ ok: true, value: { header: sheet[0], rows } });
        // The same by an independent reader of RFC 4180, but for the apostrophes that keep spreadsheets from calculating.
        const plain = parse(text, { bom: true }) as string[][];
        expect(plain.flat().every((one) => !/^[=+\-@\t]/.test(one))).toBe(true);
      }),
      { numRuns: 300 },
    );
  });
});

describe("locations", () => {
  const sheet = [
    ["name", "time zone", "Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"],
    ["Yard", "Europe/Lisbon", "8:00-12:00, 13:00-17:00", "08:00–12:00", "08:00–12:00", "08:00–12:00", "", "", ""],
    ["Night desk", "America/Santiago", "20:00-24:00", "all day", "", "", "", "", ""],
    ["Nowhere", "Europe/Atlantis", "", "", "", "", "", "", ""],
  ];

  it("are read with their hours, a day without any being free, and say what is wrong in which column", () => {
    const read = plan("locations", sheet);
    expect(said(read)).toEqual([
      "3 tuesday: “all day” is not hours: write them like 08:30–12:30, 13:30–17:30, nothing for a day off",
      expect.stringMatching(/^4 timeZone: .*IANA time zone/),
    ]);
    const [{ change }] = read.planned as [Plan["planned"][number]];
    expect(change).toMatchObject({
      kind: "location",
      after: {
        id: "yard",
        timeZone: "Europe/Lisbon",
        holidays: [],
        week: {
          monday: [
            { from: "08:00", to: "12:00" },
            { from: "13:00", to: "17:00" },
          ],
          friday: [],
        },
      },
    });
  });

  it("keep their days off, and their hours where a file says none", () => {
    const [lisbon] = marevia.locations;
    const read = plan("locations", [
      ["id", "name"],
      [lisbon!.id, "Elsewhere"],
    ]);
    expect(read.planned[0]!.change.after).toEqual({ ...lisbon, name: "Elsewhere" });
    const fresh = plan("locations", [["name"], ["Annex"]]).planned[0]!.change.after;
    expect(fresh).toMatchObject({ id: "annex", timeZone: marevia.timeZone, week: { saturday: [] } });
  });
});
