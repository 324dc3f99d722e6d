"use client";

import Link from "next/link";
import { useState } from "react";
import { useSend } from "../document/use-command";
import { SignFields } from "../document/sign-fields";
import { Button, Refusals } from "../primitives";
import { SentForm } from "../sent-form";
import { Table } from "../tables";

type Mark = "good" | "deviation" | "not applicable";
type Found = { marks: Record<string, Mark>; note: string };
type Item = { id: string; number: string; title: string; amount: string; finding: Found | null };

const MARKS: { mark: Mark; sign: string; name: string }[] = [
  { mark: "good", sign: "✓", name: "no exception" },
  { mark: "deviation", sign: "✗", name: "deviates" },
  { mark: "not applicable", sign: "–", name: "does not apply" },
];

/** A row for each document of the sample and a mark for each attribute; the conclusion moves along, and is signed at the end. */
export function TestSheet({
  id,
  attributes,
  items,
  conclusion,
  hash,
  mayWrite,
  whyNotSign,
  name,
  proof,
}: {
  id: string;
  attributes: readonly string[];
  items: readonly Item[];
  conclusion: string | null;
  hash: string;
  mayWrite: boolean;
  /** Why whoever reads it cannot sign it off, where that is so. */
  whyNotSign: string | null;
  name: string;
  proof: string;
}) {
  const done = items.filter((item) => attributes.every((one) => item.finding?.marks[one])).length;
  return (
    <>
      <p className="serif my-3 text-lg" role="status">
        {done === items.length ? conclusion : sayHalf(done, items, attributes)}
      </p>
      {mayWrite && whyNotSign && <p className="mb-3 border-l-3 border-waiting pl-2 text-waiting">{whyNotSign}.</p>}
      <Table
        label="Test sheet"
        small
        least="52rem"
        heads={[
          { label: "Document" },
          { label: "Amount", right: true },
          ...attributes.map((label) => ({ label, key: label })),
          { label: "Note" },
        ]}
      >
        {items.map((item) => (
          <Row key={item.id} id={id} item={item} attributes={attributes} mayWrite={mayWrite} />
        ))}
      </Table>
      {mayWrite && !whyNotSign && done === items.length && <Sign id={id} hash={hash} name={name} proof={proof} />}
    </>
  );
}

/** How far a sheet is; what follows from it is said when it is whole, and not before. */
function sayHalf(done: number, items: readonly Item[], attributes: readonly string[]): string {
  if (done === 0) return "Nothing is tested yet.";
  const whole = items.filter(({ finding }) => attributes.every((one) => finding?.marks[one]));
  const deviations = whole.filter(({ finding }) => Object.values(finding!.marks).includes("deviation")).length;
  const found = deviations === 1 ? "One deviation" : `${deviations === 0 ? "No" : deviations} deviations`;
  return `${found} in ${done} tested so far, ${items.length - done} to go.`;
}

/** What most rows of a sheet come to: every attribute found as it should be. */
function allGood(attributes: readonly string[]): Record<string, Mark> {
  return Object.fromEntries(attributes.map((one) => [one, "good"]));
}

function Row({
  id,
  item,
  attributes,
  mayWrite,
}: {
  id: string;
  item: Item;
  attributes: readonly string[];
  mayWrite: boolean;
}) {
  const [finding, setFinding] = useState<Found>(item.finding ?? { marks: {}, note: "" });
  const { run, refusals } = useSend("/api/samples", () => {});
  const keep = (next: Found) => {
    setFinding(next);
    void run({ type: "test", id, finding: { item: item.id, ...next } });
  };
  return (
    <tr className="border-b border-rule/70 align-top [&_td]:py-1.5 [&_td]:pr-3">
      <td>
        <Link prefetch={false} href={`/documents/${item.id}/record`}>
          {item.number}
        </Link>{" "}
        {item.title}
        {mayWrite && attributes.some((one) => !finding.marks[one]) && (
          <button
            type="button"
            className="mt-1 block min-h-7 text-harbour underline"
            aria-label={`${item.number}: the rest without exception`}
            onClick={() => keep({ ...finding, marks: { ...allGood(attributes), ...finding.marks } })}
          >
            The rest without exception
          </button>
        )}
        <Refusals refusals={refusals} />
      </td>
      <td className="text-right whitespace-nowrap">{item.amount}</td>
      {attributes.map((one) => (
        <td key={one}>
          <div role="radiogroup" aria-label={`${item.number}: ${one}`} className="flex">
            {MARKS.map(({ mark, sign, name }) => (
              <label
                key={mark}
                className={`flex size-8 items-center justify-center border border-rule has-focus-visible:outline-2 ${finding.marks[one] === mark ? (mark === "deviation" ? "bg-declined text-white" : "bg-harbour text-white") : "bg-paper"}`}
              >
                <input
                  type="radio"
                  className="sr-only"
                  name={`${item.id} ${one}`}
                  aria-label={name}
                  disabled={!mayWrite}
                  checked={finding.marks[one] === mark}
                  onChange={() => keep({ ...finding, marks: { ...finding.marks, [one]: mark } })}
                />
                <span aria-hidden="true">{sign}</span>
              </label>
            ))}
          </div>
        </td>
      ))}
      <td>
        <input
          aria-label={`${item.number}: note`}
          className="field min-w-40"
          maxLength={1000}
          disabled={!mayWrite}
          value={finding.note}
          onChange={(event) => setFinding({ ...finding, note: event.target.value })}
          onBlur={() => finding.note !== (item.finding?.note ?? "") && keep(finding)}
        />
      </td>
    </tr>
  );
}

function Sign({ id, hash, name, proof }: { id: string; hash: string; name: string; proof: string }) {
  const [sign, setSign] = useState({ name: "", proof: "" });
  const { run, refusals, busy } = useSend("/api/samples", () => {});
  return (
    <SentForm
      className="mt-5 flex max-w-2xl flex-col gap-2"
      onSend={() => {
        void run({ type: "sign", id, signing: { ...sign, documentHash: hash } });
      }}
    >
      <Refusals refusals={refusals} />
      <SignFields signing={{ documentHash: hash, name, proof, drawn: false }} value={sign} onChange={setSign} />
      <Button type="submit" look="solid" className="self-start" disabled={busy}>
        Sign the sheet and its conclusion
      </Button>
    </SentForm>
  );
}
