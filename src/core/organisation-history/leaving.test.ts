// Whoever leaves, nothing is left without an answer, and nothing leads to them afterwards.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { marevia } from "../../../demo/organisation";
import { away, done, setting, start, why } from "../../../demo/organisation-history";
import { AT } from "../fixtures";
import { brokenReferences } from "../people";
import { asOf, comeBack, leave, leftBehind, setStandIn, type Handing } from "./index";

describe("leaving", () => {
  const handing: Handing = {
    lastDay: "2026-03-31",
    successor: "rui-tavares",
    reportsTo: "rui-tavares",
    heads: { fleet: "rui-tavares" },
    positions: {},
    ownedBy: null,
    standIn: null,
  };
  it.each<[string, string, Partial<Handing>, number, string]>([
    [
      "reports without a manager",
      "marta-quelhas",
      { reportsTo: null },
      0,
      "Say to whom Rui Tavares, Caetano Moura, Abel Tronqueira, Leocádia Brum and Jorunn Eikrem will report",
    ],
    ["a unit without a head", "marta-quelhas", { heads: {} }, 0, "Say who heads Fleet, or that it stays vacant"],
    [
      "a position without a holder",
      "rosalind-amado",
      { reportsTo: "teodora-lins", heads: {} },
      0,
      "Say who holds Treasurer, or that it stays vacant",
    ],
    [
      "a cost centre without an owner",
      "rui-tavares",
      { reportsTo: "petra-zimbral", successor: null, heads: { engineering: null } },
      0,
      "Say who owns Fleet 21 and Spring docking 2026 from then on",
    ],
    [
      "open documents without a successor",
      "marta-quelhas",
      { successor: null },
      3,
      "3 open documents hang on Marta Quelhas; say who takes over",
    ],
    [
      "work given to the one who leaves",
      "marta-quelhas",
      { reportsTo: "marta-quelhas" },
      0,
      "Nothing can go to Marta Quelhas, who leaves",
    ],
    [
      "a day that has passed",
      "marta-quelhas",
      { lastDay: "2026-03-01" },
      0,
      "The last day cannot lie before yesterday",
    ],
  ])("is refused with %s", (_name, id, change, documents, message) => {
    expect(why(leave(start, id, { ...handing, ...change }, documents, setting))).toBe(message);
  });

  it("leaves nothing leading to anybody who has left, whoever it is", () => {
    fc.assert(
      fc.property(fc.constantFrom(...marevia.people.map((one) => one.id)), fc.boolean(), (id, vacant) => {
        fc.pre(id !== "joaquina-teles");
        const heir = id === "goncalo-abrantes" ? "teodora-lins" : "goncalo-abrantes";
        const to = vacant ? null : heir;
        const left = leftBehind(start, id, AT);
        const all = (list: { id: string }[]) => Object.fromEntries(list.map((one) => [one.id, to]));
        const gone = done(
          start,
          leave(
            start,
            id,
            {
              lastDay: "2026-03-31",
              successor: heir,
              reportsTo: heir,
              heads: all(left.heads),
              positions: all(left.positions),
              ownedBy: heir,
              standIn: null,
            },
            1,
            setting,
          ),
        );
        const organisation = asOf(gone, "2026-04-01T00:00:00.000Z");
        const mentions = JSON.stringify({ ...organisation, people: organisation.people.map((one) => [one.manager]) });
        // Limits stay with the person they were given to, who can no longer use them.
        expect(
          mentions
            .replaceAll(`"holder":{"id":"${id}","kind":"person"}`, "")
            .replaceAll(`"holder":{"kind":"person","id":"${id}"}`, ""),
        ).not.toContain(`"${id}"`);
        expect(brokenReferences(organisation)).toEqual([]);
        expect(asOf(gone, AT).units).toEqual(asOf(start, AT).units);
      }),
      { numRuns: 120 },
    );
  });

  it("hands on absences in which they stand in: to somebody else, or to nobody, and a delegation ends", () => {
    const withAbsence = done(
      start,
      setStandIn(start, away("rui-tavares", "petra-zimbral", { until: "2026-04-20" }), setting),
    );
    const both = done(
      withAbsence,
      setStandIn(withAbsence, away("duarte-anselmo", "petra-zimbral", { kind: "delegation", until: null }), setting),
    );
    const leaving = (standIn: string | null) =>
      asOf(
        done(both, leave(both, "petra-zimbral", { ...handing, heads: {}, standIn }, 0, setting)),
        "2026-04-02T00:00:00.000Z",
      )
        .standIns.map((entry) => `${entry.kind} ${entry.person} ${entry.standIn}`)
        .sort();
    expect(leaving("marta-quelhas")).toEqual([
      "absence rui-tavares marta-quelhas",
      "delegation duarte-anselmo marta-quelhas",
    ]);
    expect(leaving(null)).toEqual(["absence rui-tavares null"]);
    // Nobody stands in for themselves.
    expect(leaving("rui-tavares")).toEqual(["absence rui-tavares null", "delegation duarte-anselmo rui-tavares"]);
    const until = done(both, leave(both, "petra-zimbral", { ...handing, heads: {} }, 0, setting));
    expect(asOf(until, "2026-03-31T12:00:00.000Z").standIns.map((entry) => entry.standIn)).toContain("petra-zimbral");
  });

  it("can be taken back", () => {
    const gone = done(start, leave(start, "noor-halvorsrud", { ...handing, heads: {} }, 1, setting));
    expect(gone.person.get("noor-halvorsrud")).toMatchObject({ activeUntil: "2026-03-31", successor: "rui-tavares" });
    expect(done(gone, comeBack(gone, "noor-halvorsrud")).person.get("noor-halvorsrud")).toEqual(
      start.person.get("noor-halvorsrud"),
    );
  });
});
