"use client";

import { useState } from "react";
import type { Policy } from "@/core/policy";
import type { Refusal } from "@/core/refusal";
import { refuse } from "@/core/words";
import { Button, Refusals } from "../primitives";

/** What a rehearsal is on the server, as it stands on the page. */
export type Asked = {
  before: { name: string; policy: Policy | null };
  after: { name: string; policy: Policy | null };
  from: string;
  until: string;
  history: string;
  asToday: boolean;
  takesUnknown: boolean;
  minutes: number;
  capacity: number;
  minutesAt: Readonly<Record<string, number>>;
  hoursOf: Readonly<Record<string, number>>;
};

const FORMATS = [
  { format: "pdf", label: "PDF, two pages" },
  { format: "xlsx", label: "XLSX, all tables" },
  { format: "csv", label: "CSV, the documents" },
] as const;

/** The rehearsal as it stands, as files: it is rehearsed anew on the server. */
export function Files({ asked }: { asked: Asked }) {
  const [busy, setBusy] = useState("");
  const [refusals, setRefusals] = useState<readonly Refusal[]>([]);
  const fetchFile = async (format: string) => {
    setBusy(format);
    setRefusals(await download(format, asked));
    setBusy("");
  };
  return (
    <div role="group" aria-label="Export" className="flex flex-wrap items-center gap-2">
      <span className="text-sm text-soft">Export as</span>
      {FORMATS.map(({ format, label }) => (
        <Button key={format} small disabled={busy !== ""} onClick={() => void fetchFile(format)}>
          {label}
        </Button>
      ))}
      <Refusals refusals={refusals} />
    </div>
  );
}

/** Has the server make a file and the browser keep it. @returns why it could not */
async function download(format: string, rehearsed: Asked): Promise<readonly Refusal[]> {
  try {
    const response = await fetch("/api/rehearsal/file", {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify({ format, rehearsed }),
    });
    if (!response.ok) {
      const { refusals } = (await response.json()) as { refusals?: Refusal[] };
      return refusals ?? [refuse("server answered", { status: response.status })];
    }
    const link = document.createElement("a");
    link.href = URL.createObjectURL(await response.blob());
    link.download = `rehearsal.${format}`;
    link.click();
    URL.revokeObjectURL(link.href);
    return [];
  } catch {
    return [refuse("server out of reach")];
  }
}
