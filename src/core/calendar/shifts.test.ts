// Hours of a day as people type them.
import { describe, expect, it } from "vitest";
import { ShiftSchema } from "./schema";
import { readShifts, sayShifts } from "./shifts";

describe("hours", () => {
  it.each([
    ["08:30–12:30, 13:30–17:30", "08:30–12:30, 13:30–17:30"],
    ["8:30-12:30,13:30-17:30", "08:30–12:30, 13:30–17:30"],
    ["22:00 - 24:00", "22:00–24:00"],
    ["", ""],
    [" ", ""],
  ])("“%s” are read", (text, said) => {
    const shifts = readShifts(text)!;
    expect(sayShifts(shifts)).toBe(said);
    for (const shift of shifts) expect(ShiftSchema.safeParse(shift).success).toBe(true);
  });

  it.each(["nine to five", "9-17", "08:30–12:30; 13:30–17:30", "08:30"])("“%s” are not", (text) =>
    expect(readShifts(text)).toBeNull(),
  );
});
