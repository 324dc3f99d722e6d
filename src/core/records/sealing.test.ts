// What stands for people in the log: whatever was sealed comes out again, to the letter, and a digest says nothing without its salt.
import { createHash } from "node:crypto";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { canonical, isTokenOf, sealerOf, tokenOf, tokensIn, withTexts, type SealedText } from "./index";

const SALT = "00112233445566778899aabbccddeeff";
const sealed = (text: string, salt = SALT): SealedText => ({ text, salt, token: tokenOf(text, salt) });
const people = ["Ana Lima", "ana-lima", "ana.lima@example.org", "Ana Lima Costa", "Zé", 'Inês O’Neil "Nê"', "may"].map(
  (text) => sealed(text),
);
const { seal, open, openJson } = sealerOf(people);
const token = (text: string) => tokenOf(text, SALT);

describe("a token", () => {
  it("is the first 160 bits of SHA-256 of salt, line feed and text (node:crypto)", () => {
    const hash = createHash("sha256").update(`${SALT}\nInês`).digest("hex");
    expect(tokenOf("Inês", SALT)).toBe(`sealed:${hash.slice(0, 40)}`);
    expect(tokenOf("Inês", SALT.replace("0", "1"))).not.toBe(tokenOf("Inês", SALT));
    expect([isTokenOf(sealed("Inês")), isTokenOf({ ...sealed("Inês"), text: "Ines" })]).toEqual([true, false]);
    expect(isTokenOf({ ...sealed("Inês"), salt: null })).toBe(false);
  });
});

describe("sealing", () => {
  it("finds names as words of their own, the longer first, and short ones only where they stand alone", () => {
    const cases: [string, string][] = [
      ["Ana Lima is the requester", `${token("Ana Lima")} is the requester`],
      ["Ana Lima Costa or Ana Lima", `${token("Ana Lima Costa")} or ${token("Ana Lima")}`],
      ["person.ana-lima.purchase-order", `person.${token("ana-lima")}.purchase-order`],
      ["access:ana-lima", `access:${token("ana-lima")}`],
      ["write to ana.lima@example.org", `write to ${token("ana.lima@example.org")}`],
      ["Anna Limason, Ana Limas, Luana Lima", "Anna Limason, Ana Limas, Luana Lima"],
      ["may", token("may")],
      ["they may pay Zé", "they may pay Zé"],
    ];
    for (const [text, expected] of cases) expect([text, seal(text)]).toEqual([text, expected]);
  });

  it("is undone to the letter, whatever the text, in plain text and in JSON", () => {
    const piece = fc.oneof(
      fc.constantFrom(...people.map(({ text }) => text)),
      fc.constantFrom(" ", ".", ":", "-", "sealed:", "x", "0", '"', "\\", "\n"),
      fc.string({ unit: "grapheme", maxLength: 6 }).filter((text) => text.isWellFormed()),
    );
    const text = fc.array(piece, { maxLength: 8 }).map((pieces) => pieces.join(""));
    const value = fc.letrec((tie) => ({
      any: fc.oneof(
        text,
        fc.integer(),
        fc.constant(null),
        fc.array(tie("any"), { maxLength: 3 }),
        fc.dictionary(text, tie("any"), { maxKeys: 3 }),
      ),
    })).any;
    fc.assert(
      fc.property(text, value, (one, any) => {
        expect(open(seal(one))).toBe(one);
        const json = canonical(any, seal);
        expect(JSON.parse(openJson(json))).toEqual(JSON.parse(canonical(any)));
        // What is hashed is the same, whether texts are sealed as they are written or before.
        expect(canonical(withTexts(JSON.parse(canonical(any)), seal))).toBe(json);
        expect(canonical(JSON.parse(json))).toBe(json);
      }),
      { numRuns: 500 },
    );
  });

  it("says a pseudonym in the place of a name, and seals it to the same token", () => {
    const after = sealerOf(
      people.map((one) => (one.text === "Ana Lima" ? { ...one, text: "Former colleague 7", salt: null } : one)),
    );
    expect(after.open(seal("Ana Lima Costa or Ana Lima"))).toBe("Ana Lima Costa or Former colleague 7");
    expect(after.seal("Former colleague 7 left")).toBe(seal("Ana Lima left"));
    expect(tokensIn(canonical([seal("Ana Lima"), seal("Ana Lima, may")]))).toEqual([token("Ana Lima")]);
    expect(open("sealed:0123456789012345678901234567890123456789")).toMatch(/^sealed:/);
  });
});
