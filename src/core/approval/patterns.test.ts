// The control-flow patterns a chain is made of, each on a document of every type. Named after van der Aalst, ter Hofstede, Kiepuszewski and Barros,
// “Workflow Patterns” (2003), and Russell et al. (2006); numbers of the patterns from memory.
import { describe, expect, it } from "vitest";
import {
  aroundInvoice,
  claim,
  claimLine,
  customerAround,
  invoice,
  level,
  limitChange,
  order,
  played,
  supplierChange,
  type Play,
} from "../fixtures";
import type { AnyDocument, DocumentContext } from "../documents";
import type { PolicyInput } from "../policy";
import { isCleared } from "./index";

const eur = (minor: number) => ({ minor, currency: "EUR" });

/** A document of each type that comes to 500.00 by its usual measure, with what is around it. */
const DOCUMENTS: [string, AnyDocument, PolicyInput["measure"]["kind"], DocumentContext][] = [
  ["an order", order(50_000), "net", {}],
  ["an invoice", invoice({ stated: { ...invoice().stated, gross: 50_000 } }), "gross", aroundInvoice()],
  ["a claim", claim([claimLine({ claimed: 20_000 }), claimLine({ claimed: 30_000 })]), "gross", {}],
  [
    "a credit-limit change",
    limitChange([{ field: "limit", before: eur(10_000), after: eur(50_000) }]),
    "exposure",
    { customer: customerAround() },
  ],
  ["a supplier account", supplierChange([{ field: "limit", before: null, after: eur(50_000) }]), "limit", {}],
];

const people = (...ids: string[]) => ({ kind: "people" as const, people: ids });

function start([, document, kind, around]: (typeof DOCUMENTS)[number], ...levels: ReturnType<typeof level>[]): Play {
  const input: PolicyInput = {
    id: "p",
    name: "P",
    documentType: document.documentType,
    scope: { units: ["company"] },
    currency: "EUR",
    measure: { kind },
    sections: [
      { id: "all", name: "All", when: "otherwise", thresholds: [], bands: [{ approval: "required" }], levels },
    ],
  };
  return played(input, document, around);
}
const one = (id: string, stage: number, ids: string[], extra = {}) =>
  level(id, stage, ["approves"], people(...ids), extra);
const FIVE = ["boss", "head", "una", "dora", "lead"];

describe.each(DOCUMENTS)("%s", (...document) => {
  it("sequence (1): the second level is asked when the first has approved", () => {
    const play = start(document, one("a", 1, ["lead"]), one("b", 2, ["head"]));
    expect(play.levels).toEqual({ a: "open", b: "not yet" });
    expect(play.say("head", "approve", "b")).toContain("is not asked yet");
    play.say("lead", "approve", "a");
    expect(play.levels).toEqual({ a: "approved", b: "open" });
    play.say("head", "approve", "b");
    expect([play.state!.status, isCleared(play.state!)]).toEqual(["approved", true]);
  });

  it("parallel split (2) and synchronization (3): two side by side, joined before the third", () => {
    const play = start(document, one("a", 1, ["lead"]), one("b", 1, ["una"]), one("c", 2, ["head"]));
    expect(play.levels).toEqual({ a: "open", b: "open", c: "not yet" });
    play.say("una", "approve", "b");
    expect(play.levels.c).toBe("not yet");
    play.say("lead", "approve", "a");
    expect(play.levels.c).toBe("open");
  });

  it("multi-choice (6): a level whose condition is not met is passed over with the reason, and nobody is asked for it", () => {
    const never = { kind: "choice" as const, field: "currency", is: "one of" as const, values: ["JPY"] };
    const play = start(document, one("a", 1, ["lead"]), one("b", 2, ["una"], { when: never }), one("c", 3, ["head"]));
    const passed = play.state!.route!.levels[1]!;
    expect([passed.outcome, passed.why]).toEqual(["passed over", { code: "condition not met" }]);
    play.say("lead", "approve", "a");
    expect(play.levels).toEqual({ a: "approved", b: "passed over", c: "open" });
  });

  it("structured discriminator (9): anyone of five is enough, and the others are asked no more", () => {
    const play = start(document, one("a", 1, FIVE));
    play.say("una", "approve", "a");
    expect(play.state!.status).toBe("approved");
    expect(play.say("dora", "approve", "a")).toContain("already approved by Una");
  });

  // A majority is more than half; three of five is an ordinary quorum: common practice.
  it.each([
    ["a majority", { kind: "majority" as const }, 3],
    ["three of five", { kind: "n" as const, n: 3 }, 3],
    ["everyone", { kind: "all" as const }, 5],
  ])("structured partial join (30): %s", (_words, quorum, needed) => {
    const play = start(document, one("a", 1, FIVE, { quorum, refusal: "counts" }));
    FIVE.slice(0, needed - 1).forEach((id) => play.say(id, "approve", "a"));
    expect(play.state!.status).toBe("waiting");
    expect(play.say(FIVE[0]!, "approve", "a")).toContain("you approved this");
    play.say(FIVE[needed - 1]!, "approve", "a");
    expect(play.state!.status).toBe("approved");
  });

  it("structured partial join (30): refused as soon as three of five cannot be reached", () => {
    const play = start(document, one("a", 1, FIVE, { quorum: { kind: "n", n: 3 }, refusal: "counts" }));
    play.say("boss", "decline", "a", "No");
    play.say("head", "decline", "a", "No");
    expect(play.state!.status).toBe("waiting");
    play.say("una", "decline", "a", "No");
    expect(play.state!.status).toBe("declined");
  });

  it("cancel case (20): the first refusal ends a chain that says so, whatever else is open", () => {
    const play = start(document, one("a", 1, ["lead"]), one("b", 1, ["una"]));
    play.say("una", "decline", "b", "Not this year");
    expect(play.state!.status).toBe("declined");
    expect(play.say("lead", "approve", "a")).toContain("is declined");
  });
});
