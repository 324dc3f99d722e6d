"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { TABLE_FILES, type ChosenFile } from "../chosen-file";
import { countOf } from "@/core/text";
import { announce } from "../frame/announce";
import { FileImport, TakenIn, useFileImport } from "../file-import";
import { useIntent } from "../intent";
import { Button } from "../primitives";
import { Table } from "../tables";

type Difference = {
  customer: string;
  name: string;
  line: number;
  field: string;
  before: string;
  after: string;
  free: boolean;
};
type Answer = {
  effect: string;
  /** What becomes of what differs. */
  means: string;
  differences: Difference[];
  bad: { line: number; message: string }[];
  done: { applied: number; numbers: string[] } | null;
};

const PATH = "/api/intake/customers";

/** Reads a table of customers: what differs is shown first, with what the setting makes of it. */
export function CustomerImport({ fields }: { fields: Readonly<Record<string, string>> }) {
  const [answer, setAnswer] = useState<Answer | null>(null);
  const router = useRouter();
  const intend = useIntent();
  const state = useFileImport<Answer>((found) => {
    setAnswer(found);
    if (!found.done)
      announce(
        `In the file: ${countOf(found.differences.length, "difference")}, ${countOf(found.bad.length, "row")} that cannot be read.`,
      );
    if (found.done) router.refresh();
  });
  const asking =
    (confirm: boolean) =>
    ({ text }: ChosenFile) =>
      intend<Answer>(PATH, { text, confirm });
  return (
    <FileImport
      label="A CSV or XLSX file of customers"
      hint={`A column “customer” and any of: ${Object.values(fields).join(", ").toLowerCase()}. Empty cells leave a field as it is.`}
      accept={TABLE_FILES}
      stages={{ reading: "Reading" }}
      whole={["reading"]}
      onChoose={(file) => {
        setAnswer(null);
        void state.choose(file, asking(false));
      }}
      state={state}
    >
      {answer && (
        <>
          {answer.bad.map((row) => (
            <p key={row.line + row.message} className="text-held">
              Line {row.line}: {row.message}
            </p>
          ))}
          {answer.done ? (
            <TakenIn>
              {answer.done.numbers.length > 0 && `Proposed for approval: ${answer.done.numbers.join(", ")}. `}
              {(answer.done.applied > 0 || answer.done.numbers.length === 0) &&
                `Applied to ${answer.done.applied} ${answer.done.applied === 1 ? "account" : "accounts"}.`}
            </TakenIn>
          ) : (
            <p>{answer.differences.length === 0 ? "Nothing differs from the accounts." : sayMeaning(answer)}</p>
          )}
          {answer.differences.length > 0 && <Differences rows={answer.differences} fields={fields} />}
          {!answer.done && mayGoOn(answer) && (
            <div>
              <Button
                look="solid"
                disabled={state.progress !== null || answer.bad.length > 0}
                onClick={() => void state.take(asking(true))}
              >
                {answer.effect === "apply" || answer.differences.every(({ free }) => free) ? "Apply" : "Take over"}{" "}
                {answer.differences.length} {answer.differences.length === 1 ? "change" : "changes"}
              </Button>
            </div>
          )}
        </>
      )}
    </FileImport>
  );
}

/** What becomes of what differs: of what is controlled by the setting, and of the rest at once. */
function sayMeaning({ differences, means }: Answer): string {
  const free = differences.filter((one) => one.free).length;
  const atOnce = "is applied at once, since nobody has to approve these fields";
  if (free === 0) return `As it is set, what differs ${means}.`;
  if (free === differences.length) return `What differs ${atOnce}.`;
  return `As it is set, what differs in controlled fields ${means}. The rest ${atOnce}.`;
}

/** Where controlled fields are refused, a file that changes some is refused whole. */
const mayGoOn = ({ differences, effect }: Answer) =>
  differences.length > 0 && (effect !== "refuse" || differences.every(({ free }) => free));

export function Differences({ rows, fields }: { rows: Difference[]; fields: Readonly<Record<string, string>> }) {
  return (
    <Table
      label="What differs"
      heads={[
        { label: "Line", right: true },
        { label: "Customer" },
        { label: "Field" },
        { label: "Now" },
        { label: "In the file" },
        { label: "Becomes" },
      ]}
    >
      {rows.map((row) => (
        <tr key={row.customer + row.field}>
          <td className="w-14 text-right">{row.line}</td>
          <td>{row.name}</td>
          <td>{fields[row.field]}</td>
          <td className="text-soft">{row.before}</td>
          <td className="font-semibold">{row.after}</td>
          <td className="text-soft">{row.free ? "changed at once" : "by the setting"}</td>
        </tr>
      ))}
    </Table>
  );
}
