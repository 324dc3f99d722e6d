import { CUSTOMER_FIELDS, SUPPLIER_FIELDS, isAmountField, partyKey, wrongAccountValue } from "../documents";
import type { Lists } from "../lists";
import type { Money } from "../money";
import type { Sheet } from "./table";
import { Row, columnsIn, type BadRow, type Column } from "./row";

/** Accounts that were approved before there was this program, as a file of them has them. */

type Kind = "supplier" | "customer";

const COMMON: readonly Column[] = [
  { key: "currency", names: ["currency"] },
  { key: "email", names: ["e-mail", "email"] },
  { key: "bankAccount", names: ["bank account", "iban"] },
  { key: "paymentTerms", names: ["payment terms", "terms"] },
  { key: "approvedBy", names: ["approved by"] },
  { key: "approvedOn", names: ["approved on"] },
];

/** Columns of files of accounts, by the names they may have in a heading. */
export const ACCOUNT_COLUMNS: Record<Kind, readonly Column[]> = {
  supplier: [
    { key: "name", names: ["supplier", "name"], needed: true },
    { key: "taxNumber", names: ["tax number", "vat number"] },
    { key: "address", names: ["address"] },
    { key: "limit", names: ["own invoice limit", "limit"] },
    ...COMMON,
  ],
  customer: [
    { key: "name", names: ["customer", "name"], needed: true },
    { key: "group", names: ["group"] },
    { key: "limit", names: ["credit limit", "limit"] },
    { key: "insuredAmount", names: ["insured amount"] },
    { key: "invoiceAddress", names: ["invoice address", "address"] },
    { key: "phone", names: ["phone number", "phone"] },
    { key: "owed", names: ["owes", "receivables"] },
    { key: "due", names: ["due"] },
    ...COMMON,
  ],
};

/** Columns that a file of accounts needs and its heading has not. */
export function accountColumnsMissing(kind: Kind, header: readonly string[]): string[] {
  const known = columnsIn(header, ACCOUNT_COLUMNS[kind]);
  return ACCOUNT_COLUMNS[kind].filter(({ key, needed }) => needed && !known.has(key)).map(({ names }) => names[0]!);
}

/** An account of a file: its fields as accounts have them, by whom and when it was approved, and what a customer owed when it was brought in. */
export type ReadAccount = {
  line: number;
  name: string;
  group: string;
  currency: string;
  fields: Record<string, string | Money>;
  approved: { by: string; on: string };
  owes: { minor: number; due: string } | null;
};

type Against = {
  lists: Lists;
  /** ISO date. */
  today: string;
  /** The currency of an account that names none. */
  currency: string;
  /** Whether there is an account of that name already, or one that would be taken for it. */
  knows(name: string): boolean;
  /** By whom and when those were approved of which the file does not say it; empty where that is not said either. */
  approved: { by: string; on: string };
};

/** Accounts of a table, a row each. A row with anything wrong is not among them. */
export function readAccounts(kind: Kind, sheet: Sheet, against: Against): { accounts: ReadAccount[]; bad: BadRow[] } {
  const indexes = columnsIn(sheet.header, ACCOUNT_COLUMNS[kind]);
  const accounts: ReadAccount[] = [];
  const bad: BadRow[] = [];
  const names = new Set<string>();
  sheet.rows.forEach((cells, index) => {
    const row = new Row(cells, indexes, sheet.lines[index]!, sheet.header.length);
    const account = accountOf(kind, row, against);
    const folded = partyKey(account.name);
    if (account.name && against.knows(account.name)) row.bad("name", { code: "account known already" });
    else if (account.name && names.has(folded)) row.bad("name", { code: "twice in the file" });
    names.add(folded);
    if (row.problems.length === 0) accounts.push(account);
    bad.push(...row.problems);
  });
  return { accounts, bad };
}

function accountOf(kind: Kind, row: Row, { lists, today, currency: home, approved }: Against): ReadAccount {
  const currency = row.text("currency") ? row.currency() : home;
  const fields: Record<string, string | Money> = {};
  for (const [field, label] of Object.entries(kind === "supplier" ? SUPPLIER_FIELDS : CUSTOMER_FIELDS)) {
    if (field === "name") continue;
    if (isAmountField(field)) {
      const minor = row.amount(field, currency);
      if (minor !== null) fields[field] = { minor, currency };
      continue;
    }
    const value = field === "paymentTerms" ? row.entry(field, "payment-terms", { lists, today }) : row.text(field);
    if (!value) continue;
    const wrong = wrongAccountValue(field, value, label);
    if (wrong) row.bad(field, { code: "wrong account value", values: { why: wrong } });
    else fields[field] = value;
  }
  // Somebody answers for each: who approved it, and when.
  const by = row.text("approvedBy", 120) || approved.by.trim();
  const on = row.date("approvedOn", today) ?? approved.on;
  if (!by) row.bad("approvedBy", { code: "empty" });
  if (!on && row.problems.every(({ column }) => column !== "approvedOn")) row.bad("approvedOn", { code: "empty" });
  const owed = kind === "customer" ? row.amount("owed", currency) : null;
  const due = row.date("due", null);
  return {
    line: row.line,
    name: row.need("name", 120),
    group: row.text("group", 60),
    currency,
    fields,
    approved: { by, on },
    owes: owed ? { minor: owed, due: due ?? today } : null,
  };
}
