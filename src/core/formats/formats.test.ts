// Files out and in again; and the exported decision tables run by `feelin`, an independent interpreter of FEEL, against what routing says of the same documents.
import { DmnModdle } from "dmn-moddle";
import fc from "fast-check";
import { evaluate, unaryTest } from "feelin";
import { describe, expect, it } from "vitest";
import { marevia } from "../../../demo/organisation";
import { orderPolicy } from "../../../demo/policy";
import { beforeKey, evaluate as weigh, type Condition, type Facts, type FactValue } from "../conditions";
import { NO_CONTEXT, documentType, typeWords, type AnyDocument } from "../documents";
import { convert, type Rate } from "../money";
import { AT, level, order, policyOf, twoStep, withLevels } from "../fixtures";
import { directoryOf } from "../people";
import { boundaryAmounts, type Policy, type PolicyInput } from "../policy";
import { route } from "../routing";
import { STARTING_SET, startFrom } from "../starting-set";
import { feelContext, fromDmn, fromFeel, fromMatrix, lossesOf, toDmn, toFeel, toMatrix } from "./index";
import { inputsOf } from "./feel";
import { sayLoss, sayReadLoss, sayTableProblem, sayNoCondition } from "../words";

type Element = { $type: string; id: string; [key: string]: unknown };
const list = (value: unknown) => (value ?? []) as Element[];
const text = (element: unknown) => (element as { text: string }).text;

/** A decision table by DMN 1.3: the outputs of the rules that fit, in order. `feelin` gives an object, of which the value counts. */
function rulesThatFit(table: Element, context: Record<string, unknown>): Record<string, unknown>[] {
  const inputs = list(table.input).map((input) => evaluate(text(input.inputExpression), context).value as unknown);
  return list(table.rule).flatMap((rule) => {
    const fits = list(rule.inputEntry).every(
      (entry, column) => unaryTest(text(entry), { ...context, "?": inputs[column] }).value === true,
    );
    if (!fits) return [];
    const outputs = list(rule.outputEntry).map((entry) => evaluate(text(entry), context).value as unknown);
    return [Object.fromEntries(list(table.output).map((output, index) => [String(output.name), outputs[index]]))];
  });
}

type Decided = { section: string; band: number; levels: string[]; told: string[] };

/** Each decision sees only the input data that it says it needs. */
function decideBy(decisions: ReadonlyMap<string, Element>, context: Record<string, unknown>): Decided {
  const logic = (id: string) => decisions.get(id)?.decisionLogic as Element;
  const seenBy = (id: string) =>
    Object.fromEntries(
      list(decisions.get(id)!.informationRequirement).map((one) => {
        const { href } = one.requiredInput as { href: string };
        const { variable } = decisions.get(href.slice(1)) as unknown as { variable: { name: string } };
        return [variable.name, context[variable.name]];
      }),
    );
  const section = String(rulesThatFit(logic("section"), seenBy("section"))[0]!.section);
  const rows = rulesThatFit(logic(`bands_${section}`), seenBy(`bands_${section}`));
  expect(rows).toHaveLength(1);
  const { band, approval: _, ...marks } = rows[0]!;
  const applies = (level: string) => {
    const id = `condition_${section}_${level}`;
    return !decisions.has(id) || evaluate(text(logic(id)), seenBy(id)).value === true;
  };
  const marked = (mark: string) => Object.keys(marks).filter((id) => marks[id] === mark && applies(id));
  return { section, band: band as number, levels: marked("approves"), told: marked("told") };
}

const conditional: Condition = {
  kind: "all",
  of: [
    { kind: "none", of: [{ kind: "text", field: "supplier", is: "containing", value: "Rope" }] },
    {
      kind: "any",
      of: [
        { kind: "amount", field: "gross", is: "at least", amount: { minor: 300_000, currency: "NOK" } },
        { kind: "flag", field: "hasAttachment", is: true },
        { kind: "date", field: "promisedDate", is: "on or after", date: "2026-04-01" },
        { kind: "text", field: "costCentre", is: "starting with", value: "CC-2" },
        { kind: "choice", field: "category", is: "none of", values: ["fuel", "office"] },
      ],
    },
  ],
};

const broad: PolicyInput = {
  ...twoStep,
  scope: { units: ["marevia"] },
  sections: [
    {
      ...twoStep.sections[0]!,
      id: "special",
      name: "Special",
      when: conditional,
      thresholds: [
        { amount: 100_000, exact: "above" },
        { amount: 100_001, exact: "above" },
        { amount: 900_000, exact: "below" },
      ],
      bands: Array.from({ length: 4 }, () => ({ approval: "required" as const })),
      levels: [
        level("first", 1, ["approves", "approves", "told", "approves"], { kind: "manager", up: 1 }),
        level(
          "second",
          2,
          ["none", "approves", "approves", "approves"],
          { kind: "group", group: "directors" },
          {
            when: { kind: "text", field: "supplier", is: "not equal to", value: "Sail loft" },
          },
        ),
      ],
    },
    ...orderPolicy.sections,
  ],
};

const rates: Rate[] = [{ from: "EUR", to: "NOK", date: "2026-03-09", rate: "11.4207", source: "test" }];

describe("DMN run by feelin", () => {
  it.each<[string, Policy]>([
    ["the demo’s orders", policyOf(orderPolicy)],
    ["every form of condition, thresholds next to each other", policyOf(broad)],
  ])(
    "gives the section, band and levels of routing: %s, 2,000 random orders and every threshold",
    async (_name, policy) => {
      const { rootElement } = await new DmnModdle().fromXML(await toDmn(policy, sayLoss), "dmn:Definitions");
      const decisions = new Map(list((rootElement as Element).drgElement).map((one) => [one.id, one]));
      const directory = directoryOf(marevia);
      const version = {
        policy,
        version: 1,
        hash: "",
        savedBy: "",
        savedAt: AT,
        note: "",
        inForceFrom: AT,
        putInForceBy: "",
      };
      const edges = [...new Set(policy.sections.flatMap((section) => boundaryAmounts(section.thresholds)))];
      const line = fc.record({
        category: fc.constantFrom("dry-dock", "engine", "fuel", "deck", "catering", "it", "office", "services"),
        costCentre: fc.constantFrom("", "CC-21", "CC-40"),
      });
      const random = fc.sample(
        fc.record({
          net: fc.oneof(fc.integer({ min: 1, max: 40_000_000 }), fc.constantFrom(...edges)),
          lines: fc.array(line, { minLength: 1, maxLength: 2 }),
          requester: fc.constantFrom("rui-tavares", "goncalo-abrantes", "rosa-pinhal"),
          supplier: fc.constantFrom("Northrigg Cordage", "Rope works", "Sail loft", "SAIL LOFT"),
          attached: fc.boolean(),
          promised: fc.constantFrom(null, "2026-03-31", "2026-04-01"),
        }),
        { numRuns: 2000 },
      );
      const reached = new Set<string>();
      const seen = [...random, ...edges.map((net) => ({ ...random[0]!, net }))];
      for (const one of seen) {
        const base = order(one.net).lines[0]!;
        const document: AnyDocument = order(one.net, {
          requester: one.requester,
          unit: directory.person(one.requester)!.unit,
          supplier: one.supplier,
          promisedDate: one.promised,
          attachments: one.attached ? [{ hash: "0".repeat(64), name: "offer", type: "text/plain", size: 1 }] : [],
          lines: one.lines.map((extra, index) => ({ ...base, ...extra, unitPrice: index === 0 ? one.net : 0 })),
        });
        const core = route(document, { policies: [version], directory, rates, at: AT });
        const facts = documentType(document.documentType).facts(document, NO_CONTEXT);
        const context = feelContext(facts, ["EUR", "NOK"], (amount, currency) => {
          const converted = convert(amount, currency, document.date, rates);
          return converted.ok ? converted.money : null;
        });
        const decided = decideBy(decisions, { ...context, amount: core.measured!.compared.minor });
        reached.add(`${decided.section}/${decided.band}`);
        expect(decided).toEqual({
          section: core.section!.id,
          band: core.band!.index,
          levels: core.levels.filter(({ outcome }) => outcome === "required").map((one_) => one_.level),
          told: core.levels.filter(({ outcome }) => outcome === "told").map((one_) => one_.level),
        });
      }
      expect(reached.size).toBe(policy.sections.reduce((sum, section) => sum + section.bands.length, 0));
    },
    120_000,
  );

  it("comes back as it went out, and says what it leaves out", async () => {
    for (const policy of [policyOf(orderPolicy), policyOf(broad)]) {
      const back = await fromDmn(await toDmn(policy, sayLoss), { ...policy, sections: [] });
      expect(back).toEqual({
        ok: true,
        value: {
          policy,
          losses: lossesOf(policy).map((loss) => ({ code: "file says", values: { text: sayLoss(loss) } })),
        },
      });
    }
    const rich = policyOf({
      ...withLevels([
        level(
          "x",
          1,
          ["none", "approves", "approves"],
          { kind: "manager", up: 1 },
          { signature: true, checklist: ["Budget"] },
        ),
      ]),
      holds: [{ reason: "No order", blocks: ["pay"] }],
    });
    expect(lossesOf(rich).map(sayLoss)).toEqual([
      "Name, owner, type of document, currency, what is measured and to whom it applies are those of the draft that the table is imported into.",
      "The holds are not in the table.",
      "Of “x” in “Everything else” the table leaves out its signature and its checklist.",
    ]);
  });

  it("a table by another hand: what it does not say is put there and told; what is not understood is refused with its place", async () => {
    const xml = (
      first: string,
    ) => `<?xml version="1.0"?><definitions xmlns="https://www.omg.org/spec/DMN/20191111/MODEL/" id="d" name="Buying" namespace="x">
      <decision id="buying" name="Buying"><decisionTable id="t" hitPolicy="UNIQUE">
      <input id="i" label="Amount"><inputExpression id="e" typeRef="number"><text>amount</text></inputExpression></input>
      <output id="o" name="boss" label="Boss" typeRef="string" />
      <rule id="r1"><inputEntry id="a"><text>${first}</text></inputEntry><outputEntry id="b"><text>"approves"</text></outputEntry></rule>
      <rule id="r2"><inputEntry id="c"><text>&gt; 5000</text></inputEntry><outputEntry id="f"><text>"approves"</text></outputEntry></rule>
      </decisionTable></decision></definitions>`;
    const base = { ...twoStep, sections: [] };
    const good = await fromDmn(xml("&lt;= 5000"), base);
    expect(good.ok && good.value.losses.map(sayReadLoss)).toEqual([
      "The file does not say who approves at “Boss” of “Buying”: the requester’s manager was put there.",
    ]);
    const say = async (first: string) => {
      const read = await fromDmn(xml(first), base);
      return read.ok ? "read" : sayTableProblem(read.refusals[0]!).message;
    };
    expect(await say("&lt; 5000")).toBe("Buying: no band of “Buying” takes 50.00");
    expect(await say("&lt;= 6000")).toBe(
      "Buying, rule 2: bands 1 and 2 of “Buying” both take amounts from 50.01 to 60.00",
    );
    expect(await say("small")).toBe("Buying, rule 1: “small” is no range of amounts");
    expect(await fromDmn("<!DOCTYPE x>" + xml("-"), base)).toMatchObject({ ok: false });
    expect(await fromDmn("not xml", base)).toMatchObject({ ok: false });
  });
});

describe("the authority matrix", () => {
  it("comes back as it went out", () => {
    for (const policy of [policyOf(orderPolicy), policyOf(broad)])
      expect(fromMatrix(toMatrix(policy, sayLoss), { ...policy, sections: [] })).toMatchObject({
        ok: true,
        value: { policy },
      });
    for (const start of STARTING_SET) {
      const input = startFrom(start, { id: "own", name: "Own", owner: "boss", units: ["company"], currency: "EUR" });
      // In the very draft, since a starting policy has parts that no table holds.
      expect(fromMatrix(toMatrix(policyOf(input), sayLoss), input)).toMatchObject({
        ok: true,
        value: { policy: policyOf(input) },
      });
    }
  });

  it.each<[string, (rows: string[][]) => void, string]>([
    ["a gap", (rows) => (rows[2]![10] = "< 2500.00"), "Line 2: no band of “Everything else” takes 2,500.00"],
    [
      "an overlap",
      (rows) => (rows[2]![10] = "<= 2600.00"),
      "Line 3, band 2: bands 1 and 2 of “Everything else” both take amounts from 2,500.01 to 2,600.00",
    ],
    [
      "an unknown rule",
      (rows) => (rows[4]![5] = "the boss"),
      "Line 5, who: “the boss” is no rule such as manager:1, group:directors or people:ana,rui",
    ],
    ["an unknown mark", (rows) => (rows[4]![11] = "yes"), "Line 5, band 2: “yes” is none of approves, told, none"],
    [
      "a condition that is none",
      (rows) => (rows[4]![9] = 'colour = "red"'),
      "Line 5, condition: there is no field “colour”",
    ],
    ["an amount that is none", (rows) => (rows[1]![11] = "> much"), "Line 2, band 2: "],
    ["a missing column", (rows) => (rows[0]![5] = "whom"), "Line 1: the column “who” is missing"],
  ])("says where: %s", (_name, spoil, message) => {
    const rows = toMatrix(policyOf(twoStep), sayLoss);
    spoil(rows);
    const read = fromMatrix(rows, { ...twoStep, sections: [] });
    expect(read.ok ? "read" : sayTableProblem(read.refusals[0]!).message).toContain(message);
  });
});

describe("FEEL", () => {
  it.each<[string, Condition]>([
    ["credit-limit-change", { kind: "change", field: "limit", is: "rose by more than", percent: 12.5 }],
    [
      "credit-limit-change",
      { kind: "change", field: "limit", is: "rose by more than", amount: { minor: 500, currency: "EUR" } },
    ],
    ["credit-limit-change", { kind: "change", field: "paymentTerms", is: "changed" }],
    ["credit-limit-change", { kind: "change", field: "limit", is: "changed" }],
    ["credit-limit-change", { kind: "change", field: "limit", is: "fell" }],
    ["purchase-order", { kind: "text", field: "supplier", is: "empty", value: "" }],
    ["purchase-order", { kind: "text", field: "costCentre", is: "filled in", value: "" }],
    ["purchase-order", { kind: "text", field: "costCentre", is: "not equal to", value: "cc-1" }],
    ["purchase-order", { kind: "flag", field: "hasAttachment", is: false }],
    ["purchase-order", conditional],
  ])("a condition on a %s is read back: %j", (type, condition) => {
    const { fields } = typeWords(type);
    expect(fromFeel(toFeel(condition, fields), fields)).toEqual({ ok: true, condition });
  });

  // By its own evaluation of what a change is, and by feelin of the exported expression, with the facts as they come from a change of an account.
  it("what changed, from and to nothing too, is the same as in the application", () => {
    const amount = fc.option(
      fc.record({ minor: fc.integer({ min: 0, max: 4 }), currency: fc.constantFrom("EUR", "NOK") }),
    );
    const words = fc.option(fc.constantFrom("", "", "30 days", "45 days"));
    const twice = (amounts: { minor: number; currency: string } | null, currency: string) =>
      amounts && { minor: amounts.currency === currency ? amounts.minor : amounts.minor * 2, currency };
    const is = fc.constantFrom("changed" as const, "rose" as const, "fell" as const);
    const seen = new Set<string>();
    const limits = typeWords("credit-limit-change").fields;
    const agrees = (condition: Condition, facts: Facts) => {
      const own = weigh(condition, facts, twice).outcome;
      const context = feelContext(facts, ["EUR"], twice);
      const names = inputsOf(condition, limits).map(({ name }) => [name, context[name] ?? null]);
      expect(evaluate(toFeel(condition, limits), Object.fromEntries(names)).value).toBe(own === "met");
      seen.add(`${condition.kind === "change" ? condition.is : ""} ${own}`);
    };
    const both = (field: string, before: FactValue, after: FactValue): Facts => ({
      ...(before !== null && { [beforeKey(field)]: before }),
      ...(after !== null && { [field]: after }),
    });
    fc.assert(
      fc.property(amount, amount, is, (before, after, way) =>
        agrees({ kind: "change", field: "limit", is: way }, both("limit", before, after)),
      ),
      { numRuns: 1000 },
    );
    fc.assert(
      fc.property(words, words, (before, after) =>
        agrees({ kind: "change", field: "paymentTerms", is: "changed" }, both("paymentTerms", before, after)),
      ),
      { numRuns: 200 },
    );
    expect([...seen].sort()).toEqual(
      ["changed", "fell", "rose"].flatMap((one) => [`${one} met`, `${one} not met`]).sort(),
    );
    const terms = { kind: "change" as const, field: "paymentTerms", is: "changed" as const };
    for (const [before, after, changed] of [
      ["", "30 days", true],
      ["30 days", "", true],
      ["", "", false],
    ] as const) {
      const facts = both("paymentTerms", before, after);
      expect([before, after, weigh(terms, facts).outcome]).toEqual([before, after, changed ? "met" : "not met"]);
      agrees(terms, facts);
    }
  });

  it.each(["", "net >", "net_EUR > 1 2", "x", "1 = 1", "not(", `${"(".repeat(300)}1`, "net > 5"])(
    "%j is refused in a sentence",
    (expression) => {
      const read = fromFeel(expression, typeWords("purchase-order").fields);
      expect(read.ok ? "" : sayNoCondition(read.why)).toMatch(/\w/);
    },
  );
});
