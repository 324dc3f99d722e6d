// Authority against the amount: bands that need less than those below, limits that end too early, and choices that pass them over.
import { describe, expect, it } from "vitest";
import { level } from "../fixtures";
import { base, context, found, plain, section, sound } from "../fixtures/findings";
import type { PolicyInput } from "../policy";

describe("authority", () => {
  it("a higher band that needs less", () => {
    const second = level("second", 2, ["none", "approves", "none"], { kind: "headOfUnit", up: 1 });
    const [finding] = found({ ...base, sections: [{ ...section, levels: [plain, second] }] } as PolicyInput);
    expect([finding!.code, finding!.said.offer]).toEqual(["inversion", "Let second approve there too"]);
  });

  it("a higher band that people with lower limits can decide, though another level takes the place of the one below", () => {
    const limit = (id: string, minor: number | null) => ({
      holder: { kind: "person" as const, id },
      documentType: "purchase-order",
      limit: minor === null ? { kind: "unlimited" as const } : { kind: "amount" as const, minor, currency: "EUR" },
    });
    const org = { ...sound, limits: [limit("boss", null), limit("head", 99_000_000), limit("lead", 90_000_000)] };
    const chain = (low: string[], high: string[], quorum = 1) =>
      found(
        {
          ...base,
          sections: [
            {
              ...section,
              levels: [
                level("low", 1, ["none", "approves", "none"], { kind: "people", people: low }),
                level(
                  "high",
                  2,
                  ["none", "none", "approves"],
                  { kind: "people", people: high },
                  { quorum: { kind: "n", n: quorum } },
                ),
              ],
            },
          ],
        } as PolicyInput,
        context(org),
      ).flatMap(({ code, said }) => (code === "falling authority" ? [said.message] : []));
    expect(chain(["boss"], ["head", "lead"])).toEqual([
      "Over 10,000.00: Lead can be enough, with a limit of 900,000.00 EUR; somebody with authority for any amount is needed over 2,500.00 up to 10,000.00, that amount included.",
    ]);
    // Two of three bring in the middle limit at the least; all of them the highest.
    expect(chain(["head"], ["head", "lead"], 2)).toEqual([]);
    expect(chain(["lead"], ["head"])).toEqual([]);
    expect(chain(["head"], ["lead", "boss"])).toHaveLength(1);
  });

  it("a choice of the next level that passes over the one whose limit is needed", () => {
    const limit = (id: string, minor: number) => ({
      holder: { kind: "person" as const, id },
      documentType: "purchase-order",
      limit: { kind: "amount" as const, minor, currency: "EUR" },
    });
    const org = { ...sound, limits: [limit("lead", 1_000_000), limit("head", 99_999_999)] };
    const every = ["none", "approves", "approves"] as const;
    const named = (id: string, stage: number, person: string, more = {}) =>
      level(id, stage, [...every], { kind: "people", people: [person] }, more);
    const chain = (choosesNext: string[]) =>
      found(
        {
          ...base,
          sections: [
            {
              ...section,
              levels: [
                named("first", 1, "lead", { choosesNext }),
                named("low", 2, "lead"),
                named("high", 3, "head"),
                named("more", 4, "lead"),
              ],
            },
          ],
        } as PolicyInput,
        context(org),
      ).flatMap(({ code, weight, place, about }) =>
        code === "choice skips authority" ? [[weight, place.band, about]] : [],
      );
    expect(chain(["low", "high"])).toEqual([["fatal", 2, "low"]]);
    expect(chain(["low", "more"])).toEqual([]);
  });

  it("limits that end below the top of a band, and none where the last one covers it", () => {
    const limit = (id: string, minor: number) => ({
      holder: { kind: "person" as const, id },
      documentType: "purchase-order",
      limit: { kind: "amount" as const, minor, currency: "EUR" },
    });
    const org = { ...sound, limits: [limit("lead", 1_000_000), limit("head", 99_999_999)] };
    expect(found(base, context(org))[0]).toMatchObject({
      code: "limit too low",
      place: { band: 2 },
      said: { example: "an order of 100,000.00 EUR by Rui, Engines" },
    });
    expect(found(base, context({ ...sound, limits: [limit("lead", 10_000_000), limit("head", 10_000_000)] }))).toEqual(
      [],
    );
  });

  it("a choice that may pass over the higher authority is looked at by its weaker end", () => {
    const limit = (id: string, minor: number) => ({
      holder: { kind: "person" as const, id },
      documentType: "purchase-order",
      limit: { kind: "amount" as const, minor, currency: "EUR" },
    });
    const org = { ...sound, limits: [limit("head", 99_000_000), limit("lead", 90_000_000)] };
    const named = (id: string, stage: number, marks: Parameters<typeof level>[2], person: string, more = {}) =>
      level(id, stage, marks, { kind: "people", people: [person] }, more);
    const chain = (choosesNext: string[]) =>
      found(
        {
          ...base,
          sections: [
            {
              ...section,
              levels: [
                named("low", 1, ["none", "approves", "none"], "head"),
                named("first", 2, ["none", "none", "approves"], "lead", { choosesNext }),
                named("weak", 3, ["none", "none", "approves"], "lead"),
                named("strong", 4, ["none", "none", "approves"], "head"),
                named("strong-too", 5, ["none", "none", "approves"], "head"),
              ],
            },
          ],
        } as PolicyInput,
        context(org),
      ).flatMap(({ code }) => (code === "falling authority" ? [code] : []));
    expect(chain(["strong", "strong-too"])).toEqual([]);
    // One of the strong ones still comes after the choice; of all three, the weak one can be the only one.
    expect(chain(["weak", "strong"])).toEqual([]);
    expect(chain(["weak", "strong", "strong-too"])).toEqual(["falling authority"]);
  });
});
