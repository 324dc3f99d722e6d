// Holds stand beside the chain: placed by the policy or by hand, released by the approval, by a person, or when their cause is gone, and it says which.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { acceptedOf, activeHolds, isCleared, nextStep, nextTry } from "./index";
import { blockingHolds } from "../holds";
import {
  AT,
  aroundInvoice,
  claim,
  claimLine,
  customerAround,
  invoice,
  level,
  limitChange,
  order,
  played,
  twoStep,
} from "../fixtures";
import { claimTotal, documentType, type ExpenseClaim } from "../documents";
import type { PolicyInput } from "../policy";

const eur = (minor: number) => ({ minor, currency: "EUR" });
const flag = (field: string) => ({ kind: "flag" as const, field, is: true });

const invoices = (rest: Partial<PolicyInput> = {}): PolicyInput => ({
  id: "invoices",
  name: "Supplier invoices",
  documentType: "supplier-invoice",
  scope: { units: ["company"] },
  currency: "EUR",
  measure: { kind: "gross" },
  sections: [
    {
      id: "all",
      name: "All",
      when: "otherwise",
      thresholds: [],
      bands: [{ approval: "required" }],
      levels: [level("lead", 1, ["approves"], { kind: "people", people: ["lead"] })],
    },
  ],
  ...rest,
});
const over = (hold: object = {}): Partial<PolicyInput> => ({
  holds: [{ reason: "Over the supplier’s limit", blocks: ["pay"], when: flag("overSupplierLimit"), ...hold }],
});
const of = (gross: number) => invoice({ stated: { ...invoice().stated, gross } });

describe("an invoice against its supplier's limit of 750.00", () => {
  const around = aroundInvoice({}, 75_000);
  it("of 1,180.00 is held with reason and date; the approval releases it and records both", () => {
    const play = played(invoices(over()), of(118_000), around);
    expect(play.state!.holds[0]).toMatchObject({
      code: "Over the supplier’s limit",
      reason: "430.00 EUR over the supplier’s own limit of 750.00 EUR",
      blocks: ["pay"],
      placedAt: "2026-03-10T09:12:00.000Z",
      releasedAt: null,
    });
    play.say("lead", "approve", "lead");
    expect(play.state!.status).toBe("approved");
    expect(play.state!.holds[0]).toMatchObject({
      releasedAt: "2026-03-10T09:13:00.000Z",
      released: { how: "approval", why: "it was approved" },
    });
    expect(isCleared(play.state!)).toBe(true);
  });
  it("of exactly 750.00 is held or not as the policy's own words say", () => {
    expect(played(invoices(over()), of(75_000), around).held).toEqual([]);
    expect(played(invoices(over({ when: flag("atSupplierLimit") })), of(75_000), around).held).toHaveLength(1);
  });
});

describe("releasing", () => {
  const notReceived = (hold: object = {}) =>
    invoices({
      holds: [{ reason: "Goods not received", blocks: ["pay"], when: flag("notReceived"), keeps: true, ...hold }],
    });
  const charged = invoice({
    orderNumber: "PO-00001",
    lines: [
      {
        description: "Rope",
        costCentre: "",
        quantity: "10",
        unitPrice: 10_000,
        net: 100_000,
        taxPercent: "0",
        orderLine: 1,
      },
    ],
  });
  it("a hold that keeps outlasts the approval, and goes when its cause is gone, which it says", () => {
    const play = played(notReceived(), charged, aroundInvoice({ received: "4" }));
    play.say("lead", "approve", "lead");
    expect([play.state!.status, isCleared(play.state!)]).toEqual(["approved", false]);
    play.do("system", { type: "look again", because: "nothing that matters" });
    expect(play.held).toEqual(["Goods not received"]);
    play.around = aroundInvoice({ received: "10" });
    play.do("system", { type: "look again", because: "a receipt was posted" });
    expect(play.state!.holds[0]!.released).toEqual({ how: "cause gone", by: null, why: "a receipt was posted" });
    expect(isCleared(play.state!)).toBe(true);
  });
  it("by whom the policy names and nobody else, with a reason, never on one's own document", () => {
    const play = played(
      notReceived({ release: { kind: "people", people: ["head", "rui"] } }),
      charged,
      aroundInvoice({ received: "4" }),
    );
    const release = (who: string, reason = "They wrote that it came") =>
      play.do(who, { type: "release hold", hold: "h1", reason });
    expect(release("una")).toBe("The policy lets Head release it");
    expect(release("rui")).toBe("Nobody releases a hold on their own document");
    expect(release("head", " ")).toBe("Say why it is released");
    expect(release("head")).toBeNull();
    expect(release("head")).toContain("is released already");
    expect(play.state!.holds[0]!.released).toEqual({ how: "person", by: "head", why: "They wrote that it came" });
  });
  it("what a person released is not placed again by looking again", () => {
    const play = played(notReceived(), charged, aroundInvoice({ received: "4" }));
    play.do("una", { type: "release hold", hold: "h1", reason: "Seen on the quay" });
    play.do("system", { type: "look again", because: "a receipt was posted" });
    expect(play.held).toEqual([]);
  });
  it("by hand: placed with what it blocks, kept through approval, released with a reason", () => {
    const play = played(twoStep, order(300_000));
    expect(play.do("una", { type: "place hold", reason: "", blocks: ["send"] })).toBe("Say why it is held");
    play.do("una", { type: "place hold", reason: "Wait for the yard", blocks: ["send"] });
    play.say("lead", "approve", "line-manager");
    expect([play.state!.status, isCleared(play.state!)]).toEqual(["approved", false]);
    expect(blockingHolds(play.state!.holds, "send")).toHaveLength(1);
    expect(blockingHolds(play.state!.holds, "pay")).toEqual([]);
    play.do("una", { type: "release hold", hold: "h1", reason: "The yard has answered" });
    expect(isCleared(play.state!)).toBe(true);
  });
  it("what routing holds is mended at its cause: a rate arrives and the chain begins by itself", () => {
    const play = played(twoStep, order(300_000, { currency: "CHF" }));
    expect(play.held).toEqual(["no exchange rate"]);
    expect(play.do("una", { type: "release hold", hold: "h1", reason: "x" })).toContain("mend the cause");
    play.rates = [{ from: "CHF", to: "EUR", date: "2026-03-10", rate: "1.05", source: "t" }];
    play.do("system", { type: "look again", because: "an exchange rate arrived" });
    expect(play.held).toEqual([]);
    expect(play.state!.holds[0]!.released?.how).toBe("cause gone");
    expect(play.levels["line-manager"]).toBe("open");
  });
});

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
    expect(play.state!.holds[0]).toMatchObject({ kind: "check", reason: "papers: “Annual accounts” is not attached" });
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
  const steps: PolicyInput = { ...twoStep, afterApproval: [{ kind: "send to supplier" }, { kind: "tell" }] };
  it("begin in order, each once; a failed one is tried again later and later, then waits for somebody", () => {
    const play = played(steps, order(300_000));
    expect(nextStep(play.state!)).toBeNull();
    play.say("lead", "approve", "line-manager");
    expect(nextStep(play.state!)).toMatchObject({ step: 1, kind: "send to supplier" });
    expect(play.do("system", { type: "finish step", step: 2, result: "x" })).toContain("comes after the one before");
    play.do("system", { type: "fail step", step: 1, error: "No answer", nextAt: nextTry(1, AT) });
    expect(nextStep(play.state!)).toMatchObject({ step: 1, status: "failed", attempts: 1, result: "No answer" });
    play.do("system", { type: "finish step", step: 1, result: "Sent" });
    expect(play.do("system", { type: "finish step", step: 1, result: "Sent again" })).toContain("is done already");
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

describe("over random commands by random people", () => {
  const input = invoices({
    holds: [
      { reason: "Over the limit", blocks: ["post", "pay"], when: flag("overSupplierLimit") },
      { reason: "Not received", blocks: ["pay"], when: flag("notReceived"), keeps: true },
    ],
    afterApproval: [{ kind: "post" }],
  });
  const act = fc.oneof(
    fc
      .constantFrom("approve", "decline", "send back", "withdraw", "hold", "release", "look", "submit")
      .map((type) => ({ type })),
  );
  const walk = fc.array(fc.tuple(fc.constantFrom("lead", "rui", "una"), act, fc.boolean()), { maxLength: 14 });

  it("cleared means approved and unheld, and what a hold blocks is never free while it stands", () => {
    const charged = invoice({
      orderNumber: "PO-00001",
      lines: [
        {
          description: "Rope",
          costCentre: "",
          quantity: "10",
          unitPrice: 10_000,
          net: 100_000,
          taxPercent: "0",
          orderLine: 1,
        },
      ],
    });
    fc.assert(
      fc.property(walk, fc.constantFrom(50_000, 75_000, 200_000), (commands, limit) => {
        const play = played(input, charged, aroundInvoice({ received: "4" }, limit));
        for (const [who, { type }, received] of commands) {
          play.around = aroundInvoice({ received: received ? "10" : "4" }, limit);
          const [hold] = activeHolds(play.state!);
          if (type === "look") play.do("system", { type: "look again", because: "x" });
          else if (type === "hold") play.do(who, { type: "place hold", reason: "x", blocks: ["pay"] });
          else if (type === "release") play.do(who, { type: "release hold", hold: hold?.id ?? "h9", reason: "x" });
          else if (type === "withdraw") play.do("rui", { type: "withdraw", comment: "" });
          else if (type === "submit") play.do("rui", { type: "submit", document: charged });
          else play.say(who, type as "approve", "lead", "because");
          const state = play.state!;
          const held = state.holds.filter((one) => !one.releasedAt);
          expect(isCleared(state)).toBe(state.status === "approved" && held.every((one) => one.blocks.length === 0));
          for (const one of held)
            for (const block of one.blocks)
              if (block !== "approval") expect(blockingHolds(state.holds, block as "pay").length).toBeGreaterThan(0);
          // Every hold that ended says how, when, and why; none is released twice.
          for (const one of state.holds) expect(one.releasedAt === null).toBe(one.released === null);
          if (["declined", "withdrawn"].includes(state.status)) expect(held).toEqual([]);
          if (state.status === "approved")
            expect(state.levels[0]!.decisions.some((one) => one.by === "lead")).toBe(true);
        }
        expect(new Set(play.state!.holds.map((one) => one.id)).size).toBe(play.state!.holds.length);
      }),
      { numRuns: 300 },
    );
  });
});

describe("documents on behalf of somebody", () => {
  it("are theirs: their manager is asked, and neither of the two decides", () => {
    const behalf = order(300_000, { requester: "una", onBehalfOf: "rui" });
    const play = played(twoStep, behalf);
    const [manager] = play.state!.route!.levels;
    expect(manager!.candidates.map((one) => [one.person, one.eligible])).toEqual([["lead", true]]);
    expect(documentType("expense-claim").interested(claim([], { payee: "una" }))).toEqual([
      { person: "una", reason: "is paid by it" },
    ]);
  });
});
