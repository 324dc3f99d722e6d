import { z } from "zod";
import { dayIn } from "@/core/calendar";
import { idFrom } from "@/core/ids";
import {
  accountColumns,
  accountColumnsMissing,
  columnsIn,
  readAccounts,
  type BadRow,
  type ReadAccount,
} from "@/core/intake";
import { accountLabel, asAmount, keptBy, type AccountValue } from "@/core/documents";
import { hiddenKeys, isOwnKey } from "@/core/own-fields";
import { fits } from "@/core/patterns";
import { nameOfEntry } from "@/core/lists";
import { formatMoney, money, plainAmount } from "@/core/money";
import type { Person } from "@/core/people";
import type { Cell } from "@/core/tables";
import { canonical } from "@/core/records";
import { refusedFor, type Refusal, type Result } from "@/core/refusal";
import { capital, sayDate } from "@/core/text";
import { refused, sayField, sayIntake, sayLabel, type Names } from "@/core/words";
import { authorise } from "../access/authorise";
import type { App } from "../app";
import { allOrNothing } from "../db/all-or-nothing";
import { noteOpened, whyNotOpen } from "../fields/hidden";
import { visibleFields } from "../ledger/account-commands";
import { accountByName, findAccounts, readAccount, type Account } from "../ledger/accounts";
import type { AccountEvent, AccountKind } from "../ledger/events";
import { writeAccount } from "../ledger/write";
import { isKnownCommand, nativeHash } from "../log/log";
import { tableFile, type TableFormat } from "../tables";
import { readSheet } from "../people/import";
import { namesNow, readReferenceData } from "../reference-data";

export const AccountsFileSchema = z.strictObject({
  kind: z.enum(["supplier", "customer"]),
  text: z.string().max(5 * 1024 * 1024),
  approvedBy: z.string().trim().max(120).default(""),
  approvedOn: z.union([z.literal(""), z.iso.date()]).default(""),
  /** Leave the bad rows out and take the others. */
  takeGood: z.boolean().default(false),
  /** Write what the preview showed, known by its fingerprint; null only looks. */
  confirm: z.string().nullable().default(null),
  command: z.uuid(),
});
export type AccountsFile = z.infer<typeof AccountsFileSchema>;

export type AccountsPreview = {
  counts: { accounts: number; bad: number };
  rows: { line: number; name: string; approved: string; said: [field: string, value: string][]; owes: string }[];
  bad: { line: number; message: string }[];
  fingerprint: string;
  /** How many were brought in; null while it is only looked at. */
  written: number | null;
};
const SHOWN = 200;

/**
 * Brings in suppliers or customers that were approved before there was this program, with what customers owe: each with by whom and when, as whoever brings them in says, and marked
 * so in the log. Without confirmation it only says what would come in; all of it is written or nothing.
 */
export function importAccounts(app: App, actor: Person, request: AccountsFile): Result<AccountsPreview> {
  const refusal = authorise(actor, "accounts.bring");
  if (refusal) return refusedFor(refusal);
  const { kind } = request;
  const sheet = readSheet(request.text);
  if (!sheet.ok) return sheet;
  const lacking = accountColumnsMissing(kind, sheet.value.header);
  if (lacking.length > 0) return refused("columns of a list are missing", { columns: lacking }, "file");
  const { directory } = readReferenceData(app);
  const { organisation } = directory;
  const unread = columnsHidden(app, actor, kind, sheet.value.header);
  if (unread) return refusedFor(unread);
  const today = dayIn(app.clock.now(), organisation.timeZone);
  if (request.approvedOn > today) return refused("approved on a day to come", null, "approvedOn");
  const read = readAccounts(kind, sheet.value, {
    ...keptBy(directory, fits),
    people: organisation.people,
    today,
    currency: organisation.currency,
    isThere: (name) => accountByName(app.db, kind, name) !== null,
    approved: { by: request.approvedBy, on: request.approvedOn },
  });
  const preview = previewOf(app, kind, read.accounts, read.bad);
  if (request.confirm === null) return { ok: true, value: preview };
  // Asked again after its answer was lost, it was written already: then all of it is known here, and another file by that.
  const written = sheet.value.lines.filter((line) => isKnownCommand(app.db, `${request.command}:${line}`)).length;
  if (written > 0) return { ok: true, value: { ...preview, written } };
  if (request.confirm !== preview.fingerprint) return refused("another file", null, "confirm");
  if (preview.counts.bad > 0 && !request.takeGood)
    return refused("rows are bad", { rows: preview.counts.bad }, "takeGood");
  return allOrNothing(app, () => {
    for (const account of read.accounts) bringIn(app, actor, kind, account, request.command);
    return { ok: true, value: { ...preview, written: read.accounts.length } };
  });
}

function bringIn(app: App, actor: Person, kind: AccountKind, account: ReadAccount, command: string): void {
  const { name, currency, group, fields, approved, owes, line } = account;
  const id = freeId(app, name);
  const entered: AccountEvent = {
    type: "account entered",
    data: {
      id,
      kind,
      name,
      status: "open",
      currency,
      group,
      fields,
      askedBy: actor.id,
      because: { code: "approved before", values: approved },
    },
  };
  const balances: AccountEvent[] =
    owes.length > 0 ? [{ type: "balances read", data: { receivables: owes, source: "opening balance" } }] : [];
  writeAccount(app, id, [entered, ...balances], { actor: actor.id, command: `${command}:${line}` });
}

function freeId(app: App, name: string): string {
  const base = idFrom(name);
  for (let count = 1; ; count += 1) {
    const id = count === 1 ? base : `${base}-${count}`;
    if (!readAccount(app.db, id)) return id;
  }
}

function previewOf(
  app: App,
  kind: AccountKind,
  accounts: readonly ReadAccount[],
  bad: readonly BadRow[],
): AccountsPreview {
  const names = namesNow(app);
  const lines = new Set(bad.map(({ line }) => line));
  return {
    counts: { accounts: accounts.length, bad: lines.size },
    rows: accounts.slice(0, SHOWN).map(({ line, name, currency, fields, approved, owes }) => ({
      line,
      name,
      approved: `${approved.by}, ${sayDate(approved.on)}`,
      said: Object.entries(fields).map(([field, value]) => [
        sayLabel(accountLabel(kind, field), names),
        sayField(field, value, names),
      ]),
      owes: owes.map(({ minor, due }) => `${formatMoney(money(minor, currency))}, due ${sayDate(due)}`).join("; "),
    })),
    bad: bad.slice(0, SHOWN).map(({ line, column, why }) => ({ line, message: sayBad(app, kind, column, why) })),
    fingerprint: `${accounts.length}-${lines.size}-${nativeHash(canonical(accounts)).slice(0, 16)}`,
    written: null,
  };
}

/** What is wrong in a cell, with what its column is called. */
function sayBad(app: App, kind: AccountKind, key: string, why: BadRow["why"]): string {
  const said = sayIntake(why, namesNow(app));
  if (why.code === "wrong account value") return said;
  const column = columnsNow(app, kind).find((one) => one.key === key)?.names[0];
  return column ? `${capital(column)}: ${said}` : capital(said);
}

/** Why a file cannot be brought in: it has a column of a field that is hidden from whoever brings it. Null where it has none. */
function columnsHidden(app: App, actor: Person, kind: AccountKind, header: readonly string[]): Refusal | null {
  const named = columnsIn(header, columnsNow(app, kind));
  for (const key of named.keys()) {
    const refusal = whyNotOpen(app, actor, key);
    if (refusal) return { ...refusal, path: "file" };
  }
  return null;
}

/** The columns of a file of accounts, as the organisation has its fields today. */
export function columnsNow(app: Pick<App, "db" | "clock">, kind: AccountKind) {
  const { fields, timeZone } = readReferenceData(app).directory.organisation;
  return accountColumns(kind, fields, dayIn(app.clock.now(), timeZone));
}

/** The columns of a file for somebody: without fields that are hidden from them, and those of them that they open by taking it. */
function columnsFor(app: App, reader: Person, kind: AccountKind) {
  const columns = columnsNow(app, kind).filter(({ key }) => whyNotOpen(app, reader, key) === null);
  const hidden = hiddenKeys(readReferenceData(app).directory.organisation.fields);
  return { columns, opened: columns.flatMap(({ key }) => (hidden.has(key) ? [key] : [])) };
}

/** Accounts as a file with the columns that one is brought in with; who may not see a bank account sees its end. */
export function accountsFile(app: App, reader: Person, kind: AccountKind, format: TableFormat) {
  const { lists, timeZone } = readReferenceData(app).directory.organisation;
  const { columns, opened } = columnsFor(app, reader, kind);
  for (const key of opened) noteOpened(app, reader, key, { on: "file", of: `${kind}s` });
  const names = namesNow(app);
  const cellOf = (account: Account, key: string): Cell => {
    if (key === "name" || key === "group" || key === "currency") return account[key];
    const from = opened.includes(key) ? account.fields : visibleFields(app, reader, account);
    const value = from[key as keyof Account["fields"]];
    if (key === "paymentTerms" && typeof value === "string") return nameOfEntry(lists, "payment-terms", value);
    return value === null || value === undefined ? "" : heldCell(key, value, names);
  };
  const rows = findAccounts(app.db, { kind, limit: 100_000 }).map((account) =>
    columns.map(({ key }) => cellOf(account, key)),
  );
  const heading: Cell[] = columns.map(({ names }) => names[0]!);
  return tableFile(format, `${kind}s`, [heading, ...rows], timeZone);
}

/** What an account says, as a file says it and takes it in again. */
function heldCell(key: string, value: NonNullable<AccountValue>, names: Names): Cell {
  const amount = asAmount(value);
  if (amount) return { plain: plainAmount(amount) };
  if (Array.isArray(value)) return value.map((one) => names.fieldValue(key, one)).join("; ");
  if (typeof value === "boolean") return value ? "yes" : "no";
  return isOwnKey(key) && !/^\d{4}-\d{2}-\d{2}$/.test(value as string)
    ? names.fieldValue(key, value as string)
    : (value as string);
}
