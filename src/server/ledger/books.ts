import { acceptedOf } from "@/core/approval";
import { times, type Rules, RulesSchema } from "@/core/documents";
import { blockingHolds } from "@/core/holds";
import { formatMoney, money } from "@/core/money";
import type { Person } from "@/core/people";
import { refuse, refusalsOf, type Refusal, type Result } from "@/core/refusal";
import { DUTY_WORDS, loosened, type Duty } from "@/core/segregation";
import { sayDate } from "@/core/words";
import { authorise, type Action } from "../access/authorise";
import type { App } from "../app";
import { allOrNothing } from "../db/all-or-nothing";
import { readState } from "../documents/projection";
import { lookAgain } from "../holds/look-again";
import { doneBefore } from "../log/log";
import { customerFacts, readAccount, readRules } from "./accounts";
import { freeOrders } from "./apply";
import { markMet, whatMeets, type Met } from "./duties";
import { writeAccount, writeLedger, write } from "./write";

/** The simulated back office: what its people do in it. Every posting asks the holds of the document it is about. */

const no = (code: string, message: string, path?: string): Result<never> => ({
  ok: false,
  refusals: [refuse(code, message, path)],
});

/** One act in the books: the right to it, done before or not, then what it does, in one transaction. */
export function act<T>(
  app: App,
  actor: Person,
  { action, command, stream, type }: { action: Action; command: string; stream: string; type: string },
  run: () => Result<T>,
): Result<T | { again: true }> {
  const refusal = authorise(actor, action);
  if (refusal) return { ok: false, refusals: [refusal] };
  const result = allOrNothing(app, (): Result<T | { again: true }> => {
    const earlier = doneBefore(app.db, { command, actor: actor.id, stream, type });
    if (!earlier.ok) return earlier;
    return earlier.value ? { ok: true, value: { again: true } } : run();
  });
  if (result.ok) app.kick?.();
  return result;
}

export type Receipt = { order: string; line: number; quantity: string };

/** Goods that came in for a line of an approved order. Invoices that were held for want of them are looked at again. */
export function receiveGoods(app: App, actor: Person, receipt: Receipt, command: string) {
  const about = { action: "ledger.receive" as const, command, stream: "ledger", type: "goods received" };
  return act(app, actor, about, (): Result<{ released: string[] }> => {
    const state = readState(app.db, receipt.order.trim().toLowerCase());
    const order = state && acceptedOf(state);
    if (!state || order?.documentType !== "purchase-order" || state.status !== "approved")
      return no("unknown", `There is no approved order ${receipt.order}`, "order");
    const mayReceive = order.receiver === actor.id || order.requester === actor.id || !authorise(actor, "ledger.write");
    if (!mayReceive)
      return no("forbidden", "Goods are received by who ordered them, the receiver of the order, or a clerk");
    const line = order.lines[receipt.line - 1];
    if (!line) return no("unknown", `${state.number} has no line ${receipt.line}`, "line");
    const apart = whatMeets(app, state, actor, "receive");
    if ("refusal" in apart) return { ok: false, refusals: [apart.refusal] };
    const before = app.db
      .prepare("SELECT quantity FROM receipt WHERE order_number = ? AND line = ?")
      .pluck()
      .all(state.number, receipt.line) as string[];
    const all = [...before, receipt.quantity].reduce((sum, one) => sum + times(one, 10_000), 0);
    if (times(receipt.quantity, 10_000) <= 0) return no("invalid", "Enter a quantity above zero", "quantity");
    if (all > times(line.quantity, 10_000))
      return no(
        "too many",
        `${line.quantity} were ordered on line ${receipt.line}; with this, ${all / 10_000} would have come`,
        "quantity",
      );
    writeLedger(
      app,
      [
        {
          type: "goods received",
          data: { order: state.number, line: receipt.line, quantity: receipt.quantity, by: actor.id },
        },
      ],
      { actor: actor.id, command },
    );
    markMet(app, apart.met, command);
    const because = `a receipt for line ${receipt.line} of ${state.number} was posted`;
    return { ok: true, value: { released: lookAgain(app, { about: "order", key: state.number }, because) } };
  });
}

/** Pays what is in a run; whatever a hold keeps from being paid is left out and goes into no run until it is released. */
export function makePaymentRun(app: App, actor: Person, day: string, command: string) {
  const about = { action: "ledger.write" as const, command, stream: "ledger", type: "payment run made" };
  return act(app, actor, about, (): Result<{ paid: string[]; left: { document: string; why: string }[] }> => {
    const run = app.db.prepare("SELECT made_at FROM payment_run WHERE day = ?").get(day) as
      { made_at: string | null } | undefined;
    if (!run) return no("unknown", `Nothing is in a payment run of ${sayDate(day)}`, "day");
    if (run.made_at) return no("already", `The payment run of ${sayDate(day)} was made already`);
    const items = app.db
      .prepare("SELECT document FROM posting WHERE run = ? ORDER BY document")
      .pluck()
      .all(day) as string[];
    const met: Met[] = [];
    for (const document of items) {
      const state = readState(app.db, document);
      const apart = state ? whatMeets(app, state, actor, "pay") : { met: [] };
      if ("refusal" in apart) return { ok: false, refusals: [apart.refusal] };
      met.push(...apart.met);
    }
    const judged = items.map((document) => {
      const holds = blockingHolds(readState(app.db, document)?.holds ?? [], "pay");
      return { document, why: holds.map((hold) => hold.code).join(", ") };
    });
    const paid = judged.filter((one) => !one.why).map((one) => one.document);
    const left = judged.filter((one) => one.why);
    writeLedger(app, [{ type: "payment run made", data: { day, by: actor.id, paid, left } }], {
      actor: actor.id,
      command,
    });
    markMet(
      app,
      met.filter((one) => paid.includes(one.document)),
      command,
    );
    return { ok: true, value: { paid, left } };
  });
}

export type NewSalesOrder = { customer: string; title: string; minor: number };

/** A customer's order in the simulated back office: stopped where the account is not open or it would pass the limit. */
export function enterSalesOrder(app: App, actor: Person, { customer, title, minor }: NewSalesOrder, command: string) {
  const about = { action: "ledger.write" as const, command, stream: "ledger", type: "sales order entered" };
  return act(app, actor, about, (): Result<{ id: string; stopped: boolean; because: string }> => {
    const account = readAccount(app.db, customer);
    if (account?.kind !== "customer") return no("unknown", "There is no such customer", "customer");
    const count = app.db.prepare("SELECT COUNT(*) FROM sales_order").pluck().get() as number;
    const id = `SO-${String(count + 1).padStart(4, "0")}`;
    const { limit, receivables, openOrders } = customerFacts(app, account);
    const wanted = receivables.minor + openOrders.minor + minor;
    const over = wanted - (limit?.minor ?? 0);
    const because =
      account.status !== "open"
        ? `the account is ${account.status}`
        : over > 0
          ? `${formatMoney(money(over, account.currency))} over the limit of ${limit ? formatMoney(limit) : "none"}`
          : "";
    writeLedger(
      app,
      [{ type: "sales order entered", data: { id, customer, title, minor, stopped: because !== "", because } }],
      { actor: actor.id, command },
    );
    return { ok: true, value: { id, stopped: because !== "", because } };
  });
}

/** What customers owe, as the books of another system have it; the orders it makes room for are freed. */
export function readBalances(
  app: App,
  actor: Person,
  customer: string,
  receivables: { number: string; minor: number; due: string }[],
  command: string,
) {
  const about = { action: "ledger.write" as const, command, stream: `account:${customer}`, type: "balances read" };
  return act(app, actor, about, (): Result<{ freed: string[] }> => {
    if (readAccount(app.db, customer)?.kind !== "customer")
      return no("unknown", "There is no such customer", "customer");
    writeAccount(app, customer, [{ type: "balances read", data: { receivables, source: "entered" } }], {
      actor: actor.id,
      command,
    });
    return { ok: true, value: { freed: freeOrders(app, customer, "balances were read") } };
  });
}

/** By which right somebody has a duty. */
const DUTY_RIGHT: Readonly<Record<Duty, (person: Person) => boolean>> = {
  account: (person) => !authorise(person, "accounts.ask"),
  order: (person) => !authorise(person, "documents.enter"),
  enter: (person) => !authorise(person, "documents.enter"),
  receive: (person) => !authorise(person, "ledger.write"),
  approve: (person) => person.roles.includes("approver"),
  release: (person) => !authorise(person, "holds.release"),
  pay: (person) => !authorise(person, "ledger.write"),
};

/** Nobody loosens what keeps two acts of theirs apart: whoever could do both is not the one to decide that one person may. */
function ownLoosening(app: App, actor: Person, rules: Rules): Refusal | null {
  const pair = loosened(readRules(app.db).duties, rules.duties).find((duties) =>
    duties.every((duty) => DUTY_RIGHT[duty](actor)),
  );
  if (!pair) return null;
  const [one, other] = pair.map((duty) => DUTY_WORDS[duty]);
  return refuse(
    "segregation",
    `Duties on one document, who ${one} and ${other}: you could do both yourself, so that a controller who could not is to loosen this`,
  );
}

/**
 * Sets the organisation's rules for matching, duplicates, claims, imports and duties. What is left out stays as it is,
 * so two people who set different ones on different pages do not undo each other's.
 */
export function setRules(
  app: App,
  actor: Person,
  rules: Readonly<Record<string, unknown>>,
  command: string,
): Result<Rules | { again: true }> {
  const about = { action: "rules.write" as const, command, stream: "rules", type: "rules set" };
  return act(app, actor, about, (): Result<Rules> => {
    const parsed = RulesSchema.safeParse({ ...readRules(app.db), ...rules });
    if (!parsed.success) return { ok: false, refusals: refusalsOf(parsed.error) };
    const own = ownLoosening(app, actor, parsed.data);
    if (own) return { ok: false, refusals: [own] };
    write(app, "rules", [{ type: "rules set", data: { rules: parsed.data } }], { actor: actor.id, command });
    return { ok: true, value: parsed.data };
  });
}
