import type { Metadata } from "next";
import { dayIn } from "@/core/calendar";
import { authorise } from "@/server/access/authorise";
import { visitFor } from "@/server/http/page";
import { tableNames } from "@/server/people/import";
import { TABLE_FORMATS } from "@/server/tables";
import { ImportForm } from "@/ui/people/import-form";

export const metadata: Metadata = { title: "Import and export" };

export default async function Import() {
  const { person, now, zone } = await visitFor("people.export");
  const mayImport = !authorise(person, "people.write");
  return (
    <div className="max-w-5xl py-4">
      <h1 className="text-[21px] font-semibold">Import and export</h1>
      <p className="mt-1 mb-4">
        <span className="text-soft">Export, to be imported again:</span>
      </p>
      <ul className="mb-4 max-w-sm">
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
      {mayImport && <ImportForm today={dayIn(now, zone)} />}
    </div>
  );
}
