"use client";

import { useState } from "react";
import { Sheet } from "../frame/sheet";
import { Button, Refusals } from "../primitives";
import { LeaveForm, type Leaving } from "./leave-form";
import { PersonForm, type Known } from "./person-form";
import type { Picked } from "./person-picker";
import { PseudonymForm } from "./pseudonym-form";
import { RolesForm } from "./roles-form";
import { useChange } from "./use-change";

type Props = {
  person: Known & { roles: string[]; leaves: boolean };
  unit: Picked;
  units: Picked[];
  locations: Picked[];
  leaving: Leaving;
  /** Of somebody who has left: why their names cannot be replaced yet, if so. Null for everybody else. */
  names: { notYet: string | null } | null;
  access: { hasPassword: boolean; hasCodes: boolean; sessions: number };
};

/** What an administrator does to a person: where they sit, their roles, their leaving, their way in. */
export function PersonActions({ person, unit, units, locations, leaving, names, access }: Props) {
  const [open, setOpen] = useState<"change" | "roles" | "leave" | "access" | "names" | null>(null);
  const { change, busy, refusals } = useChange();
  const close = () => setOpen(null);
  return (
    <div className="no-print flex flex-wrap gap-2">
      <Refusals refusals={refusals} />
      <Button small onClick={() => setOpen("change")}>
        Change
      </Button>
      <Button small onClick={() => setOpen("roles")}>
        Roles
      </Button>
      <Button small onClick={() => setOpen("access")}>
        Access
      </Button>
      {person.leaves ? (
        <Button small disabled={busy} onClick={() => void change({ type: "come back", person: person.id })}>
          {names ? "Reactivate" : "Cancel departure"}
        </Button>
      ) : (
        <Button small onClick={() => setOpen("leave")}>
          Leaves
        </Button>
      )}
      {names && (
        <Button small onClick={() => setOpen("names")}>
          Pseudonym
        </Button>
      )}
      <Sheet open={open === "names"} onOpenChange={close} title={`A pseudonym for ${person.name}`}>
        <PseudonymForm person={person} notYet={names?.notYet ?? null} />
      </Sheet>
      <Sheet open={open === "change"} onOpenChange={close} title={`Change ${person.name}`}>
        <PersonForm person={person} unit={unit} units={units} locations={locations} onDone={close} />
      </Sheet>
      <Sheet open={open === "roles"} onOpenChange={close} title={`Roles of ${person.name}`}>
        <RolesForm person={person} roles={person.roles} onDone={close} />
      </Sheet>
      <Sheet open={open === "leave"} onOpenChange={close} title={`${person.name} leaves`}>
        <LeaveForm person={person} leaving={leaving} onDone={close} />
      </Sheet>
      <Sheet open={open === "access"} onOpenChange={close} title={`How ${person.name} comes in`}>
        <WayIn person={person} access={access} />
      </Sheet>
    </div>
  );
}

function WayIn({ person, access }: { person: Picked; access: Props["access"] }) {
  const { run, busy, refusals } = useChange();
  const [made, setMade] = useState<{ address: string | null } | null>(null);
  const path = `/api/people/${person.id}/access`;
  const invite = async () => {
    const made = await run<{ address: string | null }>(path, { type: "invite" });
    if (made) setMade(made);
  };
  return (
    <div className="flex flex-col gap-3">
      <Refusals refusals={refusals} />
      <p>
        {access.hasPassword ? "Has a password" : "Has no password yet"}
        {access.hasCodes && " and one-time codes"}; {access.sessions} open{" "}
        {access.sessions === 1 ? "session" : "sessions"}.
      </p>
      <div className="flex flex-wrap gap-2">
        <Button look="solid" disabled={busy} onClick={() => void invite()}>
          New sign-in link
        </Button>
        {access.sessions > 0 && (
          <Button disabled={busy} onClick={() => void run(path, { type: "end sessions" })}>
            End all sessions
          </Button>
        )}
      </div>
      {made && !made.address && (
        <p role="status">
          It has gone to {person.name} by e-mail, and is shown to nobody else. It works once, for a day.
        </p>
      )}
      {made?.address && (
        <div>
          <label htmlFor="way-in" className="text-sm font-semibold">
            Hand this address to {person.name}. It works once, for a day.
          </label>
          <input
            id="way-in"
            readOnly
            className="field"
            value={made.address}
            onFocus={(event) => event.target.select()}
          />
          <p className="mt-0.5 text-sm text-soft">
            Using it sets a new password, switches one-time codes off and ends every session.
          </p>
        </div>
      )}
    </div>
  );
}
