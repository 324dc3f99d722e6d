"use client";

import Link from "next/link";
import { useState } from "react";
import { sayDate } from "@/core/text";
import { useSend } from "../document/use-command";
import { Sheet } from "../frame/sheet";
import { sayMoment } from "../format";
import { Entry, Form } from "../labelled";
import { Button, Refusals, SectionTitle, buttonClass } from "../primitives";
import { Table } from "../tables";
import { RunMark, type RunState } from "./run-mark";

type Act = { at: string; by: string };
export type Run = {
  id: string;
  day: string;
  state: RunState;
  made: Act;
  undone: (Act & { reason: string }) | null;
  exported: (Act & { sha256: string }) | null;
  total: string;
  items: { document: string; number: string; reference: string; payee: string; account: string; amount: string }[];
  left: { document: string; number: string; why: string }[];
  mayPay: boolean;
  mayFetch: boolean;
};

/** One payment run: what is in it, what was left out, and what can be done with it. */
export function RunSheet({ run, zone }: { run: Run; zone: string }) {
  return (
    <article aria-labelledby="run">
      <p className="text-sm">
        <Link href="/back-office/payments">All payments</Link>
      </p>
      <h2 id="run" className="mt-1 flex flex-wrap items-center gap-3 text-xl font-semibold">
        Payment run {run.id} of {sayDate(run.day)} <RunMark state={run.state} />
      </h2>
      <p className="mt-1 text-soft">
        {run.items.length === 1 ? "1 item" : `${run.items.length} items`}, {run.total}. Made by {run.made.by},{" "}
        {sayMoment(run.made.at, zone)}.
        {run.undone && ` Undone by ${run.undone.by}, ${sayMoment(run.undone.at, zone)}: ${run.undone.reason}`}
        {run.exported && ` Exported by ${run.exported.by}, ${sayMoment(run.exported.at, zone)}.`}
      </p>
      {run.state === "made" && run.mayPay && <Acts run={run} />}
      {run.state === "exported" && run.mayFetch && <Files run={run} />}
      <div className="mt-5">
        <SectionTitle>In it</SectionTitle>
        <Table
          label="In the run"
          heads={[
            { label: "Document" },
            { label: "Reference" },
            { label: "Payee" },
            { label: "Account" },
            { label: "Amount", right: true },
          ]}
        >
          {run.items.map((item) => (
            <tr key={item.document}>
              <td>
                <Link href={`/documents/${item.document}`}>{item.number}</Link>
              </td>
              <td>{item.reference}</td>
              <td>{item.payee}</td>
              <td className="whitespace-nowrap text-soft">{item.account}</td>
              <td className="text-right font-medium whitespace-nowrap">{item.amount}</td>
            </tr>
          ))}
        </Table>
      </div>
      {run.left.length > 0 && (
        <div className="mt-6">
          <SectionTitle>Planned by then and left out</SectionTitle>
          <ul>
            {run.left.map((one) => (
              <li key={one.document} className="border-b border-rule/70 py-1">
                <Link href={`/documents/${one.document}`}>{one.number}</Link>: {one.why}
              </li>
            ))}
          </ul>
        </div>
      )}
    </article>
  );
}

function Acts({ run }: { run: Run }) {
  const [asking, setAsking] = useState<"export" | "undo" | null>(null);
  const [reason, setReason] = useState("");
  const { run: send, refusals, busy } = useSend("/api/ledger", () => setAsking(null));
  return (
    <div className="mt-3">
      <div className="flex flex-wrap gap-2">
        <Button look="solid" onClick={() => setAsking("export")}>
          Export for the bank
        </Button>
        <Button onClick={() => setAsking("undo")}>Undo the run</Button>
      </div>
      <Sheet
        open={asking === "export"}
        onOpenChange={(open) => !open && setAsking(null)}
        title={`Export ${run.id} for the bank?`}
      >
        <p>
          {run.total} will count as paid on {sayDate(run.day)}, on the documents, in their records and in the books.
          After this the run cannot be undone.
        </p>
        <div className="mt-3">
          <Refusals refusals={refusals} />
        </div>
        <div className="mt-4 flex gap-2">
          <Button look="solid" disabled={busy} onClick={() => void send({ type: "export payment run", run: run.id })}>
            Export {run.total}
          </Button>
          <Button onClick={() => setAsking(null)}>Cancel</Button>
        </div>
      </Sheet>
      <Sheet open={asking === "undo"} onOpenChange={(open) => !open && setAsking(null)} title={`Undo ${run.id}?`}>
        <Form refusals={refusals} onSave={() => send({ type: "undo payment run", run: run.id, reason })}>
          <p>Everything in it is to be paid again, and stands in the list for the next run.</p>
          <Entry label="Why" value={reason} onChange={setReason} maxLength={400} />
          <div className="flex gap-2">
            <Button type="submit" look="solid" disabled={busy}>
              Undo the run
            </Button>
            <Button onClick={() => setAsking(null)}>Cancel</Button>
          </div>
        </Form>
      </Sheet>
    </div>
  );
}

function Files({ run }: { run: Run }) {
  return (
    <div className="mt-3">
      <div className="flex flex-wrap gap-2">
        <a className={buttonClass("solid")} href={`/api/payments/${run.id}?format=xml`} download>
          Payment file (ISO 20022 pain.001)
        </a>
        <a className={buttonClass()} href={`/api/payments/${run.id}?format=csv`} download>
          Table (CSV)
        </a>
        <a className={buttonClass()} href={`/api/payments/${run.id}?format=xlsx`} download>
          Table (XLSX)
        </a>
      </div>
      <p className="mt-1 text-sm break-all text-soft">
        SHA-256 of the payment file: {run.exported?.sha256}. Fetching a file is in the log, since it has account numbers
        in full.
      </p>
    </div>
  );
}
