"use client";

import Link from "next/link";
import { useState } from "react";
import { BLOCKED } from "../document/blocked";
import { Reason } from "../document/holds";
import { ReasonChoice, WithReasons, type OfferedReasons } from "../document/reasons";
import { useSend } from "../document/use-command";
import { capital, saySince } from "../format";
import { Sheet } from "../frame/sheet";
import { Form } from "../labelled";
import { Button, Empty } from "../primitives";
import { Table } from "../tables";

export type HoldLine = {
  document: string;
  hold: string;
  number: string;
  title: string;
  party: string;
  amount: string;
  code: string;
  reason: string;
  blocks: string[];
  placedAt: string;
  placedBy: string;
  move: string;
  mayRelease: boolean;
};

type Released = { released: number; refused: { document: string; why: string }[] };

const keyOf = (row: HoldLine) => `${row.document}/${row.hold}`;

/** Holds with what each keeps back and whose move it is; those that may be released can be taken together. */
export function HoldBoard({
  rows,
  zone,
  now,
  reasons,
}: {
  rows: HoldLine[];
  zone: string;
  now: string;
  reasons: OfferedReasons;
}) {
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [releasing, setReleasing] = useState(false);
  const [done, setDone] = useState<Released | null>(null);
  if (rows.length === 0 && !done)
    return <Empty>Nothing is held that fits. Holds stand here by age, with whose move it is.</Empty>;
  const releasable = rows.filter((row) => row.mayRelease);
  const picked = rows.filter((row) => chosen.has(keyOf(row)) && row.mayRelease);
  const toggle = (row: HoldLine, on: boolean) => {
    const next = new Set(chosen);
    if (on) next.add(keyOf(row));
    else next.delete(keyOf(row));
    setChosen(next);
  };
  return (
    <>
      {releasable.length > 0 && (
        <div className="no-print flex flex-wrap items-center gap-3 py-2">
          <Button small onClick={() => setChosen(new Set(picked.length ? [] : releasable.map(keyOf)))}>
            {picked.length ? "Choose none" : `Choose all ${releasable.length} you may release`}
          </Button>
          <Button small look="solid" disabled={picked.length === 0} onClick={() => setReleasing(true)}>
            {picked.length === 0 ? "Release" : `Release ${picked.length} of ${rows.length}`}
          </Button>
        </div>
      )}
      {done && <Outcome done={done} />}
      <Table
        label="Holds"
        heads={[
          { label: <span className="sr-only">Choose</span>, key: "choose" },
          { label: "Document" },
          { label: "Held because" },
          { label: "Keeps back" },
          { label: "Amount", right: true },
          { label: "Since" },
          { label: "Whose move" },
        ]}
      >
        {rows.map((row) => (
          <tr key={keyOf(row)} className="hover:bg-panel">
            <td className="w-8">
              {row.mayRelease && (
                <input
                  type="checkbox"
                  className="mt-1 size-4 accent-harbour"
                  aria-label={`Choose ${row.code} on ${row.number}`}
                  checked={chosen.has(keyOf(row))}
                  onChange={(event) => toggle(row, event.target.checked)}
                />
              )}
            </td>
            <td className="min-w-44">
              <Link href={`/documents/${row.document}`}>{row.number}</Link>
              <span className="block text-sm text-soft">
                {row.title}
                {row.party && `, ${row.party}`}
              </span>
            </td>
            <td className="min-w-56">
              <b className="font-semibold">{capital(row.code)}</b>
              {row.reason !== row.code && <span className="block text-sm text-soft">{row.reason}</span>}
            </td>
            <td className="text-sm">{row.blocks.map((one) => BLOCKED[one] ?? one).join(", ")}</td>
            <td className="text-right font-medium whitespace-nowrap">{row.amount}</td>
            <td className="whitespace-nowrap">
              {saySince(row.placedAt, now, zone).replace(/^since /, "")}
              {row.placedBy && <span className="block text-sm text-soft">by {row.placedBy}</span>}
            </td>
            <td className="min-w-40 text-sm">{row.move}</td>
          </tr>
        ))}
      </Table>
      {releasing && (
        <WithReasons reasons={reasons}>
          <ReleaseMany
            rows={picked}
            onClose={() => setReleasing(false)}
            onDone={(value) => {
              setReleasing(false);
              setChosen(new Set());
              setDone(value);
            }}
          />
        </WithReasons>
      )}
    </>
  );
}

function Outcome({ done }: { done: Released }) {
  return (
    <div role="status" className="my-2 border-l-3 border-approved bg-approved-wash px-3 py-2 text-approved">
      <p>{done.released === 1 ? "1 hold is" : `${done.released} holds are`} released.</p>
      {done.refused.map((one) => (
        <p key={one.document} className="text-held">
          {one.document}: {one.why}
        </p>
      ))}
    </div>
  );
}

function ReleaseMany({ rows, onClose, onDone }: { rows: HoldLine[]; onClose(): void; onDone(value: Released): void }) {
  const [reason, setReason] = useState("");
  const [listed, setListed] = useState("");
  const { run, refusals, busy } = useSend<Released>("/api/holds", onDone);
  const holds = rows.map(({ document, hold }) => ({ document, hold }));
  return (
    <Sheet
      open
      onOpenChange={(open) => !open && onClose()}
      title={`Release ${rows.length === 1 ? "one hold" : `${rows.length} holds`}`}
    >
      <Form refusals={refusals} onSave={() => run({ holds, reason, ...(listed && { listed }) })}>
        <ul className="max-h-40 overflow-y-auto text-sm">
          {rows.map((row) => (
            <li key={keyOf(row)}>
              {row.number}, {row.amount}: {row.code}
            </li>
          ))}
        </ul>
        <ReasonChoice of="release hold" value={listed} onChange={setListed} />
        <Reason label="Why they can go; it stands on each record" value={reason} onChange={setReason} />
        <Button type="submit" look="solid" disabled={busy}>
          Release {rows.length === 1 ? "it" : `all ${rows.length}`}
        </Button>
      </Form>
    </Sheet>
  );
}
