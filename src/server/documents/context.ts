import { addDays, dayIn, startOfDay } from "@/core/calendar";
import {
  USUAL_DAYS,
  invoiceTotals,
  isOtherBank,
  likelyDuplicates,
  partyKey,
  plainNumber,
  type AnyDocument,
  type DocumentContext,
  type EvaluationRules,
  type SupplierInvoice,
} from "@/core/documents";
import { money } from "@/core/money";
import type { App } from "../app";
import { statement } from "../db/statement";
import type { Db } from "../db/open";
import { accountByName, customerFacts, readAccount, readRules, supplierFacts } from "../ledger/accounts";
import { readReferenceData } from "../reference-data";
import { orderFacts } from "./orders";

/**
 * What is known around a document now: its accounts, the order it charges or changes, other documents it may repeat. Only what can matter to its
 * type is looked up, by indexes, so that ten thousand can be taken in one go.
 * @param number of the document itself, which is not compared with itself; null for one that is new
 * @param on the day on which it was entered, ISO date of the organisation
 */
export function aroundOf(app: App, document: AnyDocument, number: string | null, on: string): DocumentContext {
  const { duties: _, payments: __, letterhead: ___, ...rules } = readRules(app.db);
  switch (document.documentType) {
    case "purchase-order": {
      const supplier = supplierAround(app, document.supplier, rules);
      const changed = document.changeOf ? orderFacts(app.db, document.changeOf, number) : null;
      return {
        rules,
        ...supplier,
        // What an approved order is replaced by stands in its place; naming any other order takes nothing off.
        ...recentWith(app, document, on, [number, changed?.supplier === document.supplier ? changed.number : null]),
        ...(changed && { order: changed }),
      };
    }
    case "supplier-invoice": {
      const order = document.orderNumber ? orderFacts(app.db, document.orderNumber, number) : null;
      return {
        rules,
        ...supplierAround(app, document.supplier, rules, document.bankAccount),
        ...recentWith(app, document, on, [number]),
        ...(order && { order }),
        duplicates: duplicatesOf(app.db, document, number, rules),
      };
    }
    case "expense-claim":
      return { rules, receiptsElsewhere: receiptsElsewhere(app.db, document.lines, number) };
    case "credit-limit-change": {
      const account = readAccount(app.db, document.customer);
      return account ? { customer: customerFacts(app, account) } : {};
    }
    case "supplier-account": {
      const account = readAccount(app.db, document.supplier);
      return account ? { supplier: supplierFacts(app, account, rules) } : {};
    }
  }
}

function supplierAround(app: App, name: string, rules: EvaluationRules, bank = ""): Pick<DocumentContext, "supplier"> {
  const account = accountByName(app.db, "supplier", name);
  if (!account) return {};
  const { bankAccount } = account.fields;
  const otherBank = isOtherBank(bank, typeof bankAccount === "string" ? bankAccount : "");
  return { supplier: { ...supplierFacts(app, account, rules), ...(otherBank && { otherBank }) } };
}

/** Days over which any policy in the book totals a supplier; 0 when none does, and nothing is looked up. */
function longestDays(app: App, documentType: string): number {
  const days = readReferenceData(app).versions.flatMap(({ policy }) =>
    policy.documentType === documentType && policy.measure.kind === "supplierTotal"
      ? [policy.measure.days ?? USUAL_DAYS]
      : [],
  );
  return Math.max(0, ...days);
}

function recentWith(
  app: App,
  document: AnyDocument & { supplier: string },
  on: string,
  not: readonly (string | null)[],
): Pick<DocumentContext, "recent"> {
  const days = longestDays(app, document.documentType);
  if (days === 0 || !document.supplier) return {};
  const zone = readReferenceData(app).directory.organisation.timeZone;
  const rows = statement(
    app.db,
    `SELECT number, submitted_at AS at, net, currency FROM document
       WHERE type = @type AND party_key = @party AND submitted_at >= @from AND submitted_at < @to AND status NOT IN ('draft', 'declined', 'withdrawn')
       ORDER BY submitted_at, number`,
  ).all({
    type: document.documentType,
    party: partyKey(document.supplier),
    from: startOfDay(addDays(on, -days), zone),
    to: startOfDay(addDays(on, days), zone),
  }) as { number: string; at: string; net: number; currency: string }[];
  return {
    recent: rows
      .filter((row) => !not.includes(row.number))
      .map(({ number, at, net, currency }) => ({ number, entered: dayIn(at, zone), net: money(net, currency) })),
  };
}

function duplicatesOf(
  db: Db,
  invoice: SupplierInvoice,
  own: string | null,
  rules: EvaluationRules,
): DocumentContext["duplicates"] & object {
  const { gross } = invoiceTotals(invoice);
  const { days } = rules.duplicates;
  const rows = statement(
    db,
    `SELECT d.number, i.supplier, i.invoice_number AS invoiceNumber, i.gross, i.currency, i.date FROM invoice i JOIN document d ON d.id = i.document
       WHERE i.live = 1 AND i.supplier = @supplier AND i.plain = @plain
       UNION
       SELECT d.number, i.supplier, i.invoice_number, i.gross, i.currency, i.date FROM invoice i JOIN document d ON d.id = i.document
       WHERE i.live = 1 AND i.supplier = @supplier AND i.gross = @gross AND i.date BETWEEN @from AND @to`,
  ).all({
    supplier: partyKey(invoice.supplier),
    plain: plainNumber(invoice.invoiceNumber),
    gross: gross.minor,
    from: addDays(invoice.date, -days),
    to: addDays(invoice.date, days),
  }) as { number: string; supplier: string; invoiceNumber: string; gross: number; currency: string; date: string }[];
  const others = rows.map((row) => ({ ...row, gross: money(row.gross, row.currency) }));
  const { supplier, invoiceNumber, date } = invoice;
  return likelyDuplicates({ number: own ?? "", supplier, invoiceNumber, gross, date }, others, days);
}

function receiptsElsewhere(
  db: Db,
  lines: readonly { receipt: string | null }[],
  own: string | null,
): DocumentContext["receiptsElsewhere"] & object {
  const hashes = [...new Set(lines.flatMap((line) => line.receipt ?? []))];
  if (hashes.length === 0) return [];
  const rows = statement(
    db,
    `SELECT c.hash, d.number FROM claim_receipt c JOIN document d ON d.id = c.document
       WHERE c.hash IN (SELECT value FROM json_each(?)) ORDER BY d.number`,
  ).all(JSON.stringify(hashes)) as { hash: string; number: string }[];
  return rows.filter((row) => row.number !== own);
}
