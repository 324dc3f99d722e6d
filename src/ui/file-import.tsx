"use client";

import { useRef, useState, type DragEvent, type ReactNode } from "react";
import type { Refusal, Result } from "@/core/refusal";
import { readChosen, type ChosenFile } from "./chosen-file";
import { useLatest } from "./overtaken";
import { Refusals } from "./primitives";
import { ProgressBar } from "./progress-bar";
import type { Progress } from "./send-stream";

/** Asks the server about a file: what it holds or, with a confirmation, to take it in. Null when it was stopped. */
type Ask<A> = (file: ChosenFile, signal: AbortSignal, onProgress: (now: Progress) => void) => Promise<Result<A> | null>;

/**
 * The steps every file comes in by: it is chosen or dropped, looked at, and taken in once that was confirmed; how far it is, what was refused, and where it was
 * stopped.
 * @param onAnswer what the server found in it, or made of it
 * @param several whether a workbook may have more than one sheet
 */
export function useFileImport<A>(onAnswer: (answer: A) => void, several = false) {
  const [file, setFile] = useState<ChosenFile | null>(null);
  const [progress, setProgress] = useState<Progress | null>(null);
  const [stopped, setStopped] = useState<Progress | null>(null);
  const [refusals, setRefusals] = useState<readonly Refusal[]>([]);
  const stop = useRef<AbortController | null>(null);
  const taking = useRef(false);
  const latest = useLatest();

  const run = async (chosen: ChosenFile, ask: Ask<A>) => {
    const isLast = latest();
    setRefusals([]);
    setStopped(null);
    let last: Progress = { stage: "reading", done: 0, total: 1 };
    setProgress(last);
    stop.current = new AbortController();
    const result = await ask(chosen, stop.current.signal, (now) => {
      last = now;
      if (isLast()) setProgress(now);
    });
    if (!isLast()) return;
    setProgress(null);
    if (!result) return setStopped(last);
    if (!result.ok) return setRefusals(result.refusals);
    onAnswer(result.value);
  };
  const choose = async (chosen: File | undefined, ask: Ask<A>) => {
    if (!chosen || taking.current) return;
    const isLast = latest();
    const read = await readChosen(chosen, several);
    if (!isLast()) return;
    if (!read.ok) return setRefusals(read.refusals);
    setFile(read.value);
    await run(read.value, ask);
  };
  // What was confirmed is not overtaken by looking once more: what came of it is what counts.
  const look = async (ask: Ask<A>) => {
    if (file && !taking.current) await run(file, ask);
  };
  const take = async (ask: Ask<A>) => {
    if (!file || taking.current) return;
    taking.current = true;
    await run(file, ask).finally(() => (taking.current = false));
  };
  return { file, progress, stopped, refusals, look, take, choose, onCancel: () => stop.current?.abort() };
}

type Frame = {
  label: string;
  hint: ReactNode;
  accept: string;
  /** What the stages of the work are called. */
  stages: Readonly<Record<string, string>>;
  /** Stages that are not stopped half way. */
  whole?: readonly string[];
  onChoose(file: File | undefined): void;
  state: Pick<ReturnType<typeof useFileImport>, "progress" | "refusals" | "onCancel">;
  children: ReactNode;
};

/** The page of a file that is brought in: where it is chosen or dropped, what was refused, how far it is, and below what it holds. */
export function FileImport({ label, hint, accept, stages, whole = [], onChoose, state, children }: Frame) {
  const [over, setOver] = useState(false);
  const drag = (event: DragEvent, on: boolean) => {
    event.preventDefault();
    setOver(on);
  };
  const { progress, refusals, onCancel } = state;
  return (
    <div className="flex flex-col gap-4">
      <div
        className={`rounded-sm border border-dashed p-5 ${over ? "border-harbour bg-mist/40" : "border-rule"}`}
        onDragOver={(event) => drag(event, true)}
        onDragLeave={(event) => drag(event, false)}
        onDrop={(event) => {
          drag(event, false);
          onChoose(event.dataTransfer.files[0]);
        }}
      >
        <label htmlFor="file" className="text-sm font-semibold">
          {label}
        </label>
        <input
          id="file"
          type="file"
          accept={accept}
          className="field file:mr-3 file:border-0 file:bg-transparent file:text-harbour file:underline"
          onChange={(event) => onChoose(event.target.files?.[0])}
        />
        <p className="mt-1 text-sm text-soft">{hint}</p>
      </div>
      <Refusals refusals={refusals} />
      {progress && (
        <ProgressBar
          progress={progress}
          words={stages}
          onCancel={whole.includes(progress.stage) ? undefined : onCancel}
        />
      )}
      {children}
    </div>
  );
}

/** What came of a file that was taken in. */
export function TakenIn({ children }: { children: ReactNode }) {
  return (
    <div role="status" className="border-l-3 border-approved bg-approved-wash px-3 py-2 text-approved">
      {children}
    </div>
  );
}
