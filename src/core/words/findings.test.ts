// Every finding reads as sentences, with the names of what it is about and nothing that is not known.
import { describe, expect, it } from "vitest";
import type { Finding, FindingCode, FindingReason, Mend } from "../checks";
import { directory, policyOf, twoStep } from "../fixtures";
import type { ValuesOf } from "../reason";
import { sayFinding, speakThrough } from ".";

type Values = { [C in FindingCode]: ValuesOf<FindingReason, C>[] };

const deadEnd = (
  help: ValuesOf<FindingReason, "dead end">["help"],
  more: Partial<ValuesOf<FindingReason, "dead end">> = {},
) => ({
  people: ["rui", "una"],
  everybody: false,
  bands: [1, 2],
  why: { code: "too few eligible" as const, values: { eligible: 1, needed: 2, twice: false, away: 0 } },
  help,
  ...more,
});
const band = { weak: ["lead"], top: 1_000_000 };

/** Values of every kind that a finding can have; a code without its line does not compile. */
const VALUES: Values = {
  "not carried out": [{ why: { code: "never late", values: { level: "head" } } }],
  "unknown reference": [{ why: { code: "unknown reference", values: { what: "person", id: "nobody-here" } } }],
  "no approving level": [null],
  "conditional levels only": [null],
  "section never applies": [
    { itself: true, last: false },
    { itself: false, last: true },
  ],
  "level never applies": [null],
  "unknown name": [
    { hold: null, why: { field: "supplier", code: "empty text" } },
    { hold: "No order", why: { field: "category", code: "no such choice", values: { choices: ["sails", "oars"] } } },
    { hold: null, why: { field: "supplier", code: "no such name", values: { is: "containing", text: "Rope" } } },
  ],
  "field ended": [{ field: "own_grant", lastDay: "2026-02-28" }],
  "choice skips authority": [{ chosen: "head", ...band, open: false }],
  "level without part": [null],
  "sections overlap": [{ first: "everything-else" }],
  "scope left over": [{ people: ["rui", "una", "ana", "boss"] }],
  "claims the same": [{ policy: "other", from: "2026-05-01T00:00:00.000Z" }],
  "dead end": [
    deadEnd("ask for fewer"),
    deadEnd("fill the position", {
      everybody: true,
      why: { code: "vacant position", values: { position: "treasurer" } },
    }),
    deadEnd("name a second person", { why: { code: "nobody but the requester" } }),
    deadEnd("name somebody active", { why: { code: "their line ends", values: { last: "boss" } } }),
    deadEnd("name more people"),
  ],
  "passing dead end": [
    { people: ["rui"], from: "2026-03-10T00:00:00.000Z", until: null, why: { code: "nobody but the requester" } },
    {
      people: ["rui"],
      from: "2026-03-10T00:00:00.000Z",
      until: "2026-03-20T00:00:00.000Z",
      why: { code: "nobody named" },
    },
  ],
  "same people": [
    { levels: ["line-manager", "head"], people: ["rui"] },
    { levels: ["line-manager", "head"], people: ["rui", "una"] },
  ],
  "known per document": [
    { by: { kind: "owner", of: "cost-centres" } },
    { by: { kind: "namedOnDocument", field: "receiver" } },
  ],
  "limit too low": [{ ...band, open: true }],
  inversion: [{ lower: 0 }],
  "falling authority": [
    { lower: 0, before: { minor: null, people: ["boss"] }, after: { minor: 0, people: ["lead"] } },
    { lower: 0, before: { minor: 90_000, people: ["boss"] }, after: { minor: 5_000, people: ["lead"] } },
  ],
  "easier than its order": [
    { minor: 5_000, levels: 0, order: "other", orderLevels: 2 },
    { minor: 5_000, levels: 1, order: "other", orderLevels: 2 },
  ],
  "decides alone": [{ person: "lead", share: 0.751, most: 0.25 }],
  lapse: [null],
  "escalation circle": [{ person: "boss" }],
  "inactive person": [
    { person: "gone", as: "approver" },
    { person: "gone", as: "member" },
    { person: "gone", as: "seller" },
  ],
  leaving: [{ person: "boss", after: "2026-03-31" }],
  "step not possible": [
    { step: 1, kind: "post", why: { code: "does nothing" } },
    { step: 2, kind: "next payment run", why: { code: "not posted before" } },
    { step: 3, kind: "tell", why: { code: "nobody told", values: { note: "Accounts" } } },
  ],
  "stopped orders stay": [null],
  "no owner": [
    { why: { code: "none" } },
    { why: { code: "unknown" } },
    { why: { code: "inactive", values: { person: "gone" } } },
    { why: { code: "leaves", values: { person: "boss" } } },
  ],
  "nobody next": [null],
  "escalation without role": [{ person: "rui" }],
  "no rate": [
    { from: ["NOK"], to: "EUR" },
    { from: ["NOK", "JPY"], to: "EUR" },
  ],
};

const OFFERS: Mend[] = [
  { kind: "mark", section: "everything-else", level: "head", band: 1 },
  { kind: "quorum", section: "everything-else", level: "head", n: 1 },
  { kind: "without person", section: "everything-else", level: "head", person: "boss" },
  { kind: "remove level", section: "everything-else", level: "head" },
  { kind: "remove section", section: "everything-else" },
  { kind: "wait when overdue", section: "everything-else", level: "head" },
];

const policy = policyOf(twoStep);
const all = Object.entries(VALUES).flatMap(([code, values]) =>
  values.map((one, index): [string, Finding] => [
    `${code} ${index}`,
    {
      code,
      ...(one && { values: one }),
      weight: "doubtful",
      place: { section: "everything-else", level: "head", band: 1 },
      example: { minor: 500_000, requester: "rui" },
      offer: OFFERS[index % OFFERS.length]!,
    } as Finding,
  ]),
);
const say = (finding: Finding) => sayFinding(finding, policy, directory, [{ policy: "other", name: "Orders of old" }]);

describe("findings in words", () => {
  it.each(all)("%s", (_name, finding) => {
    const { message, mend, example, offer } = say(finding);
    expect(message).toMatch(/^[“A-Z1-9].*\.$/s);
    expect(mend).toMatch(/^[A-Z].*\.$/s);
    expect([message, mend, example, offer].join(" ")).not.toMatch(/undefined|null|NaN|\[object|{|  /);
    // An id that has a name is said by it.
    expect(message).not.toMatch(/\b(rui|una|boss|lead|gone|other)\b/);
    expect(example).toBe("an order of 5,000.00 EUR by Rui, Engines");
  });

  it("every offer says what it does, in a few words", () => {
    const offers = OFFERS.map((offer) => say({ ...all[0]![1], offer }).offer);
    expect(offers).toEqual([
      "Let head approve there too",
      "Ask for one",
      "Remove Boss",
      "Remove the level",
      "Take the section out",
      "Let it wait when overdue",
    ]);
  });

  it("goes out through what every sentence goes through, and is told apart by none of it", () => {
    const back = speakThrough((sentence) => `⟦${sentence}⟧`);
    try {
      for (const [, finding] of all) {
        const { message, mend, example, offer } = say(finding);
        for (const sentence of [message, mend, example!, offer!]) expect(sentence).toMatch(/^⟦.*⟧$/s);
      }
    } finally {
      back();
    }
  });
});
