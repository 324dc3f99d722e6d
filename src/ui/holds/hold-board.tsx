"use client";

import Link from "next/link";
import { useState } from "react";
import type { Listed } from "@/core/listing";
import { formatMoney, type Money } from "@/core/money";
import { BLOCKED } from "../document/blocked";
import { Reason } from "../document/holds";
import { ReasonChoice, WithReasons, type OfferedReasons } from "../document/reasons";
import { useSend } from "../document/use-command";
import { capital, saySince } from "../format";
import { Sheet } from "../frame/sheet";
import { Form } from "../labelled";
import { chooseColumn } from "../listing/choose";
import { shownOf, type Cells } from "../listing/columns";
import { ListTable } from "../listing/list-table";
import { Button } from "../primitives";

export type HoldLine = {
  id: string;
  document: string;
  hold: string;
  number: string;
  title: string;
  party: string;
  amount: Money;
  code: string;
  reason: string;
  blocks: string[];
  placedAt: string;
  placedBy: string;
  type: string;
  unit: string;
  move: string;
  mayRelease: boolean;
};

type Released = { released: number; refused: { document: string; why: string }[] };

/** Holds with what each keeps back and whose move it is; those that may be released can be taken together. */
export function HoldBoard({
  listed,
  zone,
  now,
  reasons,
}: {
  listed: Pick<Listed<HoldLine>, "columns" | "query" | "given"> & { rows: readonly HoldLine[] };
  zone: string;
  now: string;
  reasons: OfferedReasons;
}) {
  const { rows, columns, query, given } = listed;
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [releasing, setReleasing] = useState(false);
  const [done, setDone] = useState<Released | null>(null);
  const releasable = rows.filter((row) => row.mayRelease);
  const picked = rows.filter((row) => chosen.has(row.id) && row.mayRelease);
  const toggle = (row: HoldLine, on: boolean) => {
    const next = new Set(chosen);
    if (on) next.add(row.id);
    else next.delete(row.id);
    setChosen(next);
  };
  return (
    <>
      {releasable.length > 0 && (
        <div className="no-print flex flex-wrap items-center gap-3 py-2">
          <Button small onClick={() => setChosen(new Set(picked.length ? [] : releasable.map(({ id }) => id)))}>
            {picked.length ? "Choose none" : `Choose all ${releasable.length} you may release`}
          </Button>
          <Button small look="solid" disabled={picked.length === 0} onClick={() => setReleasing(true)}>
            {picked.length === 0 ? "Release" : `Release ${picked.length} of ${rows.length}`}
          </Button>
        </div>
      )}
      {done && <Outcome done={done} />}
      <ListTable
        label="Holds"
        rows={rows}
        columns={[
          chooseColumn(chosen, toggle, (row) => (row.mayRelease ? `${row.code} on ${row.number}` : null)),
          ...shownOf(columns, query.columns, cellsFor({ zone, now, titled: query.columns.includes("title") })),
        ]}
        given={given}
        sort={query.sort}
      />
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

/** What stands in each column. @param titled whether what it is about stands in a column of its own */
const cellsFor = ({ zone, now, titled }: { zone: string; now: string; titled: boolean }): Cells<HoldLine> => ({
  document: (row) => (
    <span className="block min-w-44">
      <Link href={`/documents/${row.document}`} data-line className="inline-block min-h-6">
        {row.number}
      </Link>
      {!titled && (
        <span className="block text-sm text-soft">
          {row.title}
          {row.party && `, ${row.party}`}
        </span>
      )}
    </span>
  ),
  title: (row) => row.title,
  party: (row) => row.party,
  type: (row) => row.type,
  unit: (row) => row.unit,
  reason: (row) => (
    <span className="block min-w-56">
      <b className="font-semibold">{capital(row.code)}</b>
      {row.reason !== row.code && <span className="block text-sm text-soft">{row.reason}</span>}
    </span>
  ),
  blocks: (row) => row.blocks.map((one) => BLOCKED[one] ?? one).join(", "),
  amount: (row) => formatMoney(row.amount),
  since: (row) => (
    <>
      {saySince(row.placedAt, now, zone).replace(/^since /, "")}
      {row.placedBy && <span className="block text-sm text-soft">by {row.placedBy}</span>}
    </>
  ),
  move: (row) => <span className="block min-w-40">{row.move}</span>,
});

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
            <li key={row.id}>
              {row.number}, {formatMoney(row.amount)}: {row.code}
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
