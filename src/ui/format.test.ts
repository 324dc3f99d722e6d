// Moments and figures are written one way everywhere.
import { describe, expect, it } from "vitest";
import { sayDay, sayDue, sayExactly, sayMoment, sayShare, sayShort, saySince } from "./format";

describe("moments", () => {
  it("are written in the organisation's zone", () => {
    expect(sayDay("2026-03-12T23:30:00Z", "UTC")).toBe("12 Mar 2026");
    expect(sayDay("2026-07-12T23:30:00Z", "WET")).toBe("13 Jul 2026");
    expect(sayMoment("2026-03-06T16:20:00Z", "WET")).toBe("Fri 6 Mar 2026, 16:20");
    expect(sayMoment("2024-09-13T16:30:00Z", "UTC")).toBe("Fri 13 Sep 2024, 16:30");
    expect(sayExactly("2026-03-06T16:20:07Z", "UTC")).toBe("6 Mar 2026, 16:20:07");
  });
  it.each([
    ["2026-03-10T08:00:00Z", "since 08:00 today"],
    ["2026-03-09T23:00:00Z", "since yesterday"],
    ["2026-03-06T09:00:00Z", "since Friday"],
    ["2026-03-03T09:00:00Z", "since 3 Mar 2026"],
  ])("%s is %s on Tuesday 10 March", (at, said) => expect(saySince(at, "2026-03-10T09:10:00Z", "UTC")).toBe(said));
});

describe("due moments", () => {
  it.each([
    ["2026-03-10T14:10:00Z", "due 14:10 today"],
    ["2026-03-10T08:00:00Z", "late since 08:00 today"],
    ["2026-03-12T17:00:00Z", "due Thu 17:00"],
    ["2026-03-09T17:00:00Z", "late since Mon 17:00"],
    ["2026-03-20T17:00:00Z", "due Fri 20 Mar 2026, 17:00"],
  ])("%s is said as near as the reader needs it", (due, words) => {
    expect(sayDue(due, "2026-03-10T09:10:00Z", "UTC")).toBe(words);
  });
});

describe("figures", () => {
  it("a share that is there is never called none", () => {
    expect([0, 0.001, 0.0049, 0.005, 0.5, 1].map(sayShare)).toEqual(["0%", "<1%", "<1%", "1%", "50%", "100%"]);
  });
  it("large amounts are short", () => {
    expect([0, 950, 1_000, 25_400, 7_900_000, 5_000_000, 198_400_000].map(sayShort)).toEqual([
      "0",
      "950",
      "1k",
      "25k",
      "7.9\u00a0M",
      "5\u00a0M",
      "198\u00a0M",
    ]);
  });
});
