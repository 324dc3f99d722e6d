"use client";

import type { ReactNode } from "react";
import { FormProvider, useFieldArray, useFormContext, useWatch, type UseFormReturn } from "react-hook-form";
import { documentType, ownLinesOf, typeWords, type AnyDocument } from "@/core/documents";
import { isOpen, type Lists } from "@/core/lists";
import { typedMoney } from "@/core/money";
import { fieldsOn, type OwnField, type OwnPart, type OwnValues } from "@/core/own-fields";
import type { Directory } from "@/core/people";
import { fieldsIn, fieldsNamedBy, type Policy } from "@/core/policy";
import { capital } from "@/core/text";
import { Currencies, MoneyOf } from "../documents/fields";
import { EntryField, OfferedLists } from "../documents/lists";
import { OwnInput } from "../documents/own-fields";
import { emptyOwn, readValues, withReadOwn, type TypedOwn } from "../documents/own-model";
import { PersonField } from "../form-fields";
import { AmountsIn } from "../money-input";
import type { Picked } from "../people/person-picker";
import { Button } from "../primitives";

type TriedLine = { amount: string; category: string; costCentre: string; own: TypedOwn };

/** What is typed of a document that is tried: as little of one as decides where it goes. */
export type Tried = {
  requester: Picked | null;
  currency: string;
  supplier: string;
  lines: TriedLine[];
  own: TypedOwn;
  /** What the account of the other party says. */
  account: TypedOwn;
};

type On = Readonly<Record<OwnPart, readonly OwnField[]>>;

/** Fields of the organisation's own that whoever sends a document under a policy fills in on a day, and those of the account that it has to do with. @param day ISO date */
export function ownOf({ documentType: type }: Policy, { organisation: { fields } }: Directory, day: string): On {
  const { account } = typeWords(type);
  return {
    document: fieldsOn(fields, type, "document", day),
    line: fieldsOn(fields, type, "line", day),
    account: account ? fieldsOn(fields, account, "account", day) : [],
  };
}

const emptyLine = (own: On): TriedLine => ({ amount: "", category: "", costCentre: "", own: emptyOwn(own.line) });

/** Nothing typed yet. */
export function emptyTried({ currency }: Policy, own: On): Tried {
  return {
    requester: null,
    currency,
    supplier: "",
    lines: [emptyLine(own)],
    own: emptyOwn(own.document),
    account: emptyOwn(own.account),
  };
}

/** The document that was typed, as far as it goes; null while nobody asks or an amount is none. */
export function readTried(
  typed: Tried,
  { documentType: key }: Policy,
  own: On,
  date: string,
  { person }: Directory,
): AnyDocument | null {
  const { requester, currency, supplier } = typed;
  const unit = requester && person(requester.id)?.unit;
  const amounts = typed.lines.map(({ amount }) => typedMoney(amount, currency));
  if (!requester || !unit || amounts.some((one) => !one.ok)) return null;
  const [first, ...more] = typed.lines.map((line, index): AnyDocument => {
    const amount = amounts[index]!;
    return documentType(key).sample({
      requester: requester.id,
      unit,
      date,
      currency,
      minor: amount.ok ? amount.money.minor : 0,
      category: line.category,
      party: supplier,
    });
  });
  const lines = [first!, ...more].flatMap((one, index) =>
    ownLinesOf(one).map((line) => ({
      ...line,
      ...(typed.lines[index]!.costCentre && { costCentre: typed.lines[index]!.costCentre }),
    })),
  );
  const whole = lines.length > 0 ? ({ ...first!, lines } as AnyDocument) : first!;
  return withReadOwn(whole, typed, own).document;
}

/** What was typed of the account of the other party, as the document would find it. */
export function triedAccount(typed: Tried, own: On): OwnValues {
  return readValues(own.account, typed.account, typed.currency, "account.").values;
}

type Props = {
  form: UseFormReturn<Tried>;
  policy: Policy;
  directory: Directory;
  own: On;
  day: string;
  children: ReactNode;
};

/** A list of more is searched on the server, as in a document's form. */
const MOST_SENT = 40;

function shortLists(lists: Lists, day: string): Lists {
  return lists.flatMap((list) => {
    const entries = list.entries.filter((entry) => isOpen(entry, day));
    return entries.length > MOST_SENT ? [] : [{ ...list, entries }];
  });
}

/** What decides where a document goes, to be typed: amounts by line with their category and cost centre, who asks, and the fields that the policy names. */
export function TriedFields({ form, policy, directory, own, day, children }: Props) {
  const { documentType: type } = policy;
  const words = typeWords(type);
  const party = words.fields.find((field) => field.key === "supplier" || field.key === "customer");
  const named = new Set(fieldsNamedBy(policy));
  const asked = own.document.filter(({ key }) => named.has(key));
  const ofAccount = own.account.filter(({ key }) => named.has(key));
  const others = own.document.filter(({ key }) => !named.has(key));
  const currency = useWatch({ control: form.control, name: "currency" });
  return (
    <FormProvider {...form}>
      <AmountsIn currency={currency}>
        <OfferedLists lists={shortLists(directory.organisation.lists, day)} today={day} own={own} type={type}>
          <div className="flex flex-col gap-2">
            <Lines policy={policy} directory={directory} own={own} />
            <PersonField name="requester" label="Asked for by" />
            {party && (
              <label className="block">
                <span className="text-sm font-semibold">{capital(party.label)}</span>
                <input {...form.register("supplier")} className="field" maxLength={120} />
              </label>
            )}
            <OwnInputs fields={asked} at="own" />
            {ofAccount.length > 0 && (
              <fieldset className="border-l-2 border-rule pl-2">
                <legend className="text-sm font-semibold text-soft">
                  What the account of the {words.account} says
                </legend>
                <OwnInputs fields={ofAccount} at="account" />
              </fieldset>
            )}
            {others.length > 0 && (
              <details>
                <summary className="min-h-7 cursor-pointer text-sm text-harbour">
                  Fields that this policy does not name ({others.length})
                </summary>
                <OwnInputs fields={others} at="own" />
              </details>
            )}
            {children}
          </div>
        </OfferedLists>
      </AmountsIn>
    </FormProvider>
  );
}

function OwnInputs({ fields, at }: { fields: readonly OwnField[]; at: "own" | "account" }) {
  return fields.map((field) => <OwnInput key={field.key} field={field} path={`${at}.${field.key}`} wrong={false} />);
}

function Lines({ policy, directory, own }: Pick<Props, "policy" | "directory" | "own">) {
  const { control } = useFormContext<Tried>();
  const { fields, append, remove } = useFieldArray({ control, name: "lines" });
  const currency = useWatch<Tried, "currency">({ name: "currency" });
  const known = fieldsIn(policy.documentType, directory);
  const has = (key: string) => known.find((field) => field.key === key);
  const { byLine } = typeWords(policy.documentType);
  return (
    <>
      {fields.map(({ id }, index) => (
        <Line
          key={id}
          index={index}
          label={fields.length > 1 ? `Line ${index + 1} comes to, ${currency}` : `Amount in ${currency}`}
          category={has("category")?.list ?? null}
          costCentre={has("costCentre")?.list ?? null}
          own={own.line}
          onRemove={fields.length > 1 ? () => remove(index) : null}
        />
      ))}
      <div className="flex items-end gap-2">
        {byLine && (
          <Button small onClick={() => append(emptyLine(own))}>
            Another line
          </Button>
        )}
        <CurrencyOfTrial />
      </div>
    </>
  );
}

function CurrencyOfTrial() {
  const { register } = useFormContext<Tried>();
  return (
    <label className="block w-24">
      <span className="text-sm font-semibold">Currency</span>
      <select {...register("currency")} className="field">
        <Currencies />
      </select>
    </label>
  );
}

type LineProps = {
  index: number;
  label: string;
  category: string | null;
  costCentre: string | null;
  own: readonly OwnField[];
  onRemove: (() => void) | null;
};

function Line({ index, label, category, costCentre, own, onRemove }: LineProps) {
  const currency = useWatch<Tried, "currency">({ name: "currency" });
  const at = `lines.${index}`;
  return (
    <div className="flex flex-col gap-2 border-l-2 border-rule pl-2">
      <div>
        <label htmlFor={`${at}.amount`} className="text-sm font-semibold">
          {label}
        </label>
        <MoneyOf name={`${at}.amount`} currency={currency} />
      </div>
      {category && <EntryField name={`${at}.category`} list={category} label="Category" />}
      {costCentre && <EntryField name={`${at}.costCentre`} list={costCentre} label="Cost centre" />}
      {own.map((field) => (
        <OwnInput key={field.key} field={field} path={`${at}.own.${field.key}`} wrong={false} />
      ))}
      {onRemove && (
        <Button small look="quiet" className="self-start" onClick={onRemove}>
          Take the line out<span className="sr-only"> {index + 1}</span>
        </Button>
      )}
    </div>
  );
}
