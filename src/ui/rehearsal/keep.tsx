"use client";

import { useState } from "react";
import { announce } from "../frame/announce";
import { useChange } from "../people/use-change";
import { Button, Refusals } from "../primitives";
import { SentForm } from "../sent-form";
import type { Asked } from "./files";

/** Keeps the rehearsal as it stands, under a name: with its versions, documents, people and rates, so that it gives the same again. */
export function Keep({ asked }: { asked: Asked }) {
  const { order, refusals, busy } = useChange();
  const [name, setName] = useState("");
  const keep = async () => {
    const done = await order("/api/rehearsal/kept", { type: "keep", name, rehearsed: asked });
    if (!done) return;
    announce(`“${name}” is kept.`);
    setName("");
  };
  return (
    <SentForm
      className="flex flex-wrap items-end gap-2"
      onSend={() => {
        void keep();
      }}
    >
      <label>
        <span className="text-sm text-soft">Keep this rehearsal as</span>
        <input className="field" maxLength={80} value={name} onChange={(event) => setName(event.target.value)} />
      </label>
      <Button type="submit" disabled={busy || !name.trim()}>
        Keep
      </Button>
      <Refusals refusals={refusals} />
    </SentForm>
  );
}
