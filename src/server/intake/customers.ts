import { z } from "zod";
import { CUSTOMER_FIELDS, accountLabel, isAmountField, isControlled, type CustomerField } from "@/core/documents";
import { dayIn } from "@/core/calendar";
import { sameValue } from "@/core/conditions";
import { entryCalled, offered } from "@/core/lists";
import { parseMoney } from "@/core/money";
import type { Person } from "@/core/people";
import { type Result } from "@/core/refusal";
import { authorise } from "../access/authorise";
import type { App } from "../app";
import { allOrNothing } from "../db/all-or-nothing";
import { accountByName, readAccount, readRules, type Account } from "../ledger/accounts";
import { changeAtOnce, differing } from "../ledger/account-changes";
import { fieldsToFillIn } from "../fields/hidden";
import { proposeChange, visibleFields } from "../ledger/account-commands";
import type { AccountValue } from "../ledger/events";
import { readSheet } from "../people/import";
import { namesNow, readReferenceData } from "../reference-data";
import { resultInThread } from "../threads/in-thread";
import { isFormula } from "@/core/text";
import { refused, refuse, sayField, sayIntake, sayLabel } from "@/core/words";
import { Row, columnsIn, ownColumns, ownOf, type IntakeReason } from "@/core/intake";
import { fieldsOn } from "@/core/own-fields";

export const CustomerImportSchema = z.strictObject({
  text: z.string().max(5 * 1024 * 1024),
  confirm: z.boolean().default(false),
  /** What to do with controlled fields, to see an effect before it is set; the setting itself counts when it is confirmed. */
  as: z.enum(["apply", "refuse", "propose"]).optional(),
  command: z.uuid(),
});

export type CustomerImportRequest = z.infer<typeof CustomerImportSchema>;

export type CustomerDifference = {
  customer: string;
  name: string;
  line: number;
  field: CustomerField;
  before: string;
  after: string;
  /** The field is none that the organisation controls: it changes at once, whatever the setting. */
  free: boolean;
};
export type CustomerImport = {
  effect: "apply" | "refuse" | "propose";
  /** What each difference comes to under the effect, in words. */
  /** What becomes of what differs, after “what differs”. */
  means: string;
  differences: CustomerDifference[];
  bad: { line: number; message: string }[];
  done: { applied: number; numbers: string[] } | null;
};

type Change = { account: Account; line: number; field: CustomerField; after: AccountValue };

/** What each effect of the setting does, in one sentence; the settings page shows all three on an example. */
export const EFFECTS: Record<CustomerImport["effect"], string> = {
  apply: "is applied to the account at once, and nobody approves it",
  refuse: "is refused, and the account stays as it is",
  propose: "becomes a proposal that is approved like any other, and the account stays as it is until then",
};

/**
 * Reads a table of customers. Differences in controlled fields are applied, refused or made proposals, as the organisation's rules say; without
 * confirmation it only says what would happen.
 */
export async function importCustomers(
  app: App,
  actor: Person,
  request: CustomerImportRequest,
  signal?: AbortSignal,
): Promise<Result<CustomerImport>> {
  const refusal = authorise(actor, "intake.import");
  if (refusal) return { ok: false, refusals: [refusal] };
  if (!request.confirm) return resultInThread(app, "look at a file of customers", request, actor, signal);
  // What is written is compared with the accounts as they are now, and not as they were when somebody looked.
  const read = readCustomers(app, actor, request);
  if (!read.ok) return read;
  const { found, changes } = read.value;
  const { bad, effect } = found;
  if (bad.length > 0) return refused("customers are bad", { rows: bad.length }, "file");
  const controlled = found.differences.filter(({ free }) => !free).length;
  if (effect === "refuse" && controlled > 0) return refused("fields are controlled", { fields: controlled }, "file");
  return takeCustomers(app, actor, changes, found, request.command);
}

/** What a table of customers would change. */
export function lookAtCustomers(app: App, request: CustomerImportRequest, actor: Person): Result<CustomerImport> {
  const read = readCustomers(app, actor, request);
  return read.ok ? { ok: true, value: read.value.found } : read;
}

function readCustomers(
  app: App,
  actor: Person,
  { text, confirm, as }: CustomerImportRequest,
): Result<{ found: CustomerImport; changes: Change[] }> {
  const sheet = readSheet(text);
  if (!sheet.ok) return sheet;
  const names = sheet.value.header.map((one) => one.trim().toLocaleLowerCase("en"));
  const nameAt = names.indexOf("customer");
  const columns = (Object.keys(CUSTOMER_FIELDS) as (keyof typeof CUSTOMER_FIELDS)[]).flatMap((field) => {
    const index = [field.toLowerCase(), CUSTOMER_FIELDS[field].toLowerCase()].map((one) => names.indexOf(one));
    const found = index.find((one) => one >= 0);
    return found === undefined ? [] : [{ field, index: found }];
  });
  const own = ownColumnsIn(app, actor, sheet.value.header);
  if (nameAt < 0 || columns.length + own.indexes.size === 0) {
    return refused("no column of customers", { columns: [...Object.values(CUSTOMER_FIELDS), ...own.names] }, "file");
  }
  const changes: Change[] = [];
  const bad: CustomerImport["bad"] = [];
  sheet.value.rows.forEach((cells, row) => {
    const line = sheet.value.lines[row]!;
    const named = (cells[nameAt] ?? "").trim();
    const account = accountByName(app.db, "customer", named) ?? readAccount(app.db, named);
    if (account?.kind !== "customer")
      return bad.push({ line, message: refuse("no customer named", { customer: named }).message });
    for (const { field, index } of columns) {
      const cell = (cells[index] ?? "").trim();
      const read = field === "paymentTerms" && cell ? termsOf(app, cell) : valueOf(field, cell, account.currency);
      if (!read.ok) bad.push({ line, message: `${CUSTOMER_FIELDS[field]}: ${sayIntake(read.why)}` });
      else if (read.value !== undefined && differs(account.fields[field], read.value))
        changes.push({ account, line, field, after: read.value });
    }
    const read = own.read(new Row(cells, own.indexes, line, cells.length), account.currency);
    bad.push(...read.bad);
    for (const [field, after] of Object.entries(read.values) as [CustomerField, AccountValue][])
      if (differs(account.fields[field], after)) changes.push({ account, line, field, after });
  });
  const effect = (confirm ? undefined : as) ?? readRules(app).customerImport;
  const words = namesNow(app);
  const rules = readRules(app);
  const { fields } = readReferenceData(app).directory.organisation;
  const found: CustomerImport = {
    effect,
    means: EFFECTS[effect],
    differences: changes.map(({ account, line, field, after }) => ({
      customer: account.id,
      name: account.name,
      line,
      field,
      before: sayField(field, visibleFields(app, actor, account)[field] ?? null, words),
      after: sayField(field, after, words),
      free: !isControlled(rules.controlled, fields, "customer", field),
    })),
    bad,
    done: null,
  };
  return { ok: true, value: { found, changes } };
}

function takeCustomers(
  app: App,
  actor: Person,
  changes: readonly Change[],
  found: CustomerImport,
  command: string,
): Result<CustomerImport> {
  const byCustomer = new Map<string, Change[]>();
  for (const change of changes)
    byCustomer.set(change.account.id, [...(byCustomer.get(change.account.id) ?? []), change]);
  return allOrNothing(app, () => {
    const numbers: string[] = [];
    let applied = 0;
    for (const [customer, own] of byCustomer) {
      const { account } = own[0]!;
      if (found.effect === "apply") {
        const cause = { actor: actor.id, command: `${command}:${customer}` };
        changeAtOnce(app, account, differing(account, own), { code: "import applied" }, cause);
        continue;
      }
      const proposed = proposeChange(
        app,
        actor,
        {
          customers: [customer],
          changes: own.map(({ field, after }) => ({ field, after })),
          note: `From line ${own[0]!.line} of an import.`,
          origin: "import",
          submit: true,
        },
        `${command}:${customer}`,
      );
      if (!proposed.ok) return proposed;
      numbers.push(...proposed.value.numbers);
      if (proposed.value.changed > 0) applied += 1;
    }
    if (found.effect === "apply") applied = byCustomer.size;
    return { ok: true, value: { ...found, done: { applied, numbers } } };
  });
}

type Read = { ok: true; value: AccountValue | undefined } | { ok: false; why: IntakeReason };

/** Payment terms by their key or name, as the organisation's list has them today. */
function termsOf(app: App, typed: string): Read {
  const { lists, timeZone } = readReferenceData(app).directory.organisation;
  const today = dayIn(app.clock.now(), timeZone);
  const found = entryCalled(lists, "payment-terms", typed, today);
  if (found) return { ok: true, value: found.key };
  const known = offered(lists, "payment-terms", today).map(({ name }) => name);
  return { ok: false, why: { code: "not in the list", values: { typed, list: "payment-terms", known } } };
}

/** A cell as the field's value; an empty one leaves the field as it is. */
function valueOf(field: string, cell: string, currency: string): Read {
  if (!cell) return { ok: true, value: undefined };
  if (!isAmountField(field))
    return isFormula(cell)
      ? { ok: false, why: { code: "like a formula", values: { typed: cell.slice(0, 20) } } }
      : { ok: true, value: cell.slice(0, 200) };
  const parsed = parseMoney(cell, currency);
  if (!parsed.ok) return { ok: false, why: { code: "no amount", values: { why: parsed.why } } };
  return parsed.money.minor < 0 ? { ok: false, why: { code: "below zero" } } : { ok: true, value: parsed.money };
}

const differs = (before: AccountValue | undefined, after: AccountValue) => !sameValue(before ?? null, after);

/** The columns of a heading that are fields of the organisation's own on customers, and how a row of them is read; an empty cell leaves its field as it is. */
function ownColumnsIn(app: App, actor: Person, header: readonly string[]) {
  const { fields: all, lists, people, timeZone } = readReferenceData(app).directory.organisation;
  // What is hidden from whoever brings a file is no column of it: the comparison would show what is there now.
  const fields = fieldsToFillIn(app, actor, all);
  const taker = { fields, lists, people, today: dayIn(app.clock.now(), timeZone) };
  const columns = ownColumns(fieldsOn(fields, "customer", "account", taker.today), "customer");
  const names = namesNow(app);
  return {
    indexes: columnsIn(header, columns),
    names: columns.map(({ key }) => sayLabel(accountLabel("customer", key), names)),
    read: (row: Row, currency: string) => {
      const { own = {} } = ownOf(row, "customer", "account", currency, taker);
      const bad = row.problems.map(({ line, column, why }) => ({
        line,
        message: `${sayLabel(accountLabel("customer", column), names)}: ${sayIntake(why, names)}`,
      }));
      return { values: own, bad };
    },
  };
}
