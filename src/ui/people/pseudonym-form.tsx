"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { useIntent } from "../intent";
import { TextField, TypedForm } from "../form-fields";
import { Button } from "../primitives";
import type { Refusal } from "@/core/refusal";
import type { Picked } from "./person-picker";

type Replaced = { id: string; kept: string[]; inClear: number };

/** Says what a pseudonym replaces and what it does not reach, and asks why it is done. It cannot be taken back. */
export function PseudonymForm({ person, notYet }: { person: Picked; notYet: string | null }) {
  const router = useRouter();
  const form = useForm({ defaultValues: { reason: "" } });
  const [busy, setBusy] = useState(false);
  const [refusals, setRefusals] = useState<Refusal[]>([]);
  const intend = useIntent();
  const save = async ({ reason }: { reason: string }) => {
    setBusy(true);
    const done = await intend<Replaced>(`/api/people/${person.id}/pseudonym`, { reason });
    setBusy(false);
    if (!done.ok) return setRefusals(done.refusals);
    const { id, kept, inClear } = done.value;
    // At once: the page this stands on is of an identifier that is no longer there.
    router.replace(`/people/${id}?kept=${kept.length}&clear=${inClear}`);
  };
  if (notYet) return <p>{notYet}.</p>;
  return (
    <TypedForm form={form} refusals={refusals} onSave={save}>
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
        Nobody can take this back. Backups made before still have the name.
      </p>
      <TextField name="reason" label="Why now" maxLength={200} />
      <Button type="submit" look="solid" disabled={busy}>
        Replace {person.name} by a pseudonym
      </Button>
    </TypedForm>
  );
}
