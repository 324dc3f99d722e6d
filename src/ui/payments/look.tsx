"use client";

import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { formatMoney, type Money } from "@/core/money";
import { totals } from "@/core/payments";
import { sayDate } from "@/core/text";
import { useSend } from "../document/use-command";
import { Sheet } from "../frame/sheet";
import { sayWeekday } from "../format";
import { Button, Empty, Refusals, SectionTitle } from "../primitives";
import { Table } from "../tables";
import { DateInput } from "../date-input";
import { SearchForm } from "../search-form";

export type ToPay = {
  document: string;
  number: string;
  reference: string;
  payee: string;
  account: string;
  amount: Money;
  due: string | null;
  planned: string;
  late: boolean;
  ticked: boolean;
  seen: string;
  why: string;
};
export type Looked = {
  day: string;
  today: string;
  next: string;
  ready: ToPay[];
  left: ToPay[];
  mayPay: boolean;
};

const sayAll = (rows: readonly ToPay[]) =>
  totals(rows.map((row) => row.amount))
    .map(formatMoney)
    .join(" and ");
const planned = (rows: readonly ToPay[]) => new Set(rows.filter((row) => row.ticked).map((row) => row.document));
const items = (count: number) => (count === 1 ? "1 item" : `${count} items`);

/** What a run would pay, before it is made: each ticked or not, what is left out with why, and one question before anything happens. */
export function LookAtRun({ looked }: { looked: Looked }) {
  const { day, next, ready, left, mayPay } = looked;
  const [ticked, setTicked] = useState<ReadonlySet<string>>(() => planned(ready));
  const [asking, setAsking] = useState(false);
  const router = useRouter();
  const { run, refusals, busy } = useSend<{ run: string }>("/api/ledger", (made) =>
    router.push(`/back-office/payments/${made.run}`),
  );
  const chosen = ready.filter((row) => ticked.has(row.document));
  const toggle = (document: string, on: boolean) => {
    const after = new Set(ticked);
    if (on) after.add(document);
    else after.delete(document);
    setTicked(after);
  };
  const make = async () => {
    await run({ type: "make payment run", day, items: chosen.map(({ document, seen }) => ({ document, seen })) });
    setAsking(false);
  };
  const wanted = `Make the run of ${sayWeekday(day)}: ${items(chosen.length)}, ${sayAll(chosen) || "nothing"}`;
  return (
    <section aria-labelledby="to-pay">
      <div className="flex flex-wrap items-end justify-between gap-3">
        <SearchForm className="flex flex-wrap items-end gap-3">
          <div>
            <label htmlFor="day" className="block text-sm font-semibold">
              Day of payment
            </label>
            <DateInput id="day" name="day" defaultValue={day} min={looked.today} className="w-44!" required />
          </div>
          <Button type="submit">Show what is due by then</Button>
          {day !== next && <Link href="/back-office/payments">The next usual day, {sayWeekday(next)}</Link>}
        </SearchForm>
        {mayPay && (
          <Button
            look="solid"
            className="py-1.5 whitespace-normal!"
            disabled={chosen.length === 0 || busy}
            onClick={() => setAsking(true)}
          >
            {wanted}
          </Button>
        )}
      </div>
      <div className="mt-2">
        <Refusals refusals={refusals} />
      </div>
      <div className="mt-5 mb-2 flex flex-wrap items-baseline justify-between gap-x-4">
        <div className="text-sm">
          <h2 id="to-pay" className="inline font-sans font-semibold">
            To be paid
          </h2>{" "}
          <span className="text-soft">
            what is planned by {sayDate(day)} is ticked; {items(ready.length)} in all
          </span>
        </div>
        {mayPay && ready.length > 0 && (
          <p className="flex gap-2">
            <Button small look="quiet" onClick={() => setTicked(new Set())}>
              Untick all
            </Button>
            <Button small look="quiet" onClick={() => setTicked(planned(ready))}>
              Tick what is planned by then
            </Button>
          </p>
        )}
      </div>
      {ready.length === 0 ? (
        <Empty>Nothing waits to be paid. What is approved and posted stands here until it is.</Empty>
      ) : (
        <Rows rows={ready} ticked={mayPay ? ticked : null} onToggle={toggle} />
      )}
      <LeftOut rows={left} />
      <Sheet open={asking} onOpenChange={setAsking} title={`Make the payment run of ${sayDate(day)}?`}>
        <p>
          {items(chosen.length)}, {sayAll(chosen)}. It can be undone until it is exported; nothing leaves Bandeira
          before.
        </p>
        <p className="mt-1 text-soft">
          {left.length > 0 && `${items(left.length)} left out for the reasons in the list. `}
          {ready.length - chosen.length > 0 && `${items(ready.length - chosen.length)} not ticked.`}
        </p>
        <div className="mt-4 flex gap-2">
          <Button look="solid" disabled={busy} onClick={() => void make()}>
            Make the run
          </Button>
          <Button onClick={() => setAsking(false)}>Cancel</Button>
        </div>
      </Sheet>
    </section>
  );
}

type RowsProps = {
  rows: readonly ToPay[];
  /** Null where the viewer may not pay. */
  ticked: ReadonlySet<string> | null;
  onToggle(document: string, on: boolean): void;
};

function Rows({ rows, ticked, onToggle }: RowsProps) {
  return (
    <Table
      label="Items to be paid"
      heads={[
        ...(ticked ? [{ label: <span className="sr-only">In the run</span>, key: "tick" }] : []),
        { label: "Document" },
        { label: "Payee" },
        { label: "Amount", right: true },
        { label: "Due" },
        { label: "Planned" },
        { label: "Account" },
      ]}
    >
      {rows.map((row) => (
        <tr key={row.document}>
          {ticked && (
            <td className="w-8">
              <input
                type="checkbox"
                aria-label={`Pay ${row.number}, ${row.payee}, ${formatMoney(row.amount)}`}
                className="size-5 accent-harbour"
                checked={ticked.has(row.document)}
                onChange={(event) => onToggle(row.document, event.target.checked)}
              />
            </td>
          )}
          <td>
            <Link href={`/documents/${row.document}`} className="whitespace-nowrap">
              {row.number}
            </Link>
            {row.reference && <span className="block text-sm whitespace-nowrap text-soft">{row.reference}</span>}
          </td>
          <td>{row.payee}</td>
          <td className="text-right font-medium whitespace-nowrap">{formatMoney(row.amount)}</td>
          <td className={`whitespace-nowrap ${row.late ? "text-held" : ""}`}>
            {row.due ? `${sayDate(row.due)}${row.late ? ", late" : ""}` : "at once"}
          </td>
          <td className="whitespace-nowrap text-soft">{sayDate(row.planned)}</td>
          <td className="whitespace-nowrap text-soft">{row.account}</td>
        </tr>
      ))}
    </Table>
  );
}

function LeftOut({ rows }: { rows: readonly ToPay[] }) {
  if (rows.length === 0) return null;
  return (
    <div className="mt-6">
      <SectionTitle>Left out, and why</SectionTitle>
      <Table
        label="Left out, and why"
        heads={[
          { label: "Document" },
          { label: "Payee" },
          { label: "Why" },
          { label: "Due" },
          { label: "Amount", right: true },
        ]}
      >
        {rows.map((row) => (
          <tr key={row.document}>
            <td>
              <Link href={`/documents/${row.document}`}>{row.number}</Link>
            </td>
            <td>{row.payee}</td>
            <td className="text-held">{row.why}</td>
            <td className="whitespace-nowrap">{row.due ? sayDate(row.due) : "at once"}</td>
            <td className="text-right font-medium whitespace-nowrap">{formatMoney(row.amount)}</td>
          </tr>
        ))}
      </Table>
    </div>
  );
}
