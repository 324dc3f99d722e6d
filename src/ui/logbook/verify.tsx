"use client";

import { useRef, useState } from "react";
import type { Refusal } from "@/core/refusal";
import { sayNumber } from "../format";
import { Button, Refusals } from "../primitives";
import { ProgressBar } from "../progress-bar";
import { streamed, type Progress } from "../send-stream";

type Verdict = {
  events: number;
  lastHash: string;
  problem: { seq: number; reason: string } | null;
  checkpoints: number;
  wrongCheckpoints: number[];
};

/** Re-computes every hash of the log and every checkpoint, with progress, and can be ended on the way. */
export function Verify({ last }: { last: (Verdict & { when: string }) | null }) {
  const [verdict, setVerdict] = useState<(Verdict & { when?: string }) | null>(last);
  const [progress, setProgress] = useState<Progress | null>(null);
  const [refusals, setRefusals] = useState<readonly Refusal[]>([]);
  const stop = useRef<AbortController | null>(null);
  const verify = async () => {
    stop.current = new AbortController();
    setRefusals([]);
    setProgress({ stage: "re-computing", done: 0, total: 1 });
    const result = await streamed<Verdict>("/api/log/verification", {}, stop.current.signal, setProgress);
    setProgress(null);
    if (!result) return;
    if (result.ok) setVerdict(result.value);
    else setRefusals(result.refusals);
  };
  return (
    <div className="flex flex-col items-start gap-2">
      <Refusals refusals={refusals} />
      <div role="status" className="w-full">
        {verdict && !progress && <Said verdict={verdict} />}
        {!verdict && !progress && <p className="text-soft">Not verified since the server began.</p>}
      </div>
      {progress && (
        <div className="w-full">
          <ProgressBar
            progress={progress}
            words={{ "re-computing": "Re-computing hashes" }}
            onCancel={() => stop.current?.abort()}
          />
        </div>
      )}
      <Button onClick={() => void verify()} disabled={progress !== null}>
        Re-compute the whole log
      </Button>
    </div>
  );
}

function Said({ verdict }: { verdict: Verdict & { when?: string } }) {
  const { problem, events, lastHash, checkpoints, wrongCheckpoints, when } = verdict;
  if (problem)
    return (
      <p className="text-held">
        {sayNumber(events)} events are good. Event {problem.seq} is not: {problem.reason}.
      </p>
    );
  if (wrongCheckpoints.length > 0)
    return (
      <p className="text-held">
        The checkpoints over {wrongCheckpoints.map(sayNumber).join(", ")} events do not fit the log.
      </p>
    );
  return (
    <p>
      <b className="font-semibold text-approved">
        {sayNumber(events)} events and {checkpoints} checkpoints verify
      </b>
      {when ? `, ${when} UTC` : ""}. Last hash <code className="text-xs break-all">{lastHash}</code>
    </p>
  );
}
