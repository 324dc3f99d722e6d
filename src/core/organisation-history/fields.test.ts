// Fields through time: what one was called and asked for on an earlier day stays what it was, and what documents hold in it is never of another kind.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { organisation } from "../fixtures";
import {
  applyChanges,
  asOf,
  changesOf,
  checked,
  emptyHistory,
  endField,
  found,
  placeFields,
  saveField,
  saveList,
  type Edit,
  type FieldEdit,
} from ".";

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
const why = (edit: Edit) => (edit.ok ? null : edit.refusals.map(({ code, path }) => `${path}: ${code}`).join("; "));
const plain = (more: Partial<FieldEdit> = {}): FieldEdit => ({
  name: "grant",
  kind: "text",
  part: "document",
  on: ["purchase-order"],
  place: 0,
  required: "no",
  ...more,
});
const over = (field: string): FieldEdit["when"] => ({
  kind: "amount",
  field,
  is: "over",
  amount: { minor: 1, currency: "EUR" },
});

describe("a field", () => {
  const one = after(begun, 1, (now) => saveField(now, null, plain(), null, by(1)));
  const fieldsAt = (history: typeof begun, moment: string) => asOf(history, moment).fields;

  it("has a key of its first name, which stays, and is called otherwise from a day on", () => {
    const renamed = after(one, 5, (now) =>
      saveField(
        now,
        "own_grant",
        plain({ name: "funding", required: "always", help: "Ask Millaray" }),
        "2026-03-20",
        by(5),
      ),
    );
    const called = (moment: string) =>
      fieldsAt(renamed, moment).map(({ key, name, required, help }) => [key, name, required, help]);
    expect(called(at(1))).toEqual([["own_grant", "grant", "no", undefined]]);
    expect(called("2026-03-20T03:00:00.000Z")).toEqual([["own_grant", "funding", "always", "Ask Millaray"]]);
    expect(called("2026-02-01T00:00:00.000Z")).toEqual([]);
    const without = after(renamed, 6, (now) =>
      saveField(now, "own_grant", plain({ name: "funding", required: "always" }), "2026-03-25", by(6)),
    );
    expect(fieldsAt(without, "2026-03-26T00:00:00.000Z")[0]!.help).toBeUndefined();
    expect(fieldsAt(without, "2026-03-21T00:00:00.000Z")[0]!.help).toBe("Ask Millaray");
  });

  it("on other documents from today on stays so when another name begins later", () => {
    const later = after(one, 2, (now) => saveField(now, "own_grant", plain({ name: "funding" }), "2026-03-20", by(2)));
    // As it comes out of the log: no array is the same one as another.
    const stored = structuredClone(later);
    const wider = after(stored, 3, (now) =>
      saveField(now, "own_grant", plain({ on: ["purchase-order", "expense-claim"] }), null, by(3)),
    );
    const [then] = fieldsAt(wider, "2026-03-21T00:00:00.000Z");
    expect([then!.name, then!.on]).toEqual(["funding", ["purchase-order", "expense-claim"]]);
  });

  it("is found again as it is, and written out as what it changed", () => {
    const again = applyChanges(emptyHistory(), found(asOf(one, at(2)), at(2)));
    expect(asOf(again, at(2)).fields).toEqual(asOf(one, at(2)).fields);
    const [change] = made(saveField(one, "own_grant", plain({ required: "when", when: over("net") }), null, by(2)));
    expect(changesOf(change!, zone, at(2)).map(({ field }) => field)).toEqual(["required", "when"]);
    expect(made(saveField(one, "own_grant", plain(), null, by(2)))).toEqual([]);
  });

  it("is ended and never deleted, and another may then have its name and gets a key of its own", () => {
    const ended = after(one, 3, (now) => endField(now, "own_grant", "2026-03-03"));
    const two = after(ended, 4, (now) => saveField(now, null, plain(), null, by(4)));
    expect(fieldsAt(two, at(4)).map(({ key, lastDay }) => [key, lastDay])).toEqual([
      ["own_grant", "2026-03-03"],
      ["own_grant_2", undefined],
    ]);
    expect(
      fieldsAt(
        after(two, 5, (now) => endField(now, "own_grant", null)),
        at(5),
      )[0]!.lastDay,
    ).toBeUndefined();
  });

  it.each<[string, string | null, FieldEdit, string]>([
    ["a key that there is not", "own_x", plain(), "undefined: no such entry"],
    ["another kind", "own_grant", plain({ kind: "number" }), "kind: of a field for good"],
    ["another part", "own_grant", plain({ part: "line" }), "part: of a field for good"],
    ["the name of another", null, plain({ name: " Grant" }), "name: field of that name"],
    ["the name of a field of the program", null, plain({ name: "Net total" }), "name: field of that name"],
    ["what is of another kind", null, plain({ name: "y", kind: "flag", most: "3" }), "most: not of this kind of field"],
    ["a choice of nothing", null, plain({ name: "y", kind: "choice" }), "list: choice without a list"],
    ["a list that there is not", null, plain({ name: "y", kind: "choice", list: "ships" }), "list: no such entry"],
    ["no condition", null, plain({ name: "y", required: "when" }), "when: condition needed"],
    ["a condition that counts for nothing", null, plain({ name: "y", when: over("net") }), "when: condition needed"],
    ["a type that there is not", null, plain({ name: "y", on: ["poem"] }), "on: no such type"],
    [
      "what the other party could not fill in",
      null,
      plain({ name: "y", on: ["supplier-account"], required: "always" }),
      "required: sent by others too",
    ],
    [
      "lines where there are none",
      null,
      plain({ name: "y", part: "line", on: ["credit-limit-change"] }),
      "on: type without lines",
    ],
    [
      "a condition on what one type has not",
      null,
      plain({ name: "y", on: ["purchase-order", "expense-claim"], required: "when", when: over("net") }),
      "when: type without the field",
    ],
    [
      "a condition on what is not known yet",
      null,
      plain({
        name: "y",
        on: ["supplier-invoice"],
        required: "when",
        when: { kind: "flag", field: "duplicateSuspected", is: true },
      }),
      "when: known only when sent",
    ],
    [
      "a condition on a field that there is not",
      null,
      plain({ name: "y", required: "when", when: over("own_zz") }),
      "when: no such entry",
    ],
    [
      "an amount compared with a text field",
      null,
      plain({ name: "y", required: "when", when: over("own_grant") }),
      "when: compared as it cannot be",
    ],
    ["letters that are no number of letters", null, plain({ name: "y", least: "1.5" }), "least: no number of letters"],
    [
      "a most under the least",
      null,
      plain({ name: "y", kind: "number", least: "2", most: "1.9999" }),
      "most: most under the least",
    ],
    [
      "to begin with what is no number",
      null,
      plain({ name: "y", kind: "number", usual: "ten" }),
      "usual: cannot begin so",
    ],
    [
      "a last day before the first",
      null,
      plain({ name: "y", firstDay: "2026-04-02", lastDay: "2026-04-01" }),
      "lastDay: last day before the first",
    ],
  ])("is refused for %s", (_name, key, edit, code) => {
    expect(why(saveField(one, key, edit, null, by(2)))).toBe(code);
  });

  it("of a list of the organisation’s own is a choice, and required on another field of its own", () => {
    const listed = after(one, 2, (now) => saveList(now, null, "Ship", null, by(2)));
    const chosen = after(listed, 3, (now) =>
      saveField(now, null, plain({ name: "ship", kind: "choice", list: "ship" }), null, by(3)),
    );
    const needed = after(chosen, 4, (now) =>
      saveField(
        now,
        null,
        plain({
          name: "berth",
          required: "when",
          when: { kind: "choice", field: "own_ship", is: "one of", values: ["S"] },
        }),
        null,
        by(4),
      ),
    );
    expect(fieldsAt(needed, at(4)).map(({ key }) => key)).toEqual(["own_berth", "own_grant", "own_ship"]);
  });

  it("stands where it is put, from then on", () => {
    const two = after(one, 2, (now) => saveField(now, null, plain({ name: "ship", place: 1 }), null, by(2)));
    const turned = after(two, 5, (now) => placeFields(now, ["own_ship", "own_grant"], by(5)));
    const order = (moment: string) => fieldsAt(turned, moment).map(({ key }) => key);
    expect([order(at(4)), order(at(6))]).toEqual([
      ["own_grant", "own_ship"],
      ["own_ship", "own_grant"],
    ]);
    expect(why(placeFields(two, ["own_ship", "own_none"], by(5)))).toBe("keys.1: no such entry");
  });

  it("says of an earlier day what it said then, whatever is done to it", () => {
    const step = fc.oneof(
      fc.record({
        name: fc.constantFrom("a", "b", "c"),
        required: fc.constantFrom("no" as const, "always" as const),
        in: fc.constantFrom(0, 3),
      }),
      fc.constant("end" as const),
      fc.constant("open" as const),
    );
    fc.assert(
      fc.property(fc.array(step, { minLength: 1, maxLength: 8 }), (steps) => {
        let history = one;
        const seen: [string, string][] = [];
        steps.forEach((what, index) => {
          const day = 2 + index;
          const edit =
            typeof what === "string"
              ? endField(history, "own_grant", what === "end" ? `2026-03-${String(day).padStart(2, "0")}` : null)
              : saveField(
                  history,
                  "own_grant",
                  plain({ name: what.name, required: what.required }),
                  what.in ? `2026-03-${String(day + what.in).padStart(2, "0")}` : null,
                  by(day),
                );
          history = applyChanges(history, made(edit));
          const moment = `2026-03-${String(day).padStart(2, "0")}T13:00:00.000Z`;
          // Its days may still be moved; what it was called and asked for is settled.
          seen.push([
            moment,
            JSON.stringify(asOf(history, moment).fields.map(({ name, required }) => [name, required])),
          ]);
        });
        for (const [moment, said] of seen)
          expect(JSON.stringify(asOf(history, moment).fields.map(({ name, required }) => [name, required]))).toBe(said);
      }),
      { numRuns: 300 },
    );
  });
});
