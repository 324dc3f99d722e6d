"use client";

import { useState } from "react";
import type { Rules } from "@/core/documents";
import { sayAccount } from "@/core/payments";
import { useSend } from "../document/use-command";
import { Choice, Entry, Form } from "../labelled";
import { SectionTitle } from "../primitives";
import { SaveRow } from "./save-row";

type Payments = Rules["payments"];
const WEEKDAYS = ["Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"];

/** On which day is paid, and from which account; without one no payment file is made. */
export function PaymentsForm({ payments, payer, mayWrite }: { payments: Payments; payer: string; mayWrite: boolean }) {
  const [typed, setTyped] = useState(payments);
  const [saved, setSaved] = useState(false);
  const { run, refusals, busy } = useSend("/api/rules", () => setSaved(true));
  const set = (change: Partial<Payments>) => {
    setSaved(false);
    setTyped({ ...typed, ...change });
  };
  return (
    <Form
      refusals={refusals}
      onSave={() => run({ rules: { payments: { ...typed, bic: typed.bic.trim().toUpperCase() } } })}
      className="mt-8"
    >
      <section aria-labelledby="payments">
        <SectionTitle id="payments">Payments</SectionTitle>
        <fieldset disabled={!mayWrite} className="grid gap-4 sm:grid-cols-2">
          <Choice
            label="Usual day of payment"
            value={String(typed.weekday)}
            onChange={(weekday) => set({ weekday: Number(weekday) })}
          >
            {WEEKDAYS.map((name, index) => (
              <option key={name} value={index + 1}>
                {name}
              </option>
            ))}
          </Choice>
          <Entry
            label="Account that is paid from"
            hint="An IBAN, or another account number. It stands in the payment file."
            value={typed.account}
            onChange={(account) => set({ account })}
            onBlur={() => set({ account: sayAccount(typed.account) })}
          />
          <Entry
            label="Holder of the account"
            hint={`Empty for ${payer}`}
            value={typed.payer}
            maxLength={70}
            onChange={(name) => set({ payer: name })}
          />
          <Entry
            label="BIC of its bank"
            hint="Only where the bank asks for it"
            value={typed.bic}
            maxLength={11}
            onChange={(bic) => set({ bic })}
          />
        </fieldset>
      </section>
      {mayWrite && <SaveRow busy={busy} saved={saved} what="payments" />}
    </Form>
  );
}
