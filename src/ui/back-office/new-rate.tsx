"use client";

import { useState } from "react";
import { useSend } from "../document/use-command";
import { Currencies } from "../documents/fields";
import { Choice, Entry, Form } from "../labelled";
import { Button } from "../primitives";

/** A rate by hand; documents that were held for want of it go on. */
export function NewRate({ today, home }: { today: string; home: string }) {
  const [rate, setRate] = useState({ from: "CHF", date: today, rate: "", source: "" });
  const [said, setSaid] = useState("");
  const set = (patch: Partial<typeof rate>) => setRate({ ...rate, ...patch });
  const { run, refusals, busy } = useSend<{ released?: string[] }>("/api/ledger", ({ released = [] }) =>
    setSaid(`The rate is added.${released.length ? ` Goes on: ${released.join(", ")}.` : ""}`),
  );
  return (
    <Form
      refusals={refusals}
      onSave={() => run({ type: "rate", ...rate, rate: rate.rate.replace(",", "."), to: home })}
    >
      <h2 className="font-sans text-sm font-semibold">Add an exchange rate</h2>
      <Choice label="Of one" value={rate.from} onChange={(from) => set({ from })}>
        <Currencies />
      </Choice>
      <Entry
        label={`Rate in ${home}`}
        inputMode="decimal"
        value={rate.rate}
        onChange={(value) => set({ rate: value })}
      />
      <Entry label="Day" type="date" max={today} value={rate.date} onChange={(date) => set({ date })} />
      <Entry label="Taken from" value={rate.source} onChange={(source) => set({ source })} />
      <Button type="submit" look="solid" disabled={busy}>
        Add the rate
      </Button>
      {said && (
        <p role="status" className="text-approved">
          {said}
        </p>
      )}
    </Form>
  );
}
