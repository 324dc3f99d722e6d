"use client";

import { useState } from "react";
import { Sheet } from "../frame/sheet";
import { Choice, Entry, Form } from "../labelled";
import { Button } from "../primitives";
import { PersonPicker, type Picked } from "./person-picker";
import { PersonLink, StateMark, type State } from "./state";
import { useChange } from "./use-change";

type Of = "costCentre" | "customer" | "supplier";
export type Owner = { of: Of; key: string; person: Picked & { state: State } };

const NAME: Record<Of, string> = { costCentre: "Cost centre", supplier: "Supplier", customer: "Customer" };

/** Who owns which cost centre, supplier or customer; levels may ask the owner. */
export function Owners({ owners, mayWrite }: { owners: Owner[]; mayWrite: boolean }) {
  const [open, setOpen] = useState<Owner | "new" | null>(null);
  return (
    <section aria-labelledby="owners">
      <div className="mb-1 flex items-center justify-between gap-3">
        <h2 id="owners" className="text-lg font-semibold">
          Owners of cost centres, suppliers and customers
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

function OwnerForm({ owner, onDone }: { owner: Owner | null; onDone(): void }) {
  const { change, busy, refusals, refuse } = useChange();
  const [of, setOf] = useState<Of>(owner?.of ?? "costCentre");
  const [key, setKey] = useState(owner?.key ?? "");
  const [person, setPerson] = useState<Picked | null>(owner?.person ?? null);
  const [from, setFrom] = useState("");
  const save = async () => {
    if (!person) return refuse("Choose who owns it");
    if (await change({ type: "set owner", of, key, person: person.id, from: from || null })) onDone();
  };
  return (
    <Form refusals={refusals} onSave={save}>
      {!owner && (
        <>
          <Choice label="Of what" value={of} onChange={(value) => setOf(value as Of)}>
            {Object.entries(NAME).map(([value, name]) => (
              <option key={value} value={value}>
                {name}
              </option>
            ))}
          </Choice>
          <Entry label="As it stands on documents" value={key} onChange={setKey} required maxLength={120} />
        </>
      )}
      <PersonPicker label="Owner" value={person} onChange={setPerson} />
      <Entry label="From" type="date" value={from} onChange={setFrom} hint="Today, if left empty." />
      <Button type="submit" look="solid" disabled={busy}>
        Save owner
      </Button>
    </Form>
  );
}
