"use client";

import { useState } from "react";
import { useForm } from "react-hook-form";
import { isAmountField } from "@/core/documents";
import { parseMoney } from "@/core/money";
import type { Refusal } from "@/core/refusal";
import { refuse } from "@/core/words";
import { typeValue, type Value } from "../documents/account-changes";
import { EntryField, OfferedLists } from "../documents/lists";
import type { Lists } from "@/core/lists";
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
  mayChange: boolean;
};

/** What an account says: what is approved before it changes, and what changes at once, which can be changed here. */
export function AccountParticulars({ controlled, free, mayChange, ...account }: Props) {
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
      {open && <ChangeAtOnce {...account} fields={free} onDone={() => setOpen(false)} />}
    </>
  );
}

function Said({ heading, fields }: { heading: string; fields: readonly Field[] }) {
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

type ChangeProps = Pick<Props, "account" | "lists" | "today"> & { fields: readonly Field[]; onDone(): void };

function ChangeAtOnce({ account, fields, lists, today, onDone }: ChangeProps) {
  const start = Object.fromEntries(fields.map(({ key, value }) => [key, typeValue(value)]));
  const form = useForm<Record<string, string>>({ defaultValues: start });
  const [problems, setProblems] = useState<Refusal[]>([]);
  const { run, refusals, busy } = useSend("/api/accounts", onDone);
  const save = async (typed: Record<string, string>) => {
    const { changes, problems: found } = readTyped(typed, start, fields, account.currency);
    setProblems(found);
    if (found.length > 0) return;
    if (changes.length === 0) return onDone();
    await run({ type: "change", account: account.id, changes });
  };
  return (
    <OfferedLists lists={lists} today={today}>
      <TypedForm
        form={form}
        refusals={[...problems, ...refusals]}
        onSave={save}
        className="mt-3 border border-rule bg-panel p-4"
      >
        <p className="text-sm">What you save counts at once, and stands in the log with your name.</p>
        {fields.map(({ key, label }) =>
          key === "paymentTerms" ? (
            <EntryField key={key} name={key} list="payment-terms" label={label} />
          ) : isAmountField(key) ? (
            <MoneyField key={key} name={key} label={label} currency={account.currency} />
          ) : (
            <TextField key={key} name={key} label={label} maxLength={200} />
          ),
        )}
        <div className="flex gap-2">
          <Button type="submit" look="solid" disabled={busy}>
            Save
          </Button>
          <Button onClick={onDone}>Cancel</Button>
        </div>
      </TypedForm>
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
    const parsed = parseMoney(text, currency);
    if (parsed.ok) return [{ field: key, after: parsed.money }];
    problems.push(refuse("typed amount", { what: label, why: parsed.why }, key));
    return [];
  });
  return { changes, problems };
}
