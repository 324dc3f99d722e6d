import type { Metadata } from "next";
import { CUSTOMER_FIELDS } from "@/core/documents";
import { visitFor } from "@/server/http/page";
import { CustomerImport } from "@/ui/back-office/customer-import";
import { OfficeFrame } from "@/ui/back-office/office-frame";

export const metadata: Metadata = { title: "Import customers" };

export default async function ReadCustomers() {
  await visitFor("intake.import");
  return (
    <OfficeFrame>
      <div className="max-w-4xl">
        <h2 className="mb-3 text-lg font-semibold">Import customers</h2>
        <CustomerImport fields={CUSTOMER_FIELDS} />
      </div>
    </OfficeFrame>
  );
}
