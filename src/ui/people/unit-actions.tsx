"use client";

import { useState } from "react";
import { Sheet } from "../frame/sheet";
import { Choice, Entry, Form } from "../labelled";
import { Button } from "../primitives";
import { PersonForm } from "./person-form";
import { PersonPicker, type Picked } from "./person-picker";
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
  const [name, setName] = useState(unit?.name ?? "");
  const [above, setAbove] = useState(unit?.parent?.id ?? parent?.id ?? "");
  const [head, setHead] = useState<Picked | null>(unit?.head ?? null);
  const [from, setFrom] = useState("");
  const save = async () => {
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
    <Form refusals={refusals} onSave={save}>
      <Entry label="Name" value={name} onChange={setName} required />
      <Choice label="Lies in" value={above} onChange={setAbove}>
        <option value="">nothing, at the top</option>
        {units
          .filter((one) => one.id !== unit?.id)
          .map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}
            </option>
          ))}
      </Choice>
      <PersonPicker label="Head" value={head} onChange={setHead} none="vacant" />
      <Entry
        label="From"
        type="date"
        value={from}
        onChange={setFrom}
        hint="Today, if left empty. Until then all stays as it is."
      />
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
    </Form>
  );
}

function PositionForm({ unit, onDone }: { unit: Picked; onDone(): void }) {
  const { change, busy, refusals } = useChange();
  const [name, setName] = useState("");
  const [heads, setHeads] = useState(false);
  const save = async () => {
    if (await change({ type: "save position", position: null, name, unit: unit.id, heads })) onDone();
  };
  return (
    <Form refusals={refusals} onSave={save}>
      <Entry
        label="Name"
        value={name}
        onChange={setName}
        required
        hint="A limit given to it goes to whoever holds it."
      />
      <Choice label="Held by" value={heads ? "head" : "named"} onChange={(value) => setHeads(value === "head")}>
        <option value="named">whoever is named, vacant at first</option>
        <option value="head">whoever heads {unit.name}</option>
      </Choice>
      <Button type="submit" look="solid" disabled={busy}>
        Add position
      </Button>
    </Form>
  );
}
