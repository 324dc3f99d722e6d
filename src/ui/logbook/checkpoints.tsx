"use client";

import { useState } from "react";
import { sayNumber } from "../format";
import { useSend } from "../document/use-command";
import { Button, Refusals, buttonClass } from "../primitives";

type Shown = { size: number; root: string; when: string; byName: string };

const ALL = "/api/log/checkpoints";

/** Roots of the log, to be kept elsewhere; two of them can be proven to be of one log. */
export function Checkpoints({ checkpoints, mayMake }: { checkpoints: readonly Shown[]; mayMake: boolean }) {
  const [chosen, setChosen] = useState<number[]>([]);
  const { run, refusals, busy } = useSend("/api/log/checkpoints", () => {});
  const toggle = (size: number) =>
    setChosen((now) => (now.includes(size) ? now.filter((one) => one !== size) : [...now, size].slice(-2)));
  return (
    <div className="flex flex-col gap-2">
      <Refusals refusals={refusals} />
      {checkpoints.length === 0 && <p className="text-soft">None yet; one is made every day.</p>}
      <ul className="max-h-52 overflow-y-auto border-t border-rule" tabIndex={0} aria-label="Checkpoints">
        {checkpoints.map(({ size, root, when, byName }) => (
          <li key={size} className="flex items-center gap-3 border-b border-rule/70 text-sm">
            <label className="flex min-h-9 items-center gap-2 tabular-nums">
              <input
                type="checkbox"
                className="size-4 accent-harbour"
                aria-label={`Choose the checkpoint over ${sayNumber(size)} events`}
                checked={chosen.includes(size)}
                onChange={() => toggle(size)}
              />
              {sayNumber(size)}
            </label>
            <code className="min-w-0 flex-1 truncate text-xs" title={root}>
              {root}
            </code>
            <span className="text-soft sm:whitespace-nowrap">
              {when}, {byName}
            </span>
            <a
              href={`/api/log/checkpoints?size=${size}`}
              aria-label={`File of the checkpoint over ${sayNumber(size)} events`}
            >
              File
            </a>
          </li>
        ))}
      </ul>
      <div className="flex flex-wrap gap-2">
        {mayMake && (
          <Button small disabled={busy} onClick={() => void run({})}>
            Make a checkpoint now
          </Button>
        )}
        <a href={ALL} className={buttonClass("outline", true)}>
          All as a file
        </a>
        {chosen.length === 2 && (
          <a
            href={`/api/log/consistency?first=${Math.min(...chosen)}&second=${Math.max(...chosen)}`}
            className={buttonClass("outline", true)}
          >
            Prove that the later continues the earlier
          </a>
        )}
      </div>
    </div>
  );
}
