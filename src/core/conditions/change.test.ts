// What an edit did to a field: changed, rose, fell, rose by more than; and which fields of which types can be asked so.
import { describe, expect, it } from "vitest";
import { policyOf, twoStep } from "../fixtures";
import { PolicySchema, type PolicyInput } from "../policy";
import { typeWords, vocabularyOf } from "../documents";
import { STARTING_SET, startFrom } from "../starting-set";
import { sayCondition } from "../words";
import { beforeKey, evaluate, type Condition, type Facts } from "./index";
import { ConditionSchema } from "./schema";

const eur = (minor: number) => ({ minor, currency: "EUR" });
const facts = (before: number | null, after: number): Facts => ({
  limit: eur(after),
  [beforeKey("limit")]: before === null ? null : eur(before),
});
type Change = Extract<Condition, { kind: "change" }>;
const change = (extra: Partial<Change>): Condition => ({ kind: "change", field: "limit", is: "changed", ...extra });

describe("a comparison of change", () => {
  it.each<[string, Partial<Change>, Facts, string]>([
    ["nothing changed", {}, facts(100, 100), "not met"],
    ["changed", {}, facts(100, 101), "met"],
    ["no old value is no change", {}, facts(null, 100), "not met"],
    ["rose", { is: "rose" }, facts(100, 101), "met"],
    ["fell is not rose", { is: "rose" }, facts(100, 99), "not met"],
    ["fell", { is: "fell" }, facts(100, 99), "met"],
    ["by exactly ten per cent is not more", { is: "rose by more than", percent: 10 }, facts(100, 110), "not met"],
    ["by more than ten per cent", { is: "rose by more than", percent: 10 }, facts(100, 111), "met"],
    [
      "from nothing, any rise is more than any percentage",
      { is: "rose by more than", percent: 10 },
      facts(0, 1),
      "met",
    ],
    ["a fall is no rise by more", { is: "rose by more than", percent: 10 }, facts(100, 1), "not met"],
    ["by exactly the amount is not more", { is: "rose by more than", amount: eur(50) }, facts(100, 150), "not met"],
    ["by more than the amount", { is: "rose by more than", amount: eur(50) }, facts(100, 151), "met"],
    [
      "in another currency without a rate",
      { is: "rose by more than", amount: { minor: 5, currency: "NOK" } },
      facts(100, 151),
      "undecidable",
    ],
  ])("%s", (_name, extra, seen, outcome) => expect(evaluate(change(extra), seen).outcome).toBe(outcome));

  it("of an amount does not mind how its parts are ordered", () => {
    const facts = { limit: { minor: 5, currency: "EUR" }, [beforeKey("limit")]: { currency: "EUR", minor: 5 } };
    expect(evaluate({ kind: "change", field: "limit", is: "changed" }, facts).outcome).toBe("not met");
  });
  it("of a text knows changed alone", () => {
    const terms = (before: string, after: string): Facts => ({ terms: after, [beforeKey("terms")]: before });
    const outcome = (is: Change["is"], seen: Facts) => evaluate({ kind: "change", field: "terms", is }, seen).outcome;
    expect([outcome("changed", terms("30 days", "45 days")), outcome("rose", terms("30 days", "45 days"))]).toEqual([
      "met",
      "not met",
    ]);
  });

  it.each([
    [{ is: "rose by more than" as const }, false],
    [{ is: "rose by more than" as const, percent: 5, amount: eur(1) }, false],
    [{ is: "rose" as const, percent: 5 }, false],
    [{ is: "rose by more than" as const, percent: 5 }, true],
    [{ is: "changed" as const }, true],
  ])("%j is well formed: %s", (extra, ok) => expect(ConditionSchema.safeParse(change(extra)).success).toBe(ok));

  it("reads as a part of a sentence", () => {
    const words = vocabularyOf(typeWords("credit-limit-change"));
    const say = (extra: Partial<Change>) => sayCondition(change(extra), words);
    expect([
      say({}),
      say({ is: "fell" }),
      say({ is: "rose by more than", percent: 12.5 }),
      say({ is: "rose by more than", amount: eur(5000) }),
    ]).toEqual([
      "the credit limit changed",
      "the credit limit fell",
      "the credit limit rose by more than 12.5 per cent",
      "the credit limit rose by more than 50.00 EUR",
    ]);
  });
});

describe("in a policy", () => {
  const limits = startFrom(
    STARTING_SET.find(({ documentType }) => documentType === "credit-limit-change")!,
    { id: "x", name: "X", owner: "boss", units: ["company"], currency: "EUR" },
  );
  const problems = (input: PolicyInput) =>
    PolicySchema.safeParse(input).error?.issues.map(({ path, message }) => `${path.join(".")}: ${message}`) ?? [];
  const withWhen = (when: Condition): PolicyInput => ({
    ...limits,
    sections: [{ ...limits.sections[0]!, when }, limits.sections.at(-1)!],
  });

  it("only fields whose old value is known can be asked, and only amounts rise", () => {
    expect(problems(withWhen(change({ is: "rose" })))).toEqual([]);
    expect(problems(withWhen({ kind: "change", field: "customer", is: "changed" }))[0]).toContain(
      "no old value of the field customer is known",
    );
    expect(problems(withWhen({ kind: "change", field: "paymentTerms", is: "rose" }))[0]).toContain(
      "can change but not rise or fall",
    );
    expect(
      problems({
        ...twoStep,
        holds: [{ reason: "x", blocks: ["pay"], when: { kind: "flag", field: "colour", is: true } }],
      })[0],
    ).toContain("holds.0.when.field: the document type purchase-order has no field “colour”");
  });

  it("a level that may be chosen next stands after the one that chooses", () => {
    const section = policyOf(twoStep).sections[0]!;
    const chooses = (ids: string[]) =>
      problems({
        ...twoStep,
        sections: [
          {
            ...section,
            levels: [
              { ...section.levels[0]!, choosesNext: ids },
              section.levels[1]!,
              { ...section.levels[1]!, id: "third", stage: 3 },
            ],
          },
        ],
      });
    expect(chooses(["head", "third"])).toEqual([]);
    expect(chooses(["head", "line-manager"])[0]).toContain("“line-manager” is no level after this one");
  });
});
