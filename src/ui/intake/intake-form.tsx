"use client";

import { useRouter } from "next/navigation";
import { useRef, useState, type DragEvent } from "react";
import type { Refusal } from "@/core/refusal";
import { Tick } from "../labelled";
import { Button, Refusals } from "../primitives";
import { ProgressBar } from "../progress-bar";
import { streamed, type Progress } from "../send-stream";
import { DenseTable } from "../tables";

type Row = { lines: number[]; what: string; party: string; amount: string; missing: string[] };
type Bad = { line: number; column: string; message: string };
type Preview = {
  kind: string;
  counts: { documents: number; bad: number; known: number };
  rows: Row[];
  bad: Bad[];
  fingerprint: string;
};
type Taken = { taken: number; numbers: string[]; again: number; refused: { what: string; why: string }[] };
type Answer = { preview: Preview } | { taken: Taken };

const STAGES = { reading: "Reading", entering: "Taking in" };

/** Takes in a file of orders or invoices in three steps: choose or drop it, look at what it holds, take it in. */
export function IntakeForm() {
  const router = useRouter();
  const [file, setFile] = useState<{ name: string; text: string } | null>(null);
  const [submit, setSubmit] = useState(true);
  const [takeGood, setTakeGood] = useState(false);
  const [preview, setPreview] = useState<Preview | null>(null);
  const [taken, setTaken] = useState<Taken | null>(null);
  const [progress, setProgress] = useState<Progress | null>(null);
  const [stopped, setStopped] = useState<Progress | null>(null);
  const [refusals, setRefusals] = useState<Refusal[]>([]);
  const [over, setOver] = useState(false);
  const stop = useRef<AbortController | null>(null);

  const ask = async (chosen: { name: string; text: string }, confirm: string | null) => {
    setRefusals([]);
    setStopped(null);
    let last: Progress = { stage: "reading", done: 0, total: 1 };
    setProgress(last);
    stop.current = new AbortController();
    const body = { ...chosen, submit, takeGood, confirm };
    const result = await streamed<Answer>("/api/intake", body, stop.current.signal, (now) => {
      last = now;
      setProgress(now);
    });
    setProgress(null);
    if (!result) return setStopped(last);
    if (!result.ok) return setRefusals(result.refusals);
    if ("preview" in result.value) return setPreview(result.value.preview);
    setTaken(result.value.taken);
    router.refresh();
  };
  const choose = async (chosen: File | undefined) => {
    if (!chosen) return;
    setTaken(null);
    setPreview(null);
    if (chosen.size > 20 * 1024 * 1024)
      return setRefusals([{ code: "file", message: `${chosen.name} is larger than 20 MB; split it.` }]);
    const next = { name: chosen.name, text: await chosen.text() };
    setFile(next);
    await ask(next, null);
  };
  const drag = (event: DragEvent, on: boolean) => {
    event.preventDefault();
    setOver(on);
  };
  return (
    <div className="flex flex-col gap-4">
      <div
        className={`rounded-sm border border-dashed p-5 ${over ? "border-harbour bg-mist/40" : "border-rule"}`}
        onDragOver={(event) => drag(event, true)}
        onDragLeave={(event) => drag(event, false)}
        onDrop={(event) => {
          drag(event, false);
          void choose(event.dataTransfer.files[0]);
        }}
      >
        <label htmlFor="file" className="text-sm font-semibold">
          A file of orders or invoices
        </label>
        <input
          id="file"
          type="file"
          accept=".csv,.xml,text/csv,text/xml,application/xml,text/plain"
          className="field file:mr-3 file:border-0 file:bg-transparent file:text-harbour file:underline"
          onChange={(event) => void choose(event.target.files?.[0])}
        />
        <p className="mt-1 text-sm text-soft">
          CSV in UTF-8 with a heading line, or one UBL 2.1 order or invoice. Choose it or drop it here; you see what it
          holds before anything is taken in.
        </p>
      </div>
      <Refusals refusals={refusals} />
      {progress && <ProgressBar progress={progress} words={STAGES} onCancel={() => stop.current?.abort()} />}
      {stopped && (
        <p role="status" className="border-l-3 border-waiting bg-waiting-wash px-3 py-2 text-waiting">
          Stopped at {stopped.done.toLocaleString("en-GB")} of {stopped.total.toLocaleString("en-GB")}. What was taken
          in stays; take the same file in again and it goes on from there.
        </p>
      )}
      {taken && <Outcome taken={taken} />}
      {preview && !taken && (
        <Look
          preview={preview}
          busy={progress !== null}
          submit={submit}
          takeGood={takeGood}
          onSubmit={setSubmit}
          onTakeGood={setTakeGood}
          onTake={() => void ask(file!, preview.fingerprint)}
        />
      )}
    </div>
  );
}

function Outcome({ taken }: { taken: Taken }) {
  const count = taken.taken.toLocaleString("en-GB");
  return (
    <div role="status" className="border-l-3 border-approved bg-approved-wash px-3 py-2 text-approved">
      <p>
        {taken.taken === 1 ? "1 document was" : `${count} documents were`} taken in
        {taken.numbers.length > 0 && `, from ${taken.numbers[0]}`}.
        {taken.again > 0 && ` ${taken.again.toLocaleString("en-GB")} were there already from this file.`}
      </p>
      {taken.refused.slice(0, 20).map((one) => (
        <p key={one.what + one.why} className="text-held">
          {one.what}: {one.why}
        </p>
      ))}
    </div>
  );
}

function Look({
  preview,
  busy,
  submit,
  takeGood,
  onSubmit,
  onTakeGood,
  onTake,
}: {
  preview: Preview;
  busy: boolean;
  submit: boolean;
  takeGood: boolean;
  onSubmit(on: boolean): void;
  onTakeGood(on: boolean): void;
  onTake(): void;
}) {
  const { documents, bad, known } = preview.counts;
  const what = preview.kind === "purchase-order" ? ["order", "orders"] : ["invoice", "invoices"];
  const count = `${documents.toLocaleString("en-GB")} ${what[documents === 1 ? 0 : 1]}`;
  return (
    <>
      <p>
        The file holds <b className="font-semibold">{count}</b>
        {known > 0 && `, ${known.toLocaleString("en-GB")} of them taken in before`}
        {bad > 0 ? <b className="font-semibold text-held">, and {bad.toLocaleString("en-GB")} faults.</b> : "."}
      </p>
      {preview.bad.length > 0 && (
        <DenseTable
          label="Faults"
          heads={[{ label: "Line", right: true }, { label: "Column" }, { label: "What is wrong" }]}
        >
          {preview.bad.map((row, index) => (
            <tr key={index}>
              <td className="w-16 text-right">{row.line}</td>
              <td>{row.column}</td>
              <td>{row.message}</td>
            </tr>
          ))}
        </DenseTable>
      )}
      <div className="flex flex-wrap items-center gap-x-6 gap-y-1">
        <Button look="solid" disabled={busy || documents === 0 || (bad > 0 && !takeGood)} onClick={onTake}>
          Take in {count}
        </Button>
        <Tick label="Send them on for approval" checked={submit} onChange={onSubmit} />
        {bad > 0 && <Tick label="Leave the bad rows out" checked={takeGood} onChange={onTakeGood} />}
      </div>
      <DenseTable
        label="Documents in the file"
        heads={[
          { label: "Lines" },
          { label: "What" },
          { label: "Supplier" },
          { label: "Gross", right: true },
          { label: "Missing" },
        ]}
      >
        {preview.rows.map((row, index) => (
          <tr key={index}>
            <td className="text-soft">{row.lines.length ? row.lines.join(", ") : "—"}</td>
            <td>{row.what}</td>
            <td>{row.party}</td>
            <td className="text-right whitespace-nowrap">{row.amount}</td>
            <td className="text-held">{row.missing.join("; ")}</td>
          </tr>
        ))}
      </DenseTable>
      {documents > preview.rows.length && (
        <p className="text-sm text-soft">The first {preview.rows.length} are shown.</p>
      )}
    </>
  );
}
