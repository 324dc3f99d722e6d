import { z } from "zod";
import { CUSTOMER_FIELDS, isAmountField, sayValue, type CustomerField } from "@/core/documents";
import { sameValue } from "@/core/conditions";
import { parseMoney } from "@/core/money";
import type { Person } from "@/core/people";
import { type Result, refused } from "@/core/refusal";
import { authorise } from "../access/authorise";
import type { App } from "../app";
import { allOrNothing } from "../db/all-or-nothing";
import { accountByName, readAccount, readRules, type Account } from "../ledger/accounts";
import { proposeChange } from "../ledger/account-commands";
import type { AccountValue } from "../ledger/events";
import { writeAccount } from "../ledger/write";
import { readSheet } from "../people/import";
import { resultInThread } from "../threads/in-thread";
import { isFormula } from "@/core/text";

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
};
export type CustomerImport = {
  effect: "apply" | "refuse" | "propose";
  /** What each difference comes to under the effect, in words. */
  says: string;
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
  const read = readCustomers(app, request);
  if (!read.ok) return read;
  const { found, changes } = read.value;
  const { bad, effect } = found;
  if (bad.length > 0) return no(`${bad.length} rows are bad; mend them first. Nothing was changed`);
  if (effect === "refuse" && changes.length > 0)
    return no(`${changes.length} controlled fields differ, and an import may not change them. Nothing was changed`);
  return takeCustomers(app, actor, changes, found, request.command);
}

/** What a table of customers would change. */
export function lookAtCustomers(app: App, request: CustomerImportRequest): Result<CustomerImport> {
  const read = readCustomers(app, request);
  return read.ok ? { ok: true, value: read.value.found } : read;
}

function readCustomers(
  app: App,
  { text, confirm, as }: CustomerImportRequest,
): Result<{ found: CustomerImport; changes: Change[] }> {
  const sheet = readSheet(text);
  if (!sheet.ok) return sheet;
  const names = sheet.value.header.map((one) => one.trim().toLocaleLowerCase("en"));
  const nameAt = names.indexOf("customer");
  const columns = (Object.keys(CUSTOMER_FIELDS) as CustomerField[]).flatMap((field) => {
    const index = [field.toLowerCase(), CUSTOMER_FIELDS[field].toLowerCase()].map((one) => names.indexOf(one));
    const found = index.find((one) => one >= 0);
    return found === undefined ? [] : [{ field, index: found }];
  });
  if (nameAt < 0 || columns.length === 0) {
    const known = Object.values(CUSTOMER_FIELDS).join(", ").toLowerCase();
    return no(`The heading needs a column “customer” and at least one of: ${known}`);
  }
  const changes: Change[] = [];
  const bad: CustomerImport["bad"] = [];
  sheet.value.rows.forEach((cells, row) => {
    const line = sheet.value.lines[row]!;
    const named = (cells[nameAt] ?? "").trim();
    const account = accountByName(app.db, "customer", named) ?? readAccount(app.db, named);
    if (account?.kind !== "customer") return bad.push({ line, message: `There is no customer “${named}”` });
    for (const { field, index } of columns) {
      const read = valueOf(field, (cells[index] ?? "").trim(), account.currency);
      if (!read.ok) bad.push({ line, message: `${CUSTOMER_FIELDS[field]}: ${read.message}` });
      else if (read.value !== undefined && differs(account.fields[field], read.value))
        changes.push({ account, line, field, after: read.value });
    }
  });
  const effect = (confirm ? undefined : as) ?? readRules(app.db).customerImport;
  const found: CustomerImport = {
    effect,
    says: `What differs ${EFFECTS[effect]}.`,
    differences: changes.map(({ account, line, field, after }) => ({
      customer: account.id,
      name: account.name,
      line,
      field,
      before: sayValue(account.fields[field] ?? null),
      after: sayValue(after),
    })),
    bad,
    done: null,
  };
  return { ok: true, value: { found, changes } };
}

const no = (message: string): Result<never> => refused("file", message, "file");

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
    for (const [customer, own] of byCustomer) {
      if (found.effect === "apply") {
        const changed = own.map(({ account, field, after }) => ({
          field,
          before: account.fields[field] ?? null,
          after,
        }));
        writeAccount(
          app,
          customer,
          [{ type: "account changed", data: { changes: changed, because: "an import applied it", document: null } }],
          { actor: actor.id, command: `${command}:${customer}` },
        );
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
    }
    const applied = found.effect === "apply" ? byCustomer.size : 0;
    return { ok: true, value: { ...found, done: { applied, numbers } } };
  });
}

type Read = { ok: true; value: AccountValue | undefined } | { ok: false; message: string };

/** A cell as the field's value; an empty one leaves the field as it is. */
function valueOf(field: CustomerField, cell: string, currency: string): Read {
  if (!cell) return { ok: true, value: undefined };
  if (!isAmountField(field))
    return isFormula(cell)
      ? { ok: false, message: "begins like a formula; write it as plain text" }
      : { ok: true, value: cell.slice(0, 200) };
  const parsed = parseMoney(cell, currency);
  if (!parsed.ok) return parsed;
  return parsed.money.minor < 0 ? { ok: false, message: "is below zero" } : { ok: true, value: parsed.money };
}

const differs = (before: AccountValue | undefined, after: AccountValue) => !sameValue(before ?? null, after);
