import {
  FIELDS_OF_ACCOUNTS,
  isAmountField,
  partyKey,
  wrongAccountValue,
  wrongOnAccount,
  type AccountValue,
  type OwnKept,
} from "../documents";
import { sameValue } from "../conditions";
import { fieldsOn, type AccountKind as Kind, type OwnField } from "../own-fields";
import { ownColumns, ownOf } from "./own-columns";
import type { Sheet } from "./table";
import { Row, columnsIn, type BadRow, type Column } from "./row";

/** Accounts that were approved before there was this program, as a file of them has them. */

const COMMON: readonly Column[] = [
  { key: "currency", names: ["currency"] },
  { key: "email", names: ["e-mail", "email"] },
  { key: "bankAccount", names: ["bank account", "iban"] },
  { key: "paymentTerms", names: ["payment terms", "terms"] },
  { key: "approvedBy", names: ["approved by"] },
  { key: "approvedOn", names: ["approved on"] },
];

/** Columns of files of accounts for what the program knows of them, by the names they may have in a heading. */
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
    { key: "invoice", names: ["invoice", "invoice number"] },
    ...COMMON,
  ],
};

/** The same with a column for each field that the organisation gives such accounts itself, as far as it is open on a day. @param day ISO date */
export function accountColumns(kind: Kind, fields: readonly OwnField[], day: string): readonly Column[] {
  const taken = new Set(ACCOUNT_COLUMNS[kind].flatMap(({ names }) => names));
  const own = ownColumns(fieldsOn(fields, kind, "account", day), kind);
  // Its name comes first, which people read; a column of the program's keeps its own.
  return [
    ...ACCOUNT_COLUMNS[kind],
    ...own.map(({ key, names }) => ({ key, names: names.toReversed().filter((name) => !taken.has(name)) })),
  ];
}

/** Columns that a file of accounts needs and its heading has not. */
export function accountColumnsMissing(kind: Kind, header: readonly string[]): string[] {
  const known = columnsIn(header, ACCOUNT_COLUMNS[kind]);
  return ACCOUNT_COLUMNS[kind].filter(({ key, needed }) => needed && !known.has(key)).map(({ names }) => names[0]!);
}

/** What a customer owed when it was brought in: under which number, and when it is due. */
export type Owed = { number: string; minor: number; due: string };

/** An account of a file: its fields as accounts have them, by whom and when it was approved, and what a customer owed when it was brought in. */
export type ReadAccount = {
  line: number;
  name: string;
  group: string;
  currency: string;
  fields: Record<string, AccountValue>;
  approved: { by: string; on: string };
  owes: Owed[];
};

type Against = OwnKept & {
  /** ISO date. */
  today: string;
  /** Whom fields of people may name. */
  people: readonly { id: string; name: string; email: string }[];
  /** The currency of an account that names none. */
  currency: string;
  /** Whether there is an account of that name already, or one that would be taken for it. */
  isThere(name: string): boolean;
  /** By whom and when those were approved of which the file does not say it; empty where that is not said either. */
  approved: { by: string; on: string };
};

/** Accounts of a table, a row each, and further rows of a customer for whatever else it owes. A row with anything wrong is not among them. */
export function readAccounts(kind: Kind, sheet: Sheet, against: Against): { accounts: ReadAccount[]; bad: BadRow[] } {
  const indexes = columnsIn(sheet.header, accountColumns(kind, against.fields, against.today));
  const accounts: ReadAccount[] = [];
  const bad: BadRow[] = [];
  const known = new Map<string, ReadAccount>();
  sheet.rows.forEach((cells, index) => {
    const row = new Row(cells, indexes, sheet.lines[index]!, sheet.header.length);
    const first = known.get(partyKey(row.text("name", 120)));
    // Whoever answers for its first row answers for the others.
    const account = accountOf(kind, row, first ? { ...against, approved: first.approved } : against);
    if (account.name && against.isThere(account.name)) row.bad("name", { code: "account known already" });
    else if (first && !owesMore(first, account)) row.bad("name", { code: "twice in the file" });
    if (row.problems.length === 0 && first) first.owes.push(...numbered(account.owes, first.owes));
    else if (row.problems.length === 0) accounts.push({ ...account, owes: numbered(account.owes, []) });
    if (account.name && !first)
      known.set(partyKey(account.name), row.problems.length === 0 ? accounts.at(-1)! : account);
    bad.push(...row.problems);
  });
  return { accounts, bad };
}

/** Whether a further row of an account says what else it owes, and nothing else that its first row did not say. */
function owesMore(first: ReadAccount, more: ReadAccount): boolean {
  const same = Object.entries(more.fields).every(([field, value]) => sameValue(first.fields[field] ?? null, value));
  return (
    more.owes.length > 0 && same && first.currency === more.currency && (!more.group || more.group === first.group)
  );
}

/** Each under a number of its own: what the file calls it, or that it is an opening balance. */
function numbered(owes: readonly Owed[], before: readonly Owed[]): Owed[] {
  return owes.map((one) => {
    const base = one.number || "Opening balance";
    const free = (count: number): string => {
      const number = count === 1 ? base : `${base} ${count}`;
      return before.some((other) => other.number === number) ? free(count + 1) : number;
    };
    return { ...one, number: free(1) };
  });
}

function accountOf(kind: Kind, row: Row, against: Against): ReadAccount {
  const { today, currency: home, approved } = against;
  const currency = row.text("currency") ? row.currency() : home;
  const fields = { ...fieldsOf(kind, row, currency, against), ...ownFieldsOf(kind, row, currency, against) };
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
    owes: owed ? [{ number: row.text("invoice", 40), minor: owed, due: due ?? today }] : [],
  };
}

function fieldsOf(kind: Kind, row: Row, currency: string, { lists, today }: Against): Record<string, AccountValue> {
  const fields: Record<string, AccountValue> = {};
  for (const [field, label] of Object.entries(FIELDS_OF_ACCOUNTS[kind])) {
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
  return fields;
}

/** What a row says in fields of the organisation's own. */
function ownFieldsOf(kind: Kind, row: Row, currency: string, against: Against): Record<string, AccountValue> {
  const { own = {} } = ownOf(row, kind, "account", currency, against);
  for (const [key, value] of Object.entries(own)) {
    const why = wrongOnAccount(key, value, kind, against.fields, { ...against, day: against.today });
    if (why)
      row.bad(key, {
        code: "wrong account value",
        values: { why: { code: "own field", values: { line: null, why } } },
      });
  }
  return own;
}
