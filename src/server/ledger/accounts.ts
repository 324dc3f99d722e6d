import { addDays, dayIn, daysBetween } from "@/core/calendar";
import {
  RulesSchema,
  asAmount,
  usualRules,
  partyKey,
  type AccountStatus,
  type CustomerFacts,
  type EvaluationRules,
  type PartySignature,
  type Rules,
  type SupplierFacts,
  type AccountNamed,
} from "@/core/documents";
import { money } from "@/core/money";
import { isEmptyValue, isOwnKey, type OwnValues } from "@/core/own-fields";
import type { Person } from "@/core/people";
import type { App } from "../app";
import { likeText } from "../db/like";
import { statement } from "../db/statement";
import type { Db } from "../db/open";
import { latelyFirst, partiesLately } from "../recent";
import { readReferenceData } from "../reference-data";
import type { AccountFields, AccountKind } from "./events";

export type Account = {
  id: string;
  kind: AccountKind;
  name: string;
  status: AccountStatus;
  currency: string;
  group: string;
  fields: AccountFields;
  /** ISO date-time of the last change of its bank account. */
  bankAt: string | null;
  askedBy: string | null;
  /** What the other party filled in and signed last. */
  signed: { fields: AccountFields; signedBy: string; attachments: string[]; signature?: PartySignature } | null;
};

type Row = {
  id: string;
  kind: AccountKind;
  name: string;
  status: AccountStatus;
  currency: string;
  grp: string;
  fields: string;
  bank_at: string | null;
  asked_by: string | null;
  signed: string | null;
};

const toAccount = ({ grp, bank_at, asked_by, fields, signed, ...row }: Row): Account => ({
  ...row,
  group: grp,
  fields: JSON.parse(fields) as AccountFields,
  bankAt: bank_at,
  askedBy: asked_by,
  signed: signed === null ? null : (JSON.parse(signed) as Account["signed"]),
});

/** An account by its id; null where there is none. */
export function readAccount(db: Db, id: string): Account | null {
  const row = statement(db, "SELECT * FROM account WHERE id = ?").get(id) as Row | undefined;
  return row ? toAccount(row) : null;
}

/** The account of a name, however it is spelled: without regard to capitals, accents, spaces and signs; an account of the very same spelling comes first. */
export function accountByName(db: Db, kind: AccountKind, name: string): Account | null {
  const row = statement(
    db,
    "SELECT * FROM account WHERE kind = @kind AND plain = @plain ORDER BY name = @name DESC, id LIMIT 1",
  ).get({ kind, name, plain: partyKey(name) }) as Row | undefined;
  return row ? toAccount(row) : null;
}

/** The account that a document names. */
export function accountNamed(db: Db, named: AccountNamed): Account | null {
  if ("name" in named) return accountByName(db, named.kind, named.name);
  const account = readAccount(db, named.id);
  return account?.kind === named.kind ? account : null;
}

export type AccountFilter = {
  kind: AccountKind;
  text?: string | undefined;
  group?: string | undefined;
  /** Names; only accounts of these. */
  among?: readonly string[] | undefined;
  limit?: number;
};

/** Accounts of a kind, by a part of their name and their group, in the order of their names. @param limit how many at most; less than none for all */
export function findAccounts(db: Db, { kind, text = "", group, among, limit = 200 }: AccountFilter): Account[] {
  const rows = statement(
    db,
    `SELECT * FROM account WHERE kind = @kind AND (@text = '' OR name LIKE @like ESCAPE '\\') AND (@group = '' OR grp = @group)
       AND (@among IS NULL OR name IN (SELECT value FROM json_each(@among)))
       ORDER BY name LIMIT @limit`,
  ).all({
    kind,
    text: text.trim(),
    like: `%${likeText(text.trim())}%`,
    group: group ?? "",
    among: among ? JSON.stringify(among) : null,
    limit,
  }) as Row[];
  return rows.map(toAccount);
}

/** Accounts to choose from by a part of their name, those first with which somebody dealt lately; latest first. */
export function accountsToChoose(
  db: Db,
  viewer: Pick<Person, "id">,
  filter: Required<Pick<AccountFilter, "kind" | "text" | "limit">>,
): (Account & { lately: boolean })[] {
  const parties = partiesLately(db, viewer.id);
  const before = findAccounts(db, { ...filter, among: parties });
  const known = new Set(before.map(({ id }) => id));
  const others = findAccounts(db, filter).filter(({ id }) => !known.has(id));
  return latelyFirst([...before, ...others], parties, ({ name }) => name).slice(0, filter.limit);
}

/** What an account says in fields of the organisation's own; empty where it says nothing. */
export function ownOfAccount({ fields }: Pick<Account, "fields">): OwnValues {
  return Object.fromEntries(
    Object.entries(fields).flatMap(([key, value]) =>
      isOwnKey(key) && value !== null && value !== undefined && !isEmptyValue(value) ? [[key, value]] : [],
    ),
  );
}

/** Names of people whom an account names in fields of the organisation's own, by their ids. */
export function peopleNamed(app: Pick<App, "db" | "clock">, account: Pick<Account, "fields">): Record<string, string> {
  const { directory } = readReferenceData(app);
  const named = directory.organisation.fields.flatMap(({ key, kind }) => {
    const id = kind === "person" ? account.fields[key as keyof AccountFields] : null;
    return typeof id === "string" && id ? [[id, directory.person(id)?.name ?? id]] : [];
  });
  return Object.fromEntries(named) as Record<string, string>;
}

/** The same as documents see it: absent where there is nothing. */
function withAccountOwn(account: Account): { own?: OwnValues } {
  const own = ownOfAccount(account);
  return Object.keys(own).length > 0 ? { own } : {};
}

/** Where a party is written to: its account's address, else the one it gave when it signed; empty where none is known. */
export function emailOf({ fields, signed }: Pick<Account, "fields" | "signed">): string {
  const known = fields.email || signed?.fields.email;
  return typeof known === "string" ? known.trim() : "";
}

/** The organisation's rules as they are set, or, before anybody has, the strictest in its own currency. */
export function readRules(app: Pick<App, "db" | "clock">): Rules {
  const { db } = app;
  const body = statement(db, "SELECT body FROM rules WHERE id = 1").pluck().get() as string | undefined;
  if (!body) return usualRules(readReferenceData(app).directory.organisation.currency);
  // They are asked for with every document and change once a year; the same text is read once.
  const known = lastRules.get(db);
  if (known?.body === body) return known.rules;
  const rules = RulesSchema.parse(JSON.parse(body));
  lastRules.set(db, { body, rules });
  return rules;
}

const lastRules = new WeakMap<Db, { body: string; rules: Rules }>();

/** A supplier as documents see it; a change of bank account counts as recent for as long as the rules say. */
export function supplierFacts(app: App, account: Account, rules: EvaluationRules): SupplierFacts {
  const zone = readReferenceData(app).directory.organisation.timeZone;
  const today = dayIn(app.clock.now(), zone);
  const changed = account.bankAt ? dayIn(account.bankAt, zone) : null;
  return {
    id: account.id,
    name: account.name,
    status: account.status,
    limit: asAmount(account.fields.limit),
    ...(emailOf(account) === "" && { noEmail: true as const }),
    bankChanged: changed && changed > addDays(today, -rules.bankChangeDays) ? changed : null,
    ...withAccountOwn(account),
  };
}

/** What a customer owes and has ordered, in the currency of its account. */
export function customerFacts(app: App, account: Account): CustomerFacts {
  const { id, currency } = account;
  const today = dayIn(app.clock.now(), readReferenceData(app).directory.organisation.timeZone);
  const owed = statement(
    app.db,
    `SELECT COALESCE(SUM(minor), 0) AS all_of_it, COALESCE(SUM(CASE WHEN due < @today THEN minor END), 0) AS late,
              MIN(CASE WHEN due < @today THEN due END) AS oldest
       FROM receivable WHERE customer = @id`,
  ).get({ id, today }) as { all_of_it: number; late: number; oldest: string | null };
  const ordered = statement(
    app.db,
    `SELECT COALESCE(SUM(CASE WHEN status = 'open' THEN minor END), 0) AS open,
              COALESCE(SUM(CASE WHEN status = 'stopped' THEN minor END), 0) AS stopped
       FROM sales_order WHERE customer = ?`,
  ).get(id) as { open: number; stopped: number };
  return {
    id,
    name: account.name,
    status: account.status,
    limit: asAmount(account.fields.limit),
    receivables: money(owed.all_of_it, currency),
    openOrders: money(ordered.open, currency),
    stoppedOrders: money(ordered.stopped, currency),
    overdue: money(owed.late, currency),
    daysOverdue: owed.oldest ? daysBetween(owed.oldest, today) : 0,
    ...withAccountOwn(account),
  };
}
