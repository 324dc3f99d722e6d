// Who acts in whose name, and who never does.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { AT, organisation, subject as plain } from "../fixtures";
import { namesOf, sayEligibility, sayGapOf } from "../words";
import {
  actorsFor,
  circleOf,
  directoryOf,
  mostDeciders,
  principalsOf,
  tookOverFrom,
  whoMayDecide,
  type ApproverRule,
  type Candidate,
  type Organisation,
  type StandIn,
  type Subject,
} from "./index";

const subject: Subject = {
  ...plain,
  concerns: { "cost-centres": ["CC-1"], supplier: ["Northrigg"] },
  named: { receiver: "una" },
};

const entry = (person: string, standIn: string | null, extra: Partial<StandIn> = {}): StandIn => ({
  id: `${person}.${standIn}`,
  kind: "absence",
  person,
  standIn,
  from: "2026-03-01T00:00:00.000Z",
  until: "2026-03-21T00:00:00.000Z",
  documentTypes: null,
  cap: null,
  reason: "",
  ...extra,
});

function decide(rule: ApproverRule, change: Partial<Organisation>, about: Partial<Subject> = {}, at = AT): string {
  const directory = directoryOf({ ...organisation, ...change });
  const { candidates, gap } = whoMayDecide(rule, { ...subject, ...about }, directory, at);
  const names = namesOf(directory);
  const said = candidates.map((one) => `${one.person} ${sayEligibility(one, names)}`);
  return [...said, ...(gap ? [`gap: ${sayGapOf(gap, names)}`] : [])].join("; ");
}

describe("absences and delegations", () => {
  const manager: ApproverRule = { kind: "manager", up: 1 };
  it.each<[string, StandIn[], Partial<Subject>, string]>([
    [
      "the stand-in acts and the absent does not",
      [entry("lead", "una")],
      {},
      "lead not eligible: is away until 20 Mar 2026, stands in: Una; una eligible: stands in for Lead until 20 Mar 2026",
    ],
    [
      "nobody acts where nobody stands in",
      [entry("lead", null)],
      {},
      "lead not eligible: is away until 20 Mar 2026, nobody stands in",
    ],
    [
      "a stand-in never decides on their own request",
      [entry("lead", "rui")],
      {},
      "lead not eligible: is away until 20 Mar 2026, stands in: Rui; rui not eligible: stands in for Lead until 20 Mar 2026, but is the requester",
    ],
    [
      "an absent stand-in is followed to their own",
      [entry("lead", "una"), entry("una", "dora")],
      {},
      "lead not eligible: is away until 20 Mar 2026, stands in: Una; una not eligible: stands in for Lead until 20 Mar 2026, but is away until 20 Mar 2026, stands in: Dora; dora eligible: stands in for Lead until 20 Mar 2026, through Una",
    ],
    [
      "a cap below the amount",
      [entry("lead", "una", { cap: { minor: 99_999, currency: "EUR" } })],
      {},
      "lead not eligible: is away until 20 Mar 2026, stands in: Una; una not eligible: stands in for Lead until 20 Mar 2026, but only up to 999.99 EUR, and this is 1,000.00 EUR",
    ],
    [
      "a cap of the very amount",
      [entry("lead", "una", { cap: { minor: 100_000, currency: "EUR" } })],
      {},
      "lead not eligible: is away until 20 Mar 2026, stands in: Una; una eligible: stands in for Lead until 20 Mar 2026",
    ],
    [
      "a cap in a currency without a rate",
      [entry("lead", "una", { cap: { minor: 100_000, currency: "CHF" } })],
      {},
      "lead not eligible: is away until 20 Mar 2026, stands in: Una; una not eligible: stands in for Lead until 20 Mar 2026, but only up to 1,000.00 CHF, which cannot be compared with this document",
    ],
    [
      "other types only",
      [entry("lead", "una", { documentTypes: ["expense-claim"] })],
      {},
      "lead not eligible: is away until 20 Mar 2026, Una stands in for other types only",
    ],
    [
      "a delegation leaves both",
      [entry("lead", "una", { kind: "delegation", until: null })],
      {},
      "lead eligible; una eligible: holds a delegation of Lead",
    ],
    [
      "what is delegated is not delegated further",
      [entry("lead", "una", { kind: "delegation" }), entry("una", "dora", { kind: "delegation" })],
      {},
      "lead eligible; una eligible: holds a delegation of Lead until 20 Mar 2026",
    ],
    ["one that is over counts no more", [entry("lead", "una", { until: AT })], {}, "lead eligible"],
    [
      "one that has not begun does not count yet",
      [entry("lead", "una", { from: "2026-03-10T09:10:00.001Z" })],
      {},
      "lead eligible",
    ],
    [
      "nobody acts for the one on whose behalf it is",
      [entry("lead", "una")],
      { excluded: [{ person: "lead", why: { code: "is paid by it" } }] },
      "lead not eligible: is paid by it",
    ],
  ])("%s", (_name, standIns, about, expected) => expect(decide(manager, { standIns }, about)).toBe(expected));

  it("somebody without the role approver is not asked", () => {
    const people = organisation.people.map((one) =>
      one.id === "lead" ? { ...one, roles: ["requester" as const] } : one,
    );
    expect(decide(manager, { people })).toBe("lead not eligible: does not have the role approver");
  });

  it("everybody in whose name one might act is found", () => {
    const standIns = [entry("lead", "una"), entry("una", "dora"), entry("head", "ana", { kind: "delegation" })];
    const people = organisation.people.map((one) => (one.id === "gone" ? { ...one, successor: "dora" } : one));
    const directory = directoryOf({ ...organisation, standIns, people });
    expect(principalsOf("dora", directory, AT).sort()).toEqual(["dora", "gone", "lead", "una"]);
    expect(principalsOf("ana", directory, AT).sort()).toEqual(["ana", "head"]);
    expect(principalsOf("rui", directory, AT)).toEqual(["rui"]);
  });
});

describe("open work of somebody who left", () => {
  it("does not pass through somebody who may not decide it, whoever took over from them", () => {
    const gone = (id: string, successor: string) => (one: (typeof organisation.people)[number]) =>
      one.id === id ? { ...one, activeUntil: "2026-03-09", successor } : one;
    const people = organisation.people.map(gone("lead", "rui")).map(gone("rui", "una"));
    const directory = directoryOf({ ...organisation, people });
    const acting = (requester: string) =>
      actorsFor("lead", { ...subject, requester }, directory, AT, true)
        .filter((one) => one.eligible)
        .map((one) => one.person);
    expect(acting("ana")).toEqual(["una"]);
    expect(acting("rui")).toEqual([]);
  });
  it("goes to their successor, and on to the successor’s when they leave as well", () => {
    const left = (successor: string) => ({ activeUntil: "2026-03-09", successor });
    const people = organisation.people.map((one) =>
      one.id === "rui" ? { ...one, ...left("ana") } : one.id === "ana" ? { ...one, ...left("una") } : one,
    );
    const directory = directoryOf({ ...organisation, people });
    expect(tookOverFrom("una", directory, AT)).toEqual(["ana", "rui"]);
    expect(tookOverFrom("ana", directory, AT)).toEqual(["rui"]);
    expect(tookOverFrom("una", directory, "2026-03-09T12:00:00.000Z")).toEqual([]);
    const around = people.map((one) => (one.id === "una" ? { ...one, ...left("rui") } : one));
    expect(tookOverFrom("una", directoryOf({ ...organisation, people: around }), AT).sort()).toEqual(["ana", "rui"]);
  });
});

describe("rules that need positions, limits and owners", () => {
  const limit = (id: string, minor: number, kind: "person" | "position" = "person") => ({
    holder: { kind, id },
    documentType: "purchase-order",
    limit: { kind: "amount" as const, minor, currency: "EUR" },
  });
  const positions = [
    { id: "captain", name: "Captain", unit: "crew", heads: false, holder: null },
    { id: "fleet-head", name: "Fleet head", unit: "fleet", heads: true, holder: null },
  ];
  const limits = [limit("lead", 50_000), limit("fleet-head", 100_000, "position")];
  const entries = ["CC-1", "CC-2"].map((key) => ({
    key,
    name: `Engines ${key}`,
    ...(key === "CC-1" && { owner: "dora" }),
  }));
  const lists = [{ id: "cost-centres", name: "", entries }];
  const straight: ApproverRule = { kind: "lineByLimit", climb: "straight" };
  it.each<[string, ApproverRule, Partial<Organisation>, Partial<Subject>, string]>([
    [
      "a vacant position",
      { kind: "position", position: "captain" },
      { positions },
      {},
      "gap: the position Captain is vacant",
    ],
    ["a heading position", { kind: "position", position: "fleet-head" }, { positions }, {}, "head eligible"],
    ["an owner", { kind: "owner", of: "cost-centres" }, { lists }, {}, "dora eligible"],
    ["no owner", { kind: "owner", of: "supplier" }, { lists }, {}, "gap: the supplier Northrigg has no owner"],
    [
      "one of two without an owner",
      { kind: "owner", of: "cost-centres" },
      { lists },
      { concerns: { "cost-centres": ["CC-1", "CC-2"] } },
      "gap: the cost centre Engines CC-2 has no owner",
    ],
    ["nothing to own", { kind: "owner", of: "customer" }, { lists }, {}, "gap: the document names no customer"],
    ["named on the document", { kind: "namedOnDocument", field: "receiver" }, {}, {}, "una eligible"],
    ["not named", { kind: "namedOnDocument", field: "contact" }, {}, {}, "gap: the document names nobody as contact"],
    [
      "straight to the first whose limit covers the amount, the exact amount included",
      straight,
      { positions, limits },
      {},
      "lead not eligible: limit up to 500.00 EUR (their own) does not cover 1,000.00 EUR; head eligible: limit up to 1,000.00 EUR (as Fleet head) covers 1,000.00 EUR",
    ],
    [
      "one by one",
      { kind: "lineByLimit", climb: "one by one" },
      { positions, limits },
      {},
      "lead eligible: limit up to 500.00 EUR (their own) does not cover 1,000.00 EUR; head eligible: limit up to 1,000.00 EUR (as Fleet head) covers 1,000.00 EUR",
    ],
    [
      "an end of the line is a dead end",
      straight,
      { limits: [limit("lead", 50_000)] },
      {},
      "lead not eligible: limit up to 500.00 EUR (their own) does not cover 1,000.00 EUR; head not eligible: has no limit for this type; boss not eligible: has no limit for this type; gap: the reporting line of Rui ends with Boss, and nobody in it can decide this amount",
    ],
    [
      "who covers it but cannot act is climbed over",
      straight,
      { positions, limits: [...limits, limit("boss", 200_000)], standIns: [entry("head", null)] },
      {},
      "lead not eligible: limit up to 500.00 EUR (their own) does not cover 1,000.00 EUR; head not eligible: is away until 20 Mar 2026, nobody stands in; limit up to 1,000.00 EUR (as Fleet head) covers 1,000.00 EUR; boss eligible: limit up to 2,000.00 EUR (their own) covers 1,000.00 EUR",
    ],
  ])("%s", (_name, rule, change, about, expected) => expect(decide(rule, change, about)).toBe(expected));

  it("climbs one by one in turn, and straight to one alone", () => {
    const directory = directoryOf({ ...organisation, positions, limits });
    expect(whoMayDecide({ kind: "lineByLimit", climb: "one by one" }, subject, directory, AT)).toMatchObject({
      seats: ["lead", "head"],
      inTurn: true,
    });
    expect(whoMayDecide(straight, subject, directory, AT)).toMatchObject({ seats: ["head"], inTurn: false });
  });
});

const IDS = ["a", "b", "c", "d", "e"];
const entries = fc.array(
  fc.record({
    person: fc.constantFrom(...IDS),
    standIn: fc.option(fc.constantFrom(...IDS), { freq: 5 }),
    from: fc.integer({ min: 1, max: 8 }),
    length: fc.integer({ min: 1, max: 4 }),
    types: fc.constantFrom<string[] | null>(null, ["x"], ["y"], ["x", "y"]),
  }),
  { maxLength: 6 },
);

describe("circles", () => {
  it("are found exactly where at some moment and for some type the stand-ins lead back", () => {
    fc.assert(
      fc.property(entries, (list) => {
        const day = (number: number) => `2026-01-${String(number).padStart(2, "0")}T00:00:00.000Z`;
        const all = list.map((one, index) =>
          entry(one.person, one.standIn, {
            id: String(index),
            from: day(one.from),
            until: day(one.from + one.length),
            documentTypes: one.types,
          }),
        );
        // By brute force: on every day and for each type, whether anybody can be reached from themselves.
        const leadsBack = Array.from({ length: 12 }, (_, number) => day(number + 1)).some((at) =>
          ["x", "y"].some((type) => {
            const now = all.filter(
              (one) => one.from <= at && at < one.until! && (one.documentTypes?.includes(type) ?? true),
            );
            const reach = (start: string, seen: string[]): boolean =>
              now.some(
                (one) =>
                  one.person === (seen.at(-1) ?? start) &&
                  one.standIn !== null &&
                  (one.standIn === start || (!seen.includes(one.standIn) && reach(start, [...seen, one.standIn]))),
              );
            return IDS.some((id) => reach(id, []));
          }),
        );
        expect(circleOf(all) !== null).toBe(leadsBack);
      }),
      { numRuns: 2000 },
    );
  });
});

describe("whoever acts", () => {
  it("is active, present, not the requester and not excluded, on random people and absences", () => {
    let stoodIn = 0;
    fc.assert(
      fc.property(
        entries,
        fc.uniqueArray(fc.constantFrom(...IDS), { minLength: 1 }),
        fc.constantFrom(...IDS),
        fc.constantFrom(...IDS),
        fc.subarray(IDS),
        (list, named, requester, excluded, left) => {
          const standIns = list.map((one, index) =>
            entry(one.person, one.standIn, {
              id: String(index),
              from: `2026-01-0${one.from}T00:00:00.000Z`,
              documentTypes: one.types,
            }),
          );
          const people = IDS.map((id) => ({
            ...organisation.people[0]!,
            id,
            name: id,
            ...(left.includes(id) && { activeUntil: "2026-01-01" }),
          }));
          const directory = directoryOf({ ...organisation, people, units: [], groups: [], standIns });
          const at = "2026-01-05T12:00:00.000Z";
          const about = {
            ...subject,
            requester,
            documentType: "x",
            excluded: [{ person: excluded, why: { code: "entered it" as const } }],
          };
          const { candidates } = whoMayDecide({ kind: "people", people: named }, about, directory, at);
          const inEffectNow = standIns.filter((one) => one.from <= at);
          for (const one of candidates.filter((candidate) => candidate.eligible)) {
            expect([requester, excluded, ...left]).not.toContain(one.person);
            expect(inEffectNow.some((absence) => absence.person === one.person)).toBe(false);
            const seat = one.inNameOf ?? one.person;
            expect([requester, excluded, ...left]).not.toContain(seat);
            expect(named).toContain(seat);
            if (one.inNameOf) {
              stoodIn += 1;
              expect(inEffectNow.some((absence) => absence.person === seat)).toBe(true);
            }
          }
        },
      ),
      { numRuns: 2000 },
    );
    expect(stoodIn).toBeGreaterThan(50);
  });

  it("counts once: as many deciders as by trying every assignment", () => {
    const seats = ["p", "q", "r"];
    const candidates = fc.array(fc.tuple(fc.constantFrom(...seats), fc.constantFrom(...IDS)), { maxLength: 8 });
    fc.assert(
      fc.property(candidates, (pairs) => {
        const all = pairs.map(([seat, person]): Candidate => ({
          person,
          eligible: true,
          why: [],
          inNameOf: seat,
        }));
        const most = (left: string[], used: string[]): number => {
          const [seat, ...rest] = left;
          if (!seat) return used.length;
          const choices = pairs
            .filter(([one, person]) => one === seat && !used.includes(person))
            .map(([, person]) => person);
          return Math.max(most(rest, used), ...choices.map((person) => most(rest, [...used, person])));
        };
        expect(mostDeciders(seats, all)).toBe(most(seats, []));
      }),
      { numRuns: 2000 },
    );
  });
});
