"use client";

import { useState } from "react";
import type { Attachment } from "@/core/documents";
import type { Refusal } from "@/core/refusal";
import { Refusals, SectionTitle } from "../primitives";
import { upload } from "../send";
import { useCommand } from "./use-command";

/** Receipts that are still missing, for whoever the claim is from or accounts to bring; nothing that was decided is touched by it. */
export function MissingReceipts({ id, lines }: { id: string; lines: readonly number[] }) {
  const [problems, setProblems] = useState<Refusal[]>([]);
  const [said, setSaid] = useState("");
  const { run, refusals, busy } = useCommand(id, () => setSaid("The receipt was added."));
  const bring = async (line: number, file: File | undefined) => {
    if (!file) return;
    setSaid("");
    const kept = await upload<Attachment>(`/api/attachments?name=${encodeURIComponent(file.name)}`, file);
    setProblems(kept.ok ? [] : kept.refusals);
    if (kept.ok) await run({ type: "supply paper", line, attachment: kept.value });
  };
  return (
    <section aria-labelledby="missing-receipts" className="no-print">
      <SectionTitle id="missing-receipts">Receipts still missing</SectionTitle>
      <Refusals refusals={[...problems, ...refusals]} />
      {said && (
        <p role="status" className="text-approved">
          {said}
        </p>
      )}
      <ul>
        {lines.map((line) => (
          <li key={line} className="flex items-center justify-between gap-3 border-b border-rule/70 py-1">
            <span>Line {line}</span>
            <label className="inline-flex min-h-8 cursor-pointer items-center rounded-sm border border-harbour px-2.5 text-sm font-medium text-harbour focus-within:outline-2 focus-within:outline-offset-2 focus-within:outline-signal">
              {busy ? "Adding it" : "Add its receipt"}
              <span className="sr-only"> for line {line}</span>
              <input
                type="file"
                accept=".pdf,.png,.jpg,.jpeg,.webp"
                className="sr-only"
                disabled={busy}
                onChange={(event) => void bring(line, event.target.files?.[0])}
              />
            </label>
          </li>
        ))}
      </ul>
    </section>
  );
}
