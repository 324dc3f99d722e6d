import type { Metadata } from "next";
import Link from "next/link";
import { ACCOUNT_COLUMNS } from "@/core/intake";
import { visitFor } from "@/server/http/page";
import { AccountImport } from "@/ui/back-office/account-import";
import { OfficeFrame } from "@/ui/back-office/office-frame";

export const metadata: Metadata = { title: "Bring in suppliers" };

export default async function BringInSuppliers() {
  await visitFor("accounts.bring");
  return (
    <OfficeFrame>
      <div className="max-w-4xl">
        <h2 className="text-lg font-semibold">Bring in suppliers that were approved before</h2>
        <p className="mt-1 mb-3 text-soft">
          For those you bought from before Bandeira: each is open at once, and says for good who approved it and when. A
          new one is <Link href="/accounts/ask">asked for</Link> and approved here.
        </p>
        <AccountImport kind="supplier" columns={ACCOUNT_COLUMNS.supplier.map(({ names }) => names[0]!)} />
      </div>
    </OfficeFrame>
  );
}
