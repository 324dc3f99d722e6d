// Conditions on fields of the organisation's own as FEEL, run by `feelin`, an independent interpreter, against our own evaluation.
import fc from "fast-check";
import { evaluate } from "feelin";
import { describe, expect, it } from "vitest";
import { evaluate as weigh, type Condition } from "../conditions";
import { NO_CONTEXT, conditionField, documentType } from "../documents";
import { order } from "../fixtures";
import type { OwnField, OwnValues } from "../own-fields";
import { feelContext, fromFeel, toFeel } from "./index";
import { inputsOf } from "./feel";

describe("FEEL", () => {
  // By its own evaluation, and by feelin of the exported expression, with the facts as documents have them.
  it("of fields of the organisation’s own, on the document and on lines, is the same as in the application", () => {
    const own = (key: string, more: Partial<OwnField>) =>
      conditionField(
        { key, kind: "text", part: "document", name: key, on: ["purchase-order"], place: 0, required: "no", ...more },
        [],
        {},
      );
    const fields = [
      own("own_life", { kind: "number" }),
      own("own_lives", { kind: "number", part: "line" }),
      own("own_cost", { kind: "amount" }),
      own("own_costs", { kind: "amount", part: "line" }),
      own("own_day", { kind: "date" }),
      own("own_days", { kind: "date", part: "line" }),
      own("own_flag", { kind: "flag", part: "line" }),
      own("own_grants", { kind: "choice", list: "grants", several: true }),
      own("own_text", { part: "line" }),
    ];
    const number = fc.constantFrom("-1", "2", "2.5", "2.50", "10");
    const amount = fc.record({ minor: fc.constantFrom(1, 2, 3), currency: fc.constantFrom("EUR", "NOK") });
    const day = fc.constantFrom("2026-03-01", "2026-03-02", "2026-03-03");
    const some = <T>(one: fc.Arbitrary<T>) => fc.option(one, { nil: undefined });
    const values = fc.record({
      own_life: some(number),
      own_cost: some(amount),
      own_day: some(day),
      own_grants: some(fc.subarray(["a", "b", "c"])),
    });
    const ofLine = fc.record({
      own_lives: some(number),
      own_costs: some(amount),
      own_days: some(day),
      own_flag: some(fc.boolean()),
      own_text: some(fc.constantFrom("Rope", "ROPES", "sail")),
    });
    const is = fc.constantFrom("over", "at least", "under", "at most", "exactly" as const);
    const when = fc.constantFrom("before", "on or before", "on", "on or after", "after" as const);
    const condition = fc.oneof(
      fc.record({ kind: fc.constant("number"), field: fc.constantFrom("own_life", "own_lives"), is, value: number }),
      fc.record({
        kind: fc.constant("amount"),
        field: fc.constantFrom("own_cost", "own_costs"),
        is,
        amount: fc.record({ minor: fc.constantFrom(2, 4), currency: fc.constant("EUR") }),
      }),
      fc.record({ kind: fc.constant("date"), field: fc.constantFrom("own_day", "own_days"), is: when, date: day }),
      fc.record({ kind: fc.constant("flag"), field: fc.constant("own_flag"), is: fc.boolean() }),
      fc.record({
        kind: fc.constant("choice"),
        field: fc.constant("own_grants"),
        is: fc.constantFrom("one of", "none of"),
        values: fc.subarray(["a", "b"], { minLength: 1 }),
      }),
      fc.record({
        kind: fc.constant("text"),
        field: fc.constant("own_text"),
        is: fc.constantFrom("equal to", "not equal to", "containing", "starting with", "empty", "filled in"),
        value: fc.constantFrom("rope", "S"),
      }),
    ) as fc.Arbitrary<Condition>;
    const twice = (money: { minor: number; currency: string }, currency: string) => ({
      minor: money.currency === currency ? money.minor : money.minor * 2,
      currency,
    });
    const said = (all: Record<string, unknown>) =>
      Object.fromEntries(Object.entries(all).filter(([, value]) => value !== undefined)) as OwnValues;
    const seen = new Set<string>();
    fc.assert(
      fc.property(values, fc.array(ofLine, { minLength: 1, maxLength: 3 }), condition, (document, lines, asked) => {
        const base = order(100);
        const facts = documentType("purchase-order").facts(
          { ...base, own: said(document), lines: lines.map((line) => ({ ...base.lines[0]!, own: said(line) })) },
          NO_CONTEXT,
        );
        const met = weigh(asked, facts, twice).outcome;
        const context = feelContext(facts, ["EUR"], twice, fields);
        const read = inputsOf(asked, fields).map(({ name, typeRef }) => [
          name,
          context[name] ?? (typeRef === "Any" ? [] : null),
        ]);
        expect([asked, evaluate(toFeel(asked, fields), Object.fromEntries(read)).value]).toEqual([
          asked,
          met === "met",
        ]);
        expect(fromFeel(toFeel(asked, fields), fields)).toMatchObject({ ok: true });
        seen.add(`${asked.kind} ${met}`);
      }),
      { numRuns: 3000 },
    );
    expect(seen.size).toBe(12);
  });
});
