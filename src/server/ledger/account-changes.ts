import { dayIn } from "@/core/calendar";
import { sameValue } from "@/core/conditions";
import {
  FIELDS_OF_ACCOUNTS,
  accountLabel,
  asAmount,
  isAmountField,
  isControlled,
  keptBy,
  wrongChanges,
  wrongOnAccount,
  type MissingItem,
} from "@/core/documents";
import { whyNotPicked } from "@/core/lists";
import type { Person } from "@/core/people";
import { refusedFor, type Refusal, type Result } from "@/core/refusal";
import { fieldsOn, isOwnKey } from "@/core/own-fields";
import { fits } from "@/core/patterns";
import { refuse, refused, sayField, sayLabel } from "@/core/words";
import type { App } from "../app";
import { whyNotChangeFields } from "../fields/hidden";
import { lookAgain } from "../holds/look-again";
import { namesNow, readReferenceData } from "../reference-data";
import { tellReleased } from "../credit/customer";
import { accountByName, readAccount, readRules, type Account } from "./accounts";
import { act } from "./act";
import { freeOrders } from "./apply";
import type { AccountEvent, AccountKind, AccountValue, Changed } from "./events";
import { writeAccount, type Cause } from "./write";

/** A field of an account and the value it is to have; amounts are money in its currency. */
export type NewValue = { field: string; after: AccountValue };

type Because = Extract<AccountEvent, { type: "account changed" }>["data"]["because"];

/** Whether accounts of a kind have a field, of the program's or of the organisation's own. */
function hasField(app: App, kind: AccountKind, field: string): boolean {
  if (!isOwnKey(field)) return field in FIELDS_OF_ACCOUNTS[kind];
  const { fields } = readReferenceData(app).directory.organisation;
  return fieldsOn(fields, kind, "account", null).some(({ key }) => key === field);
}

/** What differs from an account, as old and new. */
export function differing(account: Account, values: readonly NewValue[]): Changed[] {
  return values
    .map(({ field, after }) => ({ field, before: valueOf(account, field), after }))
    .filter(({ before, after }) => !sameValue(before, after) && !(before === null && after === ""));
}

function valueOf(account: Account, field: string): AccountValue {
  return account.fields[field as keyof Account["fields"]] ?? (field === "name" ? account.name : null);
}

/** Which of some changes are approved before they count, and which count at once. */
export function sorted<C extends { field: string }>(
  app: App,
  kind: AccountKind,
  changes: readonly C[],
): { controlled: C[]; free: C[] } {
  const { controlled } = readRules(app);
  const { fields } = readReferenceData(app).directory.organisation;
  const is = ({ field }: C) => isControlled(controlled, fields, kind, field);
  return { controlled: changes.filter(is), free: changes.filter((one) => !is(one)) };
}

/**
 * Changes fields of an account, and what follows: orders that were stopped for credit go out as far as another limit reaches, and what was held because of the account is
 * looked at again. Call inside a transaction.
 */
export function changeAtOnce(app: App, account: Account, changes: Changed[], because: Because, cause: Cause): void {
  if (changes.length === 0) return;
  writeAccount(app, account.id, [{ type: "account changed", data: { changes, because, document: null } }], cause);
  if (account.kind === "customer" && changes.some(({ field }) => field === "limit")) {
    const freed = freeOrders(app, account.id, (limit) => ({ code: "freed by a change", values: { limit } }));
    const now = readAccount(app.db, account.id)!;
    if (freed.length > 0)
      tellReleased(app, now, freed, {
        limit: sayField("limit", now.fields.limit ?? null, namesNow(app)),
        raised: true,
        document: null,
        because: false,
      });
  }
  lookAgain(
    app,
    { about: "account", key: account.id },
    { code: "account changed", values: { account: account.name, by: null } },
  );
}

/** Changes fields of an account that the organisation does not control: at once, and without anybody's approval. */
export function changeAccount(
  app: App,
  actor: Person,
  { account: id, changes: values }: { account: string; changes: readonly NewValue[] },
  command: string,
) {
  const about = { action: "accounts.change" as const, command, stream: `account:${id}`, type: "account changed" };
  return act(app, actor, about, (): Result<{ changed: number }> => {
    const account = readAccount(app.db, id);
    if (!account) return refused("no account of the id", { account: id }, "account");
    if (account.status === "asked for")
      return refused("account not approved yet", { account: account.name }, "account");
    const changes = differing(account, values);
    // Whatever it says now: that a value is the same would be an answer too.
    const hidden = whyNotChangeFields(app, actor, values);
    if (hidden) return refusedFor(hidden);
    const wrong = changes.flatMap((one, index) => wrongChange(app, account, one, index));
    if (wrong.length > 0) return { ok: false, refusals: wrong };
    changeAtOnce(
      app,
      account,
      changes,
      { code: "not controlled", values: { byImport: false } },
      {
        actor: actor.id,
        command,
      },
    );
    return { ok: true, value: { changed: changes.length } };
  });
}

/** What is wrong with one change that is to count at once; everything that a document about it would be refused for, and that it needs one. */
function wrongChange(app: App, account: Account, change: Changed, index: number): Refusal[] {
  const { field, after } = change;
  const path = `changes.${index}.after`;
  if (!hasField(app, account.kind, field)) return [refuse("account has no field", { field }, path)];
  const names = namesNow(app);
  const label = sayLabel(accountLabel(account.kind, field), names);
  const { fields, lists, timeZone } = readReferenceData(app).directory.organisation;
  if (isControlled(readRules(app).controlled, fields, account.kind, field))
    return [refuse("field is controlled", { field: label }, path)];
  if (isOwnKey(field)) return wrongOwnChange(app, account, change, path);
  if (!isOfField(field, after, account.currency))
    return [
      refuse(
        "account field of its kind",
        { field: label, currency: isAmountField(field) ? account.currency : null },
        path,
      ),
    ];
  const items: MissingItem[] = wrongChanges([change], () => label);
  if (field === "paymentTerms" && after) {
    const why = whyNotPicked(lists, "payment-terms", String(after), dayIn(app.clock.now(), timeZone), false);
    if (why) items.push({ path, why: { code: "of a list", values: { line: null, why } } });
  }
  if (field === "name") {
    const other = after ? accountByName(app.db, account.kind, String(after)) : null;
    if (!String(after ?? "").trim()) return [refuse("account without a name", null, path)];
    if (other && other.id !== account.id) return [refuse("account of that name", { name: String(after) }, path)];
  }
  return items.map(({ why }) => refuse("account field wrong", { why }, path, names));
}

/** Whether a value is what a field of the program's holds: an amount in the currency of its account, or text. */
function isOfField(field: string, value: AccountValue, currency: string): boolean {
  if (value === null) return true;
  return isAmountField(field) ? asAmount(value)?.currency === currency : typeof value === "string";
}

/** What is wrong with one change of a field of the organisation's own. */
function wrongOwnChange(app: App, account: Account, { field, after }: Changed, path: string): Refusal[] {
  const { directory } = readReferenceData(app);
  const { fields, timeZone } = directory.organisation;
  const day = dayIn(app.clock.now(), timeZone);
  const why = wrongOnAccount(field, after, account.kind, fields, { ...keptBy(directory, fits), day });
  if (!why) return [];
  return [
    refuse("account field wrong", { why: { code: "own field", values: { line: null, why } } }, path, namesNow(app)),
  ];
}
