import type { Metadata } from "next";
import Link from "next/link";
import { formatMoney } from "@/core/money";
import { deliveriesOf } from "@/server/hooks/hooks";
import { visitFor } from "@/server/http/page";
import { givenOf, listed } from "@/server/listing";
import { OfficeFrame } from "@/ui/back-office/office-frame";
import { sayMoment } from "@/ui/format";
import { shownOf } from "@/ui/listing/columns";
import { ListFrame } from "@/ui/listing/list-frame";
import { ListTable } from "@/ui/listing/list-table";
import { SectionTitle } from "@/ui/primitives";

export const metadata: Metadata = { title: "Back office" };

export default async function Books({ searchParams }: { searchParams: Promise<Record<string, string | string[]>> }) {
  const visitor = await visitFor("ledger.read");
  const { app, zone } = visitor;
  const { rows, ...list } = listed("postings", visitor, givenOf(await searchParams));
  const deliveries = deliveriesOf(app);
  const payment = ({ payment: said, run }: (typeof rows)[number]) => (
    <>
      {said} {run && <Link href={`/back-office/payments/${run}`}>{run}</Link>}
    </>
  );
  const apart = list.query.columns.includes("payment");
  const columns = shownOf<(typeof rows)[number]>(list.columns, list.query.columns, {
    at: (row) => sayMoment(row.at, zone),
    kind: (row) => row.kind,
    number: (row) => (
      <Link href={`/documents/${row.document}`} data-line className="inline-block min-h-6">
        {row.number}
      </Link>
    ),
    party: (row) => row.party,
    amount: (row) => formatMoney(row.amount),
    detail: (row) => (
      <span className="text-soft">
        {row.detail}
        {row.filled.map(([name, value]) => `; ${name}: ${value}`)}
        {!apart && row.payment && <>; {payment(row)}</>}
      </span>
    ),
    payment,
  });
  return (
    <OfficeFrame>
      <ListFrame
        listed={list}
        words={{
          search: "Document, party or detail",
          counted: ["entry", "entries"],
          empty:
            "Nothing is booked that fits. What is approved and not held is booked here by the steps of its policy.",
        }}
      >
        <ListTable label="Entries" rows={rows} columns={columns} given={list.given} sort={list.query.sort} />
      </ListFrame>
      {deliveries.length > 0 && (
        <section aria-labelledby="calls" className="mt-4">
          <SectionTitle id="calls">Calls the receiver that ships with Bandeira has taken</SectionTitle>
          <ul className="text-sm">
            {deliveries.map((one) => (
              <li key={one.id} className="border-b border-rule/70 py-1">
                {one.id}, {sayMoment(one.at, zone)}, signature verified
              </li>
            ))}
          </ul>
        </section>
      )}
    </OfficeFrame>
  );
}
