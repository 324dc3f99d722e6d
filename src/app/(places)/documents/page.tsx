import type { Metadata } from "next";
import Link from "next/link";
import { AUTHORITY_TYPES, documentTypeKeys } from "@/core/documents";
import { authorise } from "@/server/access/authorise";
import { countDrafts } from "@/server/documents/drafts";
import { PAGE_SIZE, listDocuments } from "@/server/documents/queries";
import { visit, singles, pageOf } from "@/server/http/page";
import { DocumentTable } from "@/ui/lists/document-table";
import { ListFilter, Pager, type Filter } from "@/ui/lists/list-filter";
import { buttonClass } from "@/ui/primitives";

const TYPES = documentTypeKeys.map((key) => ({ key, name: AUTHORITY_TYPES[key]! }));

export const metadata: Metadata = { title: "Documents" };

export default async function Documents({ searchParams }: { searchParams: Promise<Filter> }) {
  const { app, person, zone } = await visit();
  const drafts = countDrafts(app, person);
  const filter = singles(await searchParams);
  const { rows, total, more, page } = listDocuments(app, person, {
    text: filter.q,
    status: filter.state,
    type: filter.type,
    mine: filter.mine === "1",
    page: pageOf(filter.page),
  });
  return (
    <div className="mx-auto w-full max-w-7xl px-4 py-5 md:px-6">
      <div className="flex items-center justify-between gap-4">
        <h1 className="text-2xl font-semibold">Documents</h1>
        {!authorise(person, "documents.enter") && (
          <span className="flex items-center gap-4">
            {drafts > 0 && <Link href="/documents/drafts">Your drafts, {drafts}</Link>}
            <Link href="/documents/new" className={buttonClass("solid")}>
              New document
            </Link>
          </span>
        )}
      </div>
      <ListFilter filter={filter} withMine types={TYPES} />
      <DocumentTable rows={rows} zone={zone} empty="No document fits. Take a filter away, or enter a new one." />
      <Pager path="/documents" filter={filter} page={page} total={total} more={more} size={PAGE_SIZE} />
    </div>
  );
}
