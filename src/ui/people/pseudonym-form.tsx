"use client";

import { useRouter } from "next/navigation";
import { useRef, useState } from "react";
import { Entry, Form } from "../labelled";
import { Button } from "../primitives";
import { newCommand } from "../send";
import type { Picked } from "./person-picker";
import { useChange } from "./use-change";

type Replaced = { id: string; kept: string[]; inClear: number };

/** Says what a pseudonym replaces and what it does not reach, and asks why it is done. It cannot be taken back. */
export function PseudonymForm({ person, notYet }: { person: Picked; notYet: string | null }) {
  const router = useRouter();
  const { run, busy, refusals } = useChange();
  const [reason, setReason] = useState("");
  const [done, setDone] = useState<Replaced | null>(null);
  const command = useRef(newCommand());
  const save = async () => {
    const replaced = await run<Replaced>(`/api/people/${person.id}/pseudonym`, { command: command.current, reason });
    if (replaced) setDone(replaced);
  };
  if (done)
    return (
      <div role="status" className="flex flex-col gap-3">
        <p>Done. The log has the same events and hashes as before.</p>
        {done.kept.length > 0 && <p>{done.kept.join(", ")} stays, since a colleague has the same name.</p>}
        {done.inClear > 0 && (
          <p>
            {done.inClear} {done.inClear === 1 ? "event" : "events"} of a time before names were sealed{" "}
            {done.inClear === 1 ? "says" : "say"} it in clear and cannot be changed.
          </p>
        )}
        <Button look="solid" onClick={() => router.push(`/people/${done.id}`)}>
          Go to the person’s page
        </Button>
      </div>
    );
  if (notYet) return <p>{notYet}.</p>;
  return (
    <Form refusals={refusals} onSave={save}>
      <p>
        Name, identifier and mail address of {person.name} are replaced by a pseudonym on every page, in records,
        letters and comments. Password, sessions and private details are deleted. What they decided stays, under the
        pseudonym.
      </p>
      <p>
        The log keeps every event and every hash: it has only salted digests of who it was, and the salts are destroyed.
        Files given out before, scanned papers and a name written in another form are not reached.
      </p>
      <p className="border-l-3 border-held bg-held-wash px-3 py-1 text-held">
        This cannot be taken back, by nobody. Backups made before still have the name.
      </p>
      <Entry label="Why now" value={reason} onChange={setReason} maxLength={200} />
      <Button type="submit" look="solid" disabled={busy}>
        Replace {person.name} by a pseudonym
      </Button>
    </Form>
  );
}
