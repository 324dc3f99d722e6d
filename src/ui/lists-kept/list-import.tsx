"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { BadRows } from "../bad-rows";
import { TABLE_FILES, type ChosenFile } from "../chosen-file";
import { announce } from "../frame/announce";
import { FileImport, TakenIn, useFileImport } from "../file-import";
import { useIntents } from "../intent";
import { Tick } from "../labelled";
import { Button } from "../primitives";
import { send } from "../send";
import { Table } from "../tables";

type Row = { key: string; name: string; differences: { label: string; before: string; after: string }[] };
type Preview = {
  counts: { rows: number; added: number; changed: number; unchanged: number; bad: number };
  added: Row[];
  changed: Row[];
  bad: { line: number; column: string; message: string }[];
  fingerprint: string;
};
type Answer = { preview: Preview; written: number | null };

/** A list brought in as a file: what it would change is seen before anything is written; what is not in the file stays. */
export function ListImport({ list, onClose }: { list: string; onClose(): void }) {
  const router = useRouter();
  const path = `/api/lists/${list}/file`;
  const [preview, setPreview] = useState<Preview | null>(null);
  const [written, setWritten] = useState<number | null>(null);
  const [takeGood, setTakeGood] = useState(false);
  const intents = useIntents();
  const state = useFileImport<Answer>((answer) => {
    setPreview(answer.preview);
    setWritten(answer.written);
    if (answer.written === null) announce("The file was read. What it would change stands below.");
    if (answer.written !== null) router.refresh();
  });
  const asking =
    (confirm: string | null) =>
    ({ text }: ChosenFile) => {
      const body = { text, takeGood: confirm !== null && takeGood, confirm };
      return intents.ask(path, body, (command) => send<Answer>(path, { ...body, command }));
    };
  const writes = preview ? preview.counts.added + preview.counts.changed : 0;
  return (
    <section aria-label="Import" className="mt-3 border border-rule bg-panel p-4">
      <FileImport
        label="A CSV or XLSX file of this list"
        hint="UTF-8, with a heading line such as that of the export. An entry is known by its key; what is not in the file stays."
        accept={TABLE_FILES}
        stages={{ reading: "Reading" }}
        onChoose={(chosen) => {
          setPreview(null);
          setWritten(null);
          setTakeGood(false);
          void state.choose(chosen, asking(null));
        }}
        state={state}
      >
        {written !== null && (
          <TakenIn>
            Done: {written} {written === 1 ? "entry" : "entries"} written in one step.
          </TakenIn>
        )}
        {preview && written === null && (
          <>
            <p>
              Of {preview.counts.rows} rows: <b className="font-semibold">{preview.counts.added} added</b>,{" "}
              <b className="font-semibold">{preview.counts.changed} changed</b>, {preview.counts.unchanged} as they are,{" "}
              <b className={preview.counts.bad ? "font-semibold text-held" : "font-normal"}>
                {preview.counts.bad} that cannot be taken
              </b>
              .
            </p>
            <BadRows rows={preview.bad} />
            <Changes title="Added" rows={preview.added} />
            <Changes title="Changed" rows={preview.changed} />
            {preview.counts.bad > 0 && writes > 0 && (
              <Tick label={`Leave these out and take the other ${writes}`} checked={takeGood} onChange={setTakeGood} />
            )}
            <div className="flex gap-2">
              <Button
                look="solid"
                disabled={writes === 0 || (preview.counts.bad > 0 && !takeGood) || state.progress !== null}
                onClick={() => void state.take(asking(preview.fingerprint))}
              >
                Write {writes} {writes === 1 ? "entry" : "entries"}
              </Button>
              <Button onClick={onClose}>Cancel</Button>
            </div>
          </>
        )}
      </FileImport>
      {(!preview || written !== null) && (
        <Button className="mt-3" onClick={onClose}>
          Close
        </Button>
      )}
    </section>
  );
}

function Changes({ title, rows }: { title: string; rows: readonly Row[] }) {
  if (rows.length === 0) return null;
  return (
    <Table label={title} heads={[{ label: title }, { label: "What changes" }]} most="20rem">
      {rows.map((row) => (
        <tr key={row.key}>
          <td className="whitespace-nowrap">
            {row.key} <span className="text-soft">{row.name === row.key ? "" : row.name}</span>
          </td>
          <td>
            {row.differences
              .filter(({ label }) => label !== "List" && label !== "Key")
              .map(({ label, before, after }) => `${label}: ${before ? `${before} → ` : ""}${after || "none"}`)
              .join("; ")}
          </td>
        </tr>
      ))}
    </Table>
  );
}
