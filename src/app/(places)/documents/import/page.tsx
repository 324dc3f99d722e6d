import type { Metadata } from "next";
import { dayIn } from "@/core/calendar";
import { INTAKE_COLUMNS } from "@/core/intake";
import { isOpen } from "@/core/lists";
import { AUTHORITY_TYPES } from "@/core/documents";
import { visitFor } from "@/server/http/page";
import { IntakeForm } from "@/ui/intake/intake-form";

export const metadata: Metadata = { title: "Import documents" };

export default async function TakeIn() {
  const { directory, now, zone } = await visitFor("intake.import");
  const own = directory.organisation.fields.filter((field) => isOpen(field, dayIn(now, zone)));
  return (
    <div className="mx-auto w-full max-w-5xl px-4 py-5 md:px-6">
      <h1 className="mb-4 text-2xl font-semibold">Import documents</h1>
      <IntakeForm />
      <section aria-labelledby="columns" className="mt-8 text-sm text-soft">
        <h2 id="columns" className="font-sans text-sm font-semibold text-ink">
          Columns of a table
        </h2>
        {Object.entries(INTAKE_COLUMNS).map(([kind, columns]) => (
          <p key={kind}>
            {AUTHORITY_TYPES[kind]}:{" "}
            {[
              ...columns.map((one) => (one.needed ? `${one.names[0]} (needed)` : one.names[0])),
              ...own.filter(({ on }) => on.includes(kind)).map(({ name }) => name),
            ].join(", ")}
            . Rows with the same {kind === "supplier-invoice" ? "supplier and invoice number" : "order"} are one
            document.
          </p>
        ))}
      </section>
    </div>
  );
}
