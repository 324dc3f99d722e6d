import type { Metadata } from "next";
import { Fragment } from "react";
import { dayIn } from "@/core/calendar";
import { TABLES, TABLE_NAMES, type Column } from "@/core/people-table";
import { authorise } from "@/server/access/authorise";
import { visitFor } from "@/server/http/page";
import { tableNames } from "@/server/people/import";
import { TABLE_FORMATS } from "@/server/tables";
import { ImportForm } from "@/ui/people/import-form";
import { SectionTitle } from "@/ui/primitives";

export const metadata: Metadata = { title: "Import and export" };

export default async function Import() {
  const { person, now, zone } = await visitFor("people.export");
  const mayImport = !authorise(person, "people.write");
  return (
    <div className="grid items-start gap-x-12 gap-y-8 py-4 lg:grid-cols-[minmax(0,1fr)_22rem]">
      <div className="min-w-0">
        <h1 className="mb-4 text-[21px] font-semibold">Import and export</h1>
        {mayImport && <ImportForm today={dayIn(now, zone)} />}
        <section aria-labelledby="columns" className={mayImport ? "mt-8" : ""}>
          <SectionTitle id="columns">Columns of each table</SectionTitle>
          <dl className="[&>dd]:mb-3 [&>dt]:font-medium">
            {TABLE_NAMES.map((table) => (
              <Fragment key={table}>
                <dt>{TABLES[table].name}</dt>
                <dd className="text-soft">
                  {(TABLES[table].columns as readonly Column[])
                    .map(({ label, needed }) => (needed ? `${label} (needed)` : label))
                    .join(", ")}
                </dd>
              </Fragment>
            ))}
          </dl>
        </section>
      </div>
      <section aria-labelledby="export">
        <SectionTitle id="export">Export, to be imported again</SectionTitle>
        <ul>
          {tableNames.map(({ key, name }) => (
            <li key={key} className="flex items-baseline gap-4 border-b border-rule py-1">
              <span className="flex-1">{name}</span>
              {TABLE_FORMATS.map((format) => (
                <a
                  key={format}
                  href={`/api/people/export?table=${key}&format=${format}`}
                  aria-label={`${name} as ${format.toUpperCase()}`}
                  download
                >
                  {format.toUpperCase()}
                </a>
              ))}
            </li>
          ))}
          <li className="flex items-baseline gap-4 border-b border-rule py-1">
            <span className="flex-1">All of them, a sheet each</span>
            <a href="/api/people/export?table=all" aria-label="All of them as XLSX" download>
              XLSX
            </a>
          </li>
        </ul>
        <p className="mt-3 text-soft">
          A table that is exported, changed and imported again changes what differs in it and nothing else.
        </p>
      </section>
    </div>
  );
}
