// What a form offers of the organisation's lists: rates in the order in which a line begins, and as many columns as there is anything for.
import { describe, expect, it } from "vitest";
import { ratesOf, shownOf } from "./lists";

const lists = [
  {
    id: "tax-rates",
    name: "",
    entries: [
      { key: "a", name: "Exempt", percent: "0" },
      { key: "b", name: "Reduced", percent: "5" },
      { key: "c", name: "Standard", percent: "20", usual: true as const },
      { key: "d", name: "Standard, islands", percent: "20" },
      { key: "e", name: "Old", percent: "17.5", lastDay: "2025-12-31" },
    ],
  },
  { id: "projects", name: "", entries: [{ key: "p", name: "P", firstDay: "2026-04-01" }] },
  { id: "order-categories", name: "", entries: [{ key: "books", name: "Textbooks" }] },
];
const today = "2026-03-10";

describe("what a form offers", () => {
  it("begins with the usual rate, leaves out what has ended, and tells two of one percentage apart", () => {
    expect(ratesOf({ lists, today })).toEqual([
      { percent: "20", said: "20 %, Standard" },
      { percent: "20", said: "20 %, Standard, islands" },
      { percent: "5", said: "5 %" },
      { percent: "0", said: "0 %" },
    ]);
    expect(ratesOf({ lists: [], today })).toEqual([]);
  });

  it("has a column for a list that has anything today, and for one that is too long to be here", () => {
    const shown = (id: string) => shownOf({ lists, today }, [id]);
    expect([shown("order-categories"), shown("projects"), shown("cost-centres")]).toEqual([1, 0, 1]);
  });
});
