"use client";

import { useSend } from "../document/use-command";
import { announce } from "../frame/announce";
import { Button, Refusals } from "../primitives";

/** Looks through everything now. */
export function LookNow() {
  const { run, refusals, busy } = useSend("/api/lookout", () => announce("Looked through; the list is up to date."));
  return (
    <>
      <Button small disabled={busy} onClick={() => void run({ type: "look" })}>
        {busy ? "Looking …" : "Look now"}
      </Button>
      <Refusals refusals={refusals} />
    </>
  );
}
