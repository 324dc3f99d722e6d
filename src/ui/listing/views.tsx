"use client";

import Link from "next/link";
import { useState } from "react";
import { useSend } from "../document/use-command";
import { LISTS, type ListKey } from "@/core/listing";
import { Button, Refusals } from "../primitives";
import { SentForm } from "../sent-form";

type View = { name: string; query: string };

/**
 * Files of what a list shows, and its filters, order and columns saved under a name.
 * @param files where the list comes as a file, with the beginning of its query, and the formats there are; a later part of a query counts before an earlier one
 */
export function Views({
  list,
  views,
  address,
  files,
}: {
  list: ListKey;
  views: readonly View[];
  /** What the list shows, without its page. */
  address: string;
  files: { path: string; formats: readonly string[] };
}) {
  const [name, setName] = useState("");
  const { run, refusals, busy } = useSend("/api/views", () => setName(""));
  return (
    <div className="no-print flex flex-wrap items-center justify-end gap-x-4 gap-y-1 text-sm">
      <p className="flex flex-wrap justify-end gap-3">
        {views.map((view) => (
          <span key={view.name} className="flex items-center gap-1">
            <Link href={`${LISTS[list]}?${view.query}`}>{view.name}</Link>
            <button
              type="button"
              className="min-h-6 min-w-6 text-soft"
              aria-label={`Remove the view ${view.name}`}
              onClick={() => void run({ type: "drop", list, name: view.name })}
            >
              ×
            </button>
          </span>
        ))}
        {files.formats.map((format) => (
          <a key={format} href={`${files.path}&${address}&format=${format}`} download>
            {format.toUpperCase()}
          </a>
        ))}
      </p>
      <Refusals refusals={refusals} />
      <SentForm
        className="flex items-center gap-2"
        onSend={() => {
          if (name.trim()) void run({ type: "keep", list, name: name.trim(), query: address });
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
          Save view
        </Button>
      </SentForm>
    </div>
  );
}
