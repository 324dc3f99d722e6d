"use client";

import Link from "next/link";
import { useState } from "react";
import { sayDate } from "@/core/words";
import { useSend } from "../document/use-command";
import { sayMoment } from "../format";
import { Button, Empty, Refusals } from "../primitives";

export type Run = {
  day: string;
  madeAt: string | null;
  count: number;
  total: string;
  rows: { document: string; number: string; party: string; amount: string; held: string | null }[];
};

/** Payment runs with what is in them; what a hold keeps from being paid is left out and says so. */
export function PaymentRuns({ runs, zone, mayPay }: { runs: Run[]; zone: string; mayPay: boolean }) {
  if (runs.length === 0)
    return <Empty>No payment run is planned. What is approved and posted goes into the next Friday’s.</Empty>;
  return (
    <ul className="flex flex-col gap-5">
      {runs.map((run) => (
        <RunLine key={run.day} run={run} zone={zone} mayPay={mayPay} />
      ))}
    </ul>
  );
}

function RunLine({ run, zone, mayPay }: { run: Run; zone: string; mayPay: boolean }) {
  const [said, setSaid] = useState("");
  const {
    run: send,
    refusals,
    busy,
  } = useSend<{ paid?: string[]; left?: unknown[] }>("/api/ledger", ({ paid = [], left = [] }) =>
    setSaid(`${paid.length} paid, ${left.length} left out for holds.`),
  );
  const held = run.rows.filter((row) => row.held).length;
  return (
    <li className="border-b border-rule pb-3">
      <div className="flex flex-wrap items-center justify-between gap-3">
        <h2 className="font-sans text-base font-semibold">
          {sayDate(run.day)}{" "}
          <span className="font-normal text-soft">
            {run.madeAt ? `made ${sayMoment(run.madeAt, zone)}` : "planned"}, {run.count}{" "}
            {run.count === 1 ? "item" : "items"}
            {run.total && `, ${run.total} to be paid`}
            {held > 0 && !run.madeAt && `, ${held} held`}
          </span>
        </h2>
        {!run.madeAt && mayPay && (
          <Button small look="solid" disabled={busy} onClick={() => void send({ type: "payment run", day: run.day })}>
            Pay {run.total || "nothing"}
          </Button>
        )}
      </div>
      <Refusals refusals={refusals} />
      {said && (
        <p role="status" className="text-approved">
          {said}
        </p>
      )}
      <details className="mt-1" open={!run.madeAt}>
        <summary className="min-h-8 text-sm text-harbour underline">What is in it</summary>
        <ul>
          {run.rows.map((row) => (
            <li key={row.document} className="flex flex-wrap gap-x-4 border-b border-rule/70 py-1">
              <Link href={`/documents/${row.document}`}>{row.number}</Link>
              <span className="flex-1">{row.party}</span>
              {row.held && <span className="text-held">held: {row.held}</span>}
              <span className="w-36 text-right">{row.amount}</span>
            </li>
          ))}
        </ul>
      </details>
    </li>
  );
}
