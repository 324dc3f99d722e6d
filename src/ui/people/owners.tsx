"use client";

import { useState } from "react";
import { refuse } from "@/core/words";
import { useForm } from "react-hook-form";
import { Sheet } from "../frame/sheet";
import { ChoiceField, DayField, PersonField, TextField, TypedForm } from "../form-fields";
import { Button } from "../primitives";
import type { Picked } from "./person-picker";
import { PersonLink, StateMark, type State } from "./state";
import { useChange } from "./use-change";

type Of = "customer" | "supplier";
export type Owner = { of: Of; key: string; person: Picked & { state: State } };

const NAME: Record<Of, string> = { supplier: "Supplier", customer: "Customer" };

/** Who owns which supplier or customer; levels may ask the owner. Owners of cost centres and projects stand in their lists. */
export function Owners({ owners, mayWrite }: { owners: Owner[]; mayWrite: boolean }) {
  const [open, setOpen] = useState<Owner | "new" | null>(null);
  return (
    <section aria-labelledby="owners">
      <div className="mb-1 flex items-center justify-between gap-3">
        <h2 id="owners" className="text-lg font-semibold">
          Owners of suppliers and customers
        </h2>
        {mayWrite && (
          <Button small onClick={() => setOpen("new")}>
            New owner
          </Button>
        )}
      </div>
      {owners.length === 0 && (
        <p className="text-soft">Nothing has an owner yet; a level that asks one holds what it gets.</p>
      )}
      <ul className="gap-x-10 border-t border-rule lg:columns-2">
        {owners.map((owner) => (
          <li
            key={owner.of + owner.key}
            className="flex break-inside-avoid items-baseline justify-between gap-3 border-b border-rule/70 py-1"
          >
            <span>
              <span className="text-soft">{NAME[owner.of]}</span> <b className="font-semibold">{owner.key}</b>:{" "}
              <PersonLink person={owner.person} /> <StateMark state={owner.person.state} />
            </span>
            {mayWrite && (
              <Button small look="quiet" onClick={() => setOpen(owner)}>
                Change<span className="sr-only"> the owner of {owner.key}</span>
              </Button>
            )}
          </li>
        ))}
      </ul>
      <Sheet
        open={open !== null}
        onOpenChange={() => setOpen(null)}
        title={open && open !== "new" ? `Who owns ${open.key}` : "A new owner"}
      >
        {open && <OwnerForm owner={open === "new" ? null : open} onDone={() => setOpen(null)} />}
      </Sheet>
    </section>
  );
}

type Typed = { of: Of; key: string; person: Picked | null; from: string };

function OwnerForm({ owner, onDone }: { owner: Owner | null; onDone(): void }) {
  const { change, busy, refusals, refuseBeforehand } = useChange();
  const form = useForm<Typed>({
    defaultValues: { of: owner?.of ?? "supplier", key: owner?.key ?? "", person: owner?.person ?? null, from: "" },
  });
  const save = async ({ of, key, person, from }: Typed) => {
    if (!person) return refuseBeforehand(refuse("nobody chosen as owner"));
    if (await change({ type: "set owner", of, key, person: person.id, from: from || null })) onDone();
  };
  return (
    <TypedForm form={form} refusals={refusals} onSave={save}>
      {!owner && (
        <>
          <ChoiceField name="of" label="Of what">
            {Object.entries(NAME).map(([value, name]) => (
              <option key={value} value={value}>
                {name}
              </option>
            ))}
          </ChoiceField>
          <TextField name="key" label="As it stands on documents" required maxLength={120} />
        </>
      )}
      <PersonField name="person" label="Owner" />
      <DayField name="from" label="From" hint="Today, if left empty." />
      <Button type="submit" look="solid" disabled={busy}>
        Save owner
      </Button>
    </TypedForm>
  );
}
