import type { DocumentState } from "@/core/approval";
import { formatMoney, type Money } from "@/core/money";
import { maskAccount, nextRunDay, totals, type PaymentState, type WhyNot } from "@/core/payments";
import type { Person } from "@/core/people";
import { authorise } from "../access/authorise";
import type { App } from "../app";
import { statement } from "../db/statement";
import type { RunItem } from "../ledger/events";
import { readReferenceData, namesNow } from "../reference-data";
import { payableOf, runDays, toBePaid } from "./payable";
import { readRun, seenOf, type StoredRun } from "./runs";
import { sayWhyNot } from "@/core/words";

/** What the places of payments show. */

const sayAll = (amounts: readonly Money[]) => totals(amounts).map(formatMoney).join(" and ");

/** Everything to be paid as somebody looks at it before they make a run for a day: what can be paid, and what is left out and why. */
export function lookAtRun(app: App, payer: Person, asked: string | undefined) {
  const days = runDays(app);
  const day = asked && asked >= days.today ? asked : nextRunDay(days);
  const mayPay = !authorise(payer, "ledger.write");
  const rows = toBePaid(app, mayPay ? payer : null).map((one) => ({
    document: one.document,
    number: one.number,
    reference: one.reference === one.number ? "" : one.reference,
    payee: one.payee,
    account: maskAccount(one.account),
    amount: one.amount,
    due: one.due,
    planned: one.planned,
    late: one.due !== null && one.due < days.today,
    /** What is planned by then is ticked; the rest can be. */
    ticked: one.planned <= day,
    seen: seenOf(one),
    why: one.why.map((why) => sayWhyNot(why, namesNow(app))).join("; "),
  }));
  return {
    day,
    today: days.today,
    next: nextRunDay(days),
    ready: rows.filter((row) => !row.why),
    left: rows.filter((row) => row.why),
    mayPay,
  };
}
export type LookedRun = ReturnType<typeof lookAtRun>;
export type ToPay = LookedRun["ready"][number];

export type RunState = "made" | "undone" | "exported";
const stateOf = (run: StoredRun): RunState => (run.undone_at ? "undone" : run.exported_at ? "exported" : "made");

const RUNS_SHOWN = 26;

/** The runs that were made, the latest first. */
export function runList(app: App) {
  const runs = statement(
    app.db,
    `SELECT * FROM payment_run ORDER BY made_at DESC, id DESC LIMIT ${RUNS_SHOWN}`,
  ).all() as StoredRun[];
  return runs.map((run) => {
    const items = JSON.parse(run.items) as RunItem[];
    return {
      id: run.id,
      day: run.day,
      state: stateOf(run),
      madeAt: run.made_at,
      madeBy: personName(app, run.made_by),
      count: items.length,
      total: sayAll(items.map((one) => one.amount)),
    };
  });
}
export type RunRow = ReturnType<typeof runList>[number];

const personName = (app: App, id: string) => readReferenceData(app).directory.person(id)?.name ?? id;

/** One run with what is in it, what was left out, and what became of it. */
export function runView(app: App, person: Person, id: string) {
  const run = readRun(app, id);
  if (!run) return null;
  const items = JSON.parse(run.items) as RunItem[];
  const left = JSON.parse(run.kept_out) as { document: string; why: WhyNot[] }[];
  const number = statement(app.db, "SELECT number FROM document WHERE id = ?").pluck();
  const numberOf = (document: string) => number.get(document) as string;
  return {
    id: run.id,
    day: run.day,
    state: stateOf(run),
    made: { at: run.made_at, by: personName(app, run.made_by) },
    undone: run.undone_at ? { at: run.undone_at, by: personName(app, run.undone_by!), reason: run.reason } : null,
    exported: run.exported_at
      ? { at: run.exported_at, by: personName(app, run.exported_by!), sha256: run.sha256! }
      : null,
    total: sayAll(items.map((one) => one.amount)),
    items: items.map(({ amount, ...one }) => ({ ...one, number: numberOf(one.document), amount: formatMoney(amount) })),
    left: left.map(({ document, why }) => ({
      document,
      number: numberOf(document),
      why: why.map((one) => sayWhyNot(one, namesNow(app))).join("; ") || "was not ticked",
    })),
    mayPay: !authorise(person, "ledger.write"),
    mayFetch: !authorise(person, "payments.file"),
  };
}
export type RunView = NonNullable<ReturnType<typeof runView>>;

/** Where the payment of an approved document stands; null where it is not posted, or nothing of it is to be paid. */
export function paymentOf(app: App, state: DocumentState): PaymentState | null {
  const posted = statement(app.db, "SELECT payable, run FROM posting WHERE document = ? AND kind <> 'order sent'").get(
    state.id,
  ) as { payable: number; run: string | null } | undefined;
  if (!posted) return null;
  if (state.paid) {
    const { run, day, to, account } = state.paid;
    return { at: day <= runDays(app).today ? "paid" : "exported", run, day, to, account };
  }
  if (posted.run) {
    const run = readRun(app, posted.run)!;
    const item = (JSON.parse(run.items) as RunItem[]).find((one) => one.document === state.id)!;
    return { at: "in a run", run: run.id, day: run.day, to: item.payee, account: item.account };
  }
  if (!posted.payable) return { at: "posted only" };
  const payable = payableOf(app, state.id, null)!;
  return payable.why.length > 0
    ? { at: "left out", why: payable.why, due: payable.due }
    : { at: "planned", day: payable.planned, due: payable.due };
}
