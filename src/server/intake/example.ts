import { addDays } from "@/core/calendar";
import { CUSTOMER_FIELDS } from "@/core/documents";
import { INTAKE_COLUMNS, type IntakeColumnKey, type IntakeKind } from "@/core/intake";
import { offered, type ListId } from "@/core/lists";
import { minorDigits } from "@/core/money";
import type { Organisation } from "@/core/people";
import type { App } from "../app";
import { findAccounts } from "../ledger/accounts";
import { toCsv } from "../tables";

/** Two rows of one document for each kind of table, as the organisation itself would write them: its currency, its lists. */
export type Example = Record<IntakeKind, { header: string[]; rows: string[][]; csv: string }>;

/** An example for each kind of table. @param today ISO date, on which its entries are open */
export function exampleTables({ currency, lists }: Organisation, today: string): Example {
  const first = (list: ListId) => offered(lists, list, today)[0]?.name ?? "";
  const price = minorDigits(currency) === 0 ? "85000" : "85.00";
  const rate = offered(lists, "tax-rates", today).find(({ percent }) => Number(percent) > 0)?.percent ?? "0";
  const said: Record<IntakeColumnKey, [string, string]> = {
    supplier: ["Example Furniture", "Example Furniture"],
    currency: [currency, currency],
    date: [today, today],
    description: ["Chair", "Delivery"],
    quantity: ["40", "1"],
    price: [price, price],
    tax: [rate, rate],
    costCentre: [first("cost-centres"), first("cost-centres")],
    project: ["", ""],
    invoiceNumber: ["F-118", "F-118"],
    dueDate: [addDays(today, 30), addDays(today, 30)],
    order: ["", ""],
    orderLine: ["", ""],
    gross: ["", ""],
    unit: ["", ""],
    title: ["Chairs for the office", "Chairs for the office"],
    group: ["1", "1"],
    promised: [addDays(today, 14), addDays(today, 14)],
    category: [first("order-categories"), first("order-categories")],
  };
  const tableOf = (kind: IntakeKind) => {
    const columns = INTAKE_COLUMNS[kind];
    const header = columns.map(({ names }) => names[0]!);
    const rows = [0, 1].map((row) => columns.map(({ key }) => said[key][row]!));
    return { header, rows, csv: toCsv([header, ...rows]) };
  };
  const kinds = Object.keys(INTAKE_COLUMNS) as IntakeKind[];
  return Object.fromEntries(kinds.map((kind) => [kind, tableOf(kind)])) as Example;
}

/** A table of customers as it can be imported: two of those that there are, one with another limit. */
export function exampleCustomers({ db }: Pick<App, "db">): { header: string[]; rows: string[][]; csv: string } {
  const header = ["customer", ...Object.values(CUSTOMER_FIELDS)];
  const customers = findAccounts(db, { kind: "customer", limit: 2 });
  const rows = customers.map(({ name, currency }, row) => [
    name,
    ...Object.keys(CUSTOMER_FIELDS).map((field) => {
      if (field === "limit" && row === 0) return minorDigits(currency) === 0 ? "40000" : "40000.00";
      return field === "phone" && row === 1 ? "+000 555 0100" : "";
    }),
  ]);
  return { header, rows, csv: toCsv([header, ...rows]) };
}
