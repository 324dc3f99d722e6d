import { formatMoney } from "../money";
import { type PaymentState } from "../payments";
import { sayStepResult } from "../audit-narrative";
import { joinWords, sayDate } from "../text";
import type { Names } from "../words";
import type { Named, Outcome } from "./types";
import { sayWhyNot, speak } from "../words";

/** A sentence about what became of a document, with the documents it names after it. */
export type SaidOutcome = { text: string; documents: readonly Named[]; run?: string; good: boolean };

/** What became of a document in a sentence, whether it is well, and the documents it names. */
export function sayOutcome(outcome: Outcome, names: Names): SaidOutcome {
  const said = saidOf(outcome, names);
  return { ...said, text: speak(said.text) };
}

function saidOf(outcome: Outcome, names: Names): SaidOutcome {
  const said = (text: string, good = true, documents: readonly Named[] = []) => ({ text, good, documents });
  switch (outcome.code) {
    case "closed":
      return said(`It was ${outcome.status}: nothing was ordered, posted, paid or changed by it.`, false);
    case "step":
      return said(`${sayStepResult(outcome.result, names) || "Waits for its turn"}.`, outcome.status === "done");
    case "kept back":
      return said(`Approved, and not posted: held: ${joinWords(outcome.holds, "and")}.`, false);
    case "payment":
      return sayPayment(outcome.payment, formatMoney(outcome.amount));
    case "changed by":
      return said("Replaced by a change of it, which is what counts for receipts and invoices:", true, [outcome.order]);
    case "changes":
      return said(
        "It stands in the place of the order that it changes; what comes in and is charged is kept there:",
        true,
        [outcome.order],
      );
    case "came in":
      return outcome.any
        ? said(
            outcome.whole === outcome.lines
              ? "Everything has come in."
              : `${outcome.whole} of ${outcome.lines} lines have come in whole.`,
            outcome.whole === outcome.lines,
          )
        : said("Nothing has come in yet.", false);
    case "charged":
      return said(`${formatMoney(outcome.amount)} of ${formatMoney(outcome.of)} net charged by`, true, outcome.by);
  }
}

function sayPayment(payment: PaymentState, amount: string): SaidOutcome {
  const due = "due" in payment && payment.due ? `, due ${sayDate(payment.due)}` : "";
  switch (payment.at) {
    case "paid":
      return {
        text: `${amount} was paid on ${sayDate(payment.day)} to ${payment.to}, account ${payment.account}, by payment run`,
        run: payment.run,
        documents: [],
        good: true,
      };
    case "exported":
      return {
        text: `The bank has been told to pay ${amount} on ${sayDate(payment.day)} to ${payment.to}, account ${payment.account}, by payment run`,
        run: payment.run,
        documents: [],
        good: true,
      };
    case "in a run":
      return {
        text: `${amount} is in a payment run of ${sayDate(payment.day)}, which is not exported yet:`,
        run: payment.run,
        documents: [],
        good: true,
      };
    case "planned":
      return {
        text: `${amount} is posted and planned for payment on ${sayDate(payment.day)}${due}.`,
        documents: [],
        good: true,
      };
    case "left out":
      return {
        text: `${amount} is posted${due}, and is in no payment run: ${payment.why.map((one) => sayWhyNot(one)).join("; ")}.`,
        documents: [],
        good: false,
      };
    case "posted only":
      return { text: `${amount} is posted; its policy has it paid by nobody here.`, documents: [], good: true };
  }
}
