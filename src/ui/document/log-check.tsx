"use client";

import { useState } from "react";
import type { ChainVerdict } from "@/core/records";
import { sayNumber } from "../format";
import { Button } from "../primitives";

/** Lets the server re-compute the hash chain of the whole log and says what came of it. */
export function LogCheck({ events }: { events: number }) {
  const [verdict, setVerdict] = useState<ChainVerdict | "checking" | "unreachable" | null>(null);
  const check = async () => {
    setVerdict("checking");
    try {
      setVerdict((await (await fetch("/api/log/verify")).json()) as ChainVerdict);
    } catch {
      setVerdict("unreachable");
    }
  };
  return (
    <div className="flex flex-wrap items-center gap-3">
      <p aria-live="polite" className="text-sm">
        {sayVerdict(verdict, events)}
      </p>
      <Button small onClick={() => void check()} disabled={verdict === "checking"}>
        Re-compute the log
      </Button>
    </div>
  );
}

function sayVerdict(verdict: ChainVerdict | "checking" | "unreachable" | null, events: number) {
  if (verdict === null) return <span className="text-soft">{sayNumber(events)} events in the log</span>;
  if (verdict === "checking") return <span className="text-soft">Re-computing {sayNumber(events)} events</span>;
  if (verdict === "unreachable") return <span className="text-held">The server cannot be reached; try again</span>;
  if (verdict.problem) {
    return (
      <b className="text-held">
        Event {verdict.problem.seq}: {verdict.problem.reason}
      </b>
    );
  }
  return (
    <b className="font-semibold text-approved">
      ✓ {sayNumber(verdict.events)} events, each follows from the one before
    </b>
  );
}
