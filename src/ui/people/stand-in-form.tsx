"use client";

import { useState } from "react";
import { AUTHORITY_TYPES } from "@/core/documents";
import { parseMoney } from "@/core/money";
import { Entry, Form, Tick } from "../labelled";
import { Button } from "../primitives";
import { PersonPicker, type Picked } from "./person-picker";
import { useChange } from "./use-change";

type Props = {
  kind: "absence" | "delegation";
  person: Picked;
  today: string;
  tomorrow: string;
  currency: string;
  suggested: Picked | null;
  onDone(): void;
};

/** Dates, who acts, and, folded away, for which types and up to what. What most absences need is filled in already. */
export function StandInForm({ kind, person, today, tomorrow, currency, suggested, onDone }: Props) {
  const { change, busy, refusals, refuse } = useChange();
  const [from, setFrom] = useState(today);
  const [until, setUntil] = useState(kind === "absence" ? tomorrow : "");
  const [standIn, setStandIn] = useState<Picked | null>(kind === "absence" ? suggested : null);
  const [types, setTypes] = useState<string[]>(Object.keys(AUTHORITY_TYPES));
  const [cap, setCap] = useState("");
  const [reason, setReason] = useState("");
  const save = async () => {
    const parsed = cap.trim() ? parseMoney(cap, currency) : null;
    if (parsed && !parsed.ok) return refuse(`Up to: ${parsed.message}`);
    if (types.length === 0) return refuse("Tick at least one type of document");
    const done = await change({
      type: "set stand-in",
      kind,
      person: person.id,
      standIn: standIn?.id ?? null,
      from: from === today ? null : from,
      until: until || null,
      documentTypes: types.length === Object.keys(AUTHORITY_TYPES).length ? null : types,
      cap: parsed?.ok ? parsed.money : null,
      reason,
    });
    if (done) onDone();
  };
  return (
    <Form refusals={refusals} onSave={save}>
      <div className="grid grid-cols-2 gap-3">
        <Entry label="First day" type="date" value={from} min={today} onChange={setFrom} required />
        <Entry
          label={kind === "absence" ? "Last day" : "Last day, or open"}
          type="date"
          value={until}
          min={from}
          onChange={setUntil}
          required={kind === "absence"}
        />
      </div>
      <PersonPicker
        label={kind === "absence" ? "Who stands in" : "Who acts as well"}
        value={standIn}
        onChange={setStandIn}
        role="approver"
        except={[person.id]}
        none={kind === "absence" ? "nobody" : undefined}
        hint={
          standIn
            ? `${standIn.name} decides in the name of ${person.name}, and never on their own requests.`
            : kind === "absence"
              ? "With nobody, what only this person can decide is held."
              : undefined
        }
      />
      <details>
        <summary className="text-harbour">Types, amount and reason</summary>
        <div className="mt-2 flex flex-col gap-2.5">
          <fieldset className="grid grid-cols-2">
            <legend className="text-sm font-semibold">For</legend>
            {Object.entries(AUTHORITY_TYPES).map(([key, name]) => (
              <Tick
                key={key}
                label={name}
                checked={types.includes(key)}
                onChange={(on) => setTypes((now) => (on ? [...now, key] : now.filter((one) => one !== key)))}
              />
            ))}
          </fieldset>
          <Entry
            label={`Up to, in ${currency}`}
            value={cap}
            onChange={setCap}
            inputMode="decimal"
            placeholder="any amount"
          />
          <Entry label="Reason" value={reason} onChange={setReason} maxLength={200} />
        </div>
      </details>
      <Button type="submit" look="solid" disabled={busy}>
        {kind === "absence" ? "Set absence" : "Delegate"}
      </Button>
    </Form>
  );
}
