"use client";

import { useState } from "react";
import { useForm } from "react-hook-form";
import { isAmountField } from "@/core/documents";
import { HIDDEN, isOwnKey, type OwnField } from "@/core/own-fields";
import { typedMoney } from "@/core/money";
import type { Refusal } from "@/core/refusal";
import { refuse } from "@/core/words";
import { ownChanges, ownNow, typeValue, type Value } from "../documents/account-changes";
import { EntryField, OfferedLists } from "../documents/lists";
import { OwnInput } from "../documents/own-fields";
import { AmountsIn } from "../money-input";
import { readValues, typedOwn, type TypedOwn } from "../documents/own-model";
import type { Lists } from "@/core/lists";
import { HiddenFields, type HiddenField } from "../document/hidden-fields";
import { useSend } from "../document/use-command";
import { MoneyField, TextField, TypedForm } from "../form-fields";
import { Button } from "../primitives";

type Field = { key: string; label: string; said: string; value: Value; extra?: string };
type Props = {
  account: { id: string; currency: string };
  controlled: readonly Field[];
  free: readonly Field[];
  lists: Lists;
  today: string;
  /** The organisation's own fields of such accounts, and names of people whom they name. */
  own: readonly OwnField[];
  people: Readonly<Record<string, string>>;
  /** Fields that are hidden from the viewer, in which something stands. */
  hidden: readonly HiddenField[];
  mayChange: boolean;
};

/** What an account says: what is approved before it changes, and what changes at once, which can be changed here. */
export function AccountParticulars({ controlled, free, mayChange, hidden, ...account }: Props) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Said heading="Approved before a change counts" fields={controlled} />
      {free.length > 0 && !open && (
        <>
          <Said heading="Changed at once, without an approval" fields={free} />
          {mayChange && (
            <Button small className="mt-2" onClick={() => setOpen(true)}>
              Change these
            </Button>
          )}
        </>
      )}
      <div className="mt-3">
        <HiddenFields path="/api/accounts" body={{ type: "open", account: account.account.id }} fields={hidden} />
      </div>
      {open && <ChangeAtOnce {...account} fields={free} onDone={() => setOpen(false)} />}
    </>
  );
}

function Said({ heading, fields: all }: { heading: string; fields: readonly Field[] }) {
  // What is hidden is told below, with whether it may be shown.
  const fields = all.filter(({ value }) => value !== HIDDEN);
  if (fields.length === 0) return null;
  return (
    <>
      <p className="mt-2 text-sm font-semibold text-soft">{heading}</p>
      <dl className="grid grid-cols-[9rem_1fr] gap-y-1">
        {fields.map(({ key, label, said, extra }) => (
          <div key={key} className="contents">
            <dt className="text-soft">{label}</dt>
            <dd className="min-w-0 break-words">
              {said}
              {extra && <span className="text-sm text-held"> {extra}</span>}
            </dd>
          </div>
        ))}
      </dl>
    </>
  );
}

type ChangeProps = Omit<Props, "controlled" | "free" | "mayChange" | "hidden"> & {
  fields: readonly Field[];
  onDone(): void;
};

type Typed = { plain: Record<string, string>; own: TypedOwn };

function ChangeAtOnce({ account, fields: all, own, people, lists, today, onDone }: ChangeProps) {
  const fields = all.filter(({ key }) => !isOwnKey(key));
  const free = own.filter(({ key }) => all.some((field) => field.key === key));
  const now = Object.fromEntries(all.map(({ key, value }) => [key, value]));
  const start: Typed = {
    plain: Object.fromEntries(fields.map(({ key, value }) => [key, typeValue(value)])),
    own: typedOwn(free, ownNow(free, now), (person) => people[person] ?? person),
  };
  const form = useForm<Typed>({ defaultValues: start });
  const [problems, setProblems] = useState<Refusal[]>([]);
  const { run, refusals, busy } = useSend("/api/accounts", onDone);
  const save = async (typed: Typed) => {
    const read = readTyped(typed.plain, start.plain, fields, account.currency);
    const { values, problems: unread } = readValues(free, typed.own, account.currency, "own.");
    const found = [...read.problems, ...unread];
    setProblems(found);
    if (found.length > 0) return;
    const changes = [...read.changes, ...ownChanges(free, now, values).map(({ field, after }) => ({ field, after }))];
    if (changes.length === 0) return onDone();
    await run({ type: "change", account: account.id, changes });
  };
  return (
    <OfferedLists lists={lists} today={today}>
      <AmountsIn currency={account.currency}>
        <TypedForm
          form={form}
          refusals={[...problems, ...refusals]}
          onSave={save}
          className="mt-3 border border-rule bg-panel p-4"
        >
          <p className="text-sm">What you save counts at once, and stands in the log with your name.</p>
          {fields.map(({ key, label }) =>
            key === "paymentTerms" ? (
              <EntryField key={key} name={`plain.${key}`} list="payment-terms" label={label} />
            ) : isAmountField(key) ? (
              <MoneyField key={key} name={`plain.${key}`} label={label} currency={account.currency} />
            ) : (
              <TextField key={key} name={`plain.${key}`} label={label} maxLength={200} />
            ),
          )}
          {free.map((field) => (
            <OwnInput
              key={field.key}
              field={field}
              path={`own.${field.key}`}
              wrong={false}
              kept={now[field.key] === HIDDEN}
            />
          ))}
          <div className="flex gap-2">
            <Button type="submit" look="solid" disabled={busy}>
              Save
            </Button>
            <Button onClick={onDone}>Cancel</Button>
          </div>
        </TypedForm>
      </AmountsIn>
    </OfferedLists>
  );
}

/** What differs from what there was; an amount that is none is said with its field. */
function readTyped(
  typed: Readonly<Record<string, string>>,
  start: Readonly<Record<string, string>>,
  fields: readonly Field[],
  currency: string,
) {
  const problems: Refusal[] = [];
  const changes = fields.flatMap(({ key, label }): { field: string; after: Value }[] => {
    const text = (typed[key] ?? "").trim();
    if (text === (start[key] ?? "").trim()) return [];
    if (!isAmountField(key)) return [{ field: key, after: text }];
    if (!text) return [{ field: key, after: null }];
    const parsed = typedMoney(text, currency);
    if (parsed.ok) return [{ field: key, after: parsed.money }];
    problems.push(refuse("typed amount", { what: label, why: parsed.why }, key));
    return [];
  });
  return { changes, problems };
}
