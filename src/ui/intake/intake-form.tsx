"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { typeWords } from "@/core/documents";
import { TABLE_FILES, type ChosenFile } from "../chosen-file";
import { countOf } from "@/core/text";
import { announce } from "../frame/announce";
import { FileImport, TakenIn, useFileImport } from "../file-import";
import { Tick } from "../labelled";
import { Button } from "../primitives";
import { streamed, type Progress } from "../send-stream";
import { Table } from "../tables";

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

const STAGES = { reading: "Reading", entering: "Importing" };

/** Takes in a file of orders or invoices in three steps: choose or drop it, look at what it holds, take it in. */
export function IntakeForm() {
  const router = useRouter();
  const [submit, setSubmit] = useState(true);
  const [takeGood, setTakeGood] = useState(false);
  const [preview, setPreview] = useState<Preview | null>(null);
  const [taken, setTaken] = useState<Taken | null>(null);
  const state = useFileImport<Answer>((answer) => {
    if ("preview" in answer) {
      const { documents, bad } = answer.preview.counts;
      announce(`In the file: ${countOf(documents, "document")}, ${countOf(bad, "row")} that cannot be read.`);
      return setPreview(answer.preview);
    }
    setTaken(answer.taken);
    router.refresh();
  });
  const { stopped, progress } = state;
  const asking =
    (confirm: string | null) => (chosen: ChosenFile, signal: AbortSignal, onProgress: (now: Progress) => void) =>
      streamed<Answer>("/api/intake", { ...chosen, submit, takeGood, confirm }, signal, onProgress);
  return (
    <FileImport
      label="A file of orders or invoices"
      hint="CSV in UTF-8 or a workbook (XLSX) of one sheet, each with a heading line, or one UBL 2.1 order or invoice. Choose it or drop it here; you see what it holds before anything is imported."
      accept={`${TABLE_FILES},.xml,text/xml,application/xml`}
      stages={STAGES}
      onChoose={(chosen) => {
        setTaken(null);
        setPreview(null);
        void state.choose(chosen, asking(null));
      }}
      state={state}
    >
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
          onTake={() => void state.take(asking(preview.fingerprint))}
        />
      )}
    </FileImport>
  );
}

function Outcome({ taken }: { taken: Taken }) {
  const count = taken.taken.toLocaleString("en-GB");
  return (
    <TakenIn>
      <p>
        {taken.taken === 1 ? "1 document was" : `${count} documents were`} imported
        {taken.numbers.length > 0 && `, from ${taken.numbers[0]}`}.
        {taken.again > 0 && ` ${taken.again.toLocaleString("en-GB")} were there already from this file.`}
      </p>
      {taken.refused.slice(0, 20).map((one) => (
        <p key={one.what + one.why} className="text-held">
          {one.what}: {one.why}
        </p>
      ))}
    </TakenIn>
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
  const { one, many } = typeWords(preview.kind).name;
  const count = `${documents.toLocaleString("en-GB")} ${documents === 1 ? one : many}`;
  return (
    <>
      <p>
        The file holds <b className="font-semibold">{count}</b>
        {known > 0 && `, ${known.toLocaleString("en-GB")} of them imported before`}
        {bad > 0 ? <b className="font-semibold text-held">, and {bad.toLocaleString("en-GB")} faults.</b> : "."}
      </p>
      {preview.bad.length > 0 && (
        <Table label="Faults" heads={[{ label: "Line", right: true }, { label: "Column" }, { label: "What is wrong" }]}>
          {preview.bad.map((row, index) => (
            <tr key={index}>
              <td className="w-16 text-right">{row.line}</td>
              <td>{row.column}</td>
              <td>{row.message}</td>
            </tr>
          ))}
        </Table>
      )}
      <div className="flex flex-wrap items-center gap-x-6 gap-y-1">
        <Button look="solid" disabled={busy || documents === 0 || (bad > 0 && !takeGood)} onClick={onTake}>
          Import {count}
        </Button>
        <Tick label="Send them on for approval" checked={submit} onChange={onSubmit} />
        {bad > 0 && <Tick label="Leave the bad rows out" checked={takeGood} onChange={onTakeGood} />}
      </div>
      <Table
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
      </Table>
      {documents > preview.rows.length && (
        <p className="text-sm text-soft">The first {preview.rows.length} are shown.</p>
      )}
    </>
  );
}
