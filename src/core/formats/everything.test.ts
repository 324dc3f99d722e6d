// Every condition and every part of a policy goes out as FEEL, CSV and DMN and comes back, or is listed. What is listed is worked out here by comparing what came
// back with what went out, path by path, and not by the table of losses.
import fc from "fast-check";
import { parse } from "csv-parse/sync";
import { stringify } from "csv-stringify/sync";
import { describe, expect, it } from "vitest";
import { ConditionSchema, type Comparison, type Condition } from "../conditions";
import { conditionField, documentTypeKeys, typeWords, type Field } from "../documents";
import { OWN_KINDS, OWN_PARTS } from "../own-fields";
import { policyOf } from "../fixtures";
import { credit, everything } from "../fixtures/everything";
import { readPolicy, type Level, type Policy, type PolicyInput } from "../policy";
import { fromDmn, fromFeel, fromMatrix, lossesOf, toDmn, toFeel, toMatrix, type Loss } from "./index";
import { sayLoss, sayReadLoss, sayTableProblem } from "../words";

const word = fc
  .oneof(
    fc.string({ unit: "grapheme", minLength: 1, maxLength: 12 }),
    fc.constantFrom("a@b.example", '"', "\\", "$&", "null", "true"),
  )
  .map((some) => some.trim());
const minor = fc.oneof(fc.integer({ min: -1_000_000, max: 1_000_000_000 }), fc.constantFrom(0, 1, -1));
const money = fc.record({ minor, currency: fc.constantFrom("EUR", "JPY") });
const date = fc
  .integer({ min: 0, max: 3000 })
  .map((day) => new Date(Date.UTC(2024, 0, 1 + day)).toISOString().slice(0, 10));

const textual = (field: string): fc.Arbitrary<Comparison> =>
  fc.oneof(
    fc.record({
      kind: fc.constant("text" as const),
      field: fc.constant(field),
      is: fc.constantFrom(
        "equal to" as const,
        "not equal to" as const,
        "containing" as const,
        "starting with" as const,
      ),
      value: word,
    }),
    fc
      .constantFrom("empty" as const, "filled in" as const)
      .map((is) => ({ kind: "text" as const, field, is, value: "" })),
  );

const changes = (field: Field): fc.Arbitrary<Comparison>[] => {
  if (!field.controlled) return [];
  const base = { kind: "change" as const, field: field.key };
  if (field.kind !== "amount") return [fc.constant({ ...base, is: "changed" as const })];
  return [
    fc.constantFrom("changed" as const, "rose" as const, "fell" as const).map((is) => ({ ...base, is })),
    fc
      .constantFrom(0.000_000_1, 0.1, 12.5, 10_000)
      .map((percent) => ({ ...base, is: "rose by more than" as const, percent })),
    money.map((amount) => ({ ...base, is: "rose by more than" as const, amount })),
  ];
};

const plainOf: Record<Field["kind"], (field: string) => fc.Arbitrary<Comparison>[]> = {
  text: (field) => [textual(field)],
  choice: (field) => [
    textual(field),
    fc.record({
      kind: fc.constant("choice" as const),
      field: fc.constant(field),
      is: fc.constantFrom("one of" as const, "none of" as const),
      values: fc.array(fc.string({ unit: "grapheme", maxLength: 8 }), { minLength: 1, maxLength: 3 }),
    }),
  ],
  amount: (field) => [
    fc.record({
      kind: fc.constant("amount" as const),
      field: fc.constant(field),
      is: fc.constantFrom(
        "over" as const,
        "at least" as const,
        "under" as const,
        "at most" as const,
        "exactly" as const,
      ),
      amount: money,
    }),
  ],
  number: (field) => [
    fc.record({
      kind: fc.constant("number" as const),
      field: fc.constant(field),
      is: fc.constantFrom(
        "over" as const,
        "at least" as const,
        "under" as const,
        "at most" as const,
        "exactly" as const,
      ),
      value: fc.constantFrom("0", "3", "2.5", "007", "-12.3400", "99999999999.9999"),
    }),
  ],
  date: (field) => [
    fc.record({
      kind: fc.constant("date" as const),
      field: fc.constant(field),
      is: fc.constantFrom(
        "before" as const,
        "on or before" as const,
        "on" as const,
        "on or after" as const,
        "after" as const,
      ),
      date,
    }),
  ],
  flag: (field) => [fc.boolean().map((is) => ({ kind: "flag" as const, field, is }))],
};

/** The fields of a type with one of the organisation’s own of each kind, on the document and, where it has some, on its lines. */
const fieldsOf = (type: string): readonly Field[] => [
  ...typeWords(type).fields,
  ...OWN_PARTS.filter((part) => part === "document" || typeWords(type).byLine).flatMap((part) =>
    OWN_KINDS.map((kind) =>
      conditionField(
        { key: `own_${part}_${kind}`, kind, part, name: kind, on: [type], place: 0, required: "no", list: "projects" },
        [],
        {},
      ),
    ),
  ),
];

/** Any condition that the schema allows on a type of document, groups in groups and groups of one among them. */
function conditionsOn(type: string): fc.Arbitrary<Condition> {
  const one = fc.oneof(...fieldsOf(type).flatMap((field) => [...plainOf[field.kind](field.key), ...changes(field)]));
  return fc.letrec<{ tree: Condition }>((tie) => ({
    tree: fc.oneof(
      { depthSize: "small", withCrossShrink: true },
      one,
      fc.record({
        kind: fc.constantFrom("all" as const, "any" as const, "none" as const),
        of: fc.array(tie("tree"), { minLength: 1, maxLength: 3 }),
      }) as fc.Arbitrary<Condition>,
    ),
  })).tree;
}

describe("every condition", () => {
  it.each(documentTypeKeys)("on a %s is read back from FEEL as it was written", (type) => {
    const kinds = new Set<string>();
    const fields = fieldsOf(type);
    fc.assert(
      fc.property(conditionsOn(type), (condition) => {
        expect(ConditionSchema.safeParse(condition).success).toBe(true);
        kinds.add(condition.kind);
        expect(fromFeel(toFeel(condition, fields), fields)).toEqual({ ok: true, condition });
      }),
      { numRuns: 1500 },
    );
    expect(kinds).toContain("none");
  });
});

const emptyDraft: PolicyInput = {
  id: "draft",
  name: "Draft",
  documentType: "purchase-order",
  scope: { units: ["company"] },
  currency: "EUR",
  measure: { kind: "net" },
  sections: [],
};

/** Paths where two values differ, as far down as a part of a policy, section or level goes. */
function apart(one: Policy, other: Policy): Set<string> {
  const paths = new Set<string>();
  const keys = (a: object, b: object) => new Set([...Object.keys(a), ...Object.keys(b)]);
  const at = (value: object, key: string) => JSON.stringify((value as Record<string, unknown>)[key]);
  const put = (a: object, b: object, path: string, but: readonly string[] = []) => {
    for (const key of keys(a, b)) if (!but.includes(key) && at(a, key) !== at(b, key)) paths.add(`${path}${key}`);
  };
  put(one, other, "", ["sections"]);
  one.sections.forEach((section, index) => {
    const back = other.sections[index]!;
    put(section, back, `${section.name}/`, ["levels", "bands"]);
    section.bands.forEach((band, place) => put(band, back.bands[place]!, `${section.name}/`));
    section.levels.forEach((level, place) => put(level, back.levels[place]!, `${section.name}/${level.name}/`));
  });
  return paths;
}

const FRAME = ["id", "name", "owner", "scope", "measure"];
const pathsOf = (losses: readonly Loss[]) =>
  new Set(
    losses.flatMap((loss): string[] => {
      if (loss.of === "frame") return FRAME;
      if (loss.of === "policy") return [loss.part];
      if (loss.of === "section") return [`${loss.section}/${loss.part}`];
      return loss.parts.map((part) => `${loss.section}/${loss.level}/${part}`);
    }),
  );

const rowsOf = (policy: Policy) =>
  parse(stringify(toMatrix(policy, sayLoss)), { relax_column_count: true }) as string[][];

describe("a policy with one of everything", () => {
  const policy = policyOf(everything);

  it("has a value for every part that the schema knows, and every kind of level", () => {
    const levels = policy.sections.flatMap((section) => section.levels);
    const parts = new Set(levels.flatMap((one) => Object.keys(one)));
    expect([...parts].toSorted()).toEqual(Object.keys(levelParts).toSorted());
    expect(new Set(levels.map((one) => one.kind)).size).toBe(4);
    expect([...new Set([policy, policyOf(credit)].flatMap(Object.keys))].toSorted()).toEqual(
      Object.keys(policyParts).toSorted(),
    );
  });

  it("comes back whole from JSON, and from CSV and DMN but for exactly what is listed, which the files say too", async () => {
    expect(readPolicy(JSON.parse(JSON.stringify(policy)))).toEqual({ ok: true, value: policy });
    const losses = lossesOf(policy);
    const table = fromMatrix(rowsOf(policy), emptyDraft);
    const decisions = await fromDmn(await toDmn(policy, sayLoss), emptyDraft);
    for (const back of [table, decisions]) {
      if (!back.ok) throw new Error(sayTableProblem(back.refusals[0]!).message);
      expect(apart(policy, back.value.policy)).toEqual(pathsOf(losses));
      expect(back.value.losses.map(sayReadLoss)).toEqual(losses.map(sayLoss));
    }
    expect(table).toEqual(decisions);
  });

  it("keeps in its own draft what tables cannot hold: CSV, then DMN, then nothing is missing", async () => {
    const table = fromMatrix(rowsOf(policy), everything);
    expect(table.ok && table.value.policy).toEqual(policy);
    const decisions = await fromDmn(await toDmn(table.ok ? table.value.policy : policy, sayLoss), everything);
    expect(decisions.ok && decisions.value.policy).toEqual(policy);
  });

  it("loses the rule for stopped orders and says so, and keeps it in its own draft", () => {
    const whole = policyOf(credit);
    expect(lossesOf(whole)).toContainEqual({ of: "policy", part: "stoppedOrders" });
    const rows = rowsOf(whole);
    const elsewhere = fromMatrix(rows, { ...emptyDraft, documentType: "credit-limit-change", measure: credit.measure });
    if (!elsewhere.ok) throw new Error(sayTableProblem(elsewhere.refusals[0]!).message);
    expect(apart(whole, elsewhere.value.policy)).toEqual(new Set(["id", "name", "partySigns", "stoppedOrders"]));
    expect(elsewhere.value.losses.map(sayReadLoss)).toContain("The rule for stopped orders is not in the table.");
    const own = fromMatrix(rows, credit);
    expect(own.ok && own.value.policy).toEqual(whole);
  });

  it("older tables without kinds are tables of approvals", () => {
    const rows = rowsOf(policy).map((row) => row.filter((_, column) => column !== 4));
    const read = fromMatrix(rows, emptyDraft);
    expect(read.ok && read.value.policy.sections[0]!.levels.map(({ kind }) => kind)).toEqual(Array(5).fill("approval"));
    const wrong = rowsOf(policy);
    wrong[4]![4] = "vote";
    expect(fromMatrix(wrong, emptyDraft)).toMatchObject({
      refusals: [{ at: { line: 5, column: "kind" }, why: { code: "no kind of level", values: { typed: "vote" } } }],
    });
  });
});

/** Total, so that a new part of the schema has to be given a value above. */
const levelParts: Record<keyof Level, true> = {
  id: true,
  name: true,
  kind: true,
  stage: true,
  marks: true,
  when: true,
  approvers: true,
  quorum: true,
  refusal: true,
  timeLimit: true,
  reminders: true,
  overdue: true,
  overduePerson: true,
  handOver: true,
  signature: true,
  commentOn: true,
  instruction: true,
  checklist: true,
  fills: true,
  checks: true,
  outcomes: true,
  choosesNext: true,
  mayAddApprover: true,
  designNote: true,
};
const policyParts: Record<keyof Policy, true> = {
  id: true,
  name: true,
  documentType: true,
  owner: true,
  scope: true,
  currency: true,
  measure: true,
  sections: true,
  selfApproval: true,
  repeatedApprover: true,
  edits: true,
  holds: true,
  afterApproval: true,
  messages: true,
  onSubmit: true,
  tellsFindings: true,
  readers: true,
  stoppedOrders: true,
  partySigns: true,
  designNote: true,
};
