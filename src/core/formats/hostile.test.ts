// Files that are broken, hostile or by another hand end in sentences, never in an exception; what is read is a policy by its schema.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { policyOf, twoStep } from "../fixtures";
import { orderPolicy } from "../../../demo/policy";
import { typeWords } from "../documents";
import { PolicySchema } from "../policy";
import { ruleCode, ruleOf, quorumCode, quorumOf } from "./codes";
import { fromDmn, fromFeel, fromMatrix, toDmn, toMatrix } from "./index";
import { sayLoss, sayTableProblem, sayNoCondition, sayReadLoss } from "../words";

const base = { ...twoStep, sections: [] };
const sentences = (refusals: readonly { message: string }[]) => refusals.every(({ message }) => /\w{2}/.test(message));

describe("a matrix", () => {
  const rows = toMatrix(policyOf(orderPolicy), sayLoss);
  it("with any cell put out of place is read as a policy or refused in sentences", () => {
    const cell = fc.oneof(
      fc.string(),
      fc.constantFrom(
        "",
        "> 0.01",
        ">= 99999999999999",
        "< -5",
        "none",
        "approves",
        "otherwise",
        "=1+1",
        "people:",
        "n",
      ),
    );
    fc.assert(
      fc.property(fc.nat(rows.length - 1), fc.nat(12), cell, (row, column, text) => {
        const spoilt = rows.map((cells, index) =>
          index === row ? cells.with(Math.min(column, cells.length - 1), text) : cells,
        );
        const read = fromMatrix(spoilt, { ...orderPolicy, sections: [] });
        if (read.ok) expect(PolicySchema.safeParse(read.value.policy).success).toBe(true);
        else expect([read.refusals.length > 0, sentences(read.refusals.map(sayTableProblem))]).toEqual([true, true]);
      }),
      { numRuns: 600 },
    );
  });
  it("of anything at all is refused", () => {
    fc.assert(
      fc.property(fc.array(fc.array(fc.string(), { maxLength: 12 }), { maxLength: 6 }), (anything) => {
        const read = fromMatrix(anything, base);
        expect(read.ok).toBe(false);
      }),
    );
  });
  it("rows of a section may stand in any order, and blank lines between them", () => {
    const [header, ...body] = toMatrix(policyOf(twoStep), sayLoss);
    const mixed = [header!, header!.map(() => ""), ...body.toReversed()];
    const read = fromMatrix(mixed, base);
    // Levels stand by their stages, not by their lines.
    expect(read).toMatchObject({ ok: true, value: { policy: policyOf(twoStep) } });
  });
});

describe("FEEL", () => {
  const piece = fc.constantFrom(
    "(",
    ")",
    "[",
    "]",
    ",",
    " and ",
    " or ",
    "not(",
    "some value in category satisfies ",
    "list contains(",
    "net_EUR",
    " > ",
    "=",
    "5",
    '"a"',
    "true",
    "null",
    "-",
    "*",
    "date(",
    "supplier",
    "lower case(",
    "contains(",
    "starts with(",
    "count(",
    "limit_before",
  );
  it("with another count of values than a function takes says which", () => {
    const fields = typeWords("purchase-order").fields;
    for (const text of [
      "list contains([])",
      "not()",
      'contains(supplier, "a", "b")',
      "date()",
      "count(category, 1) > 0",
    ]) {
      const read = fromFeel(text, fields);
      expect(read.ok ? text : sayNoCondition(read.why)).toMatch(/takes \w+ values? between its brackets, not \w+/);
    }
  });
  it("of any pieces is a condition or a sentence", () => {
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 14 }), (pieces) => {
        const read = fromFeel(pieces.join(""), typeWords("purchase-order").fields);
        if (!read.ok) expect(sayNoCondition(read.why)).toMatch(/\w/);
      }),
      { numRuns: 3000 },
    );
  });
});

describe("DMN", () => {
  it("with any stretch of it cut out or doubled is read as a policy or refused in sentences", async () => {
    const xml = await toDmn(policyOf(twoStep), sayLoss);
    await fc.assert(
      fc.asyncProperty(fc.nat(xml.length - 1), fc.nat(80), fc.boolean(), async (from, length, twice) => {
        const part = xml.slice(from, from + length);
        const spoilt = xml.slice(0, from) + (twice ? part + part : "") + xml.slice(from + length);
        const read = await fromDmn(spoilt, base);
        if (read.ok) expect(PolicySchema.safeParse(read.value.policy).success).toBe(true);
        else expect([read.refusals.length > 0, sentences(read.refusals.map(sayTableProblem))]).toEqual([true, true]);
      }),
      { numRuns: 250 },
    );
  });
  it("a hit policy, an input or a decision that is not read is said", async () => {
    const xml = await toDmn(policyOf(twoStep), sayLoss);
    const collect = await fromDmn(
      xml.replace('<dmn:decisionTable id="table_everything-else"', '$& hitPolicy="COLLECT"'),
      base,
    );
    expect(collect.ok ? "" : sayTableProblem(collect.refusals[0]!).message).toContain(
      "the hit policy COLLECT is not read",
    );
    const more = xml.replace(
      "</dmn:definitions>",
      '<dmn:decision id="extra" name="Colour"><dmn:literalExpression id="x"><dmn:text>1</dmn:text></dmn:literalExpression></dmn:decision></dmn:definitions>',
    );
    const read = await fromDmn(more, base);
    expect(read.ok && sayReadLoss(read.value.losses[0]!)).toBe(
      "The decision “Colour” is no table by amount and was left out.",
    );
  });
});

describe("short codes", () => {
  it.each([
    { kind: "people" as const, people: ["ana", "rui"] },
    { kind: "group" as const, group: "directors" },
    { kind: "manager" as const, up: 3 },
    { kind: "headOfUnit" as const, up: 0 },
    { kind: "position" as const, position: "treasurer" },
    { kind: "lineByLimit" as const, climb: "one by one" as const },
    { kind: "lineByLimit" as const, climb: "straight" as const },
    { kind: "owner" as const, of: "supplier" as const },
    { kind: "namedOnDocument" as const, field: "receiver" },
  ])("%j comes back", (rule) => expect(ruleOf(ruleCode(rule))).toEqual(rule));
  it.each(["", "boss", "people:", "manager:x", "manager:99", "owner:Ship", "group:A B", "lineByLimit:up"])(
    "%j is no rule",
    (code) => expect(ruleOf(code)).toBeNull(),
  );
  it.each([
    { kind: "one" as const },
    { kind: "all" as const },
    { kind: "majority" as const },
    { kind: "n" as const, n: 4 },
  ])("%j comes back", (quorum) => expect(quorumOf(quorumCode(quorum))).toEqual(quorum));
  it.each(["0", "100", "some"])("%j is no number of approvers", (code) => expect(quorumOf(code)).toBeNull());
});
