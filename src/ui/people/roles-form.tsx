"use client";

import { useState } from "react";
import { Entry, Form, Tick } from "../labelled";
import { Button } from "../primitives";
import type { Picked } from "./person-picker";
import { useChange } from "./use-change";

const ROLES: [string, string][] = [
  ["requester", "enters documents"],
  ["approver", "can be asked to decide"],
  ["clerk", "works through holds"],
  ["controller", "writes policies"],
  ["reviewer", "reviews policies"],
  ["administrator", "keeps people and limits"],
  ["auditor", "reads everything, changes nothing"],
];

/** Gives and takes roles. Where two of them should not meet, a reason is asked for, or they are refused. */
export function RolesForm({ person, roles, onDone }: { person: Picked; roles: string[]; onDone(): void }) {
  const { change, busy, refusals } = useChange();
  const [chosen, setChosen] = useState(roles);
  const [reason, setReason] = useState("");
  const needsReason = refusals.some((one) => one.code === "segregation reason");
  const save = async () => {
    if (await change({ type: "give roles", person: person.id, roles: chosen, reason })) onDone();
  };
  return (
    <Form refusals={refusals} onSave={save}>
      <fieldset>
        <legend className="sr-only">Roles</legend>
        {ROLES.map(([role, what]) => (
          <Tick
            key={role}
            checked={chosen.includes(role)}
            onChange={(on) => setChosen((now) => (on ? [...now, role] : now.filter((one) => one !== role)))}
            label={
              <span>
                {role} <span className="text-soft">{what}</span>
              </span>
            }
          />
        ))}
      </fieldset>
      {needsReason && (
        <Entry
          label="Why they may be held together here"
          value={reason}
          onChange={setReason}
          maxLength={200}
          autoFocus
        />
      )}
      <Button type="submit" look="solid" disabled={busy}>
        Save roles
      </Button>
    </Form>
  );
}
