import { describe, expect, it } from "vitest";
import { order } from "../fixtures";
import { NO_CONTEXT } from "./context";
import { documentType, documentTypeKeys, LOOKED_INTO, typeWords } from ".";

describe("an open finding of the lookout", () => {
  it("can be named by conditions of policies for every type, and is not known before a document is sent", () => {
    for (const key of documentTypeKeys) {
      const [field, ...more] = typeWords(key).fields.filter((one) => one.key === LOOKED_INTO.key);
      expect([field, more]).toEqual([LOOKED_INTO, []]);
    }
  });
  it("is what was found around a document, beside everything else that conditions see of it", () => {
    const type = documentType("purchase-order");
    const facts = (lookedInto?: true) => {
      const around = { ...NO_CONTEXT.around, ...(lookedInto && { lookedInto }) };
      return type.facts(order(5_000), { ...NO_CONTEXT, around });
    };
    expect(facts().lookedInto).toBe(false);
    expect(facts(true)).toEqual({ ...facts(), lookedInto: true });
  });
});
