"use client";

import { createContext, useContext, type ReactNode } from "react";
import { FormProvider, useForm, useWatch } from "react-hook-form";
import {
  documentType,
  documentTypeKeys,
  missingOf,
  ownLinesOf,
  typeWords,
  type AnyDocument,
  type MissingItem,
} from "@/core/documents";
import { fieldsOn, isAccountKind, wrongValues, type Against, type OwnField, type OwnValues } from "@/core/own-fields";
import type { Organisation } from "@/core/people";
import { namesOfEntries, sayMissing } from "@/core/words";
import { OfferedLists } from "../documents/lists";
import { OwnInput } from "../documents/own-fields";
import { emptyOwn, withReadOwn, type WithTypedOwn } from "../documents/own-model";
import { useFits } from "../documents/use-fits";
import { MoneyField } from "../form-fields";
import { typedMoney } from "@/core/money";

type Props = { type: string; organisation: Organisation; today: string; children: ReactNode };
type Typed = WithTypedOwn & { amount: string };

const Wrong = createContext<ReadonlySet<string | undefined>>(new Set());

/**
 * A form to try: a document with nothing but an amount and what is typed in the fields, and what whoever sends it would be shown. Nothing of it is kept.
 */
export function TriedForm({ type, organisation, today, children }: Props) {
  const { fields, lists, currency } = organisation;
  const ofAccount = isAccountKind(type);
  const own = {
    document: fieldsOn(fields, type, ofAccount ? "account" : "document", today),
    line: fieldsOn(fields, type, "line", today),
  };
  const form = useForm<Typed>({
    defaultValues: { amount: "", own: emptyOwn(own.document), lines: [{ own: emptyOwn(own.line) }] },
  });
  const typed = { ...form.getValues(), ...useWatch({ control: form.control }) } as Typed;
  const sample = sampleOf(ofAccount ? changing(type) : type, typed.amount, currency, today);
  const { document, problems } = withReadOwn(sample, typed, own);
  const unreadable = new Set(problems.map(({ path }) => path));
  const names = namesOfEntries(lists, fields);
  const fits = useFits(fields);
  const against = { lists, fields, fits };
  const missing = ofAccount
    ? wrongOfAccount(document.own, own.document, { ...against, day: today })
    : missingOf(document, against, { dated: today, entered: today });
  const told = [
    ...problems.map(({ message, path = "" }) => ({ path, message })),
    ...missing.flatMap(({ path, why }) =>
      why.code === "own field" && !unreadable.has(path) ? [{ path, message: sayMissing(why, names) }] : [],
    ),
  ];
  const lines = ownLinesOf(sample).length > 0;
  return (
    <FormProvider {...form}>
      <OfferedLists lists={lists} today={today} own={own} type={type}>
        <Wrong.Provider value={new Set(told.map(({ path }) => path))}>{children}</Wrong.Provider>
        {own.document.length + own.line.length > 0 && (
          <section aria-label="Tried" className="mt-6 border-t border-rule pt-3">
            <p className="text-sm font-semibold">
              Try it: type above, and read what whoever {ofAccount ? "fills it in" : "sends it"} would be shown
            </p>
            {!ofAccount && (
              <div className="mt-1 max-w-xs">
                <MoneyField name="amount" label={lines ? "The one line comes to" : "It comes to"} currency={currency} />
              </div>
            )}
            <div role="status" className="mt-2">
              {told.length === 0 ? (
                <p className="text-approved">
                  It could be {ofAccount ? "filled in" : "sent"} as it is, as far as these fields go.
                </p>
              ) : (
                <ul className="list-disc pl-5 text-held">
                  {told.map(({ path, message }) => (
                    <li key={path + message}>{message}.</li>
                  ))}
                </ul>
              )}
            </div>
          </section>
        )}
      </OfferedLists>
    </FormProvider>
  );
}

/** One field of the form that is tried. */
function Field({ field }: { field: OwnField }) {
  const wrong = useContext(Wrong);
  const path = field.part === "line" ? `lines.0.own.${field.key}` : `own.${field.key}`;
  return <OwnInput field={field} path={path} wrong={wrong.has(path)} {...(field.part === "line" && { line: 1 })} />;
}

TriedForm.Field = Field;

/** The type of the documents that change accounts of a kind. */
const changing = (kind: string) => documentTypeKeys.find((key) => typeWords(key).partyForm === kind)!;

/** What could not stand in fields of an account. */
function wrongOfAccount(values: OwnValues = {}, fields: readonly OwnField[], against: Against): MissingItem[] {
  return wrongValues(values, fields, () => false, against).map(({ key, why }) => ({
    path: `own.${key}`,
    why: { code: "own field", values: { line: null, why } },
  }));
}

function sampleOf(type: string, amount: string, currency: string, date: string): AnyDocument {
  const parsed = typedMoney(amount, currency);
  const minor = parsed.ok ? Math.max(0, parsed.money.minor) : 0;
  return documentType(type).sample({ requester: "trial", unit: "trial", date, currency, minor });
}
