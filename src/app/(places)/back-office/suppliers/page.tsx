import type { Metadata } from "next";
import Link from "next/link";
import { formatMoney } from "@/core/money";
import { authorise } from "@/server/access/authorise";
import { visitFor } from "@/server/http/page";
import { givenOf, listed } from "@/server/listing";
import { OfficeFrame } from "@/ui/back-office/office-frame";
import { sayDay } from "@/ui/format";
import { shownOf } from "@/ui/listing/columns";
import { ListFrame } from "@/ui/listing/list-frame";
import { ListTable } from "@/ui/listing/list-table";
import { buttonClass } from "@/ui/primitives";

export const metadata: Metadata = { title: "Suppliers" };

export default async function Suppliers({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[]>>;
}) {
  const visitor = await visitFor("ledger.read");
  const { rows, ...list } = listed("suppliers", visitor, givenOf(await searchParams));
  const columns = shownOf<(typeof rows)[number]>(list.columns, list.query.columns, {
    name: (row) => (
      <Link href={`/back-office/accounts/${row.id}`} data-line className="inline-block min-h-6">
        {row.name}
      </Link>
    ),
    status: (row) => <span className={row.status === "open" ? "" : "text-held"}>{row.status}</span>,
    terms: (row) => row.terms,
    limit: (row) => (row.limit ? formatMoney(row.limit) : "none"),
    bank: (row) => (row.bankAt ? sayDay(row.bankAt, visitor.zone) : "—"),
  });
  return (
    <OfficeFrame>
      <div className="no-print flex flex-wrap justify-end gap-2">
        {!authorise(visitor.person, "accounts.bring") && (
          <Link href="/back-office/suppliers/bring-in" className={buttonClass("outline", true)}>
            Import suppliers
          </Link>
        )}
        <Link href="/accounts/ask" className={buttonClass("solid", true)}>
          Request a supplier or customer
        </Link>
      </div>
      <ListFrame
        listed={list}
        words={{ search: "Name, account or terms", counted: ["supplier", "suppliers"], empty: "No supplier fits." }}
      >
        <ListTable label="Suppliers" rows={rows} columns={columns} given={list.given} sort={list.query.sort} />
      </ListFrame>
    </OfficeFrame>
  );
}
