// What a decision, an edit and the end of the chain do to a document: approval in part, tasks and checks, voided approvals, steps.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { acceptedOf, nextStep, nextTry } from "./index";
import { AT, claim, claimLine, customerAround, level, limitChange, order, played, twoStep } from "../fixtures";
import { claimTotal, type ExpenseClaim } from "../documents";
import type { PolicyInput } from "../policy";
import type { StepResult } from "./index";

const eur = (minor: number) => ({ minor, currency: "EUR" });

const credit = (rest: Partial<PolicyInput> = {}): PolicyInput => ({
  id: "credit",
  name: "Credit limits",
  documentType: "credit-limit-change",
  scope: { units: ["company"] },
  currency: "EUR",
  measure: { kind: "exposure" },
  sections: [
    {
      id: "all",
      name: "All",
      when: "otherwise",
      thresholds: [{ amount: 6_000_000, exact: "below" }],
      bands: [{ approval: "required" }, { approval: "required" }],
      levels: [
        level("lead", 1, ["approves", "approves"], { kind: "people", people: ["lead"] }),
        level("head", 2, ["none", "approves"], { kind: "people", people: ["head"] }),
      ],
    },
  ],
  ...rest,
});

describe("approval in part", () => {
  const both = limitChange([
    { field: "limit", before: eur(5_000_000), after: eur(8_000_000) },
    { field: "paymentTerms", before: "30 days", after: "60 days" },
  ]);
  const around = { customer: customerAround() };
  it("only the limit, not the terms", () => {
    const play = played(credit(), both, around);
    play.say("lead", "approve", "lead", "Terms stay", { refused: [{ part: "paymentTerms", allowed: null }] });
    play.say("head", "approve", "head");
    expect(acceptedOf(play.state!)).toMatchObject({ changes: [{ field: "limit", after: eur(8_000_000) }] });
  });
  it("a lower limit falls into a lower band, which needs no more than it asks for; what is decided stays", () => {
    const play = played(credit(), both, around);
    expect(play.levels).toEqual({ lead: "open", head: "not yet" });
    play.say("lead", "approve", "lead", "Half of it", { refused: [{ part: "limit", allowed: 6_000_000 }] });
    expect(play.levels).toEqual({ lead: "approved", head: "passed over" });
    expect(play.state!.status).toBe("approved");
    expect(play.state!.route!.measured!.compared.minor).toBe(6_000_000);
    expect(acceptedOf(play.state!)).toMatchObject({ changes: [{ after: eur(6_000_000) }, { field: "paymentTerms" }] });
  });
  it("everything refused is no approval, an unknown part none, nor more than was asked for", () => {
    const play = played(credit(), both, around);
    const approve = (...refused: { part: string; allowed: number | null }[]) =>
      play.say("lead", "approve", "lead", "", { refused });
    expect(approve({ part: "limit", allowed: null }, { part: "paymentTerms", allowed: null })).toContain(
      "press Decline",
    );
    expect(approve({ part: "colour", allowed: null })).toContain("no part “colour”");
    expect(approve({ part: "limit", allowed: 8_000_000 })).toContain("below what is asked for");
    expect(approve({ part: "paymentTerms", allowed: 1 })).toContain("below what is asked for");
  });

  const claims: PolicyInput = {
    ...credit(),
    id: "claims",
    documentType: "expense-claim",
    measure: { kind: "gross" },
  };
  it("two of five claim lines", () => {
    const five = claim([100, 200, 300, 400, 500].map((claimed) => claimLine({ claimed: claimed * 100 })));
    const play = played(claims, five);
    play.say("lead", "approve", "lead", "The rest is private", {
      refused: [1, 3, 5].map((line) => ({ part: `line ${line}`, allowed: null })),
    });
    expect(play.state!.status).toBe("approved");
    expect((acceptedOf(play.state!) as ExpenseClaim).lines.map((line) => line.claimed)).toEqual([20_000, 40_000]);
  });

  it("money is conserved: what is accepted and what is refused of a claim are the whole, however many decide", () => {
    const amounts = fc.array(fc.integer({ min: 2, max: 500_000 }), { minLength: 1, maxLength: 6 });
    const cuts = fc.array(fc.tuple(fc.nat(5), fc.option(fc.integer({ min: 1, max: 500_000 }))), { maxLength: 6 });
    const two = {
      ...claims,
      sections: [
        {
          ...claims.sections[0]!,
          thresholds: [],
          bands: [{ approval: "required" as const }],
          levels: [
            level("lead", 1, ["approves"], { kind: "people", people: ["lead"] }),
            level("head", 2, ["approves"], { kind: "people", people: ["head"] }),
          ],
        },
      ],
    };
    fc.assert(
      fc.property(amounts, cuts, cuts, (lines, first, second) => {
        const document = claim(lines.map((claimed) => claimLine({ claimed })));
        const play = played(two, document);
        for (const [who, cut] of [
          ["lead", first],
          ["head", second],
        ] as const)
          play.say(who, "approve", who, "", {
            refused: [...new Map(cut.map(([line, allowed]) => [`line ${line + 1}`, allowed])).entries()].map(
              ([part, allowed]) => ({ part, allowed }),
            ),
          });
        const accepted = claimTotal(acceptedOf(play.state!) as ExpenseClaim).minor;
        const refused = (play.state!.refused ?? []).reduce((sum, { part, allowed }) => {
          const line = document.lines[Number(part.slice(5)) - 1]!;
          return sum + line.claimed - (allowed ?? 0);
        }, 0);
        expect(accepted + refused).toBe(claimTotal(document).minor);
        expect(accepted).toBeGreaterThan(0);
      }),
    );
  });
});

describe("a first limit", () => {
  const papers = credit({
    sections: [
      {
        id: "first",
        name: "First",
        when: "otherwise",
        thresholds: [],
        bands: [{ approval: "required" }],
        levels: [
          level(
            "papers",
            1,
            ["approves"],
            { kind: "people", people: ["lead"] },
            {
              kind: "check",
              checks: [{ kind: "paper", name: "Annual accounts" }],
            },
          ),
          level(
            "credit",
            2,
            ["approves"],
            { kind: "people", people: ["lead"] },
            { kind: "task", checklist: ["Accounts read"] },
          ),
          level(
            "legal",
            2,
            ["approves"],
            { kind: "people", people: ["una"] },
            { kind: "task", checklist: ["Terms signed"] },
          ),
          level("head", 3, ["approves"], { kind: "people", people: ["head"] }),
        ],
      },
    ],
    edits: { fields: ["limit"], effect: "start again" },
  });
  const paper = { hash: "a".repeat(64), name: "accounts.pdf", type: "application/pdf", size: 1 };
  const first = limitChange([{ field: "limit", before: null, after: eur(100) }], { first: true });

  it("is held for a missing paper, goes on when it is there, through tasks side by side, to the approval", () => {
    const play = played(papers, first, { customer: customerAround({ status: "asked for", limit: null }) });
    expect(play.state!.holds[0]).toMatchObject({
      kind: "check",
      why: { values: { wrong: [{ code: "paper not attached", values: { paper: "Annual accounts" } }] } },
    });
    expect(play.levels).toEqual({ papers: "open", credit: "not yet", legal: "not yet", head: "not yet" });
    const complete = { ...first, attachments: [paper], papers: [{ name: "Annual accounts", hash: paper.hash }] };
    expect(play.do("rui", { type: "revise", document: complete, revision: 1 })).toBeNull();
    expect(play.held).toEqual([]);
    expect(play.levels).toEqual({ papers: "approved", credit: "open", legal: "open", head: "not yet" });
    expect(play.say("lead", "approve", "credit")).toBe("Not ticked yet: “Accounts read”");
    play.say("lead", "approve", "credit", "", { ticked: ["Accounts read"] });
    expect(play.levels.head).toBe("not yet");
    play.say("una", "approve", "legal", "", { ticked: ["Terms signed"] });
    play.say("head", "approve", "head");
    expect(play.state!.status).toBe("approved");
  });
});

describe("an edit in approval", () => {
  const orders = (effect: "start again" | "from the level" | "carry on", more: object = {}): PolicyInput => ({
    ...twoStep,
    edits: { fields: ["net", "supplier"], toleranceMinor: 10_000, tolerancePercent: 2, effect, ...more },
  });
  const half = (input: PolicyInput) => {
    const play = played(input, order(2_000_000));
    play.say("lead", "approve", "line-manager");
    return play;
  };
  const edit = (play: ReturnType<typeof half>, document: ReturnType<typeof order>) =>
    play.do("rui", { type: "revise", document, revision: play.state!.revision });

  it("of a field that is not material keeps the approvals; the revision counts up and is the one decided on", () => {
    const play = half(orders("start again"));
    expect(edit(play, order(2_000_000, { title: "Better rope" }))).toBeNull();
    expect([play.state!.revision, play.levels]).toEqual([2, { "line-manager": "approved", head: "open" }]);
    expect(play.do("head", { type: "approve", level: "head", revision: 1, comment: "" })).toContain(
      "Revision 2 has come",
    );
    play.say("head", "approve", "head");
    expect(play.state!.levels.map((one) => one.decisions[0]!.revision)).toEqual([1, 2]);
  });
  it("of a material field voids them, and says whose", () => {
    const play = half(orders("start again"));
    edit(play, order(2_000_000, { supplier: "Another" }));
    expect(play.levels).toEqual({ "line-manager": "open", head: "not yet" });
    expect(play.state!.levels[0]!.decisions).toEqual([]);
  });
  // 100.00 and 2 per cent, so on 20,000.00 the amount may move by 100.00.
  it.each([
    [1_990_000, "approved"],
    [2_010_000, "approved"],
    [2_010_001, "open"],
    [1_989_999, "open"],
  ])("an amount of %d leaves the first level %s", (net, status) => {
    const play = half(orders("start again"));
    edit(play, order(net));
    expect(play.levels["line-manager"]).toBe(status);
  });
  it("another supplier is not tolerated because the amount is near", () => {
    const play = half(orders("start again"));
    edit(play, order(2_000_100, { supplier: "Another" }));
    expect(play.levels["line-manager"]).toBe("open");
  });
  it("back to the level concerned: earlier ones keep their approval", () => {
    const fuel = { kind: "choice" as const, field: "category", is: "one of" as const, values: ["fuel"] };
    const section = twoStep.sections[0]!;
    const input: PolicyInput = {
      ...twoStep,
      sections: [
        {
          ...section,
          levels: [
            ...section.levels,
            level("fuel", 3, ["none", "none", "approves"], { kind: "people", people: ["una"] }, { when: fuel }),
          ],
        },
      ],
      edits: { fields: ["category"], effect: "from the level" },
    };
    const play = half(input);
    const [line] = order(2_000_000).lines;
    edit(play, order(2_000_000, { lines: [{ ...line!, category: "fuel" }] }));
    expect(play.levels).toEqual({ "line-manager": "approved", head: "open", fuel: "not yet" });
    play.say("head", "approve", "head");
    expect(play.levels.fuel).toBe("open");
  });
  it("a lower amount never loses a level that the new band asks for, a higher one gains it", () => {
    const play = played(orders("carry on"), order(900_000));
    play.say("lead", "approve", "line-manager");
    expect(play.state!.status).toBe("approved");
    const more = played(orders("carry on"), order(900_000));
    edit(more, order(2_000_000));
    expect(more.levels).toEqual({ "line-manager": "open", head: "not yet" });
  });
});

describe("steps after the approval", () => {
  const SENT: StepResult = { code: "sent", values: { to: "dock@example.org", copyTo: "rui" } };
  const REFUSED: StepResult = { code: "no e-mail", values: { party: "Skarnes Dock" } };
  const steps: PolicyInput = { ...twoStep, afterApproval: [{ kind: "send to supplier" }, { kind: "tell" }] };
  it("begin in order, each once; a failed one is tried again later and later, then waits for somebody", () => {
    const play = played(steps, order(300_000));
    expect(nextStep(play.state!)).toBeNull();
    play.say("lead", "approve", "line-manager");
    expect(nextStep(play.state!)).toMatchObject({ step: 1, kind: "send to supplier" });
    expect(play.do("system", { type: "finish step", step: 2, result: SENT })).toContain("comes after the one before");
    play.do("system", { type: "fail step", step: 1, result: REFUSED, nextAt: nextTry(1, AT) });
    expect(nextStep(play.state!)).toMatchObject({ step: 1, status: "failed", attempts: 1, result: REFUSED });
    play.do("system", { type: "finish step", step: 1, result: SENT });
    expect(play.do("system", { type: "finish step", step: 1, result: SENT })).toContain("is done already");
    expect(play.do("una", { type: "skip step", step: 2, reason: "" })).toBe("Say why");
    play.do("una", { type: "skip step", step: 2, reason: "Told by telephone" });
    expect(nextStep(play.state!)).toBeNull();
  });
  it("back-off: 1, 5, 30 minutes, 2 and 12 hours, then nothing by itself", () => {
    const minutes = [1, 2, 3, 4, 5].map((attempt) => (Date.parse(nextTry(attempt, AT)!) - Date.parse(AT)) / 60_000);
    expect(minutes).toEqual([1, 5, 30, 120, 720]);
    expect(nextTry(6, AT)).toBeNull();
  });
});
