"use client";

import type { Rules } from "@/core/documents";
import { sayAccount } from "@/core/payments";
import { ChoiceField, TextField, TypedForm, useSettingsForm } from "../form-fields";
import { SectionTitle } from "../primitives";
import { SaveRow } from "./save-row";

const WEEKDAYS = ["Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"];

/** On which day is paid, and from which account; without one no payment file is made. */
export function PaymentsForm({
  payments,
  payer,
  mayWrite,
}: {
  payments: Rules["payments"];
  payer: string;
  mayWrite: boolean;
}) {
  const { form, run, refusals, busy, saved } = useSettingsForm("/api/rules", {
    ...payments,
    weekday: String(payments.weekday),
  });
  return (
    <TypedForm
      form={form}
      refusals={refusals}
      onSave={({ weekday, bic, ...typed }) =>
        run({ rules: { payments: { ...typed, weekday: Number(weekday), bic: bic.trim().toUpperCase() } } })
      }
      className="mt-8"
    >
      <section aria-labelledby="payments">
        <SectionTitle id="payments">Payments</SectionTitle>
        <fieldset disabled={!mayWrite} className="grid gap-4 sm:grid-cols-2">
          <ChoiceField name="weekday" label="Usual day of payment">
            {WEEKDAYS.map((name, index) => (
              <option key={name} value={index + 1}>
                {name}
              </option>
            ))}
          </ChoiceField>
          <TextField
            name="account"
            label="Account that is paid from"
            hint="An IBAN, or another account number. It stands in the payment file."
            onBlur={() => form.setValue("account", sayAccount(form.getValues("account")))}
          />
          <TextField name="payer" label="Holder of the account" hint={`Empty for ${payer}`} maxLength={70} />
          <TextField name="bic" label="BIC of its bank" hint="Only where the bank asks for it" maxLength={11} />
        </fieldset>
      </section>
      {mayWrite && <SaveRow busy={busy} saved={saved} what="payments" />}
    </TypedForm>
  );
}
