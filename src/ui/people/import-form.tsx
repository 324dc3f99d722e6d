"use client";

import { useRouter } from "next/navigation";
import { useRef, useState } from "react";
import { TABLES, TABLE_NAMES, type Column, type Mapping, type TableName } from "@/core/people-table";
import type { Refusal } from "@/core/refusal";
import { useIntents } from "../intent";
import { Choice, Entry, Tick } from "../labelled";
import { Refusals } from "../primitives";
import { ProgressBar } from "../progress-bar";
import { streamed, type Progress } from "../send-stream";
import { ImportPreview, type Preview } from "./import-preview";

type Options = { table: TableName | null; mapping: Mapping | null; complete: boolean; from: string; takeGood: boolean };

const STAGES = { reading: "Reading", comparing: "Comparing", checking: "Checking", writing: "Writing in one step" };
const START: Options = { table: null, mapping: null, complete: false, from: "", takeGood: false };

/** Brings in a file in three steps: choose it, see what it would change, confirm. Nothing is written before the last. */
export function ImportForm({ today }: { today: string }) {
  const router = useRouter();
  const [file, setFile] = useState<{ name: string; text: string } | null>(null);
  const [options, setOptions] = useState(START);
  const [preview, setPreview] = useState<Preview | null>(null);
  const [progress, setProgress] = useState<Progress | null>(null);
  const [refusals, setRefusals] = useState<Refusal[]>([]);
  const [written, setWritten] = useState<number | null>(null);
  const intents = useIntents();
  const stop = useRef<AbortController | null>(null);

  const ask = async (text: string, asked: Options, confirm: string | null) => {
    setRefusals([]);
    setProgress({ stage: "reading", done: 0, total: 1 });
    stop.current = new AbortController();
    const { from, ...rest } = asked;
    const body = { ...rest, from: from || null, text, confirm };
    const { signal } = stop.current;
    const path = "/api/people/import";
    const result = await intents.ask(path, body, (command) =>
      streamed<{ preview: Preview; written: number | null }>(path, { ...body, command }, signal, setProgress),
    );
    setProgress(null);
    if (!result) return;
    if (!result.ok) return setRefusals(result.refusals);
    setPreview(result.value.preview);
    if (result.value.written === null) return;
    setWritten(result.value.written);
    router.refresh();
  };
  const look = (change: Partial<Options>) => {
    const next = { ...options, ...change };
    setOptions(next);
    if (file) void ask(file.text, next, null);
  };
  const choose = async (chosen: File | undefined) => {
    if (!chosen) return;
    const text = await chosen.text();
    setFile({ name: chosen.name, text });
    setWritten(null);
    setPreview(null);
    setOptions(START);
    await ask(text, START, null);
  };
  return (
    <div className="flex flex-col gap-4">
      <div>
        <label htmlFor="file" className="text-sm font-semibold">
          A CSV file of people, units, positions, groups or limits
        </label>
        <input
          id="file"
          type="file"
          accept=".csv,text/csv,text/plain"
          className="field file:mr-3 file:border-0 file:bg-transparent file:text-harbour file:underline"
          onChange={(event) => void choose(event.target.files?.[0])}
        />
        <p className="mt-0.5 text-sm text-soft">
          UTF-8, with a heading line; commas or semicolons between the cells. You see what it would change before
          anything is written.
        </p>
      </div>
      <Refusals refusals={refusals} />
      {progress && (
        <ProgressBar
          progress={progress}
          words={STAGES}
          onCancel={progress.stage === "writing" ? undefined : () => stop.current?.abort()}
        />
      )}
      {written !== null && (
        <p role="status" className="border-l-3 border-approved bg-approved-wash px-3 py-2 text-approved">
          Done: {written.toLocaleString("en-GB")} {written === 1 ? "entry" : "entries"} written in one step, from{" "}
          {file?.name}.
        </p>
      )}
      {preview && written === null && (
        <>
          <Columns preview={preview} options={options} today={today} onLook={look} />
          <ImportPreview
            preview={preview}
            takeGood={options.takeGood}
            busy={progress !== null}
            onTakeGood={(takeGood) => setOptions((now) => ({ ...now, takeGood }))}
            onConfirm={() =>
              void ask(file!.text, { ...options, table: preview.table, mapping: preview.mapping }, preview.fingerprint)
            }
          />
        </>
      )}
    </div>
  );
}

function Columns({
  preview,
  options,
  today,
  onLook,
}: {
  preview: Preview;
  options: Options;
  today: string;
  onLook(change: Partial<Options>): void;
}) {
  const columns: readonly Column[] = TABLES[preview.table].columns;
  const complete = preview.table === "people" || preview.table === "limits";
  return (
    <fieldset className="grid gap-x-5 gap-y-2.5 rounded-sm border border-rule bg-panel p-4 sm:grid-cols-2 lg:grid-cols-4">
      <legend className="px-1 text-sm font-semibold">Which column is which</legend>
      <Choice
        label="The file holds"
        value={preview.table}
        onChange={(table) => onLook({ table: table as TableName, mapping: null })}
      >
        {TABLE_NAMES.map((name) => (
          <option key={name} value={name}>
            {TABLES[name].name.toLowerCase()}
          </option>
        ))}
      </Choice>
      {columns.map((column) => (
        <Choice
          key={column.key}
          label={column.needed ? `${column.label} (needed)` : column.label}
          value={String(preview.mapping[column.key] ?? "")}
          onChange={(at) =>
            onLook({
              table: preview.table,
              mapping: { ...preview.mapping, [column.key]: at === "" ? null : Number(at) },
            })
          }
        >
          <option value="">not in the file</option>
          {preview.header.map((heading, at) => (
            <option key={at} value={at}>
              {heading || `column ${at + 1}`}
            </option>
          ))}
        </Choice>
      ))}
      <Entry
        label="Changes count from"
        type="date"
        value={options.from || today}
        min={today}
        onChange={(from) => onLook({ from: from === today ? "" : from })}
      />
      {complete && (
        <Tick
          label={
            preview.table === "people"
              ? "The file is complete: deactivate who is not in it"
              : "The file is complete: no limit for who is not in it"
          }
          checked={options.complete}
          onChange={(on) => onLook({ complete: on })}
        />
      )}
    </fieldset>
  );
}
