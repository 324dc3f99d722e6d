// A condition means the same to the evaluator, to its reader and to plain boolean logic.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { sayCondition } from "../words";
import { ConditionSchema, evaluate, isGroup, type Condition, type Facts } from "./index";
import { inTenThousandths } from "./schema";

const facts: Facts = {
  supplier: "Northrigg Cordage",
  categories: ["fuel", "engine"],
  net: { minor: 250000, currency: "EUR" },
  needed: "2026-03-10",
  urgent: true,
  life: "2.50",
  lives: ["1", "7"],
  costs: [
    { minor: 100, currency: "EUR" },
    { minor: 900, currency: "EUR" },
  ],
  words: "many",
  empty: "",
  missing: null,
};
const outcome = (condition: Condition) => evaluate(condition, facts).outcome;
const amount = (is: "over" | "at least" | "under" | "at most" | "exactly", minor: number): Condition => ({
  kind: "amount",
  field: "net",
  is,
  amount: { minor, currency: "EUR" },
});
const text = (field: string, is: Extract<Condition, { kind: "text" }>["is"], value = ""): Condition => ({
  kind: "text",
  field,
  is,
  value,
});
const number = (field: string, is: Extract<Condition, { kind: "number" }>["is"], value: string): Condition => ({
  kind: "number",
  field,
  is,
  value,
});
const costs = (is: "over", minor: number): Condition => ({
  kind: "amount",
  field: "costs",
  is,
  amount: { minor, currency: "EUR" },
});
const date = (is: Extract<Condition, { kind: "date" }>["is"], day: string): Condition => ({
  kind: "date",
  field: "needed",
  is,
  date: day,
});

describe("comparisons", () => {
  it.each<[string, Condition, boolean]>([
    ["text equal, letter case aside", text("supplier", "equal to", "northrigg cordage "), true],
    ["text not equal", text("supplier", "not equal to", "Other"), true],
    ["a missing text is not “not equal”", text("missing", "not equal to", "Other"), false],
    ["text containing", text("supplier", "containing", "RIGG"), true],
    ["text starting with", text("supplier", "starting with", "cord"), false],
    ["text empty", text("empty", "empty"), true],
    ["text of a field that is not there is empty", text("nowhere", "empty"), true],
    ["text filled in", text("supplier", "filled in"), true],
    [
      "choice: any line counts",
      { kind: "choice", field: "categories", is: "one of", values: ["engine", "paint"] },
      true,
    ],
    ["choice: none of", { kind: "choice", field: "categories", is: "none of", values: ["fuel"] }, false],
    [
      "choice: none of, on a missing value",
      { kind: "choice", field: "missing", is: "none of", values: ["fuel"] },
      true,
    ],
    ["amount over its own value", amount("over", 250000), false],
    ["amount over one minor unit less", amount("over", 249999), true],
    ["amount at least its own value", amount("at least", 250000), true],
    ["amount under", amount("under", 250000), false],
    ["amount at most", amount("at most", 250000), true],
    ["amount exactly", amount("exactly", 250000), true],
    ["date before the same day", date("before", "2026-03-10"), false],
    ["date on or before", date("on or before", "2026-03-10"), true],
    ["date on", date("on", "2026-03-10"), true],
    ["date after", date("after", "2026-03-09"), true],
    ["date on or after a later day", date("on or after", "2026-03-11"), false],
    ["flag", { kind: "flag", field: "urgent", is: true }, true],
    ["a flag that is not there is not “not set”", { kind: "flag", field: "missing", is: false }, false],
    ["number exactly, however it is written", number("life", "exactly", "2.5"), true],
    ["number over itself", number("life", "over", "2.5"), false],
    ["number at least, to the fourth decimal", number("life", "at least", "2.5001"), false],
    ["number below nothing", number("life", "under", "-3"), false],
    ["numbers of lines: one is enough", number("lives", "over", "6.9999"), true],
    ["numbers of lines: none", number("lives", "over", "7"), false],
    ["what is no number is under nothing", number("words", "under", "99999999999"), false],
    ["a missing number is under nothing", number("missing", "under", "5"), false],
    ["amounts of lines: one is enough", costs("over", 899), true],
    ["amounts of lines: none", costs("over", 900), false],
    ["amounts of lines are not filled in as a text", text("costs", "filled in"), false],
  ])("%s", (_name, condition, met) => expect(outcome(condition)).toBe(met ? "met" : "not met"));

  it("keeps the value it saw", () =>
    expect(evaluate(amount("over", 1), facts).saw).toEqual({ minor: 250000, currency: "EUR" }));

  it("an amount in another currency without a rate is undecidable, with a rate it is compared", () => {
    const pounds: Condition = { kind: "amount", field: "net", is: "over", amount: { minor: 1, currency: "GBP" } };
    expect(outcome(pounds)).toBe("undecidable");
    expect(evaluate(pounds, facts, () => ({ minor: 2, currency: "GBP" })).outcome).toBe("met");
    expect(outcome({ kind: "any", of: [pounds, amount("over", 1)] })).toBe("met");
    expect(outcome({ kind: "all", of: [pounds, amount("over", 1)] })).toBe("undecidable");
    expect(outcome({ kind: "none", of: [pounds] })).toBe("undecidable");
  });
});

describe("groups", () => {
  const leaf: fc.Arbitrary<Condition> = fc.constantFrom<Condition>(
    amount("over", 1),
    amount("under", 1),
    { kind: "flag", field: "urgent", is: true },
    { kind: "flag", field: "urgent", is: false },
  );
  const { tree } = fc.letrec<{ tree: Condition }>((tie) => ({
    tree: fc.oneof(
      { maxDepth: 4 },
      leaf,
      fc.record({
        kind: fc.constantFrom("all" as const, "any" as const, "none" as const),
        of: fc.array(tie("tree"), { minLength: 1, maxLength: 4 }),
      }),
    ),
  }));
  const plain = (condition: Condition): boolean => {
    if (!isGroup(condition)) return outcome(condition) === "met";
    const parts = condition.of.map(plain);
    return condition.kind === "all"
      ? parts.every(Boolean)
      : condition.kind === "any"
        ? parts.some(Boolean)
        : !parts.some(Boolean);
  };

  it("agree with boolean logic on random trees", () => {
    fc.assert(
      fc.property(tree, (condition) => {
        expect(outcome(condition)).toBe(plain(condition) ? "met" : "not met");
      }),
    );
  });

  it("survive being written to a file and read again", () => {
    fc.assert(
      fc.property(tree, (condition) => {
        expect(ConditionSchema.parse(JSON.parse(JSON.stringify(condition)))).toEqual(condition);
      }),
    );
  });
});

describe("in words", () => {
  const words = {
    categories: { label: "category", many: true, choices: { fuel: "Fuel", engine: "Engine parts" } },
    net: { label: "net total" },
    needed: { label: "promised date" },
    urgent: { label: "urgent mark" },
    life: { label: "expected life in years" },
    tools: { label: "instrument", many: true, several: true, choices: { a: "Camera", b: "Spectrograph" } },
    supplier: { label: "supplier" },
  };
  it.each<[Condition, string]>([
    [
      { kind: "choice", field: "categories", is: "one of", values: ["fuel", "engine"] },
      "the category of a line is Fuel or Engine parts",
    ],
    [{ kind: "choice", field: "categories", is: "none of", values: ["fuel"] }, "no line has the category Fuel"],
    [amount("at least", 500000), "the net total is at least 5,000.00 EUR"],
    [date("on or after", "2026-03-02"), "the promised date is on or after 2 Mar 2026"],
    [{ kind: "number", field: "life", is: "at least", value: "2.5" }, "the expected life in years is at least 2.5"],
    [{ kind: "choice", field: "tools", is: "one of", values: ["a", "b"] }, "the instrument is Camera or Spectrograph"],
    [{ kind: "choice", field: "tools", is: "none of", values: ["a"] }, "the instrument is not Camera"],
    [{ kind: "flag", field: "urgent", is: false }, "the urgent mark is not set"],
    [text("supplier", "filled in"), "the supplier is filled in"],
    [
      {
        kind: "all",
        of: [
          amount("over", 100),
          { kind: "any", of: [text("supplier", "containing", "rope"), { kind: "flag", field: "urgent", is: true }] },
        ],
      },
      "the net total is over 1.00 EUR and (the supplier contains “rope” or the urgent mark is set)",
    ],
    [{ kind: "none", of: [{ kind: "flag", field: "urgent", is: true }] }, "it is not so that the urgent mark is set"],
    [
      { kind: "none", of: [text("supplier", "empty"), amount("under", 100)] },
      "none of these is so: the supplier is empty; the net total is under 1.00 EUR",
    ],
    [text("unnamed", "starting with", "x"), "the unnamed starts with “x”"],
  ])("%#: %j", (condition, sentence) => expect(sayCondition(condition, words)).toBe(sentence));
});

describe("schema", () => {
  it.each([
    [{ kind: "amount", field: "net", is: "over", amount: { minor: 1.5, currency: "EUR" } }, "amount.minor"],
    [{ kind: "choice", field: "categories", is: "one of", values: [] }, "values"],
    [{ kind: "all", of: [] }, "of"],
    [{ kind: "all", of: [{ kind: "flag", field: "urgent", is: true, extra: 1 }] }, "of.0"],
  ])("refuses %j at its path", (value, path) => {
    const result = ConditionSchema.safeParse(value);
    expect(result.error?.issues[0]?.path.join(".")).toBe(path);
  });
});

describe("a decimal as a whole number", () => {
  it("is exact for every text that a field can hold", () => {
    fc.assert(
      fc.property(
        fc.bigInt({ min: -(10n ** 15n) + 1n, max: 10n ** 15n - 1n }),
        fc.integer({ min: 0, max: 4 }),
        (whole, digits) => {
          const power = 10n ** BigInt(4 - digits);
          const kept = (whole / power) * power;
          const plain = String(kept < 0n ? -kept : kept).padStart(5, "0");
          const text = `${kept < 0n ? "-" : ""}${plain.slice(0, -4)}${digits > 0 ? `.${plain.slice(-4).slice(0, digits)}` : ""}`;
          expect([text, inTenThousandths(text)]).toEqual([text, Number(kept)]);
        },
      ),
      { numRuns: 5_000 },
    );
  });

  it.each(["", "1,5", "1.23456", "abc", "123456789012", "1e3", " 1", "0x1"])("is none for %j", (text) => {
    expect(inTenThousandths(text)).toBeNull();
  });
});
