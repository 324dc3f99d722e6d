"use client";

import { useState } from "react";
import { useSend } from "./document/use-command";
import { announce } from "./frame/announce";
import { Button, Refusals } from "./primitives";

/** Deletes what is kept under an address, asked once more. */
export function DeleteForGood({ address, name }: { address: string; name: string }) {
  const [asked, setAsked] = useState(false);
  const { run, refusals, busy } = useSend(address, () => announce(`${name} is deleted.`));
  return (
    <>
      {asked ? (
        <span className="inline-flex flex-wrap justify-end gap-2">
          <Button small look="grave" disabled={busy} onClick={() => void run({ type: "delete" })}>
            Delete {name} for good
          </Button>
          <Button small look="quiet" onClick={() => setAsked(false)}>
            Keep it
          </Button>
        </span>
      ) : (
        <Button small look="quiet" aria-label={`Delete ${name}`} onClick={() => setAsked(true)}>
          Delete
        </Button>
      )}
      <Refusals refusals={refusals} />
    </>
  );
}
