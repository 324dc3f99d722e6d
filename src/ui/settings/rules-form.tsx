"use client";

import { useState } from "react";
import type { ClaimCategory, Rules } from "@/core/documents";
import { formatAmount, parseMoney, type Money } from "@/core/money";
import type { Refusal } from "@/core/refusal";
import { useSend } from "../document/use-command";
import { Entry, Form } from "../labelled";
import { SectionTitle } from "../primitives";
import { SaveRow } from "./save-row";

type Effect = Rules["customerImport"];
type Example = { name: string; before: string; after: string } | null;
type Props = {
  rules: Rules;
  categories: Readonly<Record<string, string>>;
  currency: string;
  mayWrite: boolean;
  effects: Readonly<Record<string, string>>;
  example: Example;
};

/** Tolerances, ceilings and what an import may do, each with its effect in words before it is saved. */
export function RulesForm({ rules, categories, currency, mayWrite, effects, example }: Props) {
  const [percent, setPercent] = useState(String(rules.matching.percent));
  const [amounts, setAmounts] = useState<Record<string, string>>(() => typedAmounts(rules));
  const [days, setDays] = useState({
    duplicates: String(rules.duplicates.days),
    bank: String(rules.bankChangeDays),
    backdated: String(rules.backdatedDays),
  });
  const [effect, setEffect] = useState<Effect>(rules.customerImport);
  const [problems, setProblems] = useState<Refusal[]>([]);
  const [saved, setSaved] = useState(false);
  const { run, refusals, busy } = useSend("/api/rules", () => setSaved(true));
  const set = (key: string) => (value: string) => {
    setSaved(false);
    setAmounts({ ...amounts, [key]: value });
  };
  const save = async () => {
    const read = readRules(amounts, { percent, days, effect, currency, categories });
    setProblems(read.problems);
    if (read.problems.length === 0) await run({ rules: read.rules });
  };
  const amount = (key: string, label: string) => (
    <Entry
      key={key}
      label={`${label}, ${currency}`}
      inputMode="decimal"
      disabled={!mayWrite}
      value={amounts[key] ?? ""}
      onChange={set(key)}
    />
  );
  return (
    <Form refusals={[...problems, ...refusals]} onSave={save} className="mt-5">
      <section aria-labelledby="matching">
        <SectionTitle id="matching">Matching an invoice to its order</SectionTitle>
        <div className="grid gap-4 sm:grid-cols-2">
          <Entry
            label="A price may be over the order’s by, per cent"
            inputMode="decimal"
            disabled={!mayWrite}
            value={percent}
            onChange={setPercent}
          />
          {amount("matching", "and by no more a line than")}
        </div>
        <MatchExample percent={percent} amount={amounts.matching ?? ""} currency={currency} />
      </section>
      <section aria-labelledby="doubt" className="mt-3">
        <SectionTitle id="doubt">What raises doubt</SectionTitle>
        <div className="grid gap-4 sm:grid-cols-2">
          <Entry
            label="The same amount from a supplier within, days"
            inputMode="numeric"
            disabled={!mayWrite}
            value={days.duplicates}
            onChange={(duplicates) => setDays({ ...days, duplicates })}
          />
          <Entry
            label="A bank account counts as changed for, days"
            inputMode="numeric"
            disabled={!mayWrite}
            value={days.bank}
            onChange={(bank) => setDays({ ...days, bank })}
          />
          <Entry
            label="A document dated more than this before it is entered is held, days"
            inputMode="numeric"
            disabled={!mayWrite}
            value={days.backdated}
            onChange={(backdated) => setDays({ ...days, backdated })}
          />
        </div>
      </section>
      <section aria-labelledby="claims" className="mt-3">
        <SectionTitle id="claims">Claims: most that one line may come to, empty for no ceiling</SectionTitle>
        <div className="grid gap-4 sm:grid-cols-3">
          {amount("receiptFrom", "A receipt is needed over")}
          {amount("dailyAllowance", "Daily allowance")}
          {Object.entries(categories)
            .filter(([key]) => key !== "allowance")
            .map(([key, name]) => amount(`ceiling.${key}`, name))}
        </div>
      </section>
      <ImportEffect effect={effect} effects={effects} example={example} mayWrite={mayWrite} onChange={setEffect} />
      {mayWrite && <SaveRow busy={busy} saved={saved} />}
    </Form>
  );
}

/** What the tolerance comes to on an example, since “whichever is less” is read two ways. */
function MatchExample({ percent, amount, currency }: { percent: string; amount: string; currency: string }) {
  const most = parseMoney(amount, currency);
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

function ImportEffect({
  effect,
  effects,
  example,
  mayWrite,
  onChange,
}: {
  effect: Effect;
  effects: Props["effects"];
  example: Example;
  mayWrite: boolean;
  onChange(effect: Effect): void;
}) {
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
              name="effect"
              className="mt-1 size-4 accent-harbour"
              disabled={!mayWrite}
              checked={effect === key}
              onChange={() => onChange(key)}
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

function typedAmounts(rules: Rules): Record<string, string> {
  const { receiptFrom, dailyAllowance, ceilings } = rules.claims;
  const all: Record<string, Money | undefined> = { matching: rules.matching.amount, receiptFrom, dailyAllowance };
  for (const [key, ceiling] of Object.entries(ceilings)) all[`ceiling.${key}`] = ceiling;
  return Object.fromEntries(Object.entries(all).flatMap(([key, value]) => (value ? [[key, formatAmount(value)]] : [])));
}

type Typed = {
  percent: string;
  days: { duplicates: string; bank: string; backdated: string };
  effect: Effect;
  currency: string;
  categories: Props["categories"];
};

function readRules(amounts: Record<string, string>, { percent, days, effect, currency, categories }: Typed) {
  const problems: Refusal[] = [];
  const amount = (key: string, what: string): Money => {
    const parsed = parseMoney(amounts[key] ?? "", currency);
    if (!parsed.ok) problems.push({ code: "invalid", message: `${what}: ${parsed.message}` });
    return parsed.ok ? parsed.money : { minor: 0, currency };
  };
  const ceilings = Object.entries(categories).flatMap(([key, name]) =>
    amounts[`ceiling.${key}`]?.trim() ? [[key as ClaimCategory, amount(`ceiling.${key}`, name)] as const] : [],
  );
  const rules = {
    matching: { percent: Number(percent.replace(",", ".")), amount: amount("matching", "Tolerance a line") },
    duplicates: { days: Number(days.duplicates) },
    bankChangeDays: Number(days.bank),
    backdatedDays: Number(days.backdated),
    claims: {
      receiptFrom: amount("receiptFrom", "Receipt"),
      ceilings: Object.fromEntries(ceilings),
      dailyAllowance: amount("dailyAllowance", "Daily allowance"),
    },
    customerImport: effect,
  };
  return { rules, problems };
}
