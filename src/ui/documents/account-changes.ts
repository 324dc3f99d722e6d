import {
  asAmount,
  type AccountValue,
  type Attachment,
  type CreditLimitChange,
  type SupplierAccount,
} from "@/core/documents";
import { sameValue } from "@/core/conditions";
import { HIDDEN, isEmptyValue, type OwnField, type OwnValues } from "@/core/own-fields";
import type { Refusal } from "@/core/refusal";
import { typedMoney } from "@/core/money";
import type { FoundAccount } from "./account-picker";
import { readValues, typedOwn, type TypedOwn } from "./own-model";
import { typedAmount } from "./typed";
import { refuse } from "@/core/words";

export type Value = AccountValue;

/** Fields of an account as they are now and as they are typed to be; what is equal is no change. */
export type TypedAccount = {
  account: { id: string; name: string; status: string; currency: string } | null;
  now: Record<string, Value>;
  to: Record<string, string>;
  /** The same of the organisation's own fields of the account. */
  ofAccount: TypedOwn;
  note: string;
  papers: Record<string, string>;
  attachments: Attachment[];
};

export const emptyAccount = (): TypedAccount => ({
  account: null,
  now: {},
  to: {},
  ofAccount: {},
  note: "",
  papers: {},
  attachments: [],
});

/** A value of a field of the program's as it is typed. */
export function typeValue(value: Value | undefined): string {
  const amount = asAmount(value);
  if (amount) return typedAmount(amount.minor, amount.currency);
  return typeof value === "string" ? value : "";
}

/** The fields of an account on a form: those of the program's with what each is called, and the organisation's own. */
export type FieldsOnForm = { fields: Readonly<Record<string, string>>; own: readonly OwnField[] };

/** What an account says in the organisation's own fields, as far as it is shown. */
export function ownNow(own: readonly OwnField[], now: Readonly<Record<string, Value>>): OwnValues {
  return Object.fromEntries(
    own.flatMap(({ key }) =>
      now[key] === null || now[key] === undefined || now[key] === HIDDEN ? [] : [[key, now[key]]],
    ),
  );
}

/** What was typed, moved to an account: its fields as they are, and nothing changed yet. */
export function onAccount(typed: TypedAccount, account: FoundAccount, { fields, own }: FieldsOnForm): TypedAccount {
  const { id, name, status, currency, people } = account;
  const now: Record<string, Value> = { name, ...account.fields };
  const ofAccount = typedOwn(own, ownNow(own, now), (person) => people[person] ?? person);
  return { ...typed, account: { id, name, status, currency }, now, to: toOf(fields, now), ofAccount };
}

function toOf(fields: Readonly<Record<string, string>>, now: Readonly<Record<string, Value>>): Record<string, string> {
  return Object.fromEntries(Object.keys(fields).map((field) => [field, typeValue(now[field])]));
}

export type Known = Pick<CreditLimitChange | SupplierAccount, "note" | "attachments" | "changes" | "papers">;

/** A change that was entered before, as it is typed; what its account says now where that is known. */
export function typedAgain(
  known: Known,
  account: NonNullable<TypedAccount["account"]>,
  found: FoundAccount | undefined,
  { fields, own }: FieldsOnForm,
  people: Readonly<Record<string, string>>,
): TypedAccount {
  const now: Record<string, Value> = found
    ? { name: found.name, ...found.fields }
    : Object.fromEntries(known.changes.map((one) => [one.field, one.before]));
  const to = toOf(fields, now);
  const changed = { ...now };
  for (const one of known.changes) {
    if (one.field in fields) to[one.field] = typeValue(one.after);
    changed[one.field] = one.after;
  }
  const names = { ...found?.people, ...people };
  const ofAccount = typedOwn(own, ownNow(own, changed), (person) => names[person] ?? person);
  const papers = Object.fromEntries((known.papers ?? []).map(({ name, hash }) => [name, hash]));
  return { account, now, to, ofAccount, note: known.note, papers, attachments: known.attachments };
}

/** Which of the attached papers is which of those required. */
export function papersOf({ papers }: TypedAccount): { name: string; hash: string }[] {
  return Object.entries(papers).flatMap(([name, hash]) => (hash ? [{ name, hash }] : []));
}

/** What a change of any account has beside its own fields. */
export function accountBasics(
  typed: TypedAccount,
  who: { id: string; unit: string },
  today: string,
  initial: CreditLimitChange | SupplierAccount | undefined,
  home: string,
) {
  return {
    title: "",
    requester: who.id,
    onBehalfOf: initial?.onBehalfOf ?? null,
    unit: initial?.unit ?? who.unit,
    currency: typed.account?.currency ?? initial?.currency ?? home,
    date: initial?.date ?? today,
    note: typed.note.trim(),
    attachments: typed.attachments,
  };
}

type Change = { field: string; before: Value; after: Value };

/** The same of the organisation's own fields: what differs from what was read of them; null for what is to be empty. */
export function ownChanges(own: readonly OwnField[], now: Readonly<Record<string, Value>>, read: OwnValues): Change[] {
  return own.flatMap(({ key: field }) => {
    // What is hidden stays, unless something is typed in its place.
    const before = now[field] === HIDDEN ? null : (now[field] ?? null);
    const after = read[field] ?? null;
    const same = sameValue(before, after) || (before !== null && isEmptyValue(before) && after === null);
    return same ? [] : [{ field, before, after }];
  });
}

/** The fields that differ from what the account says now. */
export function readChanges(
  typed: TypedAccount,
  { fields, own }: FieldsOnForm,
  isAmount: (field: string) => boolean,
  home: string,
): { changes: Change[]; problems: Refusal[] } {
  const problems: Refusal[] = [];
  const currency = typed.account?.currency ?? home;
  const changes = Object.keys(fields).flatMap((field): Change[] => {
    const before = typed.now[field] ?? null;
    const text = (typed.to[field] ?? typeValue(before)).trim();
    if (text === typeValue(before).trim()) return [];
    if (!isAmount(field)) return [{ field, before, after: text }];
    if (!text) return [{ field, before, after: null }];
    const parsed = typedMoney(text, currency);
    if (!parsed.ok || parsed.money.minor < 0) {
      const what = fields[field]!;
      const at = `to.${field}`;
      problems.push(
        parsed.ok
          ? refuse("typed amount below zero", { what }, at)
          : refuse("typed amount", { what, why: parsed.why }, at),
      );
      return [];
    }
    return [{ field, before, after: parsed.money }];
  });
  const read = readValues(own, typed.ofAccount, currency, "ofAccount.");
  const unread = new Set(read.problems.map(({ path }) => path));
  const ofOwn = typed.account
    ? ownChanges(own, typed.now, read.values).filter(({ field }) => !unread.has(`ofAccount.${field}`))
    : [];
  return { changes: [...changes, ...ofOwn], problems: [...problems, ...read.problems] };
}
