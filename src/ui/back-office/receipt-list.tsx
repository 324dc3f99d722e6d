"use client";

import Link from "next/link";
import { useState } from "react";
import { formatMoney, type Money } from "@/core/money";
import { useSend } from "../document/use-command";
import { Sheet } from "../frame/sheet";
import { Entry, Form } from "../labelled";
import { Button } from "../primitives";

export type OrderLine = { line: number; description: string; ordered: string; received: string };
export type OpenOrder = {
  id: string;
  number: string;
  title: string;
  party: string;
  net: Money;
  changedBy: string | null;
  lines: OrderLine[];
};

/** Approved orders of which something has not come in yet, with what has. */
export function ReceiptList({ orders, mayReceive }: { orders: readonly OpenOrder[]; mayReceive: boolean }) {
  const [said, setSaid] = useState("");
  return (
    <>
      {said && (
        <p role="status" className="mb-3 border-l-3 border-approved bg-approved-wash px-3 py-2 text-approved">
          {said}
        </p>
      )}
      <ul className="border-t border-rule">
        {orders.map((order) => (
          <li key={order.id} className="grid gap-x-6 border-b border-rule py-2 md:grid-cols-[18rem_1fr]">
            <p>
              <Link href={`/documents/${order.id}`}>{order.number}</Link>, {formatMoney(order.net)}
              <span className="block text-sm text-soft">
                {order.title}, {order.party}
                {order.changedBy && `; as changed by ${order.changedBy}`}
              </span>
            </p>
            <ReceiptLines order={order} mayReceive={mayReceive} onSaid={setSaid} />
          </li>
        ))}
      </ul>
    </>
  );
}

export function ReceiptLines({
  order,
  mayReceive,
  onSaid,
}: {
  order: OpenOrder;
  mayReceive: boolean;
  onSaid(text: string): void;
}) {
  const [line, setLine] = useState<OrderLine | null>(null);
  return (
    <ul>
      {order.lines.map((one) => (
        <li key={one.line} className="flex flex-wrap items-center gap-x-4">
          <span className="min-w-0 flex-1">{one.description}</span>
          <span className={Number(one.received) < Number(one.ordered) ? "" : "text-soft"}>
            {one.received} of {one.ordered}
          </span>
          {mayReceive && (
            <Button
              small
              look="quiet"
              disabled={Number(one.received) >= Number(one.ordered)}
              aria-label={`Record receipt of line ${one.line} of ${order.number}`}
              onClick={() => setLine(one)}
            >
              Record receipt
            </Button>
          )}
        </li>
      ))}
      {line && <Receive order={order} line={line} onClose={() => setLine(null)} onSaid={onSaid} />}
    </ul>
  );
}

function Receive({
  order,
  line,
  onClose,
  onSaid,
}: {
  order: OpenOrder;
  line: OrderLine;
  onClose(): void;
  onSaid(text: string): void;
}) {
  const [quantity, setQuantity] = useState(String(Number(line.ordered) - Number(line.received)));
  const { run, refusals, busy } = useSend<{ released?: string[] }>("/api/ledger", ({ released = [] }) => {
    onSaid(
      `Recorded: ${quantity} of line ${line.line} of ${order.number}.${released.length ? ` Looked at again: ${released.join(", ")}.` : ""}`,
    );
    onClose();
  });
  return (
    <Sheet open onOpenChange={(open) => !open && onClose()} title={`${line.description}, ${order.number}`}>
      <Form
        refusals={refusals}
        onSave={() =>
          run({ type: "receive", order: order.number, line: line.line, quantity: quantity.replace(",", ".") })
        }
      >
        <Entry
          label={`Quantity received now, of ${line.ordered} ordered and ${line.received} received before`}
          inputMode="decimal"
          value={quantity}
          onChange={setQuantity}
        />
        <Button type="submit" look="solid" disabled={busy}>
          Post the receipt
        </Button>
      </Form>
    </Sheet>
  );
}
