import { actorsOfSeat, openSeats, seatFor, type DocumentState, type LevelState } from "@/core/approval";
import type { AnyDocument } from "@/core/documents";
import type { Person } from "@/core/people";
import type { Result } from "@/core/refusal";
import { found } from "@/core/register";
import { DEMO_START, type App } from "@/server/app";
import { handClock } from "@/server/clock";
import type { Db } from "@/server/db/open";
import { commandDocument, enterDocument } from "@/server/documents/commands";
import { append } from "@/server/log/log";
import { project } from "@/server/log/projection";
import { beginPolicy } from "@/server/policies/drafts";
import { readWorld, routingFor } from "@/server/world";
import { makePaymentRun, receiveGoods } from "@/server/ledger/books";
import { runInsideSteps } from "@/server/ledger/work";
import { writeAccount } from "@/server/ledger/write";
import { balancesOf, customers, ORDERED_FROM, shift, suppliers, type Customer } from "./accounts";
import { invoiceFor, looseInvoice, randomClaim, randomLimitChange } from "./documents";
import { furtherPolicies } from "./further-policies";
import { liveDocuments } from "./live-documents";
import { faultyDrafts } from "./drafts";
import { liveOrders } from "./live";
import { randomOrder } from "./orders";
import { marevia } from "./organisation";
import { peopleHistory, privateDetails } from "./people-history";
import { lastYearsPolicy, orderPolicyInForce } from "./policy";
import { reviewedInForce } from "./put-in-force";
import { dailyRates } from "./rates";
import { seeded, type Random } from "./random";

const HOUR = 3_600_000;
const DAY = 24 * HOUR;
const HISTORY_FROM = "2025-03-10T07:00:00.000Z";
const HISTORY_END = Date.parse("2026-03-05T17:30:00.000Z");

/** How many documents of the other types come with each past order, as in a year of Marévia Lines. */
const SHARES = { looseInvoices: 0.25, claims: 0.35, limitChanges: 0.04 };

/** What happens at a moment; carrying it out may bring further happenings. */
type Happening = { at: number; run: () => void };

/** The demo under construction: an application whose clock is set by hand. */
export type Making = ReturnType<typeof making>;

function making(db: Db, seed: number) {
  const clock = handClock("2025-01-02T09:00:00.000Z");
  const random = seeded(seed);
  const app: App = { db, clock, wall: clock, demo: true, newId: () => random.uuid() };
  const who = (id: string): Person => readWorld(app).directory.person(id)!;
  const must = <T>(result: Result<T>): T => {
    if (!result.ok) throw new Error(result.refusals.map((refusal) => refusal.message).join("; "));
    return result.value;
  };
  return { app, clock, random, who, must, db };
}

/**
 * Fills an empty database with Marévia Lines: people, rates, policies, past orders that went through their chains, and the
 * live ones. The same seed and count give the same events, hashes included.
 * @param orders how many past orders
 */
export function generateDemo(db: Db, { orders = 1000, seed = 20260310 } = {}): void {
  const make = making(db, seed);
  db.transaction(() => {
    importBasics(make);
    privateDetails(make);
    const owing = foundAccounts(make);
    writePolicies(make);
    playHistory(make, orders, owing);
    runInsideSteps(make.app);
    liveOrders(make);
    liveDocuments(make, owing);
    for (const { policy } of faultyDrafts) make.must(beginPolicy(make.app, make.who("benedita-corvo"), policy));
    make.clock.set(DEMO_START);
  }).immediate();
}

function importBasics({ db, random, clock }: Making): void {
  const cause = () => ({ actor: "system", at: clock.now(), command: random.uuid() });
  project(
    db,
    append(
      db,
      "organisation",
      [{ type: "organisation founded", data: { changes: found(marevia, clock.now()) } }],
      cause(),
    ),
  );
  const rates = dailyRates(random, "2025-02-24", "2026-03-10").map((day) => ({
    type: "rates published",
    data: { rates: day },
  }));
  project(db, append(db, "rates", rates, cause()));
}

/** Suppliers and customers as they were taken over, and what customers owe when the demonstration begins. */
function foundAccounts({ app, random }: Making): Customer[] {
  const own = seeded(random.int(1, 1e9));
  const cause = () => ({ actor: "system", command: random.uuid() });
  for (const { id, event } of suppliers(own)) writeAccount(app, id, [event], cause());
  const owing = customers(own);
  for (const customer of owing) writeAccount(app, customer.id, [customer.event], cause());
  for (const customer of owing)
    writeAccount(app, customer.id, [balancesOf(customer, own, DEMO_START.slice(0, 10))], cause());
  return owing;
}

function writePolicies({ app, clock, random }: Making): void {
  clock.set("2025-01-06T10:00:00.000Z");
  const note = "First policy for orders";
  const newId = () => random.uuid();
  reviewedInForce(app, newId, { policy: lastYearsPolicy, basedOn: 0, note, from: "2025-02-01" });
  for (const policy of furtherPolicies)
    reviewedInForce(app, newId, {
      policy,
      basedOn: 0,
      note: `First policy: ${policy.name.toLowerCase()}`,
      from: "2025-02-01",
    });
}

function playHistory(make: Making, count: number, owing: readonly Customer[]): void {
  const { random, clock, app } = make;
  const queue: Happening[] = [];
  // What would reach into the days of the live orders happens at the end of the history instead, so that the log runs forward.
  const push = ({ at, run }: Happening) => {
    const capped = Math.min(at, HISTORY_END);
    queue.splice(findPlace(queue, capped), 0, { at: capped, run });
  };
  const end = HISTORY_END - 9 * DAY;
  const sometime = (times: number, make_: (date: string) => AnyDocument) => {
    for (let index = 0; index < Math.round(count * times); index += 1) {
      const at = workingMoment(random, Date.parse(HISTORY_FROM) + random.next() * (end - Date.parse(HISTORY_FROM)));
      const date = new Date(at).toISOString().slice(0, 10);
      push({ at, run: () => submitAndFollow(make, make_(date), push) });
    }
  };
  sometime(1, (date) => randomOrder(random, date));
  sometime(SHARES.looseInvoices, (date) => looseInvoice(random, date, ORDERED_FROM));
  sometime(SHARES.claims, (date) => randomClaim(app, random, date));
  sometime(SHARES.limitChanges, (date) => {
    const { id, limit } = random.pick(owing);
    return randomLimitChange(random, date, id, limit);
  });
  for (let friday = "2025-03-14"; friday < "2026-03-05"; friday = shift(friday, 7)) payOn(make, friday, push);
  push({
    at: Date.parse("2025-12-15T11:00:00.000Z"),
    run: () => {
      const note = "Fewer approvals for small orders, from the review of November";
      reviewedInForce(app, () => random.uuid(), { policy: orderPolicyInForce, basedOn: 1, note, from: "2026-01-01" });
    },
  });
  for (const happening of peopleHistory(make)) push(happening);
  for (let next = queue.pop(); next; next = queue.pop()) {
    clock.set(new Date(next.at).toISOString());
    next.run();
  }
}

/** On Fridays the steps that waited are carried out, and what is in the run is paid. */
function payOn(make: Making, friday: string, push: (happening: Happening) => void): void {
  const run = () => {
    runInsideSteps(make.app);
    const planned = make.db.prepare("SELECT 1 FROM payment_run WHERE day = ? AND made_at IS NULL").get(friday);
    if (planned) make.must(makePaymentRun(make.app, make.who("vicente-lourosa"), friday, make.random.uuid()));
  };
  push({ at: Date.parse(`${friday}T16:30:00.000Z`), run });
}

/** Goods come in some days after an order is approved, and most are invoiced; a few invoices come twice or before the goods. */
function deliver(make: Making, state: DocumentState, push: (happening: Happening) => void): void {
  const { random, app, who, must } = make;
  const { document, number } = state;
  if (document.documentType !== "purchase-order" || state.status !== "approved" || document.currency !== "EUR") return;
  if (!random.chance(0.62)) return;
  const now = Date.parse(make.clock.now());
  const arrives = workingMoment(random, now + random.int(3, 16) * DAY);
  const late = random.chance(0.04);
  push({
    at: arrives + (late ? 12 * DAY : 0),
    run: () =>
      document.lines.forEach((line, index) => {
        const receipt = { order: number, line: index + 1, quantity: line.quantity };
        must(receiveGoods(app, who("tamsin-roque"), receipt, random.uuid()));
      }),
  });
  const invoiceAt = workingMoment(random, arrives + random.int(1, 6) * DAY);
  push({
    at: invoiceAt,
    run: () => {
      const invoice = invoiceFor(random, document, number, make.clock.now().slice(0, 10));
      submitAndFollow(make, invoice, push);
      if (!random.chance(0.008)) return;
      const again = { ...invoice, invoiceNumber: invoice.invoiceNumber.replace(/-0*/g, " ") };
      push({
        at: workingMoment(random, Date.parse(make.clock.now()) + 6 * DAY),
        run: () => submitAndFollow(make, again, push),
      });
    },
  });
}

// Kept latest first, so that the next happening is taken from the end.
function findPlace(queue: readonly Happening[], at: number): number {
  let low = 0;
  let high = queue.length;
  while (low < high) {
    const middle = (low + high) >>> 1;
    if (queue[middle]!.at > at) low = middle + 1;
    else high = middle;
  }
  return low;
}

function submitAndFollow(make: Making, order: AnyDocument, push: (happening: Happening) => void): void {
  const { app, who, must, random } = make;
  const requester = who(order.requester);
  const draft = must(enterDocument(app, requester, order, random.uuid()));
  const { document } = draft;
  // Two changes of one customer may overtake each other: what is set already needs no second asking.
  const state = commandDocument(app, requester, draft.id, { type: "submit", document }, random.uuid());
  if (state.ok) follow(make, state.value, push);
  else must(commandDocument(app, requester, draft.id, { type: "withdraw", comment: "Is so already." }, random.uuid()));
}

/** Lets whoever is asked decide after a while; what is held is withdrawn by its requester. */
function follow(make: Making, state: DocumentState, push: (happening: Happening) => void): void {
  const { app, who, must, random } = make;
  const now = Date.parse(make.clock.now());
  if (state.status === "approved") return deliver(make, state, push);
  if (state.status !== "waiting") return;
  const open = state.levels.find((level) => openSeats(level).length > 0);
  if (!open) {
    const withdraw = () =>
      must(
        commandDocument(
          app,
          who(state.document.requester),
          state.id,
          { type: "withdraw", comment: "Entered again by a colleague." },
          random.uuid(),
        ),
      );
    push({ at: workingMoment(random, now + DAY), run: () => void withdraw() });
    return;
  }
  const say = random.chance(0.035) ? "decline" : random.chance(0.04) && state.revision === 1 ? "send back" : "approve";
  const comment = {
    decline: random.pick(DECLINES),
    "send back": random.pick(SEND_BACKS),
    approve: random.chance(0.12) ? random.pick(APPROVALS) : "",
  }[say];
  const run = () => {
    const able = whoCan(make, state, open);
    // Everybody who is asked is away with nobody to stand in: it waits.
    if (able.length === 0) return push({ at: workingMoment(random, Date.parse(make.clock.now()) + DAY), run });
    const approver = who(random.pick(able));
    const after = must(
      commandDocument(
        app,
        approver,
        state.id,
        {
          type: open.kind === "task" ? "approve" : say,
          level: open.level,
          revision: state.revision,
          comment,
          ...(open.checklist && { ticked: [...open.checklist] }),
        },
        random.uuid(),
      ),
    );
    if (after.status !== "sent back") return follow(make, after, push);
    const corrected = { ...after.document, note: `Corrected: ${comment}` };
    const resubmit = () =>
      follow(
        make,
        must(
          commandDocument(
            app,
            who(after.document.requester),
            after.id,
            { type: "submit", document: corrected },
            random.uuid(),
          ),
        ),
        push,
      );
    push({ at: workingMoment(random, Date.parse(make.clock.now()) + 6 * HOUR), run: resubmit });
  };
  push({ at: workingMoment(random, now + random.logNormal(9, 0.9) * HOUR), run });
}

/** Those who can decide at a level now, in their own name or another’s. */
function whoCan({ app, clock }: Making, state: DocumentState, level: LevelState): string[] {
  const at = clock.now();
  const routing = routingFor(app.db, readWorld(app), state.document.date, at);
  const actors = openSeats(level).flatMap((seat) => actorsOfSeat(state, seat, routing, at));
  const able = actors.filter((one) => one.eligible && seatFor(state, level, one.person, routing, at).ok);
  return [...new Set(able.map((one) => one.person))];
}

const DECLINES = ["Not in this year’s budget.", "We have the same in store.", "Ask for a second offer first."];
const SEND_BACKS = ["Which cost centre pays for this?", "The offer is missing.", "Please split by vessel."];
const APPROVALS = [
  "Agreed at the Monday meeting.",
  "Price checked against the frame contract.",
  "Needed before the season.",
  "Fine, but the last one this quarter.",
];

/** The same moment, or the next one in working hours: Monday to Friday, 08:00 to 18:00. */
function workingMoment(random: Random, at: number): number {
  let moment = Math.floor(at / 60_000) * 60_000;
  const early = moment % DAY < 8 * HOUR;
  if (moment % DAY >= 18 * HOUR) moment = (Math.floor(moment / DAY) + 1) * DAY + 8 * HOUR + random.int(0, 150) * 60_000;
  else if (early) moment = Math.floor(moment / DAY) * DAY + 8 * HOUR + random.int(0, 150) * 60_000;
  while ([0, 6].includes(new Date(moment).getUTCDay())) moment += DAY;
  return moment;
}
