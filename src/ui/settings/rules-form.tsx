"use client";

import { useState } from "react";
import { useFormContext, useWatch } from "react-hook-form";
import { CUSTOMER_FIELDS, SUPPLIER_FIELDS, type Rules } from "@/core/documents";
import { formatAmount, typedMoney, type Money } from "@/core/money";
import type { Refusal } from "@/core/refusal";
import { joinWords } from "@/core/text";
import {
  MoneyField,
  TextField,
  TickOfField,
  TypedForm,
  readAmount,
  typedAmount,
  useSettingsForm,
} from "../form-fields";
import { SectionTitle } from "../primitives";
import { SaveRow } from "./save-row";

type Effect = Rules["customerImport"];
type Example = { name: string; before: string; after: string } | null;
type Props = {
  rules: Rules;
  currency: string;
  mayWrite: boolean;
  effects: Readonly<Record<string, string>>;
  example: Example;
};

/** Tolerances, ceilings and what an import may do, each with its effect in words before it is saved. */
export function RulesForm({ rules, currency, mayWrite, effects, example }: Props) {
  const [problems, setProblems] = useState<Refusal[]>([]);
  const { form, run, refusals, busy, saved } = useSettingsForm<Typed>("/api/rules", typedRules(rules));
  const save = async (typed: Typed) => {
    const read = readRules(typed, currency);
    setProblems(read.problems);
    if (read.problems.length === 0) await run({ rules: read.rules });
  };
  const amount = (key: string, label: string) => (
    <MoneyField key={key} name={`amounts.${key}`} label={label} currency={currency} disabled={!mayWrite} />
  );
  const days = (key: keyof Typed["days"], label: string) => (
    <TextField name={`days.${key}`} label={`${label}, days`} inputMode="numeric" disabled={!mayWrite} />
  );
  return (
    <TypedForm form={form} refusals={[...problems, ...refusals]} onSave={save} className="mt-5">
      <section aria-labelledby="matching">
        <SectionTitle id="matching">Matching an invoice to its order</SectionTitle>
        <div className="grid gap-4 sm:grid-cols-2">
          <TextField
            name="percent"
            label="A price may be over the order’s by, per cent"
            inputMode="decimal"
            disabled={!mayWrite}
          />
          {amount("matching", "and by no more a line than")}
        </div>
        <MatchExample currency={currency} />
      </section>
      <section aria-labelledby="doubt" className="mt-3">
        <SectionTitle id="doubt">Duplicate and bank-change checks</SectionTitle>
        <div className="grid gap-4 sm:grid-cols-2">
          {days("duplicates", "The same amount from a supplier within")}
          {days("bank", "A bank account counts as changed for")}
          {days("backdated", "A document dated more than this before it is entered is held")}
        </div>
      </section>
      <section aria-labelledby="controlled" className="mt-3">
        <SectionTitle id="controlled">Which fields of an account are approved before they change</SectionTitle>
        <p className="text-soft">
          A change of what is ticked becomes a document and counts once it is approved. Everything else counts at once,
          and stands in the log with who changed it. Of fields of your own it is said with each field.
        </p>
        <div className="mt-1 grid gap-4 sm:grid-cols-2">
          {KINDS.map(([kind, legend, fields]) => (
            <fieldset key={kind} disabled={!mayWrite}>
              <legend className="text-sm font-semibold">{legend}</legend>
              {Object.entries(fields).map(([key, label]) => (
                <TickOfField key={key} name={`controlled.${kind}`} one={key} label={label} />
              ))}
            </fieldset>
          ))}
        </div>
        <Uncontrolled />
      </section>
      <ImportEffect effects={effects} example={example} mayWrite={mayWrite} />
      {mayWrite && <SaveRow busy={busy} saved={saved} />}
    </TypedForm>
  );
}

/** What the tolerance comes to on an example, since “whichever is less” is read two ways. */
function MatchExample({ currency }: { currency: string }) {
  const { percent, amounts } = useWatch<Typed>() as Typed;
  const most = typedMoney(amounts.matching, currency);
  const share = Number(percent);
  if (!most.ok || !Number.isFinite(share)) return null;
  const line = { minor: 100_000, currency };
  const tolerance = { minor: Math.min(Math.floor((line.minor * share) / 100), most.money.minor), currency };
  return (
    <p className="mt-1 text-sm text-soft">
      The lesser of the two counts: on a line ordered at {formatAmount(line)} an invoice may charge up to{" "}
      {formatAmount({ ...line, minor: line.minor + tolerance.minor })}.
    </p>
  );
}

function ImportEffect({ effects, example, mayWrite }: Pick<Props, "effects" | "example" | "mayWrite">) {
  const { register } = useFormContext<Typed>();
  const { effect } = useWatch<Typed>() as Typed;
  const names: Record<Effect, string> = { apply: "Apply it", refuse: "Refuse it", propose: "Make a proposal" };
  return (
    <fieldset className="mt-3">
      <legend className="mb-2 text-sm font-semibold">
        A table of customers differs from an account
        {example && (
          <span className="font-normal text-soft">
            , say the limit of {example.name}: {example.before} here, {example.after} in the file
          </span>
        )}
      </legend>
      <div className="grid gap-3 sm:grid-cols-3">
        {(Object.keys(names) as Effect[]).map((key) => (
          <label
            key={key}
            className={`flex gap-2 border p-3 ${effect === key ? "border-harbour bg-mist/40" : "border-rule"}`}
          >
            <input
              type="radio"
              value={key}
              className="mt-1 size-4 accent-harbour"
              {...register("effect")}
              disabled={!mayWrite}
            />
            <span>
              <b className="font-semibold">{names[key]}</b>
              <span className="block text-sm text-soft">The change {effects[key]}.</span>
              {example && <span className="mt-1 block text-sm">{sayExample(key, example)}</span>}
            </span>
          </label>
        ))}
      </div>
    </fieldset>
  );
}

function sayExample(effect: Effect, { name, before, after }: NonNullable<Example>): string {
  return {
    apply: `${name} would have ${after} from that moment, with nobody’s approval on record.`,
    refuse: `The file would be refused, and ${name} would keep ${before}.`,
    propose: `${name} would keep ${before}; a proposal of ${after} would go to its approvers.`,
  }[effect];
}

const KINDS = [
  ["customer", "Of customers", CUSTOMER_FIELDS],
  ["supplier", "Of suppliers", SUPPLIER_FIELDS],
] as const;

/** What it means that money can move by a change that nobody approves. */
function Uncontrolled() {
  const controlled = useWatch<Typed, "controlled">({ name: "controlled" });
  const free = KINDS.flatMap(([kind, , fields]) =>
    GRAVE.filter((key) => key in fields && !(controlled[kind] as string[]).includes(key)).map(
      (key) => `the ${{ bankAccount: "bank account", limit: "limit" }[key]} of a ${kind}`,
    ),
  );
  if (free.length === 0) return null;
  return (
    <p role="status" className="mt-2 border-l-3 border-waiting bg-waiting-wash px-3 py-2 text-waiting">
      Anybody in accounts could change {joinWords(free, "and")} alone, and it would count from that moment.
    </p>
  );
}

const GRAVE = ["bankAccount", "limit"] as const;

type Typed = {
  controlled: Rules["controlled"];
  percent: string;
  amounts: { matching: string };
  days: { duplicates: string; bank: string; backdated: string };
  effect: Effect;
};

function typedRules(rules: Rules): Typed {
  return {
    controlled: rules.controlled,
    percent: String(rules.matching.percent),
    amounts: { matching: typedAmount(rules.matching.amount) },
    days: {
      duplicates: String(rules.duplicates.days),
      bank: String(rules.bankChangeDays),
      backdated: String(rules.backdatedDays),
    },
    effect: rules.customerImport,
  };
}

function readRules({ controlled, percent, amounts, days, effect }: Typed, currency: string) {
  const problems: Refusal[] = [];
  const amount = (typed: string, what: string): Money =>
    readAmount(typed, currency, what, problems) ?? { minor: 0, currency };
  const rules = {
    controlled,
    matching: {
      percent: Number(percent.replace(",", ".")),
      amount: amount(amounts.matching, "Tolerance a line"),
    },
    duplicates: { days: Number(days.duplicates) },
    bankChangeDays: Number(days.bank),
    backdatedDays: Number(days.backdated),
    customerImport: effect,
  };
  return { rules, problems };
}
