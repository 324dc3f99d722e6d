// Lines and trees, seen from both ends; what is held, by whom, and when somebody counts as active.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { marevia } from "../../../demo/organisation";
import { organisation } from "../fixtures";
import { sayRule } from "../words";
import { coverage, directoryOf, sayHolder, sayLimit, type ApproverRule, type Organisation } from "./index";

const directory = directoryOf(marevia);

describe("the reporting line", () => {
  it("has somebody above exactly those who are below them", () => {
    const below = (id: string): string[] => directory.lineDown(id).flatMap((one) => [one.id, ...below(one.id)]);
    for (const { id } of marevia.people) {
      for (const other of below(id)) expect(directory.lineUp(other).map((one) => one.id)).toContain(id);
      for (const above of directory.lineUp(id)) expect(below(above.id)).toContain(id);
    }
  });

  it("ends, however managers are entered", () => {
    const ids = organisation.people.map((one) => one.id);
    fc.assert(
      fc.property(
        fc.array(fc.option(fc.constantFrom(...ids)), { minLength: ids.length, maxLength: ids.length }),
        (managers) => {
          const people = organisation.people.map((one, index) => ({ ...one, manager: managers[index] ?? null }));
          const wild = directoryOf({ ...organisation, people });
          for (const id of ids) {
            const line = wild.lineUp(id).map((one) => one.id);
            expect(new Set(line).size).toBe(line.length);
          }
        },
      ),
    );
  });
});

describe("units", () => {
  it("lie in those above them, nearest first, up to the top", () => {
    expect(directory.unitsAbove("catering").map((unit) => unit.id)).toEqual([
      "catering",
      "passenger-services",
      "marevia",
    ]);
    expect(directory.unitsAbove("moon")).toEqual([]);
    for (const unit of marevia.units) expect(directory.unitsAbove(unit.id).at(-1)?.id).toBe("marevia");
  });
});

describe("positions", () => {
  it("that head a unit are held by its head, the others by whom they name", () => {
    expect(directory.holderOf("head-of-fleet")).toBe("marta-quelhas");
    expect(directory.holderOf("treasurer")).toBe("rosalind-amado");
    expect(directory.holderOf("nothing")).toBeNull();
    expect(directory.positionsOf("teodora-lins").map((one) => one.id)).toEqual(["finance-director"]);
    for (const position of marevia.positions) {
      const holder = directory.holderOf(position.id)!;
      expect(directory.positionsOf(holder)).toContain(position);
    }
  });
});

describe("active", () => {
  const zoned = (timeZone: string) => directoryOf({ ...organisation, timeZone });
  const person = { ...organisation.people[0]!, activeFrom: "2026-03-02", activeUntil: "2026-03-31" };
  it.each([
    ["UTC", "2026-03-01T23:59:59.999Z", false],
    ["UTC", "2026-03-02T00:00:00.000Z", true],
    ["UTC", "2026-03-31T23:59:59.999Z", true],
    ["UTC", "2026-04-01T00:00:00.000Z", false],
    // On the first of April in Auckland it is still March in London.
    ["Pacific/Auckland", "2026-03-31T10:59:59.999Z", true],
    ["Pacific/Auckland", "2026-03-31T11:00:00.000Z", false],
    ["Etc/GMT+5", "2026-04-01T04:59:59.999Z", true],
    ["Etc/GMT+5", "2026-04-01T05:00:00.000Z", false],
  ])("in %s at %s: %s", (zone, at, active) => expect(zoned(zone).isActive(person, at)).toBe(active));
});

describe("limits", () => {
  const limit = (kind: "person" | "position", id: string, minor: number, currency = "EUR") => ({
    holder: { kind, id },
    documentType: "purchase-order",
    limit: { kind: "amount" as const, minor, currency },
  });
  const positions = [
    { id: "buyer", name: "Buyer", unit: "fleet", heads: false, holder: "una" },
    { id: "captain", name: "Captain", unit: "fleet", heads: false, holder: "una" },
  ];
  const withLimits = (limits: Organisation["limits"]) => directoryOf({ ...organisation, positions, limits });
  const rate = { EUR: 1, GBP: 0.8 } as Record<string, number>;
  const judge = (limits: Organisation["limits"], minor: number, person = "una") =>
    coverage(person, "purchase-order", { minor, currency: "EUR" }, withLimits(limits), (amount, currency) =>
      rate[currency] ? { minor: Math.round(amount.minor * rate[currency]), currency } : null,
    );

  it("of a person and of every position they hold count, and the largest decides", () => {
    const limits = [limit("person", "una", 100), limit("position", "buyer", 500), limit("position", "captain", 300)];
    expect([judge(limits, 500).outcome, judge(limits, 501).outcome]).toEqual(["covers", "does not cover"]);
    const eur = (minor: number) => ({ minor, currency: "EUR" });
    expect(judge(limits, 500).why).toEqual({
      code: "limit",
      values: {
        limit: eur(500),
        holder: { kind: "position", id: "buyer" },
        compared: { amount: eur(500), as: eur(500) },
      },
    });
    expect(judge([], 1)).toEqual({ outcome: "does not cover", why: { code: "no limit" } });
    expect(judge(limits, 1, "rui").outcome).toBe("does not cover");
  });

  it("in another currency are compared at the rate, and cannot be told without one", () => {
    expect([
      judge([limit("person", "una", 400, "GBP")], 500).outcome,
      judge([limit("person", "una", 399, "GBP")], 500).outcome,
    ]).toEqual(["covers", "does not cover"]);
    expect(judge([limit("person", "una", 400, "CHF")], 500)).toMatchObject({ outcome: "cannot be told" });
    expect(judge([limit("person", "una", 400, "CHF"), limit("person", "una", 600)], 500).outcome).toBe("covers");
  });

  it("unlimited is said, and none covers nothing", () => {
    const of = (kind: "unlimited" | "none") =>
      [{ ...limit("person", "una", 0), limit: { kind } }] as Organisation["limits"];
    expect([judge(of("unlimited"), 1e12).outcome, judge(of("none"), 0).outcome]).toEqual(["covers", "does not cover"]);
    expect([sayLimit({ kind: "unlimited" }), sayLimit({ kind: "none" })]).toEqual(["unlimited", "none"]);
    expect(sayHolder(limit("position", "gone", 1), withLimits([]))).toBe("as gone");
  });
});

describe("rules in words", () => {
  it.each<[ApproverRule, string]>([
    [{ kind: "position", position: "treasurer" }, "the holder of Treasurer"],
    [{ kind: "lineByLimit", climb: "straight" }, "the first in the reporting line whose limit covers the amount"],
    [
      { kind: "lineByLimit", climb: "one by one" },
      "everyone up the reporting line to the first whose limit covers the amount",
    ],
    [{ kind: "owner", of: "cost-centres" }, "the owner of the cost centre"],
    [{ kind: "namedOnDocument", field: "receiver" }, "the person named on the document as receiver"],
    [{ kind: "group", group: "directors" }, "Directors"],
    [{ kind: "manager", up: 2 }, "the manager two above the requester"],
  ])("%j", (rule, words) => expect(sayRule(rule, directory)).toBe(words));
});
