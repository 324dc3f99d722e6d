// Lists through time: what was renamed or ended is what it was on any earlier day, and nothing is ever taken out.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { organisation } from "../fixtures";
import { entryOf, nameOfEntry, offered } from "../lists";
import { applyChanges, asOf, checked, emptyHistory, endItem, found, saveItem, saveItems, saveList, type Edit } from ".";

const zone = "America/Santiago";
const at = (day: number) => `2026-03-${String(day).padStart(2, "0")}T12:00:00.000Z`;
const begun = applyChanges(emptyHistory(), found({ ...organisation, timeZone: zone }, "2026-01-01T00:00:00.000Z"));
const by = (day: number) => ({ at: at(day), actor: "boss", zone });
const made = (edit: Edit) => {
  if (!edit.ok) throw new Error(JSON.stringify(edit.refusals));
  return edit.value;
};
const after = (history: typeof begun, day: number, edit: (now: typeof begun) => Edit) =>
  applyChanges(history, made(checked(history, edit(history), by(day))));
const why = (edit: Edit) => (edit.ok ? null : edit.refusals[0]!.code);

describe("an entry", () => {
  const one = after(begun, 1, (now) => saveItem(now, "cost-centres", "4010", { name: "School" }, null, by(1)));

  it("is renamed from a day on, and was called otherwise before", () => {
    const renamed = after(one, 5, (now) =>
      saveItem(now, "cost-centres", "4010", { name: "Lower school", owner: "boss" }, "2026-03-20", by(5)),
    );
    const called = (moment: string) => nameOfEntry(asOf(renamed, moment).lists, "cost-centres", "4010");
    expect([called(at(1)), called(at(19)), called("2026-03-20T03:00:00.000Z")]).toEqual([
      "School",
      "School",
      "Lower school",
    ]);
    expect(called("2026-02-28T00:00:00.000Z")).toBe("4010");
  });

  it("keeps its key however it is written, and no two open ones have one name", () => {
    const same = made(saveItem(one, "cost-centres", "4010", { name: "School" }, null, by(2)));
    expect(same).toEqual([]);
    const two = after(one, 2, (now) => saveItem(now, "cost-centres", "4020", { name: "Kitchen" }, null, by(2)));
    expect(why(saveItem(two, "cost-centres", "4030", { name: "kitchen " }, null, by(3)))).toBe("entry of that name");
    const ended = after(two, 3, (now) => endItem(now, "cost-centres", "4020", "2026-03-04"));
    expect(why(saveItem(ended, "cost-centres", "4030", { name: "Kitchen" }, null, by(5)))).toBeNull();
    expect(offered(asOf(ended, at(5)).lists, "cost-centres", "2026-03-05").map(({ key }) => key)).toEqual(["4010"]);
    expect(entryOf(asOf(ended, at(5)).lists, "cost-centres", "4020")).toMatchObject({ lastDay: "2026-03-04" });
  });

  it.each([
    ["a list that is not there", "grants", "g1", { name: "G" }, null, "no such entry"],
    ["an attribute of another list", "papers", "p", { name: "P", percent: "20" }, null, "not said in this list"],
    ["a tax rate without a rate", "tax-rates", "t", { name: "T" }, null, "attribute needed"],
    [
      "days the wrong way round",
      "papers",
      "p",
      { name: "P", firstDay: "2026-04-02", lastDay: "2026-04-01" },
      null,
      "last day before the first",
    ],
    [
      "a ceiling in another currency",
      "claim-categories",
      "m",
      { name: "M", ceiling: { minor: 1, currency: "GBP" } },
      null,
      "not in the home currency",
    ],
    ["a day that has passed", "papers", "p", { name: "P" }, "2026-02-01", "day has passed"],
  ] as const)("is refused for %s", (_, list, key, edit, from, code) => {
    expect(why(saveItem(begun, list, key, edit, from, by(10)))).toBe(code);
  });

  it("has an owner and a unit that are there", () => {
    const of = (edit: object) =>
      why(checked(begun, saveItem(begun, "projects", "p", { name: "P", ...edit }, null, by(1)), by(1)));
    expect([of({ owner: "boss", unit: "fleet" }), of({ owner: "nobody" }), of({ unit: "moon" })]).toEqual([
      null,
      "does not fit",
      "does not fit",
    ]);
  });
});

it("a list of the organisation’s own has a name that no other has, and an id that is none of everybody’s", () => {
  const one = after(begun, 1, (now) => saveList(now, null, "Currencies", null, by(1)));
  expect([...one.list.keys()]).toEqual(["currencies-2"]);
  expect(why(saveList(one, null, "currencies", null, by(2)))).toBe("list of that name");
  const filled = after(one, 2, (now) => saveItem(now, "currencies-2", "x", { name: "X", owner: "boss" }, null, by(2)));
  expect(asOf(filled, at(2)).lists.at(-1)).toMatchObject({ id: "currencies-2", name: "Currencies" });
});

it("whatever is done to a list, what it said on an earlier day stays what it said", () => {
  const key = fc.constantFrom("a", "b", "c");
  const step = fc.record({
    key,
    name: fc.constantFrom("One", "Two", "Three", "Four"),
    later: fc.nat({ max: 3 }),
    end: fc.boolean(),
    row: fc.boolean(),
  });
  fc.assert(
    fc.property(fc.array(step, { minLength: 1, maxLength: 12 }), (steps) => {
      let history = begun;
      const seen: [moment: string, lists: unknown][] = [];
      steps.forEach(({ key: id, name, later, end, row }, index) => {
        const day = index + 1;
        const from = later === 0 ? null : `2026-03-${String(day + later).padStart(2, "0")}`;
        const edit = end
          ? endItem(history, "papers", id, `2026-03-${String(day + later).padStart(2, "0")}`)
          : row
            ? saveItems(history, "papers", [{ key: id, name }], from, by(day))
            : saveItem(history, "papers", id, { name }, from, by(day));
        const done = checked(history, edit, by(day));
        if (done.ok) history = applyChanges(history, done.value);
        for (const [moment, lists] of seen) expect([moment, said(history, moment)]).toEqual([moment, lists]);
        // The same day's later edits may replace what was said at the very moment, so what counts is the moment before.
        seen.push([at(day), said(history, at(day))]);
      });
    }),
    { numRuns: 120 },
  );

  /** What an entry says besides the days on which it may be used, which are known beforehand and change at once. */
  function said(history: typeof begun, moment: string) {
    return asOf(history, moment).lists.map(({ id, entries }) => [id, entries.map(({ key: one, name }) => [one, name])]);
  }
});
