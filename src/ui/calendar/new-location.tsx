"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { workWeek } from "@/core/calendar";
import { idFrom } from "@/core/ids";
import { Sheet } from "../frame/sheet";
import { Choice, Entry, Form } from "../labelled";
import { useChange } from "../people/use-change";
import { Button } from "../primitives";

const OFFICE = [{ from: "09:00", to: "17:00" }];

/** Another location, with office hours from Monday to Friday and no days off to begin with. */
export function NewLocation({ zones }: { zones: string[] }) {
  const router = useRouter();
  const { change, busy, refusals } = useChange();
  const [open, setOpen] = useState(false);
  const [name, setName] = useState("");
  const [timeZone, setTimeZone] = useState("UTC");
  const add = async () => {
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
        <Form refusals={refusals} onSave={add}>
          <Entry label="Name" value={name} onChange={setName} required maxLength={60} />
          <Choice label="Time zone" value={timeZone} onChange={setTimeZone}>
            {zones.map((zone) => (
              <option key={zone}>{zone}</option>
            ))}
          </Choice>
          <Button type="submit" look="solid" disabled={busy}>
            Add location
          </Button>
        </Form>
      </Sheet>
    </>
  );
}
