"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { TABLE_FILES, type ChosenFile } from "../chosen-file";
import { announce } from "../frame/announce";
import { FileImport, TakenIn, useFileImport } from "../file-import";
import { useIntents } from "../intent";
import { countOf } from "@/core/text";
import { Entry, Tick } from "../labelled";
import { Button } from "../primitives";
import { send } from "../send";
import { Table } from "../tables";

type Preview = {
  counts: { accounts: number; bad: number };
  rows: { line: number; name: string; approved: string; said: [field: string, value: string][]; owes: string }[];
  bad: { line: number; message: string }[];
  fingerprint: string;
  written: number | null;
};

const PATH = "/api/intake/accounts";

/** Suppliers or customers that were approved before, brought in as a file: each with by whom and when, seen before anything is written. */
export function AccountImport({ kind, columns }: { kind: "supplier" | "customer"; columns: readonly string[] }) {
  const router = useRouter();
  const [approvedBy, setApprovedBy] = useState("");
  const [approvedOn, setApprovedOn] = useState("");
  const [preview, setPreview] = useState<Preview | null>(null);
  const [takeGood, setTakeGood] = useState(false);
  const intents = useIntents();
  const state = useFileImport<Preview>((answer) => {
    setPreview(answer);
    if (answer.written === null)
      announce(
        `In the file: ${countOf(answer.counts.accounts, kind)} to import, ${countOf(answer.counts.bad, "row")} that cannot be.`,
      );
    if (answer.written !== null) router.refresh();
  });
  const asking =
    (confirm: string | null, by = approvedBy, on = approvedOn) =>
    ({ text }: ChosenFile) => {
      const body = { kind, text, approvedBy: by, approvedOn: on, takeGood: confirm !== null && takeGood, confirm };
      return intents.ask(PATH, body, (command) => send<Preview>(PATH, { ...body, command }));
    };
  // What is said for all is part of what was looked at.
  const again = (by: string, on: string) => {
    setApprovedBy(by);
    setApprovedOn(on);
    if (preview?.written === null) void state.look(asking(null, by, on));
  };
  return (
    <>
      <div className="mb-4 grid max-w-2xl gap-4 sm:grid-cols-2">
        <Entry
          label="Approved by, where the file does not say"
          value={approvedBy}
          maxLength={120}
          onChange={(by) => again(by, approvedOn)}
        />
        <Entry
          label="Approved on, where the file does not say"
          type="date"
          value={approvedOn}
          onChange={(on) => again(approvedBy, on)}
        />
      </div>
      <FileImport
        label={`A CSV or XLSX file of ${kind}s`}
        hint={
          <>
            A heading and a row each. Columns: {columns.join(", ")}; all but the name may be left out.{" "}
            <a href={`${PATH}?kind=${kind}&format=xlsx`} download>
              A file to fill in
            </a>{" "}
            (
            <a href={`${PATH}?kind=${kind}&format=csv`} download>
              as CSV
            </a>
            ) has them.
          </>
        }
        accept={TABLE_FILES}
        stages={{ reading: "Reading" }}
        onChoose={(chosen) => {
          setPreview(null);
          setTakeGood(false);
          void state.choose(chosen, asking(null));
        }}
        state={state}
      >
        {preview && preview.written !== null && (
          <TakenIn>
            Done: {preview.written} {preview.written === 1 ? kind : `${kind}s`} imported, open from now on.
          </TakenIn>
        )}
        {preview?.written === null && (
          <Looked
            preview={preview}
            kind={kind}
            takeGood={takeGood}
            onTakeGood={setTakeGood}
            busy={state.progress !== null}
            onWrite={() => void state.take(asking(preview.fingerprint))}
          />
        )}
      </FileImport>
    </>
  );
}

type LookedProps = {
  preview: Preview;
  kind: string;
  takeGood: boolean;
  onTakeGood(on: boolean): void;
  busy: boolean;
  onWrite(): void;
};

function Looked({ preview: { counts, rows, bad }, kind, takeGood, onTakeGood, busy, onWrite }: LookedProps) {
  const many = (count: number) => (count === 1 ? `1 ${kind}` : `${count} ${kind}s`);
  return (
    <>
      <p>
        <b className="font-semibold">{many(counts.accounts)}</b> can be imported
        {counts.bad > 0 && (
          <>
            , <b className="font-semibold text-held">{counts.bad === 1 ? "1 row" : `${counts.bad} rows`}</b> cannot
          </>
        )}
        . Each is open at once and marked as approved before.
      </p>
      {bad.length > 0 && (
        <Table label="Cannot be taken" heads={[{ label: "Line" }, { label: "Why" }]} most="20rem">
          {bad.map((row) => (
            <tr key={row.line + row.message}>
              <td className="whitespace-nowrap">line {row.line}</td>
              <td className="font-medium text-held">{row.message}</td>
            </tr>
          ))}
        </Table>
      )}
      {rows.length > 0 && (
        <Table
          label="To be imported"
          heads={[
            { label: "Line" },
            { label: "Name" },
            { label: "Approved by, on" },
            { label: "What it says" },
            ...(kind === "customer" ? [{ label: "Owes", right: true }] : []),
          ]}
          most="20rem"
        >
          {rows.map((row) => (
            <tr key={row.line}>
              <td className="whitespace-nowrap">line {row.line}</td>
              <td className="font-semibold">{row.name}</td>
              <td>{row.approved}</td>
              <td className="text-sm">{row.said.map(([field, value]) => `${field}: ${value}`).join("; ")}</td>
              {kind === "customer" && <td className="text-right whitespace-nowrap">{row.owes}</td>}
            </tr>
          ))}
        </Table>
      )}
      {counts.bad > 0 && counts.accounts > 0 && (
        <Tick
          label={`Leave these out and take the other ${counts.accounts}`}
          checked={takeGood}
          onChange={onTakeGood}
        />
      )}
      <div>
        <Button
          look="solid"
          disabled={counts.accounts === 0 || (counts.bad > 0 && !takeGood) || busy}
          onClick={onWrite}
        >
          Import {many(counts.accounts)}
        </Button>
      </div>
    </>
  );
}
