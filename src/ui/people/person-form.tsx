"use client";

import { useState } from "react";
import { Choice, Entry, Form } from "../labelled";
import { Button } from "../primitives";
import { PersonPicker, type Picked } from "./person-picker";
import { useChange } from "./use-change";

export type Known = {
  id: string;
  name: string;
  email: string;
  title: string;
  unit: string;
  manager: Picked | null;
  location: string;
};

/** Takes somebody in, or changes where they sit. */
export function PersonForm({
  person,
  unit,
  units,
  locations = [],
  onDone,
}: {
  person?: Known;
  unit: Picked;
  units: Picked[];
  locations?: Picked[];
  onDone(): void;
}) {
  const { change, busy, refusals } = useChange();
  const [form, setForm] = useState({
    name: person?.name ?? "",
    email: person?.email ?? "",
    title: person?.title ?? "",
    unit: person?.unit ?? unit.id,
    location: person?.location ?? "",
    from: "",
  });
  const [manager, setManager] = useState<Picked | null>(person?.manager ?? null);
  const set = (field: keyof typeof form) => (value: string) => setForm((now) => ({ ...now, [field]: value }));
  const save = async () => {
    const { from, location, ...rest } = form;
    const common = { ...rest, manager: manager?.id ?? null, from: from || null, location: location || null };
    const done = await change(
      person
        ? { type: "change person", person: person.id, ...common }
        : { type: "add person", roles: ["requester"], ...common },
    );
    if (done) onDone();
  };
  return (
    <Form refusals={refusals} onSave={save}>
      <div className="grid gap-3 sm:grid-cols-2">
        <Entry label="Name" value={form.name} onChange={set("name")} required />
        <Entry label="E-mail" type="email" value={form.email} onChange={set("email")} required />
        <Entry label="Title" value={form.title} onChange={set("title")} required />
        <Choice label="Unit" value={form.unit} onChange={set("unit")}>
          {units.map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}
            </option>
          ))}
        </Choice>
      </div>
      <PersonPicker
        label="Reports to"
        value={manager}
        onChange={setManager}
        except={person ? [person.id] : []}
        none="nobody"
      />
      {locations.length > 0 && (
        <Choice label="Location" value={form.location} onChange={set("location")}>
          <option value="">none</option>
          {locations.map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}
            </option>
          ))}
        </Choice>
      )}
      <Entry
        label="From"
        type="date"
        value={form.from}
        onChange={set("from")}
        hint={person ? "Today, if left empty. Name and e-mail change at once." : "Today, if left empty."}
      />
      <Button type="submit" look="solid" disabled={busy}>
        {person ? "Save" : "Add person"}
      </Button>
    </Form>
  );
}
