"use client";

import { useEffect, useState } from "react";
import { Entry, Form } from "../labelled";
import { useChange } from "../people/use-change";
import { Button } from "../primitives";
import { sayMoment } from "../format";
import { Sheet } from "./sheet";

/** What time it is here; in a demonstration it can be moved forward, to see what is scheduled happen. */
export function DemoClock({ clock, zone, movable }: { clock: string; zone: string; movable: boolean }) {
  const { order, refusals, busy } = useChange();
  const [open, setOpen] = useState(false);
  const [day, setDay] = useState("");
  const next = useNext(open);
  const move = async (to: string) => {
    if (await order("/api/clock", { to })) setOpen(false);
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
        <Form refusals={refusals} onSave={() => void move(`${day}T09:00:00.000Z`)}>
          <p>
            The demonstration has a clock of its own. What is scheduled until then happens; the clock never goes back.
          </p>
          {next && (
            <div className="border-b border-rule pb-3">
              <p className="text-sm text-soft">
                Next, {sayMoment(next.at, zone)}: {next.what}.
              </p>
              <Button look="outline" disabled={busy} onClick={() => void move(next.at)} className="mt-2">
                Forward to {sayMoment(next.at, zone)}
              </Button>
            </div>
          )}
          <Entry label="To the morning of" type="date" required value={day} onChange={setDay} />
          <Button type="submit" look="solid" disabled={busy || !day} className="self-start">
            Move the clock
          </Button>
        </Form>
      </Sheet>
    </>
  );
}

type Next = { at: string; what: string };

/** What will happen next by itself, asked when the sheet is opened. */
function useNext(open: boolean): Next | null {
  const [next, setNext] = useState<Next | null>(null);
  useEffect(() => {
    if (!open) return;
    void fetch("/api/clock")
      .then((response) => (response.ok ? (response.json() as Promise<Next | null>) : null))
      .then(setNext)
      .catch(() => setNext(null));
  }, [open]);
  return next;
}
