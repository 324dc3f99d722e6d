import { addDays, dayIn, startOfDay } from "@/core/calendar";
import {
  LOOKED_INTO,
  USUAL_DAYS,
  isOtherBank,
  likelyDuplicates,
  partyKey,
  plainNumber,
  type AnyDocument,
  type DocumentContext,
  type EvaluationRules,
  documentType,
  type AccountNamed,
  type InvoiceIdentity,
  papersFor,
  type Surroundings,
} from "@/core/documents";
import { entryOf, type Lists } from "@/core/lists";
import { money } from "@/core/money";
import { fieldsNamedBy, type Policy } from "@/core/policy";
import type { App } from "../app";
import { statement } from "../db/statement";
import type { Db } from "../db/open";
import { isLookedInto } from "../lookout/about";
import { customerFacts, readRules, supplierFacts, accountNamed } from "../ledger/accounts";
import { readReferenceData } from "../reference-data";
import { orderFacts } from "./orders";

/**
 * What is known around a document now: its accounts, the order it charges or changes, other documents it may repeat. Only what can matter to its
 * type is looked up, by indexes, so that ten thousand can be taken in one go.
 * @param number of the document itself, which is not compared with itself; null for one that is new
 * @param on the day on which it was entered, ISO date of the organisation
 */
export function aroundOf(app: App, document: AnyDocument, number: string | null, on: string): DocumentContext {
  const asked = documentType(document.documentType).around(document);
  const { duties: _, payments: __, letterhead: ___, controlled: ____, ...rules } = readRules(app);
  const { lists } = readReferenceData(app).directory.organisation;
  const order = asked.order ? orderFacts(app.db, asked.order.number, number) : null;
  const supplier = asked.account && "name" in asked.account ? asked.account.name : null;
  // What an approved order is replaced by stands in its place; naming any other order takes nothing off.
  const replaced = asked.order?.replaces && order?.supplier === supplier ? order!.number : null;
  return {
    ...(asked.rules && { rules }),
    ...(asked.account && accountAround(app, asked.account, rules, asked.bank)),
    ...(asked.recent && supplier && recentWith(app, document.documentType, supplier, on, [number, replaced])),
    ...(order && { order }),
    ...(asked.duplicatesOf && { duplicates: duplicatesOf(app.db, asked.duplicatesOf, number, rules) }),
    ...(asked.papersFor && { papers: papersFor(lists, asked.papersFor.what, on) }),
    ...(asked.categories && { categories: categoriesOf(lists, asked.categories) }),
    ...(asksForFindings(app, document.documentType) &&
      isLookedInto(app, document, number) && { lookedInto: true as const }),
    ...(asked.receipts && { receiptsElsewhere: receiptsElsewhere(app.db, asked.receipts, number) }),
  };
}

/** What a list says of the categories that a document names, for those that say anything. */
function categoriesOf(
  lists: Lists,
  { list, keys }: Surroundings["categories"] & object,
): DocumentContext["categories"] {
  return Object.fromEntries(
    keys.flatMap((key) => {
      const entry = entryOf(lists, list, key);
      if (!entry) return [];
      const { key: _, name: __, firstDay: ___, lastDay: ____, ...attributes } = entry;
      return Object.keys(attributes).length > 0 ? [[key, attributes]] : [];
    }),
  );
}

function accountAround(
  app: App,
  asked: AccountNamed,
  rules: EvaluationRules,
  bank = "",
): Pick<DocumentContext, "supplier" | "customer"> {
  const account = accountNamed(app.db, asked);
  if (!account) return {};
  if (asked.kind === "customer") return { customer: customerFacts(app, account) };
  const { bankAccount } = account.fields;
  const otherBank = isOtherBank(bank, typeof bankAccount === "string" ? bankAccount : "");
  return { supplier: { ...supplierFacts(app, account, rules), ...(otherBank && { otherBank }) } };
}

const naming = new WeakMap<Policy, boolean>();

/** Whether any policy in the book asks for open findings; where none does, a document says nothing of them to anybody. */
function asksForFindings(app: App, documentType: string): boolean {
  return readReferenceData(app).versions.some(({ policy }) => {
    if (policy.documentType !== documentType) return false;
    const known = naming.get(policy) ?? fieldsNamedBy(policy).includes(LOOKED_INTO.key);
    naming.set(policy, known);
    return known;
  });
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
  type: string,
  supplier: string,
  on: string,
  not: readonly (string | null)[],
): Pick<DocumentContext, "recent"> {
  const days = longestDays(app, type);
  if (days === 0) return {};
  const zone = readReferenceData(app).directory.organisation.timeZone;
  const rows = statement(
    app.db,
    `SELECT number, submitted_at AS at, net, currency FROM document
       WHERE type = @type AND party_key = @party AND submitted_at >= @from AND submitted_at < @to AND status NOT IN ('draft', 'declined', 'withdrawn')
       ORDER BY submitted_at, number`,
  ).all({
    type,
    party: partyKey(supplier),
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
  { supplier, invoiceNumber, gross, date }: InvoiceIdentity,
  own: string | null,
  rules: EvaluationRules,
): DocumentContext["duplicates"] & object {
  const { days } = rules.duplicates;
  const rows = statement(
    db,
    `SELECT d.number, i.supplier, i.invoice_number AS invoiceNumber, i.gross, i.currency, i.date FROM invoice i JOIN document d ON d.id = i.document
       WHERE i.live = 1 AND i.supplier = @supplier AND i.plain = @plain
       UNION
       SELECT d.number, i.supplier, i.invoice_number, i.gross, i.currency, i.date FROM invoice i JOIN document d ON d.id = i.document
       WHERE i.live = 1 AND i.supplier = @supplier AND i.gross = @gross AND i.date BETWEEN @from AND @to`,
  ).all({
    supplier: partyKey(supplier),
    plain: plainNumber(invoiceNumber),
    gross: gross.minor,
    from: addDays(date, -days),
    to: addDays(date, days),
  }) as { number: string; supplier: string; invoiceNumber: string; gross: number; currency: string; date: string }[];
  const others = rows.map((row) => ({ ...row, gross: money(row.gross, row.currency) }));
  return likelyDuplicates({ number: own ?? "", supplier, invoiceNumber, gross, date }, others, days);
}

function receiptsElsewhere(
  db: Db,
  hashes: readonly string[],
  own: string | null,
): DocumentContext["receiptsElsewhere"] & object {
  if (hashes.length === 0) return [];
  const rows = statement(
    db,
    `SELECT c.hash, d.number FROM claim_receipt c JOIN document d ON d.id = c.document
       WHERE c.hash IN (SELECT value FROM json_each(?)) ORDER BY d.number`,
  ).all(JSON.stringify(hashes)) as { hash: string; number: string }[];
  return rows.filter((row) => row.number !== own);
}
