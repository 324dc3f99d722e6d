// Reasons read well, in words that can be exchanged without touching what they are said of.
import { afterEach, describe, expect, it } from "vitest";
import { claim, claimLine, directory, level, organisation, policyOf, withLevels } from "../fixtures";
import { directoryOf, type CandidateReason } from "../people";
import {
  namesOf,
  sayBlocked,
  sayCandidate,
  sayCause,
  sayConsidered,
  sayHeld,
  sayLevelReason,
  sayMeasured,
  sayRemark,
  speakThrough,
} from "./index";

const eur = (minor: number) => ({ minor, currency: "EUR" });
const policy = policyOf(
  withLevels([
    level("lead", 1, ["none", "approves", "approves"], { kind: "manager", up: 1 }),
    level(
      "head",
      2,
      ["none", "none", "approves"],
      { kind: "headOfUnit", up: 0 },
      {
        when: { kind: "choice", field: "category", is: "one of", values: ["it"] },
      },
    ),
  ]),
);
const names = namesOf(directory, { policy, policies: [{ policy: "a", name: "Orders" }] });

describe("people", () => {
  const ends = "2026-03-21T00:00:00.000Z";
  it.each<[boolean, CandidateReason[], string]>([
    [true, [], "Una (eligible)"],
    [false, [{ code: "is the requester" }], "Una (not eligible: is the requester)"],
    [
      false,
      [{ code: "away", values: { until: ends, standIn: "lead", covered: true } }],
      "Una (not eligible: is away until 20 Mar 2026, stands in: Lead)",
    ],
    [
      false,
      [
        { code: "stands in for", values: { principal: "lead", until: null, through: ["ana"] } },
        { code: "over their cap", values: { cap: eur(100), compared: { amount: eur(200), as: eur(200) } } },
      ],
      "Una (not eligible: stands in for Lead, through Ana, but only up to 1.00 EUR, and this is 2.00 EUR)",
    ],
    [
      true,
      [
        { code: "took over from", values: { person: "gone" } },
        {
          code: "limit",
          values: {
            limit: eur(500),
            holder: { kind: "person", id: "una" },
            compared: { amount: eur(300), as: eur(300) },
          },
        },
      ],
      "Una (eligible: took over from Gone; limit up to 5.00 EUR (their own) covers 3.00 EUR)",
    ],
  ])("%s %j", (eligible, why, said) => expect(sayCandidate({ person: "una", eligible, why }, names)).toBe(said));

  it("are called as the directory at hand calls them, and whoever is unknown by their id", () => {
    const renamed = directoryOf({
      ...organisation,
      people: organisation.people.map((one) => (one.id === "una" ? { ...one, name: "Former colleague" } : one)),
    });
    const one = { person: "una", eligible: true, why: [] };
    expect(sayCandidate(one, namesOf(renamed))).toBe("Former colleague (eligible)");
    expect(sayCandidate({ ...one, person: "nobody-known" }, names)).toBe("nobody-known (eligible)");
  });
});

describe("a route", () => {
  it("says why a policy applies, what was measured at which rate, and why a level has its part", () => {
    expect(sayConsidered({ code: "nearer elsewhere", values: { unit: "fleet", below: true } }, names)).toBe(
      "applies to Fleet and everything below it, but another policy is nearer",
    );
    const measured = {
      measure: "net",
      amount: { minor: 230_000, currency: "NOK" },
      how: { code: "net of lines" as const, values: { lines: 2, net: { minor: 230_000, currency: "NOK" } } },
      compared: eur(20_000),
      rate: { from: "EUR", to: "NOK", date: "2026-03-09", rate: "11.5", source: "ECB" },
    };
    expect(sayMeasured(measured, "purchase-order", names)).toBe(
      "net total: 2 lines, net 2,300.00 NOK ÷ 11.5 of 2026-03-09, ECB = 200.00 EUR",
    );
    expect(sayLevelReason({ code: "approves in the band", values: { conditional: true } }, "head", names)).toBe(
      "approves in this band, since the category of a line is Software and hardware",
    );
    expect(sayLevelReason({ code: "approves in the band", values: { conditional: false } }, "lead", names)).toBe(
      "approves in this band",
    );
  });
  it("says why nobody can decide, and why a document is held", () => {
    const why = {
      code: "nobody eligible" as const,
      values: { people: [{ person: "rui", why: [{ code: "is the requester" as const }] }] },
    };
    expect(sayBlocked(why, "lead", names)).toBe("Rui is the requester");
    expect(sayHeld({ code: "x", why: { code: "level blocked", values: { level: "lead", why } } }, names)).toBe(
      "lead: Rui is the requester",
    );
    expect(sayHeld({ code: "Goods not received", why: { code: "condition met" } }, names)).toBe("Goods not received");
    expect(sayCause({ code: "receipt posted", values: { line: 2, order: "PO-1" } }, names)).toBe(
      "a receipt for line 2 of PO-1 was posted",
    );
  });
  it("names a line by what stands on it, where the document is at hand", () => {
    const remark = { line: 1, why: { code: "receipt missing" as const } };
    expect(sayRemark(remark, names)).toBe("Line 1: receipt missing");
    const document = claim([claimLine({ description: "Ferry" })]);
    expect(sayRemark(remark, namesOf(directory, { document }))).toBe("Line 1, Ferry: receipt missing");
  });
});

describe("other words", () => {
  let back = () => {};
  afterEach(() => back());
  it("stand in place of these as long as they are switched on, around every sentence and the parts of it", () => {
    back = speakThrough((sentence) => `⟦${sentence.split(" ").toReversed().join(" ")}⟧`);
    const one = { person: "rui", eligible: false, why: [{ code: "is the requester" as const }] };
    // The part is wrapped and turned round by itself, and then the whole with it.
    expect(sayCandidate(one, names)).toBe("⟦is⟧) the ⟦requester eligible: (not Rui⟧");
    back();
    expect(sayCandidate(one, names)).toBe("Rui (not eligible: is the requester)");
  });
});
