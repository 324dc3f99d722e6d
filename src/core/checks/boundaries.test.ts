// The amounts worth testing: at every threshold, run again on another version, and how their routes read.
import { describe, expect, it } from "vitest";
import { level, organisation, policyOf, twoStep, withLevels } from "../fixtures";
import { directoryOf } from "../people";
import { vocabularyIn } from "../policy";
import { sayCase } from "../words";
import { boundaryCases, rerun } from "./index";

describe("the amounts worth testing", () => {
  it("are each threshold and one minor unit either side, and are run again on another version", () => {
    const policy = policyOf(twoStep);
    const kept = boundaryCases(policy);
    expect(kept.map(({ minor, band, levels }) => [minor, band, levels.map(({ name }) => name).join()])).toEqual([
      [249_999, 0, ""],
      [250_000, 0, ""],
      [250_001, 1, "line-manager"],
      [999_999, 1, "line-manager"],
      [1_000_000, 1, "line-manager"],
      [1_000_001, 2, "line-manager,head"],
    ]);
    expect(rerun(kept, policy).every(({ same }) => same)).toBe(true);
    const later = policyOf({
      ...twoStep,
      sections: [
        {
          ...twoStep.sections[0]!,
          thresholds: [
            { amount: 250_000, exact: "above" },
            { amount: 1_000_000, exact: "below" },
          ],
        },
      ],
    });
    expect(
      rerun(kept, later)
        .filter(({ same }) => !same)
        .map(({ kept: one }) => one.minor),
    ).toEqual([250_000]);
  });

  it("reads in order, levels of one stage side by side, each with its condition, and who is told", () => {
    const every = ["none", "approves", "approves"] as const;
    const manager = { kind: "manager" as const, up: 1 };
    const policy = policyOf(
      withLevels([
        level("first", 1, [...every], manager),
        level("finance", 2, [...every], manager, { when: { kind: "flag", field: "hasAttachment", is: true } }),
        level("legal", 2, [...every], manager),
        level("treasurer", 3, ["told", "told", "approves"], manager),
      ]),
    );
    const said = boundaryCases(policy).map((one) =>
      sayCase(one, vocabularyIn(policy.documentType, directoryOf(organisation))),
    );
    expect([said[0], said[2], said[5]]).toEqual([
      "nobody; told: treasurer",
      "first, then side by side finance (if the attachment is set) and legal; told: treasurer",
      "first, then side by side finance (if the attachment is set) and legal, then treasurer",
    ]);
  });
});
