// What is divided comes back as it was, whatever it is; what is repeated is stored once.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { canonical } from "@/core/records";
import { temporaryFolder } from "../../../demo/temporary";
import { openDatabase } from "../db/open";
import { divided, whole } from "./parts";

const seal = (text: string) => (text === "Rui" ? "sealed:1" : text);

describe("parts of events", () => {
  it("any data is hashed as its canonical JSON, and made again from what is stored", () => {
    const db = openDatabase(temporaryFolder());
    const key = fc.constantFrom(
      "document",
      "rules",
      "basis",
      "route",
      "levels",
      "sections",
      "policies",
      "policy",
      "§",
      "x",
    );
    const text = fc.oneof(fc.string(), fc.constantFrom("Rui", '{"§":1}', "$&", "a".repeat(90)));
    const { tree } = fc.letrec<{ tree: unknown }>((tie) => ({
      tree: fc.oneof(
        { depthSize: "small", withCrossShrink: true },
        text,
        fc.constantFrom(null, true, undefined),
        fc.array(
          tie("tree").map((one) => one ?? null),
          { maxLength: 3 },
        ),
        fc.dictionary(key, tie("tree"), { maxKeys: 4 }),
        fc.dictionary(fc.constantFrom("a", "n"), fc.integer(), { maxKeys: 2 }),
      ),
    }));
    fc.assert(
      fc.property(fc.dictionary(key, tree), (data) => {
        const found = divided(db, data, seal);
        expect(found.whole).toBe(canonical(data, seal));
        expect(whole(db, found.stored)).toBe(found.whole);
      }),
      { numRuns: 500 },
    );
    expect(db.prepare("SELECT COUNT(*) FROM part").pluck().get()).toBeGreaterThan(20);
  });

  it("the same part of many events is stored once, also where two begin with the same bits", () => {
    const db = openDatabase(temporaryFolder());
    const document = { text: "y".repeat(100) };
    const first = divided(db, { document, n: 1 }, seal);
    expect(divided(db, { document, n: 2 }, seal).stored).toBe(first.stored.replace('"n":1', '"n":2'));
    expect(first.stored.length).toBeLessThan(40);
    // As if another body had the same key.
    db.exec("DROP TRIGGER part_no_update");
    db.prepare("UPDATE part SET body = '{}'").run();
    const other = divided(db, { document }, seal);
    expect(whole(db, other.stored)).toBe(canonical({ document }));
    expect(db.prepare("SELECT COUNT(DISTINCT key), COUNT(*) FROM part").raw().get()).toEqual([1, 2]);
  });

  it("a part that is gone leaves a name in its place, and nothing that only looks like one goes in", () => {
    const db = openDatabase(temporaryFolder());
    expect(whole(db, '{"document":{"§":7}}')).toBe('{"document":{"§":7}}');
    expect(() => divided(db, { x: { "§": 7 } }, seal)).toThrow(TypeError);
  });
});
