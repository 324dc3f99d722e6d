"use client";

import { useState } from "react";
import { Entry, Form } from "../labelled";
import { useChange } from "../people/use-change";
import { Button } from "../primitives";
import { newCommand } from "../send";
import { Sheet } from "./sheet";

/** What time it is here; in a demonstration it can be moved forward, to see what is scheduled happen. */
export function DemoClock({ clock, movable }: { clock: string; movable: boolean }) {
  const { run, refusals, busy } = useChange();
  const [open, setOpen] = useState(false);
  const [day, setDay] = useState("");
  const move = async () => {
    if (await run("/api/clock", { command: newCommand(), to: `${day}T09:00:00.000Z` })) setOpen(false);
  };
  if (!movable) return <span className="hidden text-soft sm:inline">{clock}</span>;
  return (
    <>
      <button
        type="button"
        className="hidden min-h-11 text-soft hover:underline sm:inline"
        title="The demonstration’s clock; press to move it forward"
        onClick={() => setOpen(true)}
      >
        {clock}
      </button>
      <Sheet open={open} onOpenChange={setOpen} title="Move the clock forward">
        <Form refusals={refusals} onSave={move}>
          <p>
            The demonstration has a clock of its own. What is scheduled until then happens; the clock never goes back.
          </p>
          <Entry label="To the morning of" type="date" required value={day} onChange={setDay} />
          <Button type="submit" look="solid" disabled={busy || !day} className="self-start">
            Move the clock
          </Button>
        </Form>
      </Sheet>
    </>
  );
}
