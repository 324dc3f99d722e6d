// Fields of an organisation's own: how their keys are made, what may stand in them, and what conditions see. Nothing is compared with a published source.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { Lists } from "../lists";
import { fits } from "../patterns";
import {
  OWN_KINDS,
  OwnFieldSchema,
  OwnKeySchema,
  OwnValuesSchema,
  fieldsOn,
  foreignToKind,
  ownFactsOfLines,
  ownKeyFrom,
  wrongValues,
  type OwnField,
  type OwnValue,
} from ".";

const lists: Lists = [
  {
    id: "grants",
    name: "grant",
    entries: [
      { key: "G1", name: "Infrared" },
      { key: "G0", name: "Old", lastDay: "2026-01-31" },
    ],
  },
];
const field = (more: Partial<OwnField>): OwnField => ({
  key: "own_x",
  kind: "text",
  part: "document",
  name: "x",
  on: ["purchase-order"],
  place: 0,
  required: "no",
  ...more,
});
const against = { lists, fits, day: "2026-03-10", knows: (person: string) => person === "rui" };
const clp = (minor: number) => ({ minor, currency: "CLP" });
const eur = (minor: number) => ({ minor, currency: "EUR" });
const codes = (one: OwnField, value: OwnValue | undefined, needed = false) =>
  wrongValues(value === undefined ? {} : { own_x: value }, [one], () => needed, against).map(({ why }) => why.code);

describe("a key", () => {
  it.each([
    ["Export licence", "own_export_licence"],
    ["Ausfuhr­bewilligung (nötig?)", "own_ausfuhr_bewilligung_notig"],
    ["Year before", "own_year_before_field"],
    ["Currency", "own_currency_field"],
    ["名", "own_unnamed"],
  ])("of “%s” is %s", (name, key) => expect(ownKeyFrom(name)).toBe(key));

  it("of any name is one that documents, conditions and DMN take", () => {
    fc.assert(fc.property(fc.string({ unit: "grapheme" }), (name) => OwnKeySchema.safeParse(ownKeyFrom(name)).success));
  });

  it.each(["category", "own_", "own_A", "own__a", "own_a_before", "own_net_currency", "own_a-b", "xown_a"])(
    "“%s” is none",
    (key) => expect(OwnKeySchema.safeParse(key).success).toBe(false),
  );
});

describe("a value", () => {
  it.each<[string, OwnField, OwnValue | undefined, string[]]>([
    ["nothing, where nothing is needed", field({}), undefined, []],
    ["blanks are nothing", field({ least: "3" }), "  ", []],
    ["a text too short by letters as people count them", field({ least: "3" }), "é😀", ["too short"]],
    ["a text just long enough", field({ least: "2", most: "2" }), "é😀", []],
    ["a text too long", field({ most: "2" }), "abc", ["too long"]],
    ["a number", field({ kind: "number", least: "1", most: "2.5" }), "2.5000", []],
    ["a number under the least", field({ kind: "number", least: "1" }), "0.9999", ["below"]],
    ["a number over the most", field({ kind: "number", most: "2.5" }), "2.5001", ["above"]],
    ["no number", field({ kind: "number" }), "1e5", ["not of its kind"]],
    ["an amount", field({ kind: "amount" }), { minor: 5, currency: "CLP" }, []],
    ["an amount of just the least", field({ kind: "amount", least: clp(5) }), clp(5), []],
    ["an amount under the least", field({ kind: "amount", least: clp(5) }), clp(4), ["below"]],
    ["an amount over the most", field({ kind: "amount", most: clp(5) }), clp(6), ["above"]],
    ["an amount in a currency that has no limit", field({ kind: "amount", most: clp(5) }), eur(6), []],
    ["a text for an amount", field({ kind: "amount" }), "5", ["not of its kind"]],
    ["a day", field({ kind: "date" }), "2026-02-28", []],
    ["the first day that may be", field({ kind: "date", least: "2026-03-01" }), "2026-03-01", []],
    ["a day before the first", field({ kind: "date", least: "2026-03-01" }), "2026-02-28", ["below"]],
    ["today, where none before it may be", field({ kind: "date", least: "0" }), "2026-03-10", []],
    ["yesterday, where none before today may be", field({ kind: "date", least: "0" }), "2026-03-09", ["below"]],
    ["the 90th day from now", field({ kind: "date", most: "90" }), "2026-06-08", []],
    ["the 91st day from now", field({ kind: "date", most: "90" }), "2026-06-09", ["above"]],
    ["a text that fits", field({ pattern: "[A-Z]{2}-[0-9]{4}" }), "AG-2024", []],
    ["a text of which a part fits", field({ pattern: "[A-Z]{2}-[0-9]{4}" }), "XAG-20245", ["does not fit"]],
    ["a text before what else there is of blanks", field({ pattern: "[A-Z]+" }), " AG ", []],
    ["a day that there is not", field({ kind: "date" }), "2026-02-30", ["not of its kind"]],
    ["no, which is an answer", field({ kind: "flag" }), false, []],
    ["a text for yes or no", field({ kind: "flag" }), "no", ["not of its kind"]],
    ["an entry", field({ kind: "choice", list: "grants" }), "G1", []],
    ["an entry that has ended", field({ kind: "choice", list: "grants" }), "G0", ["not in its list"]],
    ["an entry that there is not", field({ kind: "choice", list: "grants" }), "G9", ["not in its list"]],
    ["several where one is chosen", field({ kind: "choice", list: "grants" }), ["G1"], ["not of its kind"]],
    ["several", field({ kind: "choice", list: "grants", several: true }), ["G1"], []],
    [
      "one where several are chosen",
      field({ kind: "choice", list: "grants", several: true }),
      "G1",
      ["not of its kind"],
    ],
    ["somebody", field({ kind: "person" }), "rui", []],
    ["nobody by that id", field({ kind: "person" }), "ghost", ["nobody by that id"]],
  ])("%s", (_name, one, value, expected) => expect(codes(one, value)).toEqual(expected));

  it("that is needed is asked for, in every kind, and a field that is not there takes none", () => {
    for (const kind of OWN_KINDS) expect(codes(field({ kind }), undefined, true)).toEqual(["field needed"]);
    expect(wrongValues({ own_y: "x" }, [field({})], () => false, against)).toEqual([
      { key: "own_y", why: { code: "no such field", values: { field: "own_y" } } },
    ]);
  });

  it("that stood there when it was sent may stay, whatever has become of the field, its list or its limits", () => {
    const before = { own_x: "abc", own_gone: "x", own_g: "G0" };
    const fields = [field({ most: "2" }), field({ key: "own_g", kind: "choice", list: "grants" })];
    expect(wrongValues(before, fields, () => false, against, before)).toEqual([]);
    const changed = { ...before, own_x: "abcd", own_gone: "y", own_g: "G9" };
    expect(wrongValues(changed, fields, () => false, against, before).map(({ why }) => why.code)).toEqual([
      "too long",
      "no such field",
      "not in its list",
    ]);
  });

  it("has a bounded size and no lost letters", () => {
    expect(OwnValuesSchema.safeParse({ own_x: "a".repeat(2001) }).success).toBe(false);
    expect(OwnValuesSchema.safeParse({ own_x: "\ufffd" }).success).toBe(false);
    const many = Object.fromEntries(Array.from({ length: 201 }, (_, index) => [`own_f${index}`, "x"]));
    expect(OwnValuesSchema.safeParse(many).success).toBe(false);
    expect(OwnValuesSchema.safeParse({ net: "5" }).success).toBe(false);
  });
});

describe("lines together", () => {
  it.each<[string, (OwnValue | undefined)[], unknown]>([
    ["say nothing", [undefined, ""], null],
    ["say each thing once", ["a", "b", "a"], ["a", "b"]],
    ["say yes where one does", [false, true, undefined], true],
    ["say no where none says yes and one answers", [undefined, false], false],
    ["say all amounts", [{ minor: 1, currency: "CLP" }, undefined], [{ minor: 1, currency: "CLP" }]],
    [
      "say all of several",
      [
        ["a", "b"],
        ["b", "c"],
      ],
      ["a", "b", "c"],
    ],
  ])("%s", (_name, values, fact) => {
    const said = values.map((value) => (value === undefined ? {} : { own: { own_x: value } }));
    expect(ownFactsOfLines(said)["own_x"] ?? null).toEqual(fact);
  });
});

describe("a definition", () => {
  it("is on its types and part, from its first to its last day", () => {
    const one = field({ firstDay: "2026-03-01", lastDay: "2026-03-31" });
    const on = (day: string | null, type = "purchase-order", part: OwnField["part"] = "document") =>
      fieldsOn([one], type, part, day).length;
    expect(["2026-02-28", "2026-03-01", "2026-03-31", "2026-04-01", null].map((day) => on(day))).toEqual([
      0, 1, 1, 0, 1,
    ]);
    expect([on("2026-03-10", "expense-claim"), on("2026-03-10", "purchase-order", "line")]).toEqual([0, 0]);
  });

  it("says only what goes with its kind", () => {
    expect(foreignToKind(field({ kind: "flag", most: "3", list: "grants" }))).toEqual(["list", "most"]);
    expect(foreignToKind(field({ kind: "choice", list: "grants", several: true, usual: "G1" }))).toEqual([]);
    expect(OwnFieldSchema.safeParse({ ...field({}), colour: "red" }).success).toBe(false);
  });
});
