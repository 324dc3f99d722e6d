"use client";

import { useForm } from "react-hook-form";
import { ChoiceField, DayField, PersonField, TextField, TypedForm } from "../form-fields";
import { Button } from "../primitives";
import type { Picked } from "./person-picker";
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

type Typed = Omit<Known, "id"> & { from: string };

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
  const form = useForm<Typed>({
    defaultValues: {
      name: person?.name ?? "",
      email: person?.email ?? "",
      title: person?.title ?? "",
      unit: person?.unit ?? unit.id,
      location: person?.location ?? "",
      from: "",
      manager: person?.manager ?? null,
    },
  });
  const save = async ({ from, location, manager, ...rest }: Typed) => {
    const common = { ...rest, manager: manager?.id ?? null, from: from || null, location: location || null };
    const done = await change(
      person
        ? { type: "change person", person: person.id, ...common }
        : { type: "add person", roles: ["requester"], ...common },
    );
    if (done) onDone();
  };
  return (
    <TypedForm form={form} refusals={refusals} onSave={save}>
      <div className="grid gap-3 sm:grid-cols-2">
        <TextField name="name" label="Name" required />
        <TextField name="email" label="E-mail" type="email" required />
        <TextField name="title" label="Title" required />
        <ChoiceField name="unit" label="Unit">
          {units.map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}
            </option>
          ))}
        </ChoiceField>
      </div>
      <PersonField name="manager" label="Reports to" except={person ? [person.id] : []} none="nobody" />
      {locations.length > 0 && (
        <ChoiceField name="location" label="Location">
          <option value="">none</option>
          {locations.map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}
            </option>
          ))}
        </ChoiceField>
      )}
      <DayField
        name="from"
        label="From"
        hint={person ? "Today, if left empty. Name and e-mail change at once." : "Today, if left empty."}
      />
      <Button type="submit" look="solid" disabled={busy}>
        {person ? "Save" : "Add person"}
      </Button>
    </TypedForm>
  );
}
