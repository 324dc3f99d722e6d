"use client";

import type { Rules } from "@/core/documents";
import { TextField, TextsField, TypedForm, useSettingsForm } from "../form-fields";
import { SectionTitle } from "../primitives";
import { SaveRow } from "./save-row";

type Letterhead = Rules["letterhead"];

/** What suppliers read on an order: where to deliver and invoice, and whom to ask. */
export function LetterheadForm({ letterhead, mayWrite }: { letterhead: Letterhead; mayWrite: boolean }) {
  const { form, run, refusals, busy, saved } = useSettingsForm("/api/rules", letterhead);
  return (
    <TypedForm
      form={form}
      refusals={refusals}
      onSave={(typed) => run({ rules: { letterhead: typed } })}
      className="mt-8"
    >
      <section aria-labelledby="letterhead">
        <SectionTitle id="letterhead">On orders to suppliers</SectionTitle>
        <fieldset disabled={!mayWrite} className="grid gap-4 sm:grid-cols-2">
          <div className="sm:row-span-2">
            <TextsField name="address" label="Our address" maxLength={300} />
          </div>
          <TextField name="taxNumber" label="Our tax number" maxLength={40} />
          <TextField name="email" label="Questions go to" type="email" maxLength={120} />
        </fieldset>
      </section>
      {mayWrite && <SaveRow busy={busy} saved={saved} what="what stands on orders" />}
    </TypedForm>
  );
}
