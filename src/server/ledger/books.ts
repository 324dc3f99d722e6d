import { times, type Rules, RulesSchema } from "@/core/documents";
import { money } from "@/core/money";
import type { Person } from "@/core/people";
import { refusalsOf, type Refusal, type Result } from "@/core/refusal";
import { refuse, refused } from "@/core/words";
import { loosened, type Duty } from "@/core/segregation";
import { authorise } from "../access/authorise";
import type { App } from "../app";
import { orderNow, receivedOf } from "../documents/orders";
import { tellReleased } from "../credit/customer";
import { lookAgain } from "../holds/look-again";
import { act } from "./act";
import { customerFacts, readAccount, readRules } from "./accounts";
import { freeOrders } from "./apply";
import { markMet, whatMeets } from "./duties";
import { readReferenceData } from "../reference-data";
import { writeAccount, writeLedger, write } from "./write";
import { type OrderReason } from "@/core/stopped-orders";
import { sayOrderReason } from "@/core/audit-narrative";

/** The simulated back office: what its people do in it. Every posting asks the holds of the document it is about. */

export type Receipt = { order: string; line: number; quantity: string };

/** Goods that came in for a line of an approved order. Invoices that were held for want of them are looked at again. */
export function receiveGoods(app: App, actor: Person, receipt: Receipt, command: string) {
  const about = { action: "ledger.receive" as const, command, stream: "ledger", type: "goods received" };
  return act(app, actor, about, (): Result<{ released: string[] }> => {
    const now = orderNow(app.db, receipt.order);
    if (!now) return refused("no approved order", { order: receipt.order }, "order");
    const { order, first: state } = now;
    const mayReceive = order.receiver === actor.id || order.requester === actor.id || !authorise(actor, "ledger.write");
    if (!mayReceive) return refused("received by others");
    const line = order.lines[receipt.line - 1];
    if (!line) return refused("order without the line", { order: state.number, line: receipt.line }, "line");
    const apart = whatMeets(app, state, actor, "receive");
    if ("refusal" in apart) return { ok: false, refusals: [apart.refusal] };
    const before = receivedOf(app.db, state.number).get(receipt.line) ?? "0";
    const all = times(before, 10_000) + times(receipt.quantity, 10_000);
    if (times(receipt.quantity, 10_000) <= 0) return refused("quantity above zero", null, "quantity");
    if (all > times(line.quantity, 10_000))
      return refused(
        "more than ordered",
        { ordered: line.quantity, line: receipt.line, all: all / 10_000 },
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
    const values = { line: receipt.line, order: state.number };
    const because = { code: "receipt posted" as const, values };
    return { ok: true, value: { released: lookAgain(app, { about: "order", key: state.number }, because) } };
  });
}

export type NewSalesOrder = { customer: string; title: string; minor: number; seller?: string | null };

/** A customer's order in the simulated back office: stopped where the account is not open or it would pass the limit. */
export function enterSalesOrder(
  app: App,
  actor: Person,
  { customer, title, minor, seller = null }: NewSalesOrder,
  command: string,
) {
  const about = { action: "ledger.write" as const, command, stream: "ledger", type: "sales order entered" };
  return act(app, actor, about, (): Result<{ id: string; stopped: boolean; because: string }> => {
    const account = readAccount(app.db, customer);
    if (account?.kind !== "customer") return refused("no such customer", null, "customer");
    const { directory } = readReferenceData(app);
    const sells = seller === null ? null : directory.person(seller);
    if (sells !== null && (!sells || !directory.isActive(sells, app.clock.now())))
      return refused("seller unknown", null, "seller");
    const count = app.db.prepare("SELECT COUNT(*) FROM sales_order").pluck().get() as number;
    const id = `SO-${String(count + 1).padStart(4, "0")}`;
    const { limit, receivables, openOrders } = customerFacts(app, account);
    const wanted = receivables.minor + openOrders.minor + minor;
    const over = wanted - (limit?.minor ?? 0);
    const because: OrderReason | null =
      account.status !== "open"
        ? { code: "account not open", values: { status: account.status } }
        : over > 0
          ? { code: "over the limit", values: { over: money(over, account.currency), limit: limit ?? null } }
          : null;
    writeLedger(
      app,
      [
        {
          type: "sales order entered",
          data: { id, customer, title, minor, because, ...(sells && { seller: sells.id }) },
        },
      ],
      { actor: actor.id, command },
    );
    return { ok: true, value: { id, stopped: because !== null, because: because ? sayOrderReason(because) : "" } };
  });
}

/** What customers owe, as the books of another system have it; the orders it makes room for are freed. @param receivables each open item in minor units of the account’s currency, with the day it is due */
export function readBalances(
  app: App,
  actor: Person,
  customer: string,
  receivables: { number: string; minor: number; due: string }[],
  command: string,
) {
  const about = { action: "ledger.write" as const, command, stream: `account:${customer}`, type: "balances read" };
  return act(app, actor, about, (): Result<{ freed: string[] }> => {
    if (readAccount(app.db, customer)?.kind !== "customer") return refused("no such customer", null, "customer");
    writeAccount(app, customer, [{ type: "balances read", data: { receivables, source: "entered" } }], {
      actor: actor.id,
      command,
    });
    const freed = freeOrders(app, customer, (limit) => ({ code: "freed when balances were read", values: { limit } }));
    tellReleased(app, readAccount(app.db, customer)!, freed, null);
    return { ok: true, value: { freed } };
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
  const pair = loosened(readRules(app).duties, rules.duties).find((duties) =>
    duties.every((duty) => DUTY_RIGHT[duty](actor)),
  );
  if (!pair) return null;
  return refuse("own duties loosened", { one: pair[0]!, other: pair[1]! });
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
    const parsed = RulesSchema.safeParse({ ...readRules(app), ...rules });
    if (!parsed.success) return { ok: false, refusals: refusalsOf(parsed.error) };
    const own = ownLoosening(app, actor, parsed.data);
    if (own) return { ok: false, refusals: [own] };
    write(app, "rules", [{ type: "rules set", data: { rules: parsed.data } }], { actor: actor.id, command });
    return { ok: true, value: parsed.data };
  });
}
