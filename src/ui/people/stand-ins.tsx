"use client";

import { useState } from "react";
import { addDays } from "@/core/calendar";
import { Sheet } from "../frame/sheet";
import { Button, Refusals } from "../primitives";
import type { Picked } from "./person-picker";
import { StandInForm } from "./stand-in-form";
import { sayStandIn, type StandInLine } from "./stand-in-words";
import { useChange } from "./use-change";

type Props = {
  person: Picked;
  entries: StandInLine[];
  mayWrite: boolean;
  today: string;
  currency: string;
  /** Who is offered first: the last stand-in, or else the manager. */
  suggested: Picked | null;
  /** Whether the form for an absence is open at once. */
  setNow?: boolean;
};

/** A person’s absences and delegations, and the form that sets one in a few seconds. */
export function StandIns({ person, entries, mayWrite, today, currency, suggested, setNow = false }: Props) {
  const [open, setOpen] = useState<"absence" | "delegation" | null>(setNow && mayWrite ? "absence" : null);
  const { change, busy, refusals } = useChange();
  const shown = entries.filter((entry) => entry.when !== "over");
  const past = entries.filter((entry) => entry.when === "over").slice(0, 5);
  return (
    <div>
      <Refusals refusals={refusals} />
      {shown.length === 0 && <p className="text-soft">Not away, and nothing delegated.</p>}
      <ul>
        {shown.map((entry) => (
          <li key={entry.id} className="flex flex-wrap items-baseline gap-x-3 gap-y-1 border-b border-rule/70 py-1.5">
            <span className="min-w-0 flex-1">{sayStandIn(entry)}</span>
            {mayWrite && (
              <Button
                small
                look="quiet"
                disabled={busy}
                onClick={() => void change({ type: "end stand-in", standIn: entry.id })}
              >
                {entry.when === "later" ? "Take back" : entry.kind === "absence" ? "Back now" : "End now"}
              </Button>
            )}
          </li>
        ))}
      </ul>
      {mayWrite && (
        <div className="no-print mt-2.5 flex flex-wrap gap-2">
          <Button small look="solid" onClick={() => setOpen("absence")}>
            Set an absence
          </Button>
          <Button small onClick={() => setOpen("delegation")}>
            Delegate
          </Button>
        </div>
      )}
      {past.length > 0 && (
        <details className="mt-2.5">
          <summary className="text-sm text-soft">Over</summary>
          <ul className="text-sm text-soft">
            {past.map((entry) => (
              <li key={entry.id}>{sayStandIn(entry)}</li>
            ))}
          </ul>
        </details>
      )}
      <Sheet
        open={open !== null}
        onOpenChange={() => setOpen(null)}
        title={open === "delegation" ? `Delegate for ${person.name}` : `${person.name} is away`}
      >
        {open && (
          <StandInForm
            kind={open}
            person={person}
            today={today}
            tomorrow={addDays(today, 1)}
            currency={currency}
            suggested={suggested}
            onDone={() => setOpen(null)}
          />
        )}
      </Sheet>
    </div>
  );
}
