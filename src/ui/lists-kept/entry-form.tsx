"use client";

import { useState } from "react";
import { useForm } from "react-hook-form";
import type { Attribute } from "@/core/lists";
import type { Refusal } from "@/core/refusal";
import { ATTRIBUTE_WORDS } from "@/core/words";
import { useSend } from "../document/use-command";
import {
  ChoiceField,
  DayField,
  MoneyField,
  PersonField,
  TextField,
  TickField,
  TypedForm,
  readAmount,
} from "../form-fields";
import type { Picked } from "../people/person-picker";
import { Button } from "../primitives";
import type { EntryRow, ListView, Named } from "./types";

type Typed = {
  key: string;
  name: string;
  firstDay: string;
  lastDay: string;
  from: string;
  owner: Picked | null;
  text: Partial<Record<Attribute, string>>;
  yes: Partial<Record<Attribute, boolean>>;
};

type Given = {
  view: ListView;
  row: EntryRow | null;
  currency: string;
  units: readonly Named[];
  taxRates: readonly Named[];
};

/** An entry, new or as it is, where it stands in the list. */
export function EntryForm({ onDone, ...given }: Given & { onDone(): void }) {
  const { view, row, currency } = given;
  const form = useForm<Typed>({ defaultValues: typedOf(row) });
  const [problems, setProblems] = useState<Refusal[]>([]);
  const { run, refusals, busy } = useSend("/api/lists", onDone);
  const save = async (typed: Typed) => {
    const read = readEntry(typed, view, currency);
    setProblems(read.problems);
    if (read.problems.length === 0)
      await run({ change: { type: "save entry", list: view.id, ...read.entry, from: typed.from || null } });
  };
  return (
    <TypedForm form={form} refusals={[...problems, ...refusals]} onSave={save}>
      <div className="grid gap-x-4 gap-y-3 sm:grid-cols-2 lg:grid-cols-4">
        {row ? (
          <p>
            <span className="text-sm font-semibold">Key</span>
            <span className="block min-h-9 py-1.5">{row.key}</span>
          </p>
        ) : (
          <TextField name="key" label="Key" hint="As files and documents name it; it stays." maxLength={40} required />
        )}
        <TextField name="name" label="Name" maxLength={80} required />
        {view.with.map((attribute) => (
          <AttributeField key={attribute} attribute={attribute} {...given} />
        ))}
        <DayField name="firstDay" label="First day" hint="Empty: always." />
        <DayField name="lastDay" label="Last day" hint="Ends it; nothing that names it changes." />
        {row && <DayField name="from" label="Effective from" hint="Today, if left empty." />}
      </div>
      <div className="flex gap-2">
        <Button type="submit" look="solid" disabled={busy}>
          {row ? "Save" : "Add"}
        </Button>
        <Button onClick={onDone}>Cancel</Button>
      </div>
    </TypedForm>
  );
}

const typedOf = (row: EntryRow | null): Typed => ({
  key: row?.key ?? "",
  name: row?.name ?? "",
  firstDay: row?.firstDay ?? "",
  lastDay: row?.lastDay ?? "",
  from: "",
  owner: row?.owner ?? null,
  text: Object.fromEntries((row?.attributes ?? []).map(({ attribute, typed }) => [attribute, typed])),
  yes: Object.fromEntries((row?.attributes ?? []).map(({ attribute, typed }) => [attribute, typed === "yes"])),
});

type Field = Given & { attribute: Attribute };

const choice =
  (items: (given: Given) => readonly Named[]) =>
  ({ attribute, ...given }: Field) => (
    <ChoiceField name={`text.${attribute}`} label={ATTRIBUTE_WORDS[attribute]}>
      <option value="">none</option>
      {items(given).map(({ id, name }) => (
        <option key={id} value={id}>
          {name}
        </option>
      ))}
    </ChoiceField>
  );
const amount = ({ attribute, currency }: Field) => (
  <MoneyField name={`text.${attribute}`} label={ATTRIBUTE_WORDS[attribute]} currency={currency} />
);
const yes = ({ attribute }: Field) => <TickField name={`yes.${attribute}`} label={ATTRIBUTE_WORDS[attribute]} />;
const text = (hint: string, most: number) =>
  function Text({ attribute }: Field) {
    return <TextField name={`text.${attribute}`} label={ATTRIBUTE_WORDS[attribute]} hint={hint} maxLength={most} />;
  };

/** With what each attribute is typed; total, so that a new one has its field. */
const FIELDS: Readonly<Record<Attribute, (field: Field) => React.ReactNode>> = {
  owner: () => <PersonField name="owner" label={ATTRIBUTE_WORDS.owner} none="nobody" />,
  unit: choice(({ units }) => units),
  percent: text("Such as 20 or 6.5.", 5),
  country: text("Two letters, ISO 3166.", 2),
  days: text("A whole number.", 4),
  usual: yes,
  tax: choice(({ taxRates }) => taxRates),
  ceiling: amount,
  receiptFrom: amount,
  allowance: amount,
  inAllowance: yes,
  firstLimit: yes,
  newSupplier: yes,
};

function AttributeField(field: Field) {
  return FIELDS[field.attribute](field);
}

/** How each attribute is read of what was typed; total. */
const READ: Readonly<Record<Attribute, (typed: Typed, read: (what: Attribute) => unknown) => unknown>> = {
  owner: ({ owner }) => owner?.id ?? null,
  unit: ({ text: { unit } }) => unit || null,
  percent: ({ text: { percent } }) => percent?.trim().replace(",", ".") || null,
  country: ({ text: { country } }) => country?.trim().toUpperCase() || null,
  days: ({ text: { days } }) => (days?.trim() ? Number(days) : null),
  usual: ({ yes: { usual } }) => usual || null,
  tax: ({ text: { tax } }) => tax || null,
  ceiling: (_, read) => read("ceiling"),
  receiptFrom: (_, read) => read("receiptFrom"),
  allowance: (_, read) => read("allowance"),
  inAllowance: ({ yes: { inAllowance } }) => inAllowance || null,
  firstLimit: ({ yes: { firstLimit } }) => firstLimit || null,
  newSupplier: ({ yes: { newSupplier } }) => newSupplier || null,
};

function readEntry(typed: Typed, view: ListView, currency: string) {
  const problems: Refusal[] = [];
  const money = (what: Attribute) => {
    const written = typed.text[what] ?? "";
    return written.trim() ? readAmount(written, currency, ATTRIBUTE_WORDS[what], problems) : null;
  };
  const entry = {
    key: typed.key.trim(),
    name: typed.name.trim(),
    firstDay: typed.firstDay || null,
    lastDay: typed.lastDay || null,
    ...Object.fromEntries(view.with.map((attribute) => [attribute, READ[attribute](typed, money)])),
  };
  return { entry, problems };
}
