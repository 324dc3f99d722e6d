// What a document says in fields of the organisation's own counts like everything else of it. Nothing is compared with a published source.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { directory, order } from "../fixtures";
import type { OwnField, OwnValues } from "../own-fields";
import { vocabularyIn } from "../policy";
import { fits } from "../patterns";
import { directoryOf } from "../people";
import { namesOf, sayChange, sayCondition, sayMissing, sayShown } from "../words";
import {
  NO_CONTEXT,
  conditionField,
  documentType,
  documentTypeKeys,
  missingOf,
  ownPicks,
  typeWords,
  type AnyDocument,
} from ".";

const field = (key: string, more: Partial<OwnField>): OwnField => ({
  key,
  kind: "text",
  part: "document",
  name: key.replace("own_", "").replaceAll("_", " "),
  on: ["purchase-order"],
  place: 0,
  required: "no",
  ...more,
});
const grants = {
  id: "grants",
  name: "grant",
  entries: [
    { key: "G1", name: "Infrared", owner: "boss" },
    { key: "G2", name: "Radio" },
  ],
};
const fields = [
  field("own_grant", { kind: "choice", list: "grants", required: "always" }),
  field("own_licence", { kind: "flag", name: "export licence" }),
  field("own_life", {
    kind: "number",
    part: "line",
    name: "expected life in years",
    required: "when",
    when: { kind: "amount", field: "net", is: "over", amount: { minor: 100_000, currency: "EUR" } },
  }),
  field("own_user", { kind: "person" }),
];
const organisation = { ...directory.organisation, fields, lists: [...directory.organisation.lists, grants] };
const known = directoryOf(organisation);
const names = namesOf(known);
const type = documentType("purchase-order");
const base = order(100_000);
const withOwn = (own: OwnValues, ofLine?: OwnValues) => ({
  ...base,
  own,
  lines: base.lines.map((line) => (ofLine ? { ...line, own: ofLine } : line)),
});
const missing = (document: AnyDocument, before?: AnyDocument) =>
  missingOf(document, { ...organisation, fits }, { dated: base.date, entered: "2026-03-10" }, before)
    .filter(({ why }) => why.code === "own field")
    .map(({ path, why }) => [path, sayMissing(why, names)]);

describe("fields of the organisation’s own", () => {
  it("are facts of every type, beside what the type says, and nothing where nothing is filled in", () => {
    for (const key of documentTypeKeys) {
      const sample = documentType(key).sample({
        requester: "rui",
        unit: "engines",
        date: "2026-03-10",
        currency: "EUR",
        minor: 100,
      });
      const plain = documentType(key).facts(sample, NO_CONTEXT);
      expect(Object.keys(plain).filter((one) => one.startsWith("own_"))).toEqual([]);
      const said = documentType(key).facts({ ...sample, own: { own_a: "x", own_b: "" } }, NO_CONTEXT);
      expect(said).toEqual({ ...plain, own_a: "x", own_b: null });
    }
  });

  it("of lines are what all lines say", () => {
    const two = {
      ...base,
      lines: [
        { ...base.lines[0]!, own: { own_life: "3" } },
        { ...base.lines[0]!, own: { own_life: "5" } },
      ],
    };
    expect(type.facts(two, NO_CONTEXT)["own_life"]).toEqual(["3", "5"]);
  });

  it("are asked for always, or where their condition is met, on the document and on each line", () => {
    expect(missing(base)).toEqual([["own.own_grant", "Fill in the grant"]]);
    const above = { ...order(100_001), own: { own_grant: "G1" } };
    expect(missing(above)).toEqual([["lines.0.own.own_life", "Line 1: fill in the expected life in years"]]);
    expect(missing(withOwn({ own_grant: "G1" }))).toEqual([]);
    // In another currency it cannot be told here whether the amount is over; it is asked for.
    const pounds = { ...order(1, { currency: "GBP" }), own: { own_grant: "G1" } };
    expect(missing(pounds)).toEqual([["lines.0.own.own_life", "Line 1: fill in the expected life in years"]]);
  });

  it("are refused with where and what to do, and what stood there when it was sent may stay", () => {
    const wrong = withOwn(
      { own_grant: "G9", own_user: "ghost", own_other: "x" },
      { own_life: "long", own_grant: "G1" },
    );
    const before = missingOf(
      wrong,
      { ...organisation, fits, knows: (id) => known.person(id) !== undefined },
      { dated: base.date, entered: "2026-03-10" },
    )
      .filter(({ why }) => why.code === "own field")
      .map(({ path, why }) => `${path}: ${sayMissing(why, names)}`);
    expect(before).toEqual([
      "own.own_grant: Grant: there is no grant “G9”; the lists under Settings say what there is",
      "own.own_user: User: there is nobody called “ghost”; choose somebody",
      "own.own_other: There is no field “own_other” here to fill in; it may have ended. Leave it empty",
      "lines.0.own.own_life: Line 1: the expected life in years is a number such as 3 or 2.5, with at most four decimals",
      "lines.0.own.own_grant: Line 1: there is no field “grant” here to fill in; it may have ended. Leave it empty",
    ]);
    expect(missing(wrong, wrong)).toEqual([]);
  });

  it("are named in what an edit changed, of the document and of a line", () => {
    const before = withOwn({ own_grant: "G1", own_licence: true }, { own_life: "3" });
    const after = withOwn({ own_grant: "G2", own_licence: true }, { own_life: "4" });
    expect(type.changes(before, after).map((one) => sayChange(one, names))).toEqual([
      { label: "Grant", before: "Infrared", after: "Radio" },
      { label: "Line 1", before: "expected life in years: 3", after: "expected life in years: 4" },
    ]);
    expect(type.changes(after, after)).toEqual([]);
    expect(sayShown(type.lines(after)[0]!, names)).toMatch(/, expected life in years: 4$/);
  });

  it("name what their list has, for the owner of it, and a person for a level", () => {
    const document = withOwn({ own_grant: "G1", own_user: "rui" });
    expect(ownPicks(document, fields)).toEqual([{ path: "own.own_grant", list: "grants", key: "G1" }]);
    expect(type.named(document)).toMatchObject({ own_user: "rui" });
  });

  it("read in conditions as what they are", () => {
    const words = vocabularyIn("purchase-order", known);
    expect([
      sayCondition({ kind: "choice", field: "own_grant", is: "one of", values: ["G2"] }, words),
      sayCondition({ kind: "number", field: "own_life", is: "over", value: "5" }, words),
      sayCondition({ kind: "flag", field: "own_licence", is: true }, words),
      sayCondition({ kind: "choice", field: "own_user", is: "one of", values: ["boss"] }, words),
    ]).toEqual([
      "the grant is Radio",
      "the expected life in years of a line is over 5",
      "“export licence” is yes",
      `the user is ${known.person("boss")!.name}`,
    ]);
    expect(
      conditionField(field("own_s", { kind: "choice", list: "grants", several: true }), organisation.lists, {}),
    ).toMatchObject({ many: true, several: true });
  });
});

describe("fields of the program", () => {
  it("say where they depend on what is around a document, which is not known while it is entered", () => {
    const eur = (minor: number) => ({ minor, currency: "EUR" });
    const around = {
      supplier: {
        id: "s",
        name: "Tidewell Engines",
        status: "blocked" as const,
        limit: eur(1),
        bankChanged: "2026-03-01",
        otherBank: true,
      },
      duplicates: [{ number: "SI-1", why: { code: "same number" as const, values: { invoiceNumber: "1" } } }],
      customer: {
        id: "c",
        name: "C",
        status: "open" as const,
        limit: eur(7),
        receivables: eur(9_999_999),
        openOrders: eur(3),
        stoppedOrders: eur(0),
        overdue: eur(5),
        daysOverdue: 3,
      },
      papers: ["offer"],
      categories: { fuel: { ceiling: eur(1), receiptFrom: eur(1) } },
    };
    for (const key of documentTypeKeys) {
      const sample = documentType(key).sample({
        requester: "rui",
        unit: "engines",
        date: "2026-03-10",
        currency: "EUR",
        minor: 100_000,
        party: "Tidewell Engines",
        category: "fuel",
      });
      const document = "first" in sample ? ({ ...sample, first: true } as AnyDocument) : sample;
      const [alone, among] = [NO_CONTEXT, { around, toCurrency: NO_CONTEXT.toCurrency }].map((looking) =>
        documentType(key).facts(document, looking),
      );
      const differs = typeWords(key).fields.filter(
        (one) => JSON.stringify(alone![one.key] ?? null) !== JSON.stringify(among![one.key] ?? null),
      );
      expect([key, differs.filter((one) => !one.around).map((one) => one.key)]).toEqual([key, []]);
    }
  });

  it("that are asked for one by one say what all of them together say", () => {
    const value = fc.constantFrom<OwnValues[string] | undefined>(undefined, "", "a", true, false, ["x", "y"], []);
    const own = fc.record({ own_a: value, own_b: value, own_c: value });
    const kept = (said: Record<string, OwnValues[string] | undefined>) =>
      Object.fromEntries(Object.entries(said).filter(([, one]) => one !== undefined)) as OwnValues;
    fc.assert(
      fc.property(
        own,
        fc.array(own, { maxLength: 3 }),
        own,
        fc.subarray(["own_a", "own_b", "own_c"]),
        (document, lines, account, keys) => {
          const whole = {
            ...base,
            own: kept(document),
            lines: lines.map((line) => ({ ...base.lines[0]!, own: kept(line) })),
          };
          const supplier = {
            id: "s",
            name: "S",
            status: "open" as const,
            limit: null,
            bankChanged: null,
            own: kept(account),
          };
          const looking = { ...NO_CONTEXT, around: { supplier } };
          const all = type.facts(whole, looking);
          const some = type.facts(whole, looking, keys);
          expect(keys.map((key) => some[key] ?? null)).toEqual(keys.map((key) => all[key] ?? null));
          expect(Object.keys(some).filter((key) => key.startsWith("own_") && !keys.includes(key))).toEqual([]);
        },
      ),
    );
  });
});
