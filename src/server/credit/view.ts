import { dayIn, daysBetween } from "@/core/calendar";
import { formatMoney, money } from "@/core/money";
import type { Person } from "@/core/people";
import { sayWhyNone } from "@/core/audit-narrative";
import { joinWords } from "@/core/text";
import { authorise } from "../access/authorise";
import type { App } from "../app";
import { emailOf, readAccount } from "../ledger/accounts";
import { readReferenceData, namesNow } from "../reference-data";
import { lastSearch } from "./search";
import { sayBecause } from "../ledger/views";

type Row = {
  id: string;
  title: string;
  minor: number;
  placedAt: string;
  because: string | null;
  seller: string | null;
  customer: string;
  name: string;
  currency: string;
  oldest: string | null;
  overdue: number;
  /** The last change of the limit that was asked for because of it, or is under way anyhow. */
  number: string | null;
  status: string | null;
};

/** Orders of customers that are stopped for credit, the longest overdue first: all of them, or those that the reader sells. */
export function stoppedOrders(app: App, reader: Person) {
  const { directory } = readReferenceData(app);
  const today = dayIn(app.clock.now(), directory.organisation.timeZone);
  const all = !authorise(reader, "holds.read");
  const rows = app.db
    .prepare(
      `SELECT o.id, o.title, o.minor, o.placed_at AS placedAt, o.because, o.seller, a.id AS customer, a.name, a.currency,
         (SELECT MIN(r.due) FROM receivable r WHERE r.customer = a.id AND r.due < @today) AS oldest,
         (SELECT COALESCE(SUM(r.minor), 0) FROM receivable r WHERE r.customer = a.id AND r.due < @today) AS overdue,
         d.number, d.status
       FROM sales_order o JOIN account a ON a.id = o.customer
       LEFT JOIN document d ON d.id = COALESCE(
         (SELECT u.id FROM document u WHERE u.refers = a.id AND u.type = 'credit-limit-change' AND u.status IN ('draft', 'waiting', 'sent back')
          ORDER BY u.created_at DESC LIMIT 1), LOWER(o.asked))
       WHERE o.status = 'stopped' AND (@all = 1 OR o.seller = @reader) ORDER BY oldest IS NULL, oldest, o.placed_at`,
    )
    .all({ today, all: all ? 1 : 0, reader: reader.id }) as Row[];
  return rows.map(({ minor, overdue, oldest, seller, number, status, ...row }) => ({
    ...row,
    because: sayBecause(row.because),
    /** Nobody can be told what becomes of it. */
    noEmail: emailOf(readAccount(app.db, row.customer)!) === "",
    amount: formatMoney(money(minor, row.currency)),
    overdueAmount: formatMoney(money(overdue, row.currency)),
    daysOverdue: oldest ? daysBetween(oldest, today) : 0,
    seller: seller ? (directory.person(seller)?.name ?? seller) : null,
    asked: number ? { number, status: status ?? "" } : null,
  }));
}
export type StoppedOrder = ReturnType<typeof stoppedOrders>[number];

/** How many of the orders somebody sells are stopped. */
export function ownStopped(app: App, { id }: Person): number {
  return app.db
    .prepare("SELECT COUNT(*) FROM sales_order WHERE status = 'stopped' AND seller = ?")
    .pluck()
    .get(id) as number;
}

export type SearchView = {
  at: string;
  by: string | null;
  asked: { number: string; text: string }[];
  freed: string;
  left: { customer: string; name: string; why: string }[];
};

/** What the last search found, in words; null before the first. */
export function lastSearchView(app: App): SearchView | null {
  const found = lastSearch(app);
  if (!found) return null;
  const { directory } = readReferenceData(app);
  return {
    at: found.at,
    by: found.by && (directory.person(found.by)?.name ?? found.by),
    asked: found.asked.map(({ number, name, limit, orders }) => ({
      number,
      text: `a limit of ${limit} for ${name}, which ${joinWords(orders, "and")} ${orders.length === 1 ? "needs" : "need"}`,
    })),
    freed: joinWords(found.freed, "and"),
    left: found.left.map(({ customer, name, why }) => ({ customer, name, why: sayWhyNone(why, namesNow(app)) })),
  };
}
