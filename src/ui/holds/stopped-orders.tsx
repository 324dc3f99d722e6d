"use client";

import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { typedMoney } from "@/core/money";
import { Reason } from "../document/holds";
import { useSend } from "../document/use-command";
import { Sheet } from "../frame/sheet";
import { Entry, Form } from "../labelled";
import { Button, Empty } from "../primitives";
import { Table } from "../tables";
import { refuse } from "@/core/words";

export type StoppedLine = {
  id: string;
  title: string;
  customer: string;
  name: string;
  currency: string;
  amount: string;
  because: string;
  daysOverdue: number;
  overdueAmount: string;
  seller: string | null;
  noEmail: boolean;
  /** The change of the limit that was last asked for, and what became of it. */
  asked: { number: string; status: string } | null;
};

const UNDER_WAY = ["draft", "waiting", "sent back"];

/** Orders that customers cannot have until their limit reaches, with the way to ask for a higher one. */
export function StoppedOrders({
  rows,
  mayAsk,
  all,
}: {
  rows: StoppedLine[];
  mayAsk: boolean;
  /** Everybody’s, for somebody who may open the customer’s account; else those that the reader sells. */
  all: boolean;
}) {
  const [asking, setAsking] = useState<StoppedLine | null>(null);
  if (rows.length === 0) return <Empty>No sales order is on credit hold.</Empty>;
  return (
    <>
      <Table
        label="Sales orders on credit hold"
        heads={[
          { label: "Order" },
          { label: "Customer" },
          { label: "Amount", right: true },
          ...(all ? [{ label: "Sold by" }] : []),
          { label: "Overdue", right: true },
          { label: "A higher limit", key: "act", hidden: true },
        ]}
      >
        {rows.map((row) => (
          <tr key={row.id}>
            <td>
              {row.id}
              <span className="block text-sm text-soft">{row.title}</span>
            </td>
            <td>
              {all ? <Link href={`/back-office/accounts/${row.customer}`}>{row.name}</Link> : row.name}
              {row.noEmail && (
                <span className="block text-sm text-held">
                  No e-mail address is known, so that the customer will not be notified:{" "}
                  <Link href={`/documents/new?type=credit-limit-change&account=${row.customer}`}>propose one</Link>
                </span>
              )}
            </td>
            <td className="text-right">
              <span className="font-medium whitespace-nowrap">{row.amount}</span>
              <span className="block text-sm text-held">{row.because}</span>
            </td>
            {all && <td>{row.seller ?? "nobody in particular"}</td>}
            <td className="text-right whitespace-nowrap">
              {row.daysOverdue > 0 ? (
                <>
                  {row.overdueAmount}
                  <span className="block text-sm text-held">{row.daysOverdue} days</span>
                </>
              ) : (
                "nothing"
              )}
            </td>
            <td className="text-right">
              {row.asked && (
                <span className="block">
                  <Link href={`/documents/${row.asked.number.toLowerCase()}`}>{row.asked.number}</Link> is{" "}
                  {UNDER_WAY.includes(row.asked.status) ? "under way" : row.asked.status}
                </span>
              )}
              {mayAsk && !(row.asked && UNDER_WAY.includes(row.asked.status)) && (
                <Button small onClick={() => setAsking(row)}>
                  {row.asked ? "Ask again for a higher limit" : "Ask for a higher limit"}
                </Button>
              )}
            </td>
          </tr>
        ))}
      </Table>
      {asking && <AskForLimit row={asking} onClose={() => setAsking(null)} />}
    </>
  );
}

function AskForLimit({ row, onClose }: { row: StoppedLine; onClose(): void }) {
  const router = useRouter();
  const [limit, setLimit] = useState("");
  const [note, setNote] = useState(`For ${row.id}, ${row.title}, which is on credit hold.`);
  const { run, refusals, busy } = useSend<{ numbers: string[] }>("/api/accounts", ({ numbers }) =>
    router.push(`/documents/${numbers[0]!.toLowerCase()}`),
  );
  const parsed = typedMoney(limit, row.currency);
  const wrong = limit && !parsed.ok ? [refuse("typed amount alone", { why: parsed.why })] : [];
  return (
    <Sheet open onOpenChange={(open) => !open && onClose()} title={`A higher limit for ${row.name}`}>
      <Form
        refusals={[...wrong, ...refusals]}
        onSave={() =>
          parsed.ok &&
          run({
            type: "propose",
            customers: [row.customer],
            changes: [{ field: "limit", after: parsed.money }],
            note,
            origin: "stopped order",
            stoppedOrder: row.id,
            submit: true,
          })
        }
      >
        <p>
          {row.id}, {row.amount}, is stopped: {row.because}. When the higher limit is approved, it is released by
          itself, and the customer is notified.
        </p>
        <Entry label={`New limit in ${row.currency}`} currency={row.currency} value={limit} onChange={setLimit} />
        <Reason label="Why" value={note} onChange={setNote} />
        <Button type="submit" look="solid" disabled={busy || !parsed.ok}>
          Ask for it
        </Button>
      </Form>
    </Sheet>
  );
}
