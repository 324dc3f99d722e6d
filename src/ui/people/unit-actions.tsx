"use client";

import { useState } from "react";
import { useForm } from "react-hook-form";
import { Sheet } from "../frame/sheet";
import { ChoiceField, DayField, PersonField, TextField, TypedForm } from "../form-fields";
import { Button } from "../primitives";
import { PersonForm } from "./person-form";
import type { Picked } from "./person-picker";
import { useChange } from "./use-change";

type Unit = Picked & { parent: Picked | null; head: Picked | null };

/** What an administrator does to a unit. */
export function UnitActions({ unit, units }: { unit: Unit; units: Picked[] }) {
  const [open, setOpen] = useState<"change" | "below" | "person" | "position" | null>(null);
  const close = () => setOpen(null);
  return (
    <div className="no-print flex flex-wrap gap-2">
      <Button small onClick={() => setOpen("change")}>
        Change unit
      </Button>
      <Button small onClick={() => setOpen("below")}>
        Add unit below
      </Button>
      <Button small onClick={() => setOpen("position")}>
        Add position
      </Button>
      <Button small look="solid" onClick={() => setOpen("person")}>
        Add person
      </Button>
      <Sheet open={open === "change"} onOpenChange={close} title={`Change ${unit.name}`}>
        <UnitForm unit={unit} units={units} onDone={close} />
      </Sheet>
      <Sheet open={open === "below"} onOpenChange={close} title={`A unit below ${unit.name}`}>
        <UnitForm unit={null} parent={unit} units={units} onDone={close} />
      </Sheet>
      <Sheet open={open === "position"} onOpenChange={close} title={`A position in ${unit.name}`}>
        <PositionForm unit={unit} onDone={close} />
      </Sheet>
      <Sheet open={open === "person"} onOpenChange={close} title={`Somebody new in ${unit.name}`}>
        <PersonForm unit={unit} units={units} onDone={close} />
      </Sheet>
    </div>
  );
}

type TypedUnit = { name: string; above: string; head: Picked | null; from: string };

function UnitForm({
  unit,
  parent,
  units,
  onDone,
}: {
  unit: Unit | null;
  parent?: Picked;
  units: Picked[];
  onDone(): void;
}) {
  const { change, busy, refusals } = useChange();
  const form = useForm<TypedUnit>({
    defaultValues: {
      name: unit?.name ?? "",
      above: unit?.parent?.id ?? parent?.id ?? "",
      head: unit?.head ?? null,
      from: "",
    },
  });
  const save = async ({ name, above, head, from }: TypedUnit) => {
    const done = await change({
      type: "save unit",
      unit: unit?.id ?? null,
      name,
      parent: above || null,
      head: head?.id ?? null,
      from: from || null,
    });
    if (done) onDone();
  };
  const shut = async () => {
    if (await change({ type: "close unit", unit: unit!.id })) onDone();
  };
  return (
    <TypedForm form={form} refusals={refusals} onSave={save}>
      <TextField name="name" label="Name" required />
      <ChoiceField name="above" label="Parent unit">
        <option value="">nothing, at the top</option>
        {units
          .filter((one) => one.id !== unit?.id)
          .map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}
            </option>
          ))}
      </ChoiceField>
      <PersonField name="head" label="Head" none="vacant" />
      <DayField name="from" label="From" hint="Today, if left empty. Until then all stays as it is." />
      <div className="flex flex-wrap gap-2">
        <Button type="submit" look="solid" disabled={busy}>
          {unit ? "Save" : "Add unit"}
        </Button>
        {unit && (
          <Button look="quiet" disabled={busy} onClick={() => void shut()}>
            Close this unit
          </Button>
        )}
      </div>
    </TypedForm>
  );
}

function PositionForm({ unit, onDone }: { unit: Picked; onDone(): void }) {
  const { change, busy, refusals } = useChange();
  const form = useForm({ defaultValues: { name: "", held: "named" } });
  const save = async ({ name, held }: { name: string; held: string }) => {
    const position = { position: null, name, unit: unit.id, heads: held === "head" };
    if (await change({ type: "save position", ...position })) onDone();
  };
  return (
    <TypedForm form={form} refusals={refusals} onSave={save}>
      <TextField name="name" label="Name" required hint="A limit given to it goes to whoever holds it." />
      <ChoiceField name="held" label="Held by">
        <option value="named">whoever is named, vacant at first</option>
        <option value="head">whoever heads {unit.name}</option>
      </ChoiceField>
      <Button type="submit" look="solid" disabled={busy}>
        Add position
      </Button>
    </TypedForm>
  );
}
