import { addDays } from "@/core/calendar";
import { entryOf } from "@/core/lists";
import { documentType, times, type AnyDocument } from "@/core/documents";
import { formatMoney } from "@/core/money";
import type { Person } from "@/core/people";
import { type Result } from "@/core/refusal";
import { refused } from "@/core/words";
import { evaluationContextOf, route } from "@/core/routing";
import { sayDate } from "@/core/text";
import { namesOf, sayBlocked, sayHeld, sayRemark, sayRouteBand } from "@/core/words";
import { authorise } from "../access/authorise";
import type { App } from "../app";
import { statement } from "../db/statement";
import { accountByName } from "../ledger/accounts";
import { contextFor } from "./decide-context";
import { orderFacts, orderNow } from "./orders";
import { onItsAccount } from "./on-account";
import { readReferenceData } from "../reference-data";

/** What a document that is being typed would meet if it were sent now. */
export type Look = {
  /** What it comes to in its policy's currency, where that is another; null where it needs no rate. */
  comesTo: string | null;
  band: string;
  levels: { name: string; people: string[]; told: boolean; blocked: string }[];
  /** What keeps it from being decided, or is odd about it. */
  doubts: string[];
};

/** Routes what somebody is typing, on paper: nothing is written, and nobody is asked. */
export function lookAtTyped(app: App, actor: Person, typed: AnyDocument): Result<Look> {
  const barred = authorise(actor, "documents.enter");
  if (barred) return { ok: false, refusals: [barred] };
  if (typed.requester !== actor.id) return refused("look at one’s own only");
  const known = onItsAccount(app, typed);
  if (!known.ok) return known;
  const document = known.value;
  const at = app.clock.now();
  const { routing } = contextFor(app, { actor: actor.id, at, state: null, document, inPerson: true });
  const inPerson = actor.id === document.requester;
  const routed = route(document, { ...routing, at, ratesOn: undefined, inPerson });
  const looking = evaluationContextOf(document, { rates: routing.rates, around: routing.around ?? {} });
  const { measured } = routed;
  const policy = routing.policies.find((one) => one.policy.id === routed.policy?.id)?.policy ?? null;
  const names = namesOf(routing.directory, { policy, document, policies: routed.policies });
  return {
    ok: true,
    value: {
      comesTo: measured?.rate ? sayRate(measured) : null,
      band: sayRouteBand(routed, names),
      levels: routed.levels
        .filter((level) => level.outcome !== "passed over")
        .map(({ level, name, outcome, candidates, blocked }) => ({
          name,
          people: [
            ...new Set(
              candidates.filter((one) => one.eligible || outcome === "told").map((one) => names.person(one.person)),
            ),
          ],
          told: outcome === "told",
          blocked: blocked ? sayBlocked(blocked, level, names) : "",
        })),
      doubts: [
        ...routed.holds.map((hold) => sayHeld(hold, names)),
        ...documentType(document.documentType)
          .remarks(document, looking)
          .map((remark) => sayRemark(remark, names)),
      ],
    },
  };
}

function sayRate({ amount, compared, rate }: NonNullable<ReturnType<typeof route>["measured"]>): string {
  return `${formatMoney(amount)} comes to ${formatMoney(compared)}, at ${rate!.rate} of ${sayDate(rate!.date)}`;
}

export type KnownOrder = {
  number: string;
  supplier: string;
  currency: string;
  /** The unit that ordered. */
  unit: string;
  /** What its supplier is to be paid to, and by when from today; empty where that is not known. */
  account: string;
  dueDate: string;
  lines: { line: number; description: string; open: string; price: number; taxPercent: string }[];
};

/** Approved orders that have these letters in their number, title or supplier, the latest first. */
export function findOrders(
  app: App,
  actor: Person,
  text: string,
): Result<{ number: string; title: string; supplier: string }[]> {
  const barred = authorise(actor, "documents.enter");
  if (barred) return { ok: false, refusals: [barred] };
  const all = !authorise(actor, "documents.readAll");
  const rows = statement(
    app.db,
    `SELECT d.number, d.title, d.party AS supplier FROM document d WHERE d.type = 'purchase-order' AND d.status = 'approved' AND d.refers IS NULL
       AND (instr(lower(d.number), @text) OR instr(lower(d.title), @text) OR instr(lower(d.party), @text))
       AND (@all = 1 OR d.requester = @person OR EXISTS (SELECT 1 FROM reader r WHERE r.person = @person AND r.document = d.id))
     ORDER BY d.closed_at DESC LIMIT 8`,
  ).all({ text: text.trim().toLowerCase(), all: all ? 1 : 0, person: actor.id });
  return { ok: true, value: rows as { number: string; title: string; supplier: string }[] };
}

/** What an invoice takes over from the order that it names: its lines with what is still to be charged, its account and when it is due. */
export function orderForInvoice(app: App, actor: Person, number: string, today: string): KnownOrder | null {
  const facts = orderFacts(app.db, number, null);
  if (!facts) return null;
  const account = accountByName(app.db, "supplier", facts.supplier);
  // Whoever need not know an account is not told it; the invoice is paid to the approved one in any case.
  const bank = authorise(actor, "accounts.private") ? "" : account?.fields.bankAccount;
  const { lists } = readReferenceData(app).directory.organisation;
  const days = entryOf(lists, "payment-terms", String(account?.fields.paymentTerms ?? ""))?.days;
  return {
    number: facts.number,
    supplier: facts.supplier,
    currency: facts.currency,
    unit: orderNow(app.db, number)?.order.unit ?? "",
    account: typeof bank === "string" ? bank : "",
    dueDate: days === undefined ? "" : addDays(today, days),
    lines: facts.lines.map((line, index) => ({
      line: index + 1,
      description: line.description,
      open: String(Math.max(0, times(line.quantity, 10_000) - times(line.invoiced, 10_000)) / 10_000),
      price: line.unitPrice,
      taxPercent: line.taxPercent,
    })),
  };
}
