import type { Metadata } from "next";
import { dayIn } from "@/core/calendar";
import { authorise } from "@/server/access/authorise";
import { visitFor } from "@/server/http/page";
import { tableNames } from "@/server/people/import";
import { ImportForm } from "@/ui/people/import-form";

export const metadata: Metadata = { title: "Bring in and out" };

export default async function Import() {
  const { person, now, zone } = await visitFor("people.export");
  const mayImport = !authorise(person, "people.write");
  return (
    <div className="max-w-5xl py-4">
      <h1 className="text-[21px] font-semibold">Bring in and out</h1>
      <p className="mt-1 mb-4">
        Take out as CSV:{" "}
        {tableNames.map(({ key, name }, index) => (
          <span key={key}>
            {index > 0 && ", "}
            <a href={`/api/people/export?table=${key}`} download>
              {name}
            </a>
          </span>
        ))}
        . <span className="text-soft">The same files can be brought in again.</span>
      </p>
      {mayImport && <ImportForm today={dayIn(now, zone)} />}
    </div>
  );
}
