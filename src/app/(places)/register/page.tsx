import type { Metadata } from "next";
import { AUTHORITY_TYPES, documentTypeKeys } from "@/core/documents";
import { PAGE_SIZE, listDocuments } from "@/server/documents/queries";
import { visit } from "@/server/http/page";
import { lastSeq } from "@/server/log/log";
import { LogCheck } from "@/ui/document/log-check";
import { DocumentTable } from "@/ui/lists/document-table";
import { ListFilter, Pager, type Filter } from "@/ui/lists/list-filter";

const TYPES = documentTypeKeys.map((key) => ({ key, name: AUTHORITY_TYPES[key]! }));

export const metadata: Metadata = { title: "Register" };

export default async function Register({ searchParams }: { searchParams: Promise<Filter> }) {
  const { app, person, zone } = await visit();
  const filter = await searchParams;
  const { rows, total, more, page } = listDocuments(app, person, {
    text: filter.q,
    status: filter.state ?? "closed",
    type: filter.type,
    page: Number(filter.page) || 1,
  });
  return (
    <div className="mx-auto w-full max-w-7xl px-4 py-5 md:px-6">
      <div className="flex flex-wrap items-end justify-between gap-4">
        <div>
          <h1 className="text-2xl font-semibold">Register</h1>
          <p className="text-soft">
            Every decided document you may see, with its record. Choose a state to see others.
          </p>
        </div>
        <LogCheck events={lastSeq(app.db)} />
      </div>
      <ListFilter filter={filter} withMine={false} types={TYPES} />
      <DocumentTable rows={rows} zone={zone} record empty="Nothing in the register fits. Take a filter away." />
      <Pager path="/register" filter={filter} page={page} total={total} more={more} size={PAGE_SIZE} />
    </div>
  );
}
