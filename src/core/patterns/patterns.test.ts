// Patterns that people write: they fit from beginning to end, and none of them, nor any text, can take the machine away from others. The syntax is that of RE2
// (github.com/google/re2/wiki/Syntax); what it refuses was tried, and is from memory otherwise.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { fits, isPattern } from ".";

describe("a pattern", () => {
  it.each([
    ["AG-[0-9]{4}", "AG-2026", true],
    ["AG-[0-9]{4}", "xAG-2026", false],
    ["AG-[0-9]{4}", "AG-20261", false],
    ["a|bc", "bc", true],
    // Both sides of it are held to the whole text, and not only the last.
    ["a|bc", "ax", false],
    ["\\p{Lu}{2}", "ÑÅ", true],
    ["(?i)ag", "AG", true],
    ["", "", true],
  ])("“%s” and “%s”: %s", (pattern, text, expected) => expect(fits(pattern, text)).toBe(expected));

  it.each(["[", "(?=a)b", "(?<!a)b", "(a)\\1", "((a{1000}){1000}){1000}", "[a-z]{1000}{1000}", "*"])(
    "is none: %s",
    (pattern) => {
      expect(isPattern(pattern)).toBe(false);
      expect(fits(pattern, "a")).toBe(false);
    },
  );

  // One that goes back over the text would be at it for longer than anybody lives.
  it.each(["(x+x+)+y", "(x*)*y", "(x|x)*y", "(x|xx)+y"])("cannot be made slow by any text: %s", (pattern) => {
    expect(fits(pattern, "x".repeat(2_000))).toBe(false);
    expect(fits(pattern, `${"x".repeat(2_000)}y`)).toBe(true);
  });

  it("of plain letters fits that text and no other", () => {
    const plain = fc.stringMatching(/^[a-zA-Z0-9 _-]{1,20}$/);
    fc.assert(fc.property(plain, plain, (one, other) => fits(one, other) === (one === other)));
  });
});
