// Whatever is done can be taken back to the beginning and done again to the end.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { MOST_STEPS, redo, startOf, step, undo, type Steps } from "./steps";

const times = <T>(count: number, change: (steps: Steps<T>) => Steps<T>, steps: Steps<T>) =>
  Array.from({ length: count }).reduce<Steps<T>>((now) => change(now), steps);

describe("undo and redo", () => {
  it("lead through every value there was, back and forth", () => {
    fc.assert(
      fc.property(fc.array(fc.integer(), { maxLength: 300 }), (values) => {
        const all = values.reduce((now, value) => step(now, value, false), startOf(-1));
        expect(times(values.length, undo, all)).toEqual({ past: [], present: -1, future: values });
        expect(times(values.length, redo, times(values.length, undo, all))).toEqual(all);
        expect(undo(startOf(1))).toEqual(startOf(1));
        expect(redo(all)).toEqual(all);
      }),
    );
  });

  it("agree with a plain list and a place in it, on random moves", () => {
    const move = fc.oneof(
      fc.integer().map((value) => ({ value })),
      fc.constant("undo" as const),
      fc.constant("redo" as const),
    );
    fc.assert(
      fc.property(fc.array(move, { maxLength: 100 }), (moves) => {
        let steps = startOf(0);
        let list = [0];
        let at = 0;
        for (const one of moves) {
          if (one === "undo") [steps, at] = [undo(steps), Math.max(0, at - 1)];
          else if (one === "redo") [steps, at] = [redo(steps), Math.min(list.length - 1, at + 1)];
          else {
            steps = step(steps, one.value, false);
            list = [...list.slice(0, at + 1), one.value];
            at += 1;
          }
          expect([steps.past.length, steps.present, steps.future]).toEqual([at, list[at], list.slice(at + 1)]);
        }
      }),
    );
  });

  it("take a drag back as one step", () => {
    const dragged = [1, 2, 3, 4].reduce((now, value, index) => step(now, value, index > 0), startOf(0));
    expect(dragged.present).toBe(4);
    expect(undo(dragged).present).toBe(0);
  });

  it("keep at least two hundred steps, and not without end", () => {
    const many = Array.from({ length: 800 }, (_, index) => index).reduce(
      (now, value) => step(now, value, false),
      startOf(-1),
    );
    expect(many.past).toHaveLength(MOST_STEPS);
    expect(times(200, undo, many).present).toBe(599);
  });
});
