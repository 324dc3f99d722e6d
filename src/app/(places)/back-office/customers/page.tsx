import type { Metadata } from "next";
import Link from "next/link";
import { dayIn } from "@/core/calendar";
import { offered } from "@/core/lists";
import { authorise } from "@/server/access/authorise";
import { visitFor, singles } from "@/server/http/page";
import { customerGroups, customerList } from "@/server/ledger/views";
import { CustomerTable } from "@/ui/back-office/customer-table";
import { OfficeFrame } from "@/ui/back-office/office-frame";
import { TextFilter } from "@/ui/back-office/text-filter";
import { Empty, buttonClass } from "@/ui/primitives";

export const metadata: Metadata = { title: "Customers" };

export default async function Customers({ searchParams }: { searchParams: Promise<{ q?: string; group?: string }> }) {
  const { app, person, directory, now, zone } = await visitFor("ledger.read");
  const { q, group } = singles(await searchParams);
  const terms = offered(directory.organisation.lists, "payment-terms", dayIn(now, zone));
  const rows = customerList(app, { text: q, group });
  return (
    <OfficeFrame>
      <div className="flex flex-wrap items-end justify-between gap-4">
        <TextFilter q={q} group={group} groups={customerGroups(app)} />
        <div className="mb-4 flex flex-wrap gap-2">
          {!authorise(person, "accounts.bring") && (
            <Link href="/back-office/customers/bring-in" className={buttonClass("outline", true)}>
              Bring in new ones from a file
            </Link>
          )}
          {!authorise(person, "intake.import") && (
            <Link href="/back-office/customers/import" className={buttonClass("outline", true)}>
              Read changes from a file
            </Link>
          )}
        </div>
      </div>
      {rows.length === 0 ? (
        <Empty>No customer fits.</Empty>
      ) : (
        <CustomerTable
          rows={rows}
          mayPropose={!authorise(person, "documents.enter")}
          terms={terms.map(({ key, name }) => ({ key, name }))}
          group={group}
        />
      )}
    </OfficeFrame>
  );
}
