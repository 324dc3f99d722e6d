"use client";

import { useId, useState } from "react";
import type { Rules } from "@/core/documents";
import { useSend } from "../document/use-command";
import { Entry, Form } from "../labelled";
import { SectionTitle } from "../primitives";
import { SaveRow } from "./save-row";

type Letterhead = Rules["letterhead"];

/** What suppliers read on an order: where to deliver and invoice, and whom to ask. */
export function LetterheadForm({ letterhead, mayWrite }: { letterhead: Letterhead; mayWrite: boolean }) {
  const [typed, setTyped] = useState(letterhead);
  const [saved, setSaved] = useState(false);
  const id = useId();
  const { run, refusals, busy } = useSend("/api/rules", () => setSaved(true));
  const set = (change: Partial<Letterhead>) => {
    setSaved(false);
    setTyped({ ...typed, ...change });
  };
  return (
    <Form refusals={refusals} onSave={() => run({ rules: { letterhead: typed } })} className="mt-8">
      <section aria-labelledby="letterhead">
        <SectionTitle id="letterhead">On orders to suppliers</SectionTitle>
        <fieldset disabled={!mayWrite} className="grid gap-4 sm:grid-cols-2">
          <div className="sm:row-span-2">
            <label htmlFor={id} className="text-sm font-semibold">
              Our address
            </label>
            <textarea
              id={id}
              className="field min-h-24"
              maxLength={300}
              value={typed.address}
              onChange={(event) => set({ address: event.target.value })}
            />
          </div>
          <Entry
            label="Our tax number"
            value={typed.taxNumber}
            maxLength={40}
            onChange={(taxNumber) => set({ taxNumber })}
          />
          <Entry
            label="Questions go to"
            type="email"
            value={typed.email}
            maxLength={120}
            onChange={(email) => set({ email })}
          />
        </fieldset>
      </section>
      {mayWrite && <SaveRow busy={busy} saved={saved} what="what stands on orders" />}
    </Form>
  );
}
