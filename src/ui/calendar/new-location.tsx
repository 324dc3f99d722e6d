"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { workWeek } from "@/core/calendar";
import { idFrom } from "@/core/ids";
import { ChoiceField, TextField, TypedForm } from "../form-fields";
import { Sheet } from "../frame/sheet";
import { useChange } from "../people/use-change";
import { Button } from "../primitives";

const OFFICE = [{ from: "09:00", to: "17:00" }];

/** Another location, with office hours from Monday to Friday and no days off to begin with. */
export function NewLocation({ zones }: { zones: string[] }) {
  const router = useRouter();
  const { change, busy, refusals } = useChange();
  const [open, setOpen] = useState(false);
  const form = useForm({ defaultValues: { name: "", timeZone: "UTC" } });
  const add = async ({ name, timeZone }: { name: string; timeZone: string }) => {
    const id = idFrom(name);
    const week = workWeek(OFFICE);
    if (!(await change({ type: "save calendar", calendar: { id, name, timeZone, week, holidays: [] } }))) return;
    setOpen(false);
    router.push(`/calendars?at=${id}`);
  };
  return (
    <>
      <Button small onClick={() => setOpen(true)}>
        New location
      </Button>
      <Sheet open={open} onOpenChange={setOpen} title="A new location">
        <TypedForm form={form} refusals={refusals} onSave={add}>
          <TextField name="name" label="Name" required maxLength={60} />
          <ChoiceField name="timeZone" label="Time zone">
            {zones.map((zone) => (
              <option key={zone}>{zone}</option>
            ))}
          </ChoiceField>
          <Button type="submit" look="solid" disabled={busy}>
            Add location
          </Button>
        </TypedForm>
      </Sheet>
    </>
  );
}
