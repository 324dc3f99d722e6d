import type { Metadata } from "next";
import Link from "next/link";
import { dayIn } from "@/core/calendar";
import { offered } from "@/core/lists";
import { authorise } from "@/server/access/authorise";
import { visitFor } from "@/server/http/page";
import { givenOf, listed } from "@/server/listing";
import { CustomerTable } from "@/ui/back-office/customer-table";
import { OfficeFrame } from "@/ui/back-office/office-frame";
import { ListFrame } from "@/ui/listing/list-frame";
import { buttonClass } from "@/ui/primitives";

export const metadata: Metadata = { title: "Customers" };

export default async function Customers({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[]>>;
}) {
  const visitor = await visitFor("ledger.read");
  const { person, directory, now, zone } = visitor;
  const list = listed("customers", visitor, givenOf(await searchParams));
  const terms = offered(directory.organisation.lists, "payment-terms", dayIn(now, zone));
  return (
    <OfficeFrame>
      <div className="no-print flex flex-wrap justify-end gap-2">
        {!authorise(person, "accounts.bring") && (
          <Link href="/back-office/customers/bring-in" className={buttonClass("outline", true)}>
            Import new customers
          </Link>
        )}
        {!authorise(person, "intake.import") && (
          <Link href="/back-office/customers/import" className={buttonClass("outline", true)}>
            Import changes
          </Link>
        )}
      </div>
      <ListFrame
        listed={list}
        words={{ search: "Name, group or account", counted: ["customer", "customers"], empty: "No customer fits." }}
      >
        <CustomerTable
          listed={list}
          mayPropose={!authorise(person, "documents.enter")}
          terms={terms.map(({ key, name }) => ({ key, name }))}
        />
      </ListFrame>
    </OfficeFrame>
  );
}
