import { addDays, dayIn, momentAt } from "@/core/calendar";
import type { DocumentTypeKey } from "@/core/documents";
import { convert, formatMoney, type Money } from "@/core/money";
import type { Person } from "@/core/people";
import type { PolicyVersion } from "@/core/policy";
import type { Result } from "@/core/refusal";
import { searchCustomer, type Stopped, type WhyNone } from "@/core/stopped-orders";
import { joinWords } from "@/core/text";
import { authorise } from "../access/authorise";
import type { App } from "../app";
import { allOrNothing } from "../db/all-or-nothing";
import { statement } from "../db/statement";
import { enterBySystem } from "../documents/commands";
import { tellReleased } from "./customer";
import { customerFacts, readAccount, type Account } from "../ledger/accounts";
import { freeOrders } from "../ledger/apply";
import { limitChange } from "../ledger/limit-change";
import { writeLedger } from "../ledger/write";
import { writeTo } from "../messages/letters";
import { policyFor } from "../policies/applying";
import { inForce, ratesFor, readReferenceData } from "../reference-data";

/** What a search found: what was asked for, and for which customers nothing was and why. */
export type Searched = {
  at: string;
  /** Who had it made; null where the policy’s hour had come. */
  by: string | null;
  asked: { customer: string; name: string; number: string; limit: string; orders: string[] }[];
  freed: string[];
  left: { customer: string; name: string; why: WhyNone }[];
};

type Order = { id: string; seller: string | null; asked: string | null };

/** Looks for stopped orders now, under every policy. @param command one id, from which each change of a limit gets its own */
export function searchNow(app: App, actor: Person, command: string): Result<Searched> {
  const refusal = authorise(actor, "orders.search");
  if (refusal) return { ok: false, refusals: [refusal] };
  const found = search(app, () => true, actor.id, command);
  app.wakeWorker?.();
  return { ok: true, value: found };
}

/** Looks for them under each policy whose hour has come since it was last looked. @returns how many policies */
export function searchDue(app: App): number {
  const now = app.clock.now();
  const due = searching(app).filter(({ version, last }) => lastHour(app, version, now) > last);
  for (const { version } of due) {
    const { id } = version.policy;
    search(app, (chosen) => chosen?.policy.id === id, null, `stopped:${id}:${lastHour(app, version, now)}`, id);
  }
  return due.length;
}

/** When they are looked for next, for the clock of a demonstration; null where nothing is stopped that nobody has asked for. */
export function nextSearch(app: App): { at: string; what: string } | null {
  const waits = statement(app.db, "SELECT 1 FROM sales_order WHERE status = 'stopped' AND asked IS NULL LIMIT 1").get();
  if (waits === undefined) return null;
  const now = app.clock.now();
  const zone = readReferenceData(app).directory.organisation.timeZone;
  const hours = searching(app).map(({ version }) => {
    const { at } = version.policy.stoppedOrders!;
    const today = momentAt(dayIn(now, zone), at, zone);
    return today > now ? today : momentAt(addDays(dayIn(now, zone), 1), at, zone);
  });
  const at = hours.toSorted()[0];
  return at ? { at, what: "orders on credit hold are searched for" } : null;
}

/** Policies in force with a rule for stopped orders, and when they were last looked for under each; before that, since the version is in force. */
function searching(app: App): { version: PolicyVersion; last: string }[] {
  const known = statement(app.db, "SELECT at FROM stopped_search WHERE policy = ?").pluck();
  return inForce(readReferenceData(app), app.clock.now())
    .filter(({ policy }) => policy.stoppedOrders)
    .map((version) => ({
      version,
      last: (known.get(version.policy.id) as string | undefined) ?? version.inForceFrom ?? "",
    }));
}

/** The last moment, now or before, at which a policy's hour came. */
function lastHour(app: App, { policy }: PolicyVersion, now: string): string {
  const zone = readReferenceData(app).directory.organisation.timeZone;
  const today = momentAt(dayIn(now, zone), policy.stoppedOrders!.at, zone);
  return today <= now ? today : momentAt(addDays(dayIn(now, zone), -1), policy.stoppedOrders!.at, zone);
}

/** Looks at every customer with stopped orders whose policy is one of those meant; what is asked for a customer is written whole or not at all. */
function search(
  app: App,
  meant: (chosen: PolicyVersion | null) => boolean,
  by: string | null,
  command: string,
  schedule?: string,
): Searched {
  const found: Searched = { at: app.clock.now(), by, asked: [], freed: [], left: [] };
  const customers = statement(
    app.db,
    "SELECT DISTINCT customer FROM sales_order WHERE status = 'stopped' ORDER BY customer",
  )
    .pluck()
    .all() as string[];
  for (const id of customers) {
    const account = readAccount(app.db, id);
    // Immediate, so that of two searches at once the second sees what the first has asked for.
    if (account) app.db.transaction(() => lookAt(app, account, meant, `${command}:${id}`, found)).immediate();
  }
  const keep = statement(app.db, "INSERT OR REPLACE INTO stopped_search (policy, at, by, found) VALUES (?, ?, ?, ?)");
  for (const key of schedule ? [schedule, ""] : [""]) keep.run(key, found.at, by, JSON.stringify(found));
  return found;
}

function lookAt(
  app: App,
  account: Account,
  meant: (chosen: PolicyVersion | null) => boolean,
  command: string,
  found: Searched,
): void {
  // What has room by now goes out first, and needs no higher limit.
  const freed = freeOrders(app, account.id, (limit) => ({ code: "freed when looked at again", values: { limit } }));
  tellReleased(app, account, freed, null);
  found.freed.push(...freed);
  const orders = ordersOf(app, account.id);
  if (orders.length === 0) return;
  const seller = sellerOf(app, orders);
  if (!meant(seller?.version ?? null)) return;
  const none = (why: WhyNone) => found.left.push({ customer: account.id, name: account.name, why });
  if (!seller) return void none({ code: "nobody sells" });
  const answer = searchCustomer(
    stoppedOf(app, account, orders),
    seller.version?.policy ?? { currency: account.currency },
    rated(app),
  );
  if ("none" in answer) return void none(answer.none);
  const asked = ask(app, account, seller, answer, command);
  if (asked.ok)
    found.asked.push({
      customer: account.id,
      name: account.name,
      number: asked.value,
      limit: formatMoney(answer.ask),
      orders: [...answer.orders],
    });
  else none({ code: "refused", why: asked.refusals.flatMap(({ why }) => why ?? []) });
}

const ordersOf = (app: App, customer: string) =>
  statement(
    app.db,
    "SELECT id, seller, asked FROM sales_order WHERE customer = ? AND status = 'stopped' ORDER BY placed_at, id",
  ).all(customer) as Order[];

function stoppedOf(app: App, account: Account, orders: readonly Order[]): Stopped {
  const underWay = statement(
    app.db,
    "SELECT number FROM document WHERE refers = ? AND type = 'credit-limit-change' AND status IN ('draft', 'waiting', 'sent back') ORDER BY created_at DESC LIMIT 1",
  )
    .pluck()
    .get(account.id) as string | undefined;
  return { ...customerFacts(app, account), customer: account.id, orders, underWay: underWay ?? null };
}

function rated(app: App) {
  const date = dayIn(app.clock.now(), readReferenceData(app).directory.organisation.timeZone);
  const rates = ratesFor(app.db, date);
  return (amount: Money, currency: string): Money | null => {
    const converted = convert(amount, currency, date, rates);
    return converted.ok ? converted.money : null;
  };
}

const TYPE: DocumentTypeKey = "credit-limit-change";
type Seller = { person: Person; version: PolicyVersion | null };

/** In whose name it is asked, with the policy that applies to them: whoever sells the oldest order nobody has asked for, else whom a policy names. */
function sellerOf(app: App, orders: readonly Order[]): Seller | null {
  const world = readReferenceData(app);
  const now = app.clock.now();
  const versions = inForce(world, now);
  const active = (id: string | null | undefined) => {
    const person = id ? world.directory.person(id) : undefined;
    return person && world.directory.isActive(person, now) ? person : null;
  };
  const wanting = orders.filter(({ asked }) => asked === null);
  const sells = [...wanting, ...orders].map(({ seller }) => active(seller)).find((one) => one !== null);
  if (sells) return { person: sells, version: policyFor(app, TYPE, sells) };
  for (const version of versions) {
    const person = active(version.policy.stoppedOrders?.seller);
    if (person && policyFor(app, TYPE, person) === version) return { person, version };
  }
  return null;
}

/** Asks for a limit in somebody's name, and notes with every order that it was. @returns its number */
function ask(
  app: App,
  account: Account,
  { person, version }: Seller,
  { ask: limit, orders }: { ask: Money; orders: readonly string[] },
  command: string,
): Result<string> {
  const many = orders.length > 1;
  return allOrNothing(app, () => {
    const document = limitChange(app, account, person, {
      note: `${joinWords(orders, "and")} ${many ? "are" : "is"} on credit hold. Asked for by the rule of “${version!.policy.name}”, version ${version!.version}.`,
      origin: "stopped order",
      stoppedOrder: orders[0]!,
      changes: [{ field: "limit", before: null, after: limit }],
    });
    const entered = enterBySystem(app, document, command);
    if (!entered.ok) return entered;
    const { id, number } = entered.value;
    writeLedger(app, [{ type: "limit asked for", data: { number, orders: [...orders] } }], {
      actor: "system",
      command: `${command}:orders`,
    });
    const named = `${formatMoney(limit)} for ${account.name}, since ${joinWords(orders, "and")} ${many ? "are" : "is"} on credit hold`;
    writeTo(app, {
      person: person.id,
      document: id,
      occasion: "submitted",
      subject: `${number} was asked for in your name: ${account.name}`,
      body: `The policy “${version!.policy.name}” has asked for a credit limit of ${named}. You can change or withdraw it on its page.`,
    });
    return { ok: true, value: number };
  });
}

/** What the last search found; null before the first. */
export function lastSearch(app: App): Searched | null {
  const found = statement(app.db, "SELECT found FROM stopped_search WHERE policy = ''").pluck().get() as
    string | undefined;
  return found ? (JSON.parse(found) as Searched) : null;
}
