"use client";

import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { countOf } from "@/core/text";
import type { Mapping } from "@/core/tables";
import { BadRows } from "../bad-rows";
import { TABLE_FILES, type ChosenFile } from "../chosen-file";
import { FileImport, TakenIn, useFileImport } from "../file-import";
import { announce } from "../frame/announce";
import { useIntents } from "../intent";
import { Choice, Entry, Tick } from "../labelled";
import { Button } from "../primitives";
import { streamed, type Progress } from "../send-stream";
import { Table } from "../tables";

type Sample = {
  number: string;
  date: string;
  type: string;
  requester: string;
  unit: string;
  party: string;
  amount: string;
};
type Preview = {
  documentType: string;
  unit: string;
  header: string[];
  mapping: Mapping;
  columns: { key: string; label: string }[];
  lacking: string[];
  counts: { documents: number; bad: number; repeated: number };
  samples: Sample[];
  notKnown: { column: string; rows: number; example: string }[];
  bad: { line: number; column: string; message: string }[];
  fingerprint: string;
};
type Taken = { id: string; name: string; documents: number };
type Answer = { preview: Preview } | { taken: Taken };
type Options = {
  called: string;
  documentType: string;
  unit: string | null;
  mapping: Mapping | null;
  takeGood: boolean;
};

type Named = { key: string; name: string };

const PATH = "/api/histories";
const STAGES = { reading: "Reading", writing: "Keeping in one step" };

/** Brings in a history in three steps: choose a file, see what is read of it and say which column is which, keep it. */
export function HistoryImport({ types, units }: { types: readonly Named[]; units: readonly Named[] }) {
  const router = useRouter();
  const start: Options = { called: "", documentType: types[0]!.key, unit: null, mapping: null, takeGood: false };
  const [options, setOptions] = useState(start);
  const [preview, setPreview] = useState<Preview | null>(null);
  const [taken, setTaken] = useState<Taken | null>(null);
  const intents = useIntents();
  const state = useFileImport<Answer>((answer) => {
    if ("preview" in answer) {
      setPreview(answer.preview);
      const { documents, bad } = answer.preview.counts;
      announce(`In the file: ${countOf(documents, "document")}, ${countOf(bad, "row")} that cannot be read.`);
    } else {
      setTaken(answer.taken);
      setPreview(null);
      router.refresh();
    }
  });
  const asking =
    (chosen: Options, confirm: string | null) =>
    ({ name, text }: ChosenFile, signal: AbortSignal, onProgress: (now: Progress) => void) => {
      const body = { ...chosen, name, text, confirm };
      return intents.ask(PATH, body, (command) => streamed<Answer>(PATH, { ...body, command }, signal, onProgress));
    };
  const look = (change: Partial<Options>) => {
    const next = { ...options, ...change };
    setOptions(next);
    void state.look(asking(next, null));
  };
  return (
    <FileImport
      label="A CSV or XLSX file with a document a row"
      hint="UTF-8, with a heading line: a date and an amount at least, and whatever else is known: number, type, requester or unit, supplier or customer, category, currency, fields of your own."
      accept={TABLE_FILES}
      stages={STAGES}
      whole={["writing"]}
      onChoose={(chosen) => {
        setTaken(null);
        setPreview(null);
        const next = { ...start, documentType: options.documentType };
        setOptions(next);
        void state.choose(chosen, asking(next, null));
      }}
      state={state}
    >
      {taken && (
        <TakenIn>
          {taken.name} is kept, with {countOf(taken.documents, "document")}.{" "}
          <Link href={`/rehearsal?history=${taken.id}`}>Rehearse on it</Link>
        </TakenIn>
      )}
      {preview && (
        <>
          <Columns types={types} units={units} preview={preview} onLook={look} />
          {preview.lacking.length > 0 ? (
            <p className="text-held">Say above which column is the {preview.lacking.join(" and the ")}.</p>
          ) : (
            <>
              <Found preview={preview} />
              {preview.counts.bad > 0 && preview.counts.documents > 0 && (
                <Tick
                  label={`Leave these rows out and take the other ${preview.counts.documents}`}
                  checked={options.takeGood}
                  onChange={(takeGood) => setOptions((now) => ({ ...now, takeGood }))}
                />
              )}
              <div className="flex flex-wrap items-end gap-4">
                <div className="w-72 max-w-full">
                  <Entry
                    label="What to call it"
                    value={options.called}
                    maxLength={80}
                    placeholder={(state.file?.name ?? "").replace(/\.\w+$/, "")}
                    onChange={(called) => setOptions((now) => ({ ...now, called }))}
                  />
                </div>
                <Button
                  look="solid"
                  disabled={
                    state.progress !== null ||
                    preview.counts.documents === 0 ||
                    (preview.counts.bad > 0 && !options.takeGood)
                  }
                  onClick={() => {
                    const { mapping, fingerprint } = preview;
                    void state.take(asking({ ...options, mapping }, fingerprint));
                  }}
                >
                  Keep {countOf(preview.counts.documents, "document")} as a history
                </Button>
              </div>
            </>
          )}
        </>
      )}
    </FileImport>
  );
}

function Columns({
  types,
  units,
  preview,
  onLook,
}: {
  types: readonly Named[];
  units: readonly Named[];
  preview: Preview;
  onLook(change: Partial<Options>): void;
}) {
  const { mapping, header, columns } = preview;
  return (
    <fieldset className="grid grid-cols-2 gap-x-5 gap-y-2.5 rounded-sm border border-rule bg-panel p-4 lg:grid-cols-5">
      <legend className="px-1 text-sm font-semibold">Which column is which</legend>
      <Choice
        label={mapping.type == null ? "The file holds" : "Rows without a type"}
        value={preview.documentType}
        onChange={(documentType) => onLook({ documentType, mapping: null })}
      >
        {types.map(({ key, name }) => (
          <option key={key} value={key}>
            {name}
          </option>
        ))}
      </Choice>
      <Choice label="Where no unit is known" value={preview.unit} onChange={(unit) => onLook({ unit })}>
        {units.map(({ key, name }) => (
          <option key={key} value={key}>
            {name}
          </option>
        ))}
      </Choice>
      {columns.map(({ key, label }) => (
        <Choice
          key={key}
          label={label}
          value={String(mapping[key] ?? "")}
          onChange={(at) =>
            onLook({
              documentType: preview.documentType,
              mapping: { ...mapping, [key]: at === "" ? null : Number(at) },
            })
          }
        >
          <option value="">not in the file</option>
          {header.map((heading, at) => (
            <option key={at} value={at}>
              {heading || `column ${at + 1}`}
            </option>
          ))}
        </Choice>
      ))}
    </fieldset>
  );
}

/** What was read: the first documents as they are understood, what is not known, and rows that are bad. */
function Found({ preview: { counts, samples, notKnown, bad } }: { preview: Preview }) {
  return (
    <>
      <p>
        <b className="font-semibold">{countOf(counts.documents, "document")}</b>,{" "}
        <b className={counts.bad ? "font-semibold text-held" : "font-normal"}>
          {countOf(counts.bad, "row")} that cannot be taken
        </b>
        .
        {counts.repeated > 0 &&
          ` Of the documents ${counts.repeated} ${counts.repeated === 1 ? "has" : "have"} a number that stands before: each row is taken as a document of its own, so sum up first where a row is a line.`}
      </p>
      {samples.length > 0 && (
        <Table
          label="The first documents, as they are read"
          small
          least="44rem"
          heads={[
            { label: "Number" },
            { label: "Date" },
            { label: "Type" },
            { label: "Requester" },
            { label: "Unit" },
            { label: "Supplier or customer" },
            { label: "Amount", right: true },
          ]}
        >
          {samples.map((one, index) => (
            <tr key={index}>
              <td>{one.number}</td>
              <td className="whitespace-nowrap">{one.date}</td>
              <td>{one.type}</td>
              <td>{one.requester || <Unknown />}</td>
              <td>{one.unit || <Unknown />}</td>
              <td>{one.party || <Unknown />}</td>
              <td className="text-right whitespace-nowrap">{one.amount}</td>
            </tr>
          ))}
        </Table>
      )}
      {notKnown.length > 0 && (
        <div>
          <p className="text-sm font-semibold text-waiting">Left unknown, since nothing here is called so</p>
          <ul className="text-sm">
            {notKnown.map(({ column, rows, example }) => (
              <li key={column}>
                {column}: {countOf(rows, "row")}, such as “{example}”
              </li>
            ))}
          </ul>
        </div>
      )}
      <BadRows rows={bad} />
    </>
  );
}

const Unknown = () => <span className="text-soft">not known</span>;
