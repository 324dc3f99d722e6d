import { describe, expect, it } from "vitest";
import { lookThrough, USUAL_LOOKOUT } from "@/core/lookout";
import { upperLimit } from "@/core/statistics";
import { wasFound } from "./found";
import { PLANTS } from "./plant";
import { activityOfYear, madeUpYear, MIDDLE, SMALL, type Size } from "./year";

/** The seeds of years in which something is raised by chance. */
function alarms(from: number, until: number, size: Size): number[] {
  const seeds = Array.from({ length: until - from }, (_, index) => from + index);
  return seeds.filter((seed) =>
    lookThrough(activityOfYear(madeUpYear(seed, size)), USUAL_LOOKOUT).raised.some(
      ({ corrected }) => corrected !== null,
    ),
  );
}

describe("what chance makes", () => {
  it("of 200 years in which nothing is behind anything, no more raise something than the stated level: with 95 per cent confidence (Clopper and Pearson)", () => {
    const found = [...alarms(1, 101, MIDDLE), ...alarms(101, 201, SMALL)];
    expect(upperLimit(found.length, 200, 0.95), `raised in the years of seeds ${found.join(", ")}`).toBeLessThan(
      USUAL_LOOKOUT.falseAlarms,
    );
  });
});

describe("what is planted", () => {
  // How often each size is found stands in docs/lookout.md, by `npm run power`.
  it.each(PLANTS.map((plant) => [plant.what, plant] as const))("in its largest size is found: %s", (_, plant) => {
    const found = [1_001, 1_002, 1_003].filter((seed) => wasFound(plant, "large", seed));
    expect(found.length).toBeGreaterThanOrEqual(2);
  });
});
