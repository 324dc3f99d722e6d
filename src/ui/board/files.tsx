"use client";

import { useRef, useState } from "react";
import { lossesOf } from "@/core/formats";
import type { Refusal } from "@/core/refusal";
import { Sheet } from "../frame/sheet";
import { readPolicyFile } from "../policies/read-file";
import { Button, Refusals } from "../primitives";

import type { BoardState } from "./use-board";
import { sayLoss } from "@/core/words";

const FORMATS = [
  ["pdf", "Authority matrix to print and sign", "PDF"],
  ["json", "The whole policy", "JSON"],
  ["csv", "Levels by bands, as a table", "CSV"],
  ["xlsx", "The same as a workbook", "XLSX"],
  ["dmn", "Decision tables", "DMN 1.3"],
] as const;

/** The policy as a file, and a file into the draft. What a format cannot carry is said before and after. */
export function Files({ board, shown }: { board: BoardState; shown: number | null }) {
  const [open, setOpen] = useState(false);
  const { policy, mayWrite } = board;
  const losses = open ? lossesOf(policy).map(sayLoss) : [];
  return (
    <>
      <Button look="quiet" onClick={() => setOpen(true)}>
        Files
      </Button>
      <Sheet open={open} onOpenChange={setOpen} title="Files">
        <ul className="flex flex-col">
          {FORMATS.map(([format, what, name]) => (
            <li key={format} className="flex items-baseline justify-between border-b border-rule py-1.5">
              {what}
              <a href={`/api/policies/${policy.id}/file?as=${format}${shown ? `&version=${shown}` : ""}`} download>
                Take as {name}
              </a>
            </li>
          ))}
        </ul>
        {losses.length > 0 && (
          <details className="mt-2 text-sm">
            <summary className="min-h-7 cursor-pointer">
              What CSV and DMN leave out ({losses.length}); JSON has everything, the PDF all but notes for designers
            </summary>
            <ul className="list-disc pl-5">
              {losses.map((one) => (
                <li key={one}>{one}</li>
              ))}
            </ul>
          </details>
        )}
        {mayWrite && <Bring board={board} onDone={() => setOpen(false)} />}
      </Sheet>
    </>
  );
}

function Bring({ board, onDone }: { board: BoardState; onDone(): void }) {
  const [refusals, setRefusals] = useState<Refusal[]>([]);
  const [losses, setLosses] = useState<string[] | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const read = async (file: File) => {
    setLosses(null);
    const result = await readPolicyFile(file, board.policy);
    setRefusals(result.ok ? [] : result.refusals);
    if (!result.ok) return;
    board.select(null);
    board.changePolicy(() => result.value.policy);
    board.choose(result.value.policy.sections.at(-1)!.id);
    if (result.value.losses.length === 0) return onDone();
    setLosses(result.value.losses);
  };
  return (
    <section className="mt-4 border-t border-rule pt-3">
      <h3 className="font-sans text-sm font-semibold">Import a file into this draft</h3>
      <p className="text-sm text-soft">It takes the place of what is on the board; Undo takes it back.</p>
      <input
        ref={input}
        type="file"
        aria-label="File with a policy"
        accept=".json,.csv,.xlsx,.dmn,.xml"
        className="mt-1 text-sm"
        onChange={(event) => {
          const file = event.target.files?.[0];
          if (file) void read(file);
          event.target.value = "";
        }}
      />
      <Refusals refusals={refusals} />
      {losses && (
        <div className="mt-2 border-l-3 border-waiting pl-2 text-sm" role="status">
          <p className="text-waiting">
            It is on the board. What the file does not say is as it was in this draft. Look at these:
          </p>
          <ul className="list-disc pl-5">
            {losses.map((one) => (
              <li key={one}>{one}</li>
            ))}
          </ul>
        </div>
      )}
    </section>
  );
}
