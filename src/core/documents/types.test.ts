// What every type of document has to keep to, whatever it is: routing, projection, letters, steps and screens ask these and know no type by its name.
import { describe, expect, it } from "vitest";
import { NO_CONTEXT, STEPS_OF_ALL, STEP_KINDS, documentType, documentTypeKeys, measuresOf, type AnyDocument } from ".";
import { sayMissing } from "../words";

const known = {
  requester: "rui",
  unit: "engines",
  date: "2026-03-10",
  currency: "EUR",
  minor: 123_400,
  party: "Tidewell Engines",
};

describe.each(documentTypeKeys)("%s", (key) => {
  const type = documentType(key);
  const sample = type.sample(known) as AnyDocument;

  it("is found by its key, and reads its own sample", () => {
    expect(type.key).toBe(key);
    expect(type.schema.safeParse(sample).error).toBeUndefined();
    expect(() => documentType(`${key}s`)).toThrow(RangeError);
  });

  it("has a value for every field that a condition may name, and for no other", () => {
    const facts = type.facts(sample, NO_CONTEXT);
    const fields = type.fields.map((field) => field.key);
    expect(Object.keys(facts).filter((one) => !fields.includes(one.replace(/:before$/, "")))).toEqual([]);
    for (const { key: field, kind, many } of type.fields) {
      const value = facts[field] ?? null;
      if (value === null) continue;
      const is = {
        flag: "boolean",
        amount: "object",
        text: "string",
        choice: "string",
        date: "string",
        number: "string",
      }[kind];
      expect([field, many ? Array.isArray(value) : typeof value]).toEqual([field, many ? true : is]);
    }
  });

  it("measures its sample in its own currency, and says in its headline what it comes to", () => {
    const measures = measuresOf(sample, NO_CONTEXT, known.date);
    expect(Object.keys(measures).length).toBeGreaterThan(0);
    const { net, tax, gross, party } = type.headline(sample);
    expect([net.currency, tax.currency, gross.currency]).toEqual(["EUR", "EUR", "EUR"]);
    expect(gross.minor).toBe(net.minor + tax.minor);
    // A supplier is bound to by its name; an account or a person by what never changes, its id.
    const { account } = type.outside(sample);
    expect(type.party(sample)).toBe(account && "name" in account ? party : type.party(type.without(sample, [])));
  });

  it("differs from itself in nothing, and from another in what differs", () => {
    expect(type.changes(sample, sample)).toEqual([]);
    expect(
      type.changes(sample, { ...sample, note: "Another note" } as AnyDocument).map(({ label }) => label),
    ).toContain("Note");
    const parts = type.parts(sample);
    expect(new Set(parts.map((part) => part.key)).size).toBe(parts.length);
    expect(type.without(sample, [])).toEqual(sample);
  });

  it("names the account that it looks at as the outside knows it, and steps that there are", () => {
    const { account, called } = type.outside(sample);
    expect(called).toMatch(/^(our|your|the) /);
    const around = type.around(sample).account;
    if (around && account) expect(around).toEqual(account);
    for (const step of type.steps)
      expect([step, STEP_KINDS.includes(step), STEPS_OF_ALL.includes(step)]).toEqual([step, true, false]);
    expect(type.posting(sample) !== null).toBe(type.steps.includes("post"));
    expect(type.paidTo(sample) !== null).toBe(type.steps.includes("next payment run"));
    expect(type.changesAccount(sample) !== null).toBe(type.steps.includes("apply changes"));
  });

  it("is not complete where nothing is filled in, and says what is missing where it can be put right", () => {
    const missing = type.missing({ ...sample, title: "" } as AnyDocument);
    for (const { path, why } of missing) {
      expect(sayMissing(why)).toMatch(/^[A-Z]/);
      expect(path).toMatch(/^[a-z][A-Za-z0-9.]*$/);
    }
  });
});
