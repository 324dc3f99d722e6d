import type { AnyDocument, PurchaseOrder } from "@/core/documents";
import type { PolicyInput } from "@/core/policy";
import { DEMO_START } from "@/server/app";
import type { Db } from "@/server/db/open";
import { beginPolicy } from "@/server/policies/drafts";
import { setRules } from "@/server/ledger/books";
import { runInsideSteps } from "@/server/ledger/work";
import { find, keep, stretchOfLook } from "@/server/lookout/look";
import { writeAccount } from "@/server/ledger/write";
import { balancesOf, customers, paidTogether, suppliers, type Customer } from "./accounts";
import { building, foundOrganisation, type Customs, type DemoBuilder } from "./builder";
import { invoiceFor, looseInvoice, unorderedFrom, randomClaim, randomLimitChange } from "./documents";
import { augustClaims, furtherPolicies } from "./further-policies";
import { liveDocuments } from "./live-documents";
import { faultyDrafts } from "./drafts";
import { liveOrders } from "./live";
import { checkpoints, payOnFridays, scatter, timeline } from "./history";
import { DAY } from "./moments";
import { randomOrder } from "./orders";
import { marevia } from "./organisation";
import { closedAccount, otherAccounts, peopleHistory, privateDetails } from "./people-history";
import { lastYearsPolicy, orderPolicyInForce } from "./policy";
import { isToBeSentTwice } from "./planted/duplicates";
import { COMPANIES, ONE_ACCOUNT, QUICK, QUICK_MS, plant } from "./planted/marevia";
import { inCompany } from "./planted/usual-company";
import { lookIntoHolds } from "./hold-clerk";
import { reviewedInForce } from "./put-in-force";
import { dailyRates } from "./rates";
import { mareviaRules } from "./rules";
import { seeded } from "./random";

const HISTORY_FROM = "2024-09-09T07:00:00.000Z";
const HISTORY_END = Date.parse("2026-03-05T17:30:00.000Z");

/** Approval by lapse of time, which the checks doubt, for one month of holidays. */
const AUGUST: Plan = {
  policy: augustClaims,
  basedOn: 0,
  note: "Holiday cover",
  from: "2025-08-01",
  until: "2025-08-31",
};

/**
 * How many documents of the other types come with each past order. With the invoices of orders, 6,000 orders make about 11,000 invoices, 6,400 claims
 * and 600 limit changes, as in eighteen months of Marévia Lines.
 */
const SHARES = { looseInvoices: 1.34, claims: 1.07, limitChanges: 0.1 };

/** What people of Marévia Lines are wont to do. */
const CUSTOMS: Customs = {
  opens: 8,
  receives: "tamsin-roque",
  pays: "vicente-lourosa",
  beforePaying: lookIntoHolds,
  says: {
    decline: ["Not in this year’s budget.", "We have the same in store.", "Ask for a second offer first."],
    "send back": ["Which cost centre pays for this?", "The offer is missing.", "Please split by vessel."],
    approve: [
      "Agreed at the Monday meeting.",
      "Price checked against the frame contract.",
      "Needed before the season.",
      "Fine, but the last one this quarter.",
    ],
  },
  answersAfter: (make, state, level, silent) => {
    // In the August of the holiday policy some never answered, and the claim passed by lapse of time.
    const lapses = state.route?.policy?.id === augustClaims.id && level.timers?.some((one) => one.kind === "overdue");
    if (lapses && (make.random.chance(0.4) || noneLapsed(make))) return null;
    return level.pool.includes(QUICK) && silent ? QUICK_MS : undefined;
  },
  chooses: (state, level, able) => inCompany(COMPANIES, state, level, able),
  invoice: ({ random }, { document, number }, date) => invoiceFor(random, document as PurchaseOrder, number, date),
  comesTwice: isToBeSentTwice,
};

/** However few claims there are, one of that August passed without an answer. */
function noneLapsed({ db }: DemoBuilder): boolean {
  return db.prepare("SELECT 1 FROM document WHERE lapsed = 1 LIMIT 1").get() === undefined;
}

/**
 * Fills an empty database with Marévia Lines: people, rates, policies, past orders that went through their chains, and the
 * live ones. The same seed and count give the same events, hashes included.
 * @param orders how many past orders
 */
export function generateDemo(db: Db, { orders = 1000, seed = 20260310 } = {}): void {
  const make = building(db, seed, "2024-07-01T09:00:00.000Z", CUSTOMS);
  db.transaction(() => {
    foundOrganisation(make, marevia, () => dailyRates(make.random, "2024-08-26", "2026-03-10"));
    privateDetails(make);
    const owing = foundAccounts(make);
    payFrom(make);
    otherAccounts(make);
    writePolicies(make);
    playHistory(make, orders, owing);
    runInsideSteps(make.app);
    // What people would have been written over eighteen months is left out; what is live has its letters.
    make.app.quiet = false;
    closedAccount(make);
    liveOrders(make);
    liveDocuments(make, owing);
    for (const { policy } of faultyDrafts) make.must(beginPolicy(make.app, make.who("benedita-corvo"), policy));
    keep(make.app, find(make.app, stretchOfLook(make.app)), { actor: "system" });
    make.clock.set(DEMO_START);
  }).immediate();
}

/** The account that is paid from, which no bank has, and what stands on orders. */
function payFrom({ app, who, must, random }: DemoBuilder): void {
  const payments = { weekday: 5, payer: marevia.name, account: "XX73 1000 2000 3000 4000", bic: "" };
  const letterhead = {
    address: "Cais do Relógio 1\nPorto Sável",
    taxNumber: "XX500100200",
    email: "orders@marevia.example",
  };
  must(setRules(app, who("benedita-corvo"), { ...mareviaRules, payments, letterhead }, random.uuid()));
}

/** Suppliers and customers as they were taken over, and what customers owe when the demonstration begins. */
function foundAccounts({ app, random }: DemoBuilder): Customer[] {
  const own = seeded(random.int(1, 1e9));
  const cause = () => ({ actor: "system", command: random.uuid() });
  for (const { id, event } of paidTogether(suppliers(own), ONE_ACCOUNT)) writeAccount(app, id, [event], cause());
  const owing = customers(own);
  for (const customer of owing) writeAccount(app, customer.id, [customer.event], cause());
  for (const customer of owing)
    writeAccount(app, customer.id, [balancesOf(customer, own, DEMO_START.slice(0, 10))], cause());
  return owing;
}

function writePolicies({ app, clock, random }: DemoBuilder): void {
  clock.set("2024-07-08T10:00:00.000Z");
  const note = "First policy for orders";
  const newId = () => random.uuid();
  reviewedInForce(app, newId, { policy: lastYearsPolicy, basedOn: 0, note, from: "2024-08-01" });
  for (const policy of furtherPolicies)
    reviewedInForce(app, newId, {
      policy,
      basedOn: 0,
      note: `First policy: ${policy.name.toLowerCase()}`,
      from: "2024-08-01",
    });
}

function playHistory(make: DemoBuilder, count: number, owing: readonly Customer[]): void {
  const { random, app } = make;
  const { push, play } = timeline(HISTORY_END);
  const end = HISTORY_END - 9 * DAY;
  const span = { from: Date.parse(HISTORY_FROM), end, push };
  const sometime = (times: number, document: (date: string) => AnyDocument) =>
    scatter(make, span, count * times, document);
  sometime(1, (date) => randomOrder(random, date));
  const unordered = unorderedFrom(
    make.db.prepare("SELECT name FROM account WHERE kind = 'supplier' ORDER BY name").pluck().all() as string[],
  );
  sometime(SHARES.looseInvoices, (date) => looseInvoice(random, date, unordered));
  sometime(SHARES.claims, (date) => randomClaim(app, random, date));
  sometime(SHARES.limitChanges, (date) => {
    const { id, limit } = random.pick(owing);
    return randomLimitChange(random, date, id, limit);
  });
  payOnFridays(make, "2024-09-13", "2026-03-05", push);
  push({
    at: Date.parse("2025-12-15T11:00:00.000Z"),
    run: () => {
      const note = "Fewer approvals for small orders, from the review of November";
      const plan = { policy: orderPolicyInForce, basedOn: 1, note, from: "2026-01-01" };
      letStand(make, plan, "Few orders in the first months; looked at again in summer.");
    },
  });
  push({
    at: Date.parse("2025-07-25T10:00:00.000Z"),
    run: () => letStand(make, AUGUST, "Half of the managers are at sea or away; small sums, for one month."),
  });
  for (const happening of peopleHistory(make)) push(happening);
  checkpoints(
    make,
    2024,
    Array.from({ length: 18 }, (_, index) => 9 + index),
    push,
  );
  plant(make, span, count);
  play(make);
}

type Plan = { policy: PolicyInput; basedOn: number; note: string; from: string; until?: string };

/** Puts a policy in force; whatever the checks doubt in it, given what has come in by then, somebody lets stand for a reason. */
function letStand({ app, random }: DemoBuilder, plan: Plan, reason: string): void {
  reviewedInForce(app, () => random.uuid(), { ...plan, letStand: reason });
}
