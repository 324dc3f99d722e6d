import { z } from "zod";
import { beforeKey, type FactValue, type Facts } from "../conditions";
import { money, MoneySchema, type Money } from "../money";
import { OwnKeySchema, OwnValueSchema, isOwnKey, type AccountKind, type OwnValue } from "../own-fields";
import {
  CUSTOMER_FIELDS,
  FIELDS_OF_ACCOUNTS,
  SUPPLIER_FIELDS,
  accountLabel,
  isAmountField,
  keysOf,
  type OwnKey,
} from "./account-fields";
import { MOST_MINOR } from "./parts";
import type { Part } from "./registry";
import { ownShown, shownValue, type differences, type Shown } from "./shown";

/** What stands in a field of an account; null where nothing does. */
export type AccountValue = OwnValue | null;
const AccountValueSchema = OwnValueSchema.nullable();

/** One field of an account, old and new: an amount is money, everything else of the program's is text; null is none. */
const changeOf = <T extends string>(fields: Record<T, string>) =>
  z.strictObject({
    field: z.union([z.enum(keysOf(fields)), OwnKeySchema as unknown as z.ZodType<OwnKey>]),
    before: AccountValueSchema,
    after: AccountValueSchema,
  });
export const CustomerChangeSchema = changeOf(CUSTOMER_FIELDS);
export const SupplierChangeSchema = changeOf(SUPPLIER_FIELDS);
/** Most fields that one document can change. */
export const MOST_CHANGES = 60;

export type AccountChange = { field: string; before: AccountValue; after: AccountValue };

/** Refuses values that no field of the program's can have, and a field that is changed twice. What may stand in fields of the organisation's own is asked when a document is sent. */
export function withAccountValues(kind: AccountKind) {
  return ({ changes }: { changes: readonly AccountChange[] }, context: z.RefinementCtx): void => {
    const issue = (index: number, message: string) =>
      context.addIssue({ code: "custom", path: ["changes", index, "after"], message });
    changes.forEach(({ field, before, after }, index) => {
      const label = accountLabel(kind, field);
      for (const value of isOwnKey(field) ? [] : [before, after]) {
        const wrong = wrongForm(field, value);
        if (wrong) issue(index, `${label} is ${wrong}`);
      }
      if (changes.findIndex((other) => other.field === field) < index) issue(index, `${label} is changed twice`);
    });
  };
}

function wrongForm(field: string, value: AccountValue): string | null {
  if (value === null) return null;
  if (isAmountField(field) !== MoneySchema.safeParse(value).success) return isAmountField(field) ? "an amount" : "text";
  if (typeof value === "string") return value.length > 200 ? "text of at most 200 letters" : null;
  const { minor } = value as Money;
  return minor < 0 || minor > MOST_MINOR ? "not an amount anybody would grant" : null;
}

/** The new value of a field where it is changed; else null. */
export function afterOf(changes: readonly AccountChange[], field: string): AccountValue {
  return changes.find((one) => one.field === field)?.after ?? null;
}

/** An amount as it is; null for what is none. */
export function asAmount(value: AccountValue | undefined): Money | null {
  return value !== null && typeof value === "object" && !Array.isArray(value) ? (value as Money) : null;
}

/** What conditions see of changes: what each field is to be, and what it was; nothing is an amount of nothing, or an empty text. */
export function factsOfChanges(changes: readonly AccountChange[], currency: string): Facts {
  return Object.fromEntries(
    changes.flatMap(({ field, before, after }): [string, FactValue][] => {
      const amount = isAmountField(field) ? money(0, currency) : (asAmount(before) ?? asAmount(after));
      const none = amount ? money(0, amount.currency) : "";
      return [
        [field, after ?? none],
        [beforeKey(field), before ?? none],
      ];
    }),
  );
}

/** What a change of an account consists of, as a record shows it. */
export function shownChanges(kind: AccountKind, changes: readonly AccountChange[]): Shown[] {
  return changes.map(({ field, before, after }) => ({
    code: "changed",
    values: {
      label: accountLabel(kind, field),
      before: shownAccountValue(field, before),
      after: shownAccountValue(field, after),
    },
  }));
}

/** A value of a field of an account, as data; null where there is none. */
export function shownAccountValue(field: string, held: AccountValue): Shown | null {
  if (isOwnKey(field)) return ownShown("own", field, held ?? undefined);
  return held === null || typeof held === "boolean" || Array.isArray(held) ? null : shownValue(field, held);
}

/** Changed fields as parts that can be accepted and refused one by one. */
export function partsOfChanges(kind: AccountKind, changes: readonly AccountChange[]): Part[] {
  return changes.map(({ field, after }) => ({
    key: field,
    label: accountLabel(kind, field),
    amount: asAmount(after),
    content: after,
  }));
}

type WithChanges = { changes: readonly AccountChange[] };

/** Compares what two revisions change, field by field. @param unchanged what is said of a field that one of them leaves as it is */
export function compareChanges(
  kind: AccountKind,
  { compare }: ReturnType<typeof differences>,
  before: WithChanges,
  now: WithChanges,
  unchanged: Shown | null,
): void {
  const own = [...before.changes, ...now.changes].map(({ field }) => field).filter(isOwnKey);
  for (const field of [...Object.keys(FIELDS_OF_ACCOUNTS[kind]), ...new Set(own)]) {
    const shown = ({ changes }: WithChanges) =>
      changes.some((one) => one.field === field) ? shownAccountValue(field, afterOf(changes, field)) : unchanged;
    compare(isOwnKey(field) ? { field } : accountLabel(kind, field), shown(before), shown(now));
  }
}

/** The fields that are changed, as they follow each other in a title. */
export function namesOfChanged(kind: AccountKind, changes: readonly AccountChange[]): string {
  // A title is kept in lists, where nobody looks up what a field is called; its key is made of its first name.
  return changes
    .map(({ field }) =>
      isOwnKey(field) ? field.slice(4).replaceAll("_", " ") : accountLabel(kind, field).toLowerCase(),
    )
    .join(", ");
}
