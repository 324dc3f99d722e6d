// Duties apart by act and document, not by role alone (dynamic separation of duty; ANSI INCITS 359 and NIST SP 800-53 AC-5, from memory): one clerk cannot do all of it
// where the organisation refuses that, and where it does not, the control report says who did.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { DutySchema, USUAL_DUTIES, loosened, meetingsOf, type Done, type DutyRule } from "@/core/segregation";
import type { DocumentState } from "@/core/approval";
import type { PurchaseOrder, SupplierInvoice } from "@/core/documents";
import { codes, person, testOrder, value, type TestApp } from "../../../demo/test-app";
import { approve, bill, booksApp, clerk, payAll, payTicked, submit } from "../../../demo/test-books";
import { readState } from "../documents/state";
import { controlReport } from "../evidence/report";
import { newCommandId } from "../log/log";
import { readRules } from "./accounts";
import { receiveGoods, setRules } from "./books";
import { dutiesOf } from "./duties";
import { lookAtRun } from "../payments/views";
import { runInsideSteps } from "./work";

const duty = fc.constantFrom(...DutySchema.options);
const who = fc.constantFrom("a", "b", "c");

describe("duties that should not meet", () => {
  it("meet exactly where one person has one of them and is about to have the other", () => {
    const rules = fc.array(
      fc.record({
        duties: fc.tuple(duty, duty),
        mode: fc.constantFrom("refuse" as const, "mark" as const, "allow" as const),
      }),
    );
    fc.assert(
      fc.property(fc.array(fc.record({ duty, person: who })), duty, who, rules, (done, act, actor, list) => {
        const met = meetingsOf(done, act, actor, list as DutyRule[]);
        const has = (one: string) => done.some((each: Done) => each.duty === one && each.person === actor);
        const expected = list.filter(
          ({ duties: [one, other], mode }) =>
            mode !== "allow" && ((one === act && has(other)) || (one !== act && other === act && has(one))),
        );
        expect(met.length).toBe(expected.length);
        // What is refused comes before what is marked.
        expect(met.map((one) => one.mode)).toEqual(
          met
            .map((one) => one.mode)
            .toSorted()
            .toReversed(),
        );
      }),
    );
  });
});

describe("rules that are loosened", () => {
  const rules = fc.array(
    fc.record({
      duties: fc.tuple(duty, duty),
      mode: fc.constantFrom("refuse" as const, "mark" as const, "allow" as const),
    }),
  ) as fc.Arbitrary<DutyRule[]>;

  it("are those under which something passes, or is passed in silence, that was not before", () => {
    const WORST = ["refuse", "mark"];
    const answer = (list: DutyRule[], done: Done[], act: Done["duty"]) =>
      meetingsOf(done, act, "a", list)[0]?.mode ?? "";
    fc.assert(
      fc.property(rules, rules, (before, after) => {
        const weaker = DutySchema.options.some((one) =>
          DutySchema.options.some((other) => {
            const [was, is] = [before, after].map((list) =>
              WORST.indexOf(answer(list, [{ duty: one, person: "a" }], other)),
            );
            return was !== -1 && (is === -1 || is! > was!);
          }),
        );
        expect(loosened(before, after).length > 0).toBe(weaker);
      }),
      { numRuns: 1000 },
    );
  });

  it("are not loosened by whoever could do both, and are by a controller who could not", () => {
    const app = booksApp();
    const controller = person(app, "benedita-corvo");
    const clerkToo = { ...controller, roles: [...controller.roles, "clerk" as const] };
    const approves = { ...controller, roles: [...controller.roles, "clerk" as const, "approver" as const] };
    const set = (who: typeof controller, rules: object) => setRules(app, who, { ...rules }, newCommandId());
    const without = (...pairs: string[]) => ({
      duties: USUAL_DUTIES.filter(({ duties }) => !pairs.includes(duties.join(" "))),
    });
    const refused = set(clerkToo, without("enter pay"));
    expect(refused.ok ? "" : refused.refusals[0]!.message).toMatch(
      /who entered it and paid it: you could do both yourself/,
    );
    expect(readRules(app).duties).toEqual(USUAL_DUTIES);
    // Everybody may ask for an account, and a controller releases holds.
    expect(codes(set(controller, without("account release")))).toBe("segregation");
    expect(codes(set(approves, without("account approve")))).toBe("segregation");
    expect(codes(set(approves, without("approve pay")))).toBe("segregation");
    expect(codes(set(clerkToo, { bankChangeDays: 20 }))).toBe("done");
    expect(codes(set(clerkToo, without("account approve")))).toBe("done");
    expect(codes(set(controller, without("account approve", "enter pay", "enter receive")))).toBe("done");
    expect(readRules(app).bankChangeDays).toBe(20);
  });
});

/** An order that came in and was charged, posted and planned for payment; the invoice was entered by the clerk who pays. */
function payable(app: TestApp): DocumentState {
  const [line] = testOrder(10_000).lines;
  const order = submit(app, testOrder(0, { lines: [{ ...line!, quantity: "4", unitPrice: 10_000 }] }));
  value(receiveGoods(app, clerk(app), { order: order.number, line: 1, quantity: "4" }, newCommandId()));
  const invoice = submit(
    app,
    bill({
      requester: "tamsin-roque",
      orderNumber: order.number,
      lines: [{ ...bill().lines[0]!, quantity: "4", unitPrice: 10_000, net: 40_000, orderLine: 1 }],
    }),
  );
  for (const level of readState(app.db, invoice.id)!.levels.filter((one) => one.status === "open"))
    approve(app, level.pool[0]!, invoice.id);
  runInsideSteps(app);
  return readState(app.db, invoice.id)!;
}

describe("one clerk who does all of it", () => {
  it("is known by what they did about order, receipt and invoice", () => {
    const app = booksApp();
    const done = dutiesOf(app, payable(app));
    expect(done).toContainEqual({ duty: "receive", person: "tamsin-roque" });
    expect(done).toContainEqual({ duty: "order", person: "noor-halvorsrud" });
    expect(done).toContainEqual({ duty: "enter", person: "tamsin-roque" });
  });

  it("is known of a change of the order as of the order, though nobody receives under its number", () => {
    const app = booksApp();
    const { document } = payable(app);
    const { orderNumber } = document as SupplierInvoice;
    const { document: order } = readState(app.db, orderNumber!.toLowerCase())!;
    const change = submit(app, { ...(order as PurchaseOrder), changeOf: orderNumber! });
    expect(change.number).not.toBe(orderNumber);
    const done = dutiesOf(app, change);
    expect(done).toContainEqual({ duty: "receive", person: "tamsin-roque" });
    // Whoever ordered enters the change: they did one thing about it, and not two.
    expect(done.filter((one) => one.duty === "order")).toEqual([]);
  });

  it("pays, and the control report lists what met", () => {
    const app = booksApp();
    const { id } = payable(app);
    value(payTicked(app, clerk(app)));
    const report = controlReport(app, { from: "2026-03-01", until: "2026-03-31" });
    const whoIn = (what: string) =>
      report.exceptions
        .find((one) => one.what === what)
        ?.examples.filter((one) => one.document === id)
        .map((one) => one.words);
    expect(whoIn("One person entered it and paid it")).toEqual(["Tamsin Roque"]);
    expect(whoIn("One person recorded its receipt and paid it")).toEqual(["Tamsin Roque"]);
  });

  it("is refused where the organisation refuses it, with who else is to do it; somebody else pays", () => {
    const app = booksApp();
    const duties = USUAL_DUTIES.map((rule) => ({ ...rule, mode: "refuse" as const }));
    payable(app);
    value(setRules(app, person(app, "benedita-corvo"), { ...readRules(app), duties }, newCommandId()));
    const [left] = lookAtRun(app, clerk(app), undefined).left;
    expect(left?.why).toMatch(new RegExp(`^for somebody else to pay: Tamsin Roque (entered it|recorded its receipt)$`));
    expect(codes(payAll(app, clerk(app)))).toBe("another person");
    expect(codes(payTicked(app, person(app, "vicente-lourosa")))).toBe("done");
  });
});
