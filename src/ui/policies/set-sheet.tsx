"use client";

import { useState } from "react";
import { Sheet } from "../frame/sheet";
import { Entry, Form, Tick } from "../labelled";
import { useChange } from "../people/use-change";
import { Button } from "../primitives";
import { Period } from "./period";

type Ready = { policy: string; version: number; name: string };

/** Switches several reviewed policies on, and off, together. */
export function SetSheet({ ready, today }: { ready: Ready[]; today: string }) {
  const { order, refusals, busy } = useChange();
  const [open, setOpen] = useState(false);
  const [name, setName] = useState("");
  const [chosen, setChosen] = useState<string[]>([]);
  const [from, setFrom] = useState(today);
  const [until, setUntil] = useState("");
  const keyOf = ({ policy, version }: Ready) => `${policy} ${version}`;
  const save = async () => {
    const members = ready
      .filter((one) => chosen.includes(keyOf(one)))
      .map(({ policy, version }) => ({ policy, version }));
    const body = { name, members, from, until: until || null };
    if (await order("/api/policies/sets", body)) setOpen(false);
  };
  return (
    <>
      <Button look="quiet" onClick={() => setOpen(true)}>
        Put several in force together
      </Button>
      <Sheet open={open} onOpenChange={setOpen} title="Several policies switched together">
        {ready.length < 2 ? (
          <p className="text-soft">
            A set is made of versions that have been approved by a reviewer and have no day yet; there{" "}
            {ready.length === 1 ? "is one" : "are none"} now. Send them without a day, and they stand here after the
            review.
          </p>
        ) : (
          <Form refusals={refusals} onSave={save}>
            <Entry label="Name of the set" required maxLength={80} value={name} onChange={setName} />
            <fieldset>
              <legend className="text-sm font-semibold">Which</legend>
              {ready.map((one) => (
                <Tick
                  key={keyOf(one)}
                  label={`${one.name}, version ${one.version}`}
                  checked={chosen.includes(keyOf(one))}
                  onChange={(on) =>
                    setChosen((now) => (on ? [...now, keyOf(one)] : now.filter((key) => key !== keyOf(one))))
                  }
                />
              ))}
            </fieldset>
            <Period
              today={today}
              from={from}
              until={until}
              onFrom={setFrom}
              onUntil={setUntil}
              lastHint="Then what was in force before counts again"
              required
            />
            <Button type="submit" look="solid" disabled={busy || chosen.length < 2} className="self-start">
              Switch {chosen.length} together
            </Button>
          </Form>
        )}
      </Sheet>
    </>
  );
}
