import type { DocumentState } from "@/core/approval";
import { dayIn } from "@/core/calendar";
import { documentType } from "@/core/documents";
import { blockingHolds } from "@/core/holds";
import type { Money } from "@/core/money";
import { accountFault, plannedDay, type RunDays, type WhyNot } from "@/core/payments";
import type { Person } from "@/core/people";
import { bankAccountOf } from "../access/private-details";
import type { App } from "../app";
import { statement } from "../db/statement";
import { readState } from "../documents/state";
import { accountByName, readRules } from "../ledger/accounts";
import { whatMeets, type Met } from "../ledger/duties";
import { readReferenceData } from "../reference-data";

/** Something that is posted and to be paid, with everything that speaks for or against paying it now. */
export type Payable = {
  document: string;
  number: string;
  reference: string;
  payee: string;
  /** In full, for the bank's file; pages hide it but for its end. */
  account: string;
  amount: Money;
  due: string | null;
  /** ISO date of the usual payment day for which it is planned. */
  planned: string;
  why: WhyNot[];
  met: Met[];
};

type Row = {
  document: string;
  number: string;
  party: string;
  minor: number;
  currency: string;
  due: string | null;
  reference: string;
};

/** The organisation's payment days as they stand at this moment. */
export function runDays(app: App): RunDays {
  const made = statement(app.db, "SELECT day FROM payment_run WHERE undone_at IS NULL AND day >= ?").pluck();
  const today = dayIn(app.clock.now(), readReferenceData(app).directory.organisation.timeZone);
  return { today, weekday: readRules(app).payments.weekday, made: new Set(made.all(today) as string[]) };
}

const TO_PAY = `SELECT p.document, d.number, p.party, p.minor, p.currency, p.due, p.reference FROM posting p
  JOIN document d ON d.id = p.document WHERE p.payable = 1 AND p.run IS NULL`;

/** Everything that is to be paid and in no run yet, what is due soonest first. @param payer who would pay; null where nobody in particular is asked about */
export function toBePaid(app: App, payer: Person | null): Payable[] {
  const rows = statement(app.db, `${TO_PAY} ORDER BY p.due IS NOT NULL, p.due, d.number`).all() as Row[];
  const days = runDays(app);
  return rows.map((row) => toPayable(app, row, payer, days));
}

/** The same for one document; null where it is in a run or not to be paid. */
export function payableOf(app: App, document: string, payer: Person | null): Payable | null {
  const row = statement(app.db, `${TO_PAY} AND p.document = ?`).get(document) as Row | undefined;
  return row ? toPayable(app, row, payer, runDays(app)) : null;
}

function toPayable(app: App, row: Row, payer: Person | null, days: RunDays): Payable {
  const state = readState(app.db, row.document)!;
  const { account, why } = accountOf(app, state);
  const holds = blockingHolds(state.holds, "pay");
  if (holds.length > 0) why.unshift({ code: "held", holds: holds.map((hold) => hold.code) });
  const apart = payer ? whatMeets(app, state, payer, "pay") : { met: [] };
  if ("refusal" in apart) why.push({ code: "another person", person: payer!.id, did: apart.meets.with, duty: "pay" });
  return {
    document: row.document,
    number: row.number,
    reference: row.reference,
    payee: row.party,
    account,
    amount: { minor: row.minor, currency: row.currency },
    due: row.due,
    planned: plannedDay(row.due, days),
    why,
    met: "met" in apart ? apart.met : [],
  };
}

/** Where a document is paid to: the approved account of its supplier, or the payee's own; never what the document itself asks for. */
export function accountOf(
  app: App,
  { document }: DocumentState,
): { account: string; why: WhyNot[]; changedAt: string | null } {
  const why: WhyNot[] = [];
  let account = "";
  let changedAt: string | null = null;
  const to = documentType(document.documentType).paidTo(document)?.to;
  if (to && "person" in to) account = bankAccountOf(app, to.person);
  else if (to) {
    const supplier = accountByName(app.db, "supplier", to.supplier);
    if (typeof supplier?.fields.bankAccount === "string") account = supplier.fields.bankAccount;
    changedAt = supplier?.bankAt ?? null;
    if (supplier && supplier.status !== "open") why.push({ code: "account not open", status: supplier.status });
  }
  const fault = account.trim() === "" ? null : accountFault(account);
  if (account.trim() === "") why.push({ code: "no account number" });
  else if (fault) why.push({ code: "wrong account number", fault: fault.code });
  return { account, why, changedAt };
}
