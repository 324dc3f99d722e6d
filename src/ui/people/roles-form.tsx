"use client";

import { useForm } from "react-hook-form";
import { TextField, TickOfField, TypedForm } from "../form-fields";
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
  ["investigator", "sees the lookout and judges what it finds"],
];

/** Gives and takes roles. Where two of them should not meet, a reason is asked for, or they are refused. */
export function RolesForm({ person, roles, onDone }: { person: Picked; roles: string[]; onDone(): void }) {
  const { change, busy, refusals } = useChange();
  const form = useForm({ defaultValues: { roles, reason: "" } });
  const needsReason = refusals.some((one) => one.code === "segregation reason");
  const save = async (typed: { roles: string[]; reason: string }) => {
    if (await change({ type: "give roles", person: person.id, ...typed })) onDone();
  };
  return (
    <TypedForm form={form} refusals={refusals} onSave={save}>
      <fieldset>
        <legend className="sr-only">Roles</legend>
        {ROLES.map(([role, what]) => (
          <TickOfField
            key={role}
            name="roles"
            one={role}
            label={
              <span>
                {role} <span className="text-soft">{what}</span>
              </span>
            }
          />
        ))}
      </fieldset>
      {needsReason && <TextField name="reason" label="Why they may be held together here" maxLength={200} autoFocus />}
      <Button type="submit" look="solid" disabled={busy}>
        Save roles
      </Button>
    </TypedForm>
  );
}
