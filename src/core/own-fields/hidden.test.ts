// What is hidden is taken out of anything that is made of documents, and nothing else is touched.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { evaluate } from "../conditions";
import { hiddenKeys, withHidden } from "./hidden";
import type { OwnField } from "./schema";
import { HIDDEN } from "./values";

const KEYS = new Set(["own_secret", "own_other_secret"]);
const SECRET = "zq-secret";

/** A value of a field that is hidden, of any kind. */
const secret = fc.constantFrom<unknown>(SECRET, [SECRET, SECRET], { minor: 1, currency: SECRET }, { value: SECRET }, [
  { minor: 1, currency: SECRET },
]);
const open = fc.oneof(fc.string(), fc.integer(), fc.boolean(), fc.constant(null), fc.constant(HIDDEN));
const key = fc.constantFrom(...KEYS);
const shown = fc.record({
  code: fc.constantFrom("own", "own field"),
  values: fc.record({ field: key, value: secret }),
});

/** Everything in which values of fields stand, one inside the other in any way. */
const data = fc.letrec<{ any: unknown }>((tie) => ({
  any: fc.oneof(
    { maxDepth: 5 },
    open,
    fc.dictionary(fc.string(), tie("any"), { maxKeys: 4 }),
    fc.array(tie("any"), { maxLength: 4 }),
    fc.tuple(key, secret, tie("any")).map(([name, value, own_open]) => ({ own: { [name]: value, own_open } })),
    fc.tuple(key, secret).map(([name, value]) => ({ [`${name}:before`]: value })),
    fc.record({ field: key, before: secret, after: secret, why: tie("any") }),
    shown,
    fc.tuple(key, shown, shown).map(([field, before, after]) => ({ label: { field }, before, after })),
    fc
      .tuple(key, secret)
      .map(([field, saw]) => ({ condition: { kind: "text", field, is: "filled in", value: "" }, saw })),
  ),
})).any;

describe("withHidden", () => {
  it("leaves no value of a hidden field in anything", () => {
    fc.assert(
      fc.property(data, (one) => {
        expect(JSON.stringify(withHidden(one, KEYS)) ?? "").not.toContain(SECRET);
      }),
      { numRuns: 3_000 },
    );
  });

  it("touches nothing else: what has nothing of the kind is the same object, and what was there stays in its place", () => {
    fc.assert(
      fc.property(data, (one) => {
        const text = JSON.stringify(one) ?? "";
        const seen = withHidden(one, KEYS);
        if (!text.includes(SECRET)) expect(seen).toBe(one);
        expect(withHidden(one, new Set())).toBe(one);
        expect(withHidden(seen, KEYS)).toEqual(seen);
        const parts = (value: unknown): string[] =>
          typeof value === "object" && value !== null ? Object.keys(value) : [];
        expect(parts(seen)).toEqual(parts(one));
      }),
      { numRuns: 2_000 },
    );
  });

  it("leaves what a rule says of a field, and takes what it saw there", () => {
    const condition = { kind: "text", field: "own_secret", is: "containing", value: "zq" } as const;
    const explained = evaluate({ kind: "all", of: [condition] }, { own_secret: SECRET });
    expect(withHidden(explained, KEYS)).toEqual({
      condition: { kind: "all", of: [condition] },
      outcome: "met",
      of: [{ condition, outcome: "met", saw: HIDDEN }],
    });
  });

  it("says nothing where nothing stands: that a field is empty is no secret", () => {
    const empty = { own: { own_secret: null }, changes: [{ field: "own_secret", before: null, after: "x" }] };
    expect(withHidden(empty, KEYS)).toEqual({
      own: { own_secret: null },
      changes: [{ field: "own_secret", before: null, after: HIDDEN }],
    });
  });
});

describe("hiddenKeys", () => {
  const field: Omit<OwnField, "key"> = {
    kind: "text",
    part: "document",
    name: "x",
    on: ["purchase-order"],
    place: 0,
    required: "no",
  };

  it("are those of fields that say who may see them, nobody among them too", () => {
    const fields = [
      { ...field, key: "own_a" },
      { ...field, key: "own_b", seenBy: [] },
      { ...field, key: "own_c", seenBy: ["clerk"] satisfies OwnField["seenBy"] },
    ];
    expect([...hiddenKeys(fields)]).toEqual(["own_b", "own_c"]);
  });
});
