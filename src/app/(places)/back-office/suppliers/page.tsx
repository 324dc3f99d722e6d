import type { Metadata } from "next";
import Link from "next/link";
import { authorise } from "@/server/access/authorise";
import { visitFor, singles } from "@/server/http/page";
import { supplierList } from "@/server/ledger/views";
import { OfficeFrame } from "@/ui/back-office/office-frame";
import { TextFilter } from "@/ui/back-office/text-filter";
import { sayDay } from "@/ui/format";
import { Empty, buttonClass } from "@/ui/primitives";
import { Table } from "@/ui/tables";

export const metadata: Metadata = { title: "Suppliers" };

export default async function Suppliers({ searchParams }: { searchParams: Promise<{ q?: string }> }) {
  const { app, person, zone } = await visitFor("ledger.read");
  const { q } = singles(await searchParams);
  const rows = supplierList(app, { text: q });
  return (
    <OfficeFrame>
      <div className="flex flex-wrap items-end justify-between gap-4">
        <TextFilter q={q} />
        <div className="mb-4 flex flex-wrap gap-2">
          {!authorise(person, "accounts.bring") && (
            <Link href="/back-office/suppliers/bring-in" className={buttonClass("outline", true)}>
              Bring in a file
            </Link>
          )}
          <Link href="/accounts/ask" className={buttonClass("solid", true)}>
            Ask for an account
          </Link>
        </div>
      </div>
      {rows.length === 0 ? (
        <Empty>No supplier fits.</Empty>
      ) : (
        <Table
          label="Suppliers"
          heads={[
            { label: "Supplier" },
            { label: "Account" },
            { label: "Terms" },
            { label: "Own invoice limit", right: true },
            { label: "Bank account changed" },
          ]}
        >
          {rows.map((row) => (
            <tr key={row.id}>
              <td>
                <Link href={`/back-office/accounts/${row.id}`}>{row.name}</Link>
              </td>
              <td className={row.status === "open" ? "" : "text-held"}>{row.status}</td>
              <td>{row.terms}</td>
              <td className="text-right">{row.limit}</td>
              <td>{row.bankAt ? sayDay(row.bankAt, zone) : "—"}</td>
            </tr>
          ))}
        </Table>
      )}
    </OfficeFrame>
  );
}
