"use client";

import { countOf } from "@/core/text";
import { useSend } from "../document/use-command";
import { announce } from "../frame/announce";
import { Button, Refusals } from "../primitives";

type Looked = { raised: { fresh: number; again: number } };

/** Looks through everything now. */
export function LookNow() {
  const { run, refusals, busy } = useSend<Looked>("/api/lookout", ({ raised }) =>
    announce(
      raised.fresh + raised.again === 0
        ? "Looked through; nothing new."
        : `Looked through: ${countOf(raised.fresh, "new finding")}.`,
    ),
  );
  return (
    <>
      <Button small disabled={busy} onClick={() => void run({ type: "look" })}>
        {busy ? "Looking …" : "Look now"}
      </Button>
      <Refusals refusals={refusals} />
    </>
  );
}
