import { describe, expect, it } from "vitest";
import { QUESTION_NAMES, type FindingBody, type QuestionName } from "../lookout";
import { sayChance, sayCourse, sayFound, type FindingNames } from "./lookout";
import { figuresTable } from "./lookout-figures";
import { sayOnDocument } from "./lookout-on-document";

const names: FindingNames = {
  document: (id) => id.toUpperCase(),
  person: (id) => id.charAt(0).toUpperCase() + id.slice(1),
  unit: (id) => `the ${id}`,
  policy: () => "Purchase orders",
  section: () => "Everything else",
  level: () => "Head of unit",
};

const type = "purchase-order";
const rule = {
  documentType: type,
  policy: "orders",
  section: "all",
  currency: "EUR",
  threshold: { amount: 500_000, exact: "above" as const },
};
const day = Date.UTC(2026, 1, 27);
const habit = { person: "ana", times: 63, of: 80, others: { mean: 0.02, alike: 0.02 }, seconds: [], limit: null };

type Figures = { [Name in QuestionName]: Extract<FindingBody, { question: Name }>["figures"] };

const FIGURES: Figures = {
  crowding: { ...rule, under: 41, expected: 12.2, of: 61, width: 25_000, stretches: [], requesters: [] },
  splitting: {
    ...rule,
    by: { kind: "person", id: "noor" },
    unit: "engineering",
    parties: ["Estaleiro"],
    days: 7,
    of: 9,
    expected: 0.1,
    clusters: [
      { documents: ["a", "b"], sum: 900_000 },
      { documents: ["c", "d", "e"], sum: 1_000_000 },
    ],
  },
  duplicates: {
    kind: "alike",
    documents: ["si-1", "si-2"],
    party: "Rope",
    gross: { minor: 71_113, currency: "EUR" },
    likeness: "looks the same",
    sameAmount: true,
    days: 1,
    expected: 0,
    of: 9,
  },
  digits: {
    documentType: type,
    currency: "EUR",
    digits: 2,
    of: 4_000,
    counts: [],
    deviation: 0.01,
    conformity: "none",
  },
  roundAmounts: habit,
  haste: habit,
  rest: habit,
  bursts: habit,
  neverNo: { ...habit, times: 0 },
  pairs: {
    kind: "decide together",
    people: ["ana", "bo"],
    met: 30,
    expected: 12,
    all: 90,
    one: 33,
    other: 34,
    whole: {
      rows: ["ana", "bo"],
      columns: ["ana", "bo"],
      met: [
        [0, 30],
        [30, 0],
      ],
    },
  },
  lapses: { policy: "orders", level: "head", month: "2025-08", at: [day, day], asked: ["ana", "bo"] },
  overrides: { kind: "route again", person: "ana", at: [day, day - 1, day - 2] },
  ownGain: { person: "ana", hold: "No order", gain: "own document", at: [day] },
  standIns: { person: "ana", standIn: "bo", from: 0, until: null, days: 140 },
  limits: {
    kind: "never used",
    documentType: type,
    limits: ["ana", "bo", "cy", "di", "eli"].map((id) => ({
      holder: { kind: "person", id },
      currency: "EUR",
      limit: 5,
      of: 0,
      largest: 0,
    })),
  },
  bankChanges: {
    party: "Rope",
    person: "ana",
    changed: day,
    checked: false,
    paid: [{ document: "si-1", at: day, person: "bo", minor: 1, currency: "EUR" }],
  },
  dutiesMet: { person: "ana", party: "Rope", duties: ["account", "enter", "approve"], done: [] },
  noise: { policy: "orders", level: "head", of: 300, most: 0.01, hours: 20.2 },
};

const said = (question: QuestionName) =>
  sayFound(
    {
      question,
      about: [],
      people: [],
      documents: [],
      count: 0,
      chance: null,
      corrected: null,
      figures: FIGURES[question],
    } as unknown as FindingBody,
    names,
  );

describe("what is said of a finding", () => {
  it("reads well, and accuses nobody", () => {
    expect(
      Object.fromEntries(QUESTION_NAMES.map((name) => [name, `${said(name).title} — ${said(name).sentence}`])),
    ).toEqual({
      crowding:
        "Just under 5,000.00 — 41 orders under Purchase orders, Everything else, lie in the last 250.00 below 5,000.00 EUR, where 12 would be expected.",
      splitting:
        "Noor and Estaleiro — Twice, several documents within 7 days come to 5,000.00 EUR or more together while each stays below: 5 orders, 19,000.00 EUR in all.",
      duplicates:
        "SI-1 and SI-2 — Numbers that look the same, the same amount, dated 1 day apart: Rope, 711.13 EUR. They may be one.",
      digits:
        "First two digits of orders — Of 4,000 orders in EUR, the first two digits do not come as often as in amounts that grow by themselves: the difference is beyond what is called marginal.",
      roundAmounts: "Ana: round amounts — 63 of 80 amounts are round; 2.0 % is taken as usual.",
      haste: "Ana decides in seconds — 63 of 80 decisions took less time than reading does; 2.0 % is taken as usual.",
      rest: "Ana decides by night or on days off — 63 of 80 decisions came by night or on a day off; 2.0 % is taken as usual.",
      bursts:
        "Ana: one decision right after the other — 63 of 80 decisions came within seconds of the one before; 2.0 % is taken as usual.",
      neverNo: "Ana has never said no — None of 80 decisions was declined or sent back; with others 2.0 % are.",
      pairs:
        "Ana and Bo decide together — 30 times they decided on the same document where others could have; 12 would be expected.",
      lapses:
        "August 2025: 2 levels lapsed — Head of unit under Purchase orders: nobody answered in time. Asked: Ana and Bo.",
      overrides: "Ana routed documents again — Three times, the last time on 27 Feb 2026.",
      ownGain: "Ana released a hold on a document of their own — No order: once, the last time on 27 Feb 2026.",
      standIns: "Bo still acts for Ana — For 140 days now, with no end.",
      limits: "Limits for orders that bind nothing — Nobody came to the limits of Ana, Bo, Cy and 2 others.",
      bankChanges:
        "Rope: paid shortly after its bank account changed — Changed on 27 Feb 2026, approved without a note; 1 document paid from 27 Feb 2026 on.",
      dutiesMet:
        "Ana and Rope — One person opened or changed the account of the party, entered a document of it and approved a document of it.",
      noise:
        "Head of unit has said yes to everything — All 300 decisions under Purchase orders were approvals; no more than 1.0 % would be refusals, with 95 % confidence. Told instead of asked, it would save about 20 hours a year.",
    });
  });
  it("says how likely chance is in words", () => {
    expect(sayChance({ corrected: 0.0002 })).toContain("no more than one in 5,000 is chance alone");
    expect(sayChance({ corrected: 0.04 })).toContain("one in 30 ");
    expect(sayChance({ corrected: 1e-18 })).toContain("one in a thousand million");
    expect(sayChance({ corrected: null })).toBe("This is a fact and no matter of chance.");
  });
  it("says what came of it, and to whom it was given", () => {
    expect([sayCourse("case opened", "Ana"), sayCourse("finding explained", null)]).toEqual([
      "Case opened to Ana",
      "Explained",
    ]);
  });
});

describe("the figures of a finding as a table", () => {
  const PEOPLE = { ana: "Ana Alder", bo: "Bo Birch", noor: "Noor Holm" };
  const tableOf = (question: QuestionName, people: Readonly<Record<string, string>> = PEOPLE) =>
    figuresTable({ question, figures: FIGURES[question] } as FindingBody, names, people);

  it("are there for every question: a name and at least one value in each row, and nothing that is an object written as text", () => {
    for (const question of QUESTION_NAMES) {
      const rows = tableOf(question);
      expect(rows.length, question).toBeGreaterThan(1);
      for (const [label, ...values] of rows) {
        expect(label, question).toMatch(/^[A-Z]/);
        for (const value of values) expect(JSON.stringify(value), question).not.toContain("[object");
      }
    }
  });
  it("say amounts in their currency, days and documents as they are called, each of several in a row", () => {
    expect(tableOf("splitting")).toEqual([
      ["Type of document", "orders"],
      ["Policy", "Purchase orders"],
      ["Section", "Everything else"],
      ["Whose they are", "PERSON", "Noor Holm"],
      ["Unit", "the engineering"],
      ["Suppliers or customers", "ESTALEIRO"],
      ["Currency", "EUR"],
      ["Threshold", { plain: "5000.00" }, "ABOVE"],
      ["Days", 7],
      ["Of how many", 9],
      ["Expected", 0.1],
      ["Together, 1", "A", "B", { plain: "9000.00" }],
      ["Together, 2", "C", "D", "E", { plain: "10000.00" }],
    ]);
    const pairs = tableOf("pairs").filter(([label]) => String(label).startsWith("Who met whom:"));
    expect(pairs).toEqual([
      ["Who met whom: Ana Alder", 0, 30],
      ["Who met whom: Bo Birch", 30, 0],
    ]);
  });
  it("call people as it is said, also where names are hidden", () => {
    const hidden = { ana: "Person 1", bo: "somebody else", noor: "Person 1" };
    for (const question of QUESTION_NAMES)
      expect(JSON.stringify(tableOf(question, hidden)), question).not.toMatch(/Alder|Birch|Holm/);
  });
});

describe("what whoever decides on a document reads of a finding", () => {
  const said = (question: QuestionName, document = "a") =>
    sayOnDocument({ question, figures: FIGURES[question] } as FindingBody, document, names);

  it("is of documents and parties, and names nobody whatever was found", () => {
    for (const question of QUESTION_NAMES)
      expect(said(question) ?? "", question).not.toMatch(/\b(Ana|Bo|Noor|noor|ana)\b/);
    expect(QUESTION_NAMES.filter((question) => said(question, "si-1") !== null)).toEqual([
      "crowding",
      "splitting",
      "duplicates",
      "bankChanges",
    ]);
  });
  it("says what it is about: those that it was sent with, those before, and what it may be one with", () => {
    expect(said("splitting", "d")).toBe("3 orders to Estaleiro within 7 days, 10,000.00 EUR together");
    expect(said("splitting", "z")).toBe(
      "5 orders to Estaleiro before, which passed 5,000.00 EUR together though none did alone",
    );
    expect(said("crowding")).toBe("One of 41 orders in the last 250.00 below 5,000.00 EUR");
    expect([said("duplicates", "si-1"), said("duplicates", "z")]).toEqual(["It may be one with SI-2", null]);
  });
});
