"use client";

import Link from "next/link";
import { useState } from "react";
import { useSend } from "../document/use-command";
import { Button, Refusals } from "../primitives";
import { SentForm } from "../sent-form";

type View = { name: string; query: string };

/** Files of what is shown, and filters kept under a name. */
export function Views({ views, address }: { views: readonly View[]; address: string }) {
  const [name, setName] = useState("");
  const { run, refusals, busy } = useSend("/api/register/views", () => setName(""));
  return (
    <div className="flex flex-col items-end gap-1 text-sm">
      <p className="flex flex-wrap justify-end gap-3">
        {views.map((view) => (
          <span key={view.name} className="flex items-center gap-1">
            <Link href={`/register?${view.query}`}>{view.name}</Link>
            <button
              type="button"
              className="min-h-6 min-w-6 text-soft"
              aria-label={`Drop the view ${view.name}`}
              onClick={() => void run({ type: "drop", name: view.name })}
            >
              ×
            </button>
          </span>
        ))}
        {["csv", "xlsx", "json", "xes"].map((format) => (
          <a key={format} href={`/api/register/export?${address}&format=${format}`} download>
            {format.toUpperCase()}
          </a>
        ))}
      </p>
      <Refusals refusals={refusals} />
      <SentForm
        className="flex items-center gap-2"
        onSend={() => {
          if (name.trim()) void run({ type: "keep", name: name.trim(), query: address });
        }}
      >
        <input
          aria-label="Name for this view"
          placeholder="Name for this view"
          className="field w-44"
          maxLength={60}
          value={name}
          onChange={(event) => setName(event.target.value)}
        />
        <Button small type="submit" disabled={busy}>
          Keep
        </Button>
      </SentForm>
    </div>
  );
}
