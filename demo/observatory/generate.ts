import type { AnyDocument, PurchaseOrder } from "@/core/documents";
import { DEMO_START } from "@/server/app";
import type { Db } from "@/server/db/open";
import { append } from "@/server/log/log";
import { project } from "@/server/log/projection";
import { setRules } from "@/server/ledger/books";
import { runInsideSteps } from "@/server/ledger/work";
import { find, keep, stretchOfLook } from "@/server/lookout/look";
import { writeAccount } from "@/server/ledger/write";
import { changeDetail } from "@/server/access/private-details";
import { balancesOf, madeUpAccount, paidTogether } from "../accounts";
import { building, foundOrganisation, type Customs, type DemoBuilder } from "../builder";
import { checkpoints, payOnFridays, scatter, timeline } from "../history";
import { DAY } from "../moments";
import { isToBeSentTwice } from "../planted/duplicates";
import { inCompany } from "../planted/usual-company";
import { reviewedInForce } from "../put-in-force";
import { seeded } from "../random";
import { dailyRates } from "../rates";
import { customers, suppliers } from "./accounts";
import { invoiceFor, looseInvoice, randomClaim, randomLimitChange, randomOrder } from "./documents";
import { liveDocuments } from "./live";
import { observatory } from "./organisation";
import { COMPANIES, ONE_ACCOUNT, QUICK, QUICK_MS, crowded, plant } from "./planted";
import { observatoryPolicies } from "./policies";

const HISTORY_FROM = Date.parse("2025-03-10T12:00:00.000Z");
const HISTORY_END = Date.parse("2026-03-05T20:30:00.000Z");

/** How many of the others come with each past order: with the invoices of orders, 560 orders make about 2,000 documents of twelve months. */
const SHARES = { looseInvoices: 0.7, claims: 0.98, limitChanges: 0.09 };

const CUSTOMS: Customs = {
  receives: "lidia-fuentel",
  // Eight o’clock in summer, seven in winter.
  opens: 11,
  pays: "rosendo-painel",
  says: {
    decline: ["The grant does not cover this.", "There is one in the summit store."],
    "send back": ["Which grant pays for this?", "The quotation is missing.", "For which instrument?"],
    approve: ["Agreed in the weekly meeting.", "Price as in the quotation.", "Before the run begins, please."],
  },
  answersAfter: (_make, _state, level, silent) => (level.pool.includes(QUICK) && silent ? QUICK_MS : undefined),
  chooses: (state, level, able) => inCompany(COMPANIES, state, level, able),
  comesTwice: isToBeSentTwice,
  invoice: ({ random }, { document, number }, date) => invoiceFor(random, document as PurchaseOrder, number, date),
};

/**
 * Fills an empty database with Observatorio Peña Alta: pesos without minor digits, clocks that change at midnight, its own lists and fields, and twelve months of documents that
 * went through policies by grant and by instrument. The same seed and count give the same events.
 * @param orders how many past orders
 */
export function generateObservatory(db: Db, { orders = 560, seed = 20260311 } = {}): void {
  const make = building(db, seed, "2024-12-02T12:00:00.000Z", CUSTOMS);
  db.transaction(() => {
    foundOrganisation(make, observatory, () =>
      dailyRates(make.random, "2025-02-24", "2026-03-10", "CLP", { USD: 940, EUR: 1030 }),
    );
    const institutes = foundAccounts(make);
    payFrom(make);
    writePolicies(make);
    playHistory(make, orders, institutes);
    runInsideSteps(make.app);
    make.app.quiet = false;
    liveDocuments(make, institutes);
    keep(make.app, find(make.app, stretchOfLook(make.app)), { actor: "system" });
    beginInTheMorning(make);
  }).immediate();
}

/** When the demo of the lines begins it is six in the morning here, so that this one begins some hours later. */
function beginInTheMorning({ db, clock, random }: DemoBuilder): void {
  clock.set("2026-03-10T12:40:00.000Z");
  const events = [{ type: "clock moved", data: { to: clock.now() } }];
  project(db, append(db, "clock", events, { actor: "system", at: clock.now(), command: random.uuid() }));
}

type Institutes = ReturnType<typeof customers>;

function foundAccounts({ app, random, who, must }: DemoBuilder): Institutes {
  const own = seeded(random.int(1, 1e9));
  const cause = () => ({ actor: "system", command: random.uuid() });
  for (const { id, event } of paidTogether(suppliers(own), ONE_ACCOUNT)) writeAccount(app, id, [event], cause());
  const institutes = customers(own);
  for (const one of institutes)
    writeAccount(app, one.id, [one.event, balancesOf(one, own, DEMO_START.slice(0, 10))], cause());
  for (const { id } of observatory.people)
    must(changeDetail(app, who(id), id, { field: "bankAccount", value: madeUpAccount(own) }));
  return institutes;
}

function payFrom({ app, who, must, random }: DemoBuilder): void {
  const payments = { weekday: 5, payer: observatory.name, account: "XX73 1000 2000 3000 4000", bic: "" };
  const letterhead = {
    address: "Camino del Cerro 1\nValle Pardo",
    taxNumber: "XX76100200",
    email: "compras@penaalta.example",
  };
  const matching = { percent: 2, amount: { minor: 20_000, currency: "CLP" } };
  must(setRules(app, who("bruno-cifuel"), { matching, payments, letterhead }, random.uuid()));
}

function writePolicies({ app, clock, random }: DemoBuilder): void {
  clock.set("2025-02-03T13:00:00.000Z");
  for (const policy of observatoryPolicies)
    reviewedInForce(
      app,
      () => random.uuid(),
      {
        policy,
        basedOn: 0,
        note: `First policy: ${policy.name.toLowerCase()}`,
        from: "2025-03-01",
      },
      ["bruno-cifuel", "ines-huaiquil"],
    );
}

function playHistory(make: DemoBuilder, count: number, institutes: Institutes): void {
  const { random, app } = make;
  const { push, play } = timeline(HISTORY_END);
  const end = HISTORY_END - 9 * DAY;
  const span = { from: HISTORY_FROM, end, push };
  const sometime = (times: number, document: (date: string) => AnyDocument) =>
    scatter(make, span, count * times, document);
  sometime(1, (date) => crowded(random, randomOrder(random, date)));
  sometime(SHARES.looseInvoices, (date) => looseInvoice(random, date));
  sometime(SHARES.claims, (date) => randomClaim(app, random, date));
  sometime(SHARES.limitChanges, (date) => randomLimitChange(random, date, random.pick(institutes)));
  payOnFridays(make, "2025-03-14", "2026-03-05", push);
  const months = Array.from({ length: 12 }, (_, index) => 3 + index);
  checkpoints(make, 2025, months, push);
  plant(make, span, count);
  play(make);
}
