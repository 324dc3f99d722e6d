// Holds stand beside the chain: placed by the policy or by hand, released by the approval, by a person, or when their cause is gone, and it says which.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { activeHolds, isCleared } from "./index";
import { blockingHolds } from "../holds";
import { aroundInvoice, claim, invoice, level, order, played, twoStep } from "../fixtures";
import { documentType } from "../documents";
import type { PolicyInput } from "../policy";
import type { Cause } from "../holds";

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

/** Charges all of an order, of which nothing has come in. */
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

describe("an invoice against its supplier's limit of 750.00", () => {
  const around = aroundInvoice({}, 75_000);
  it("of 1,180.00 is held with reason and date; the approval releases it and records both", () => {
    const play = played(invoices(over()), of(118_000), around);
    expect(play.state!.holds[0]).toMatchObject({
      code: "Over the supplier’s limit",
      why: {
        code: "found on the document",
        values: {
          remarks: [
            {
              why: {
                code: "over the supplier’s limit",
                values: { by: { minor: 43_000, currency: "EUR" }, limit: { minor: 75_000, currency: "EUR" } },
              },
            },
          ],
        },
      },
      blocks: ["pay"],
      placedAt: "2026-03-10T09:12:00.000Z",
      releasedAt: null,
    });
    play.say("lead", "approve", "lead");
    expect(play.state!.status).toBe("approved");
    expect(play.state!.holds[0]).toMatchObject({
      releasedAt: "2026-03-10T09:13:00.000Z",
      released: { how: "approval", why: { code: "approved" } },
    });
    expect(isCleared(play.state!)).toBe(true);
  });
  it("of exactly 750.00 is held or not as the policy's own words say", () => {
    expect(played(invoices(over()), of(75_000), around).held).toEqual([]);
    expect(played(invoices(over({ when: flag("atSupplierLimit") })), of(75_000), around).held).toHaveLength(1);
  });
});

const RECEIPT: Cause = { code: "receipt posted", values: { line: 1, order: "PO-00001" } };

describe("releasing", () => {
  const notReceived = (hold: object = {}) =>
    invoices({
      holds: [{ reason: "Goods not received", blocks: ["pay"], when: flag("notReceived"), keeps: true, ...hold }],
    });
  it("a hold that keeps outlasts the approval, and goes when its cause is gone, which it says", () => {
    const play = played(notReceived(), charged, aroundInvoice({ received: "4" }));
    play.say("lead", "approve", "lead");
    expect([play.state!.status, isCleared(play.state!)]).toEqual(["approved", false]);
    play.do("system", { type: "look again", because: { code: "people changed" } });
    expect(play.held).toEqual(["Goods not received"]);
    play.around = aroundInvoice({ received: "10" });
    play.do("system", { type: "look again", because: RECEIPT });
    expect(play.state!.holds[0]!.released).toEqual({ how: "cause gone", by: null, why: RECEIPT });
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
    expect(play.state!.holds[0]!.released).toEqual({
      how: "person",
      by: "head",
      why: { code: "said", values: { said: "They wrote that it came" } },
    });
  });
  it("what a person released is not placed again by looking again", () => {
    const play = played(notReceived(), charged, aroundInvoice({ received: "4" }));
    play.do("una", { type: "release hold", hold: "h1", reason: "Seen on the quay" });
    play.do("system", { type: "look again", because: RECEIPT });
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
    expect(play.do("una", { type: "release hold", hold: "h1", reason: "x" })).toContain("correct the cause");
    play.rates = [{ from: "CHF", to: "EUR", date: "2026-03-10", rate: "1.05", source: "t" }];
    play.do("system", { type: "look again", because: { code: "rates changed" } });
    expect(play.held).toEqual([]);
    expect(play.state!.holds[0]!.released?.how).toBe("cause gone");
    expect(play.levels["line-manager"]).toBe("open");
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
    fc.assert(
      fc.property(walk, fc.constantFrom(50_000, 75_000, 200_000), (commands, limit) => {
        const play = played(input, charged, aroundInvoice({ received: "4" }, limit));
        for (const [who, { type }, received] of commands) {
          play.around = aroundInvoice({ received: received ? "10" : "4" }, limit);
          const [hold] = activeHolds(play.state!);
          if (type === "look") play.do("system", { type: "look again", because: RECEIPT });
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
      { person: "una", why: { code: "is paid by it" } },
    ]);
  });
});
