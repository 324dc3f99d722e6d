"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Refusal } from "@/core/refusal";
import { send } from "../send";
import { Button, Refusals } from "../primitives";

/** Begins a draft with a change made, and goes to its rehearsal. */
export function MendButton({ id, remedy }: { id: string; remedy: string }) {
  const router = useRouter();
  const [refusals, setRefusals] = useState<readonly Refusal[]>([]);
  const [busy, setBusy] = useState(false);
  const begin = async () => {
    setBusy(true);
    const begun = await send<{ policy: string }>(`/api/lookout/${id}/mend`, { remedy });
    if (begun.ok) router.push(`/rehearsal?policy=${begun.value.policy}&after=draft`);
    else {
      setRefusals(begun.refusals);
      setBusy(false);
    }
  };
  return (
    <>
      <Button small disabled={busy} onClick={() => void begin()}>
        {busy ? "Beginning a draft …" : "Rehearse this change"}
      </Button>
      <Refusals refusals={refusals} />
    </>
  );
}
