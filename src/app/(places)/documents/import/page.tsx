import type { Metadata } from "next";
import { dayIn } from "@/core/calendar";
import { INTAKE_COLUMNS, type IntakeKind } from "@/core/intake";
import { isOpen } from "@/core/lists";
import { typeWords } from "@/core/documents";
import { exampleTables } from "@/server/intake/example";
import { visitFor } from "@/server/http/page";
import { ColumnsTable } from "@/ui/intake/columns-table";
import { IntakeForm } from "@/ui/intake/intake-form";
import { SectionTitle } from "@/ui/primitives";

export const metadata: Metadata = { title: "Import documents" };

export default async function TakeIn() {
  const { directory, now, zone } = await visitFor("intake.import");
  const today = dayIn(now, zone);
  const own = directory.organisation.fields.filter((field) => isOpen(field, today));
  const examples = exampleTables(directory.organisation, today);
  return (
    <div className="mx-auto w-full max-w-6xl px-4 py-5 md:px-6">
      <h1 className="mb-4 text-2xl font-semibold">Import documents</h1>
      <IntakeForm />
      {(Object.keys(INTAKE_COLUMNS) as IntakeKind[]).map((kind) => (
        <section key={kind} aria-labelledby={`columns-${kind}`} className="mt-8">
          <SectionTitle id={`columns-${kind}`}>A table of {typeWords(kind).name.many}</SectionTitle>
          <ColumnsTable
            kind={kind}
            many={typeWords(kind).name.many}
            example={examples[kind]}
            own={own.filter(({ on }) => on.includes(kind)).map(({ name }) => name)}
          />
        </section>
      ))}
    </div>
  );
}
