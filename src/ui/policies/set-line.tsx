"use client";

import Link from "next/link";
import { useState } from "react";
import { Sheet } from "../frame/sheet";
import { Entry, Form } from "../labelled";
import { useChange } from "../people/use-change";
import { Button } from "../primitives";
import { Period } from "./period";

type State = "on" | "planned" | "off";
type Line = {
  id: string;
  name: string;
  state: State;
  when: string;
  earlier: string[];
  members: { policy: string; name: string; version: number; says: string }[];
};

const STATE: Record<State, string> = { on: "On", planned: "Planned", off: "Off" };

/** A set of policies: whether it is on, when, what counts under it and after, and the switch. */
export function SetLine({ set, mayWrite, today }: { set: Line; mayWrite: boolean; today: string }) {
  return (
    <li className="flex flex-wrap items-start justify-between gap-x-6 gap-y-1 border-t border-rule py-2">
      <div>
        <p>
          <b className="font-semibold">{set.name}</b>:{" "}
          <b className={set.state === "off" ? "font-normal text-soft" : "font-semibold text-approved"}>
            {STATE[set.state]}
          </b>
          , {set.when}
          {set.earlier.length > 0 && <span className="text-soft">; before that {set.earlier.join(", ")}</span>}
        </p>
        <ul className="text-sm">
          {set.members.map((one) => (
            <li key={one.policy}>
              <Link href={`/policies/${one.policy}?version=${one.version}`}>{one.name}</Link>: {one.says}
            </li>
          ))}
        </ul>
      </div>
      {mayWrite && <Switch set={set} today={today} />}
    </li>
  );
}

function Switch({ set, today }: { set: Line; today: string }) {
  const { order, refusals, busy } = useChange();
  const [open, setOpen] = useState(false);
  const [from, setFrom] = useState(today);
  const [until, setUntil] = useState("");
  const word = { on: "Switch off", planned: "Call off", off: "Switch on again" }[set.state];
  const save = async () => {
    const body = set.state === "off" ? { from, until: until || null } : { last: until || today };
    if (await order(`/api/policies/sets/${set.id}/${set.state === "off" ? "on" : "off"}`, body)) setOpen(false);
  };
  return (
    <>
      <Button look="quiet" onClick={() => setOpen(true)} aria-label={`${word}: ${set.name}`}>
        {word}
      </Button>
      <Sheet open={open} onOpenChange={setOpen} title={`${word}: ${set.name}`}>
        <Form refusals={refusals} onSave={save}>
          {set.state === "off" && (
            <>
              <p className="text-soft">
                The same reviewed versions count again, all of them or none. Whether they can still be carried out is
                checked with the people of today.
              </p>
              <Period
                today={today}
                from={from}
                until={until}
                onFrom={setFrom}
                onUntil={setUntil}
                lastHint="Then what was in force before counts again"
                required
              />
            </>
          )}
          {set.state === "on" && (
            <Entry
              label="Last day it counts"
              type="date"
              required
              min={today}
              value={until || today}
              onChange={setUntil}
              hint="What was submitted under it keeps it"
            />
          )}
          {set.state === "planned" && <p className="text-soft">It has not begun. Nothing of it will count.</p>}
          <Button type="submit" look="solid" disabled={busy} className="self-start">
            {word}
          </Button>
        </Form>
      </Sheet>
    </>
  );
}
