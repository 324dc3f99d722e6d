"use client";

import { useState } from "react";
import { useSend } from "../document/use-command";
import { Button, Refusals } from "../primitives";
import { DenseTable } from "../tables";

type Difference = { customer: string; name: string; line: number; field: string; before: string; after: string };
type Answer = {
  effect: string;
  says: string;
  differences: Difference[];
  bad: { line: number; message: string }[];
  done: { applied: number; numbers: string[] } | null;
};

/** Reads a table of customers: what differs is shown first, with what the setting makes of it. */
export function CustomerImport({ fields }: { fields: Readonly<Record<string, string>> }) {
  const [text, setText] = useState<string | null>(null);
  const [answer, setAnswer] = useState<Answer | null>(null);
  const { run, refusals, busy } = useSend<Answer>("/api/intake/customers", setAnswer);
  const choose = async (file: File | undefined) => {
    if (!file) return;
    const read = await file.text();
    setText(read);
    setAnswer(null);
    await run({ text: read, confirm: false });
  };
  return (
    <div className="flex flex-col gap-4">
      <div>
        <label htmlFor="file" className="text-sm font-semibold">
          A CSV file of customers
        </label>
        <input
          id="file"
          type="file"
          accept=".csv,text/csv,text/plain"
          className="field file:mr-3 file:border-0 file:bg-transparent file:text-harbour file:underline"
          onChange={(event) => void choose(event.target.files?.[0])}
        />
        <p className="mt-0.5 text-sm text-soft">
          A column “customer” and any of: {Object.values(fields).join(", ").toLowerCase()}. Empty cells leave a field as
          it is.
        </p>
      </div>
      <Refusals refusals={refusals} />
      {answer && (
        <>
          {answer.bad.map((row) => (
            <p key={row.line + row.message} className="text-held">
              Line {row.line}: {row.message}
            </p>
          ))}
          {answer.done ? (
            <p role="status" className="border-l-3 border-approved bg-approved-wash px-3 py-2 text-approved">
              {answer.done.numbers.length > 0
                ? `Proposed for approval: ${answer.done.numbers.join(", ")}.`
                : `Applied to ${answer.done.applied} ${answer.done.applied === 1 ? "account" : "accounts"}.`}
            </p>
          ) : (
            <p>
              {answer.differences.length === 0
                ? "Nothing differs from the accounts."
                : `As it is set, what differs ${answer.says.replace("What differs ", "")}`}
            </p>
          )}
          {answer.differences.length > 0 && <Differences rows={answer.differences} fields={fields} />}
          {!answer.done && answer.differences.length > 0 && answer.effect !== "refuse" && (
            <div>
              <Button
                look="solid"
                disabled={busy || answer.bad.length > 0}
                onClick={() => void run({ text, confirm: true })}
              >
                {answer.effect === "apply"
                  ? `Apply ${answer.differences.length}`
                  : `Propose ${answer.differences.length}`}{" "}
                {answer.differences.length === 1 ? "change" : "changes"}
              </Button>
            </div>
          )}
        </>
      )}
    </div>
  );
}

export function Differences({ rows, fields }: { rows: Difference[]; fields: Readonly<Record<string, string>> }) {
  return (
    <DenseTable
      label="What differs"
      heads={[
        { label: "Line", right: true },
        { label: "Customer" },
        { label: "Field" },
        { label: "Now" },
        { label: "In the file" },
      ]}
    >
      {rows.map((row) => (
        <tr key={row.customer + row.field}>
          <td className="w-14 text-right">{row.line}</td>
          <td>{row.name}</td>
          <td>{fields[row.field]}</td>
          <td className="text-soft">{row.before}</td>
          <td className="font-semibold">{row.after}</td>
        </tr>
      ))}
    </DenseTable>
  );
}
