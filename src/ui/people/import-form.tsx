"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { TABLES, TABLE_NAMES, type Column, type Mapping, type TableName } from "@/core/people-table";
import { TABLE_FILES, type ChosenFile } from "../chosen-file";
import { countOf } from "@/core/text";
import { announce } from "../frame/announce";
import { FileImport, TakenIn, useFileImport } from "../file-import";
import { useIntents } from "../intent";
import { Choice, Entry, Tick } from "../labelled";
import { streamed, type Progress } from "../send-stream";
import { ImportPreview, type Preview } from "./import-preview";

type Options = { table: TableName | null; mapping: Mapping | null; complete: boolean; from: string; takeGood: boolean };

const STAGES = { reading: "Reading", comparing: "Comparing", checking: "Checking", writing: "Writing in one step" };
const PATH = "/api/people/import";
type Answer = { preview: Preview; written: number | null };
const START: Options = { table: null, mapping: null, complete: false, from: "", takeGood: false };

/** Brings in a file in three steps: choose it, see what it would change, confirm. Nothing is written before the last. */
export function ImportForm({ today }: { today: string }) {
  const router = useRouter();
  const [options, setOptions] = useState(START);
  const [preview, setPreview] = useState<Preview | null>(null);
  const [written, setWritten] = useState<number | null>(null);
  const intents = useIntents();
  const state = useFileImport<Answer>((answer) => {
    setPreview(answer.preview);
    const { rows, added, changed, bad } = answer.preview.counts;
    if (answer.written === null)
      announce(
        `In the file: ${countOf(rows, "row")}; ${added} to add, ${changed} to change, ${bad} that cannot be read.`,
      );
    if (answer.written === null) return;
    setWritten(answer.written);
    router.refresh();
  }, true);
  const { file, progress } = state;
  const asking =
    ({ from, ...rest }: Options, confirm: string | null) =>
    ({ text, sheets }: ChosenFile, signal: AbortSignal, onProgress: (now: Progress) => void) => {
      // The columns of several sheets are known by their headings.
      const tables = sheets ? { sheets, table: null, mapping: null } : { text };
      const body = { ...rest, from: from || null, confirm, ...tables };
      return intents.ask(PATH, body, (command) => streamed<Answer>(PATH, { ...body, command }, signal, onProgress));
    };
  const look = (change: Partial<Options>) => {
    const next = { ...options, ...change };
    setOptions(next);
    void state.look(asking(next, null));
  };
  return (
    <FileImport
      label="A CSV or XLSX file of people, units, positions, groups, limits or locations"
      hint="CSV in UTF-8 with commas or semicolons between the cells, or a workbook with a sheet each, in any order; with a heading line. You see what it would change before anything is written."
      accept={TABLE_FILES}
      stages={STAGES}
      whole={["writing"]}
      onChoose={(chosen) => {
        setWritten(null);
        setPreview(null);
        setOptions(START);
        void state.choose(chosen, asking(START, null));
      }}
      state={state}
    >
      {written !== null && (
        <TakenIn>
          Done: {written.toLocaleString("en-GB")} {written === 1 ? "entry" : "entries"} written in one step, from{" "}
          {file?.name}.
        </TakenIn>
      )}
      {preview && written === null && (
        <>
          {preview.sheets.length > 0 ? (
            <Sheets preview={preview} options={options} today={today} onLook={look} />
          ) : (
            <Columns preview={preview} options={options} today={today} onLook={look} />
          )}
          <ImportPreview
            preview={preview}
            takeGood={options.takeGood}
            busy={progress !== null}
            onTakeGood={(takeGood) => setOptions((now) => ({ ...now, takeGood }))}
            onConfirm={() => {
              const { table, mapping, fingerprint } = preview;
              void state.take(asking({ ...options, table, mapping }, fingerprint));
            }}
          />
        </>
      )}
    </FileImport>
  );
}

type LookedProps = { preview: Preview; options: Options; today: string; onLook(change: Partial<Options>): void };

/** What the sheets of a workbook hold. */
function Sheets({ preview, options, today, onLook }: LookedProps) {
  return (
    <div className="flex flex-wrap items-end gap-x-8 gap-y-2 rounded-sm border border-rule bg-panel p-4">
      <ul>
        {preview.sheets.map(({ name, table, rows }) => (
          <li key={name}>
            <b className="font-semibold">{name}</b>: {rows.toLocaleString("en-GB")} {rows === 1 ? "row" : "rows"} of{" "}
            {TABLES[table].name.toLowerCase()}
          </li>
        ))}
      </ul>
      <From options={options} today={today} onLook={onLook} />
    </div>
  );
}

function From({ options, today, onLook }: Omit<LookedProps, "preview">) {
  return (
    <Entry
      label="Effective from"
      type="date"
      value={options.from || today}
      min={today}
      onChange={(from) => onLook({ from: from === today ? "" : from })}
    />
  );
}

function Columns({ preview, options, today, onLook }: LookedProps) {
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
      <From options={options} today={today} onLook={onLook} />
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
