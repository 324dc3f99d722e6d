// What a list offers on a day, what somebody means who types a key or a name, and what may stand on a document. Nothing is compared with a published source.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { LISTS, LIST_IDS, ListSchema, entryCalled, foldKey, isOpen, offered, whyNotPicked, type Lists } from ".";

const lists: Lists = [
  {
    id: "order-categories",
    name: "",
    entries: [
      { key: "books", name: "Textbooks" },
      { key: "bus", name: "Minibus", firstDay: "2026-04-01" },
      { key: "coal", name: "Coal", lastDay: "2025-12-31" },
      { key: "Gas", name: "Coal and gas" },
    ],
  },
  { id: "currencies", name: "", entries: [] },
  { id: "cost-centres", name: "", entries: [] },
];
const DAY = "2026-03-10";

describe("a list", () => {
  it("offers what has begun and has not ended, first and last day included", () => {
    const keys = (day: string) => offered(lists, "order-categories", day).map(({ key }) => key);
    expect(keys("2025-12-31")).toEqual(["books", "coal", "Gas"]);
    expect(keys("2026-01-01")).toEqual(["books", "Gas"]);
    expect(keys("2026-04-01")).toEqual(["books", "bus", "Gas"]);
  });

  it.each([
    ["books", "books"],
    [" TEXTBOOKS ", "books"],
    ["gas", "Gas"],
    ["coal  and gas", "Gas"],
    ["coal", undefined],
    ["bus", undefined],
    ["", undefined],
    ["toString", undefined],
  ])("“%s” means %s", (typed, key) => {
    expect(entryCalled(lists, "order-categories", typed, DAY)?.key).toBe(key);
  });

  it.each([
    ["order-categories", "books", true, null],
    ["order-categories", "", true, "choose from the list"],
    ["order-categories", "", false, null],
    ["order-categories", "sails", true, "not in the list"],
    ["order-categories", "Books", true, "not in the list"],
    ["order-categories", "coal", true, "not open in the list"],
    ["order-categories", "bus", true, "not open in the list"],
    // Where nothing is kept, nothing is asked; a cost centre that is in no list is none.
    ["cost-centres", "", true, null],
    ["cost-centres", "4010", false, "not in the list"],
    ["currencies", "GBP", true, null],
    // A list that is not known here is not judged here.
    ["projects", "P-1", true, null],
  ])("of %s, “%s” (needed: %s) is refused as %s", (list, key, needed, code) => {
    expect(whyNotPicked(lists, list, key, DAY, needed)?.code ?? null).toBe(code);
  });

  it("lets an entry stand exactly where it offers it", () => {
    const day = fc.constantFrom("2025-12-31", "2026-01-01", "2026-03-31", "2026-04-01");
    const key = fc.constantFrom("books", "bus", "coal", "Gas", "gas", "other");
    fc.assert(
      fc.property(day, key, (on, chosen) => {
        const may = whyNotPicked(lists, "order-categories", chosen, on, true) === null;
        expect(may).toBe(offered(lists, "order-categories", on).some((entry) => entry.key === chosen));
      }),
    );
  });

  it("has a key once, however it is capitalised, and says only what its kind says", () => {
    const of = (id: string, entries: object[]) =>
      ListSchema.safeParse({ id, entries }).error?.issues.map(({ path }) => path.join("."));
    expect(
      of("papers", [
        { key: "a", name: "A" },
        { key: "A", name: "B" },
      ]),
    ).toEqual(["entries.1.key"]);
    expect(of("papers", [{ key: "a", name: "A", percent: "20" }])).toEqual(["entries.0.percent"]);
    expect(of("grants", [{ key: "a", name: "A", owner: "rui" }])).toBeUndefined();
    expect(of("tax-rates", [{ key: "=1+1", name: "A", percent: "20" }])).toEqual(["entries.0.key"]);
  });

  it("tells keys apart as people do", () => {
    expect(foldKey("  CC  10 ")).toBe(foldKey("cc 10"));
    expect(LIST_IDS).toEqual(Object.keys(LISTS));
    expect(isOpen({}, DAY)).toBe(true);
  });
});
