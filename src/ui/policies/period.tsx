"use client";

import { Entry } from "../labelled";

/** The first day and the last day on which something counts; the last may be left open. */
export function Period({
  today,
  from,
  until,
  onFrom,
  onUntil,
  firstHint,
  lastHint,
  required = false,
}: {
  today: string;
  from: string;
  until: string;
  onFrom(day: string): void;
  onUntil(day: string): void;
  firstHint?: string;
  lastHint: string;
  required?: boolean;
}) {
  return (
    <div className="grid grid-cols-2 gap-3">
      <Entry
        label="Effective from"
        type="date"
        required={required}
        min={today}
        value={from}
        onChange={onFrom}
        hint={firstHint}
      />
      <Entry label="Last day" type="date" min={from || today} value={until} onChange={onUntil} hint={lastHint} />
    </div>
  );
}
