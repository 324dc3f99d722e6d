// What was refused of a document is not had by an edit: not by a reworded, moved or doubled line, and not by leaving something out.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { money } from "../money";
import type { Part, RefusedPart } from "./registry";
import { refusedAfter } from "./refused";

const WORDS = ["rope", "paint", "survey"] as const;
type Word = (typeof WORDS)[number];

/** Lines by what they say, as parts. */
const partsOf = (words: readonly Word[]): Part[] =>
  words.map((word, index) => ({ key: `line ${index + 1}`, label: word, amount: money(100, "EUR"), content: { word } }));
const count = (words: readonly Word[], word: Word) => words.filter((one) => one === word).length;

const lines = fc.array(fc.record({ word: fc.constantFrom(...WORDS), refused: fc.boolean() }), { maxLength: 6 });
const after = fc.array(fc.constantFrom(...WORDS), { maxLength: 6 });

function tried(before: readonly { word: Word; refused: boolean }[], now: readonly Word[]) {
  const refused = before.flatMap((one, index): RefusedPart[] =>
    one.refused ? [{ part: `line ${index + 1}`, allowed: null }] : [],
  );
  const result = refusedAfter(partsOf(before.map((one) => one.word)), partsOf(now), refused);
  const kept = result.kept.map(({ part }) => now[Number(part.slice(5)) - 1]!);
  return { kept, keys: result.kept.map(({ part }) => part), asked: result.asked.map((part) => part.label as Word) };
}

describe("refused parts in an edited document", () => {
  it("come back only where they are asked for: nothing is there more often than it was let pass", () => {
    fc.assert(
      fc.property(lines, after, (before, now) => {
        const { kept, keys, asked } = tried(before, now);
        expect(new Set(keys).size).toBe(keys.length);
        for (const word of new Set(before.filter((one) => one.refused).map((one) => one.word))) {
          const passed = before.filter((one) => one.word === word && !one.refused).length;
          const stands = count(now, word) - count(kept, word);
          expect(stands <= passed || asked.includes(word)).toBe(true);
        }
      }),
      { numRuns: 5000 },
    );
  });

  it("stay refused, every one, where lines are only moved, and nothing is asked for", () => {
    const moved = lines.chain((before) =>
      fc.tuple(
        fc.constant(before),
        fc.shuffledSubarray(
          before.map((one) => one.word),
          { minLength: before.length },
        ),
      ),
    );
    fc.assert(
      fc.property(moved, ([before, now]) => {
        const { kept, asked } = tried(before, now);
        expect(asked).toEqual([]);
        expect(kept.toSorted()).toEqual(
          before
            .filter((one) => one.refused)
            .map((one) => one.word)
            .toSorted(),
        );
      }),
      { numRuns: 2000 },
    );
  });

  it("are asked for where one is gone and anything new stands there, since it may be the same in other words", () => {
    expect(tried([{ word: "rope", refused: true }], ["paint"])).toEqual({ kept: [], keys: [], asked: ["rope"] });
    expect(tried([{ word: "rope", refused: true }], [])).toEqual({ kept: [], keys: [], asked: [] });
  });
});
