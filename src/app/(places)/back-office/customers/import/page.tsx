import type { Metadata } from "next";
import { CUSTOMER_FIELDS } from "@/core/documents";
import { visitFor } from "@/server/http/page";
import { CustomerImport } from "@/ui/back-office/customer-import";
import { exampleCustomers } from "@/server/intake/example";
import { ExampleTable } from "@/ui/intake/example-table";
import { SectionTitle } from "@/ui/primitives";
import { OfficeFrame } from "@/ui/back-office/office-frame";

export const metadata: Metadata = { title: "Import customers" };

export default async function ReadCustomers() {
  const { app } = await visitFor("intake.import");
  return (
    <OfficeFrame>
      <div className="max-w-6xl">
        <h2 className="mb-3 text-lg font-semibold">Import customers</h2>
        <CustomerImport fields={CUSTOMER_FIELDS} />
        <section aria-labelledby="example" className="mt-8">
          <SectionTitle id="example">A table as it may be</SectionTitle>
          <p className="mb-2 text-soft">
            The first row says another limit, the second another phone number. What is empty stays as it is.
          </p>
          <ExampleTable
            label="Example of a table of customers"
            name="example-customers"
            example={exampleCustomers(app)}
          />
        </section>
      </div>
    </OfficeFrame>
  );
}
