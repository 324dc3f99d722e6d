import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { addDays } from "@/core/calendar";
import { momentsOf, monthsIn } from "./period";

const ZONES = ["WET", "America/Santiago", "Asia/Kathmandu", "Pacific/Apia"];

describe("the months of a period", () => {
  it("follow each other without a gap from its first moment to its last, in whatever zone", () => {
    const days = fc.tuple(fc.integer({ min: 0, max: 1_500 }), fc.integer({ min: 0, max: 500 }));
    fc.assert(
      fc.property(days, fc.constantFrom(...ZONES), ([begins, lasts], zone) => {
        const from = addDays("2023-01-01", begins);
        const period = { from, until: addDays(from, lasts) };
        const months = monthsIn(period, zone);
        const [first, last] = momentsOf(period, zone);
        expect([months[0]!.begins, months.at(-1)!.ends]).toEqual([first, last]);
        for (const [index, month] of months.entries()) {
          expect(month.begins < month.ends).toBe(true);
          if (index > 0) expect(month.begins).toBe(months[index - 1]!.ends);
        }
        expect(months.map(({ month }) => month)).toEqual([...new Set(months.map(({ month }) => month))].sort());
      }),
      { numRuns: 60 },
    );
  });
  it("begin where their first day does in the zone, and not in UTC", () => {
    const months = monthsIn({ from: "2026-03-20", until: "2026-04-02" }, "America/Santiago");
    expect(months).toEqual([
      { month: "2026-03", begins: "2026-03-20T03:00:00.000Z", ends: "2026-04-01T03:00:00.000Z" },
      { month: "2026-04", begins: "2026-04-01T03:00:00.000Z", ends: "2026-04-03T03:00:00.000Z" },
    ]);
  });
});
