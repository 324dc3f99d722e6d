import type { Metadata } from "next";
import Link from "next/link";
import { authorise } from "@/server/access/authorise";
import { countDrafts } from "@/server/documents/drafts";
import { listedDocuments } from "@/server/documents/listed";
import { PAGE_SIZE } from "@/server/documents/queries";
import { visit } from "@/server/http/page";
import { Pager } from "@/ui/listing/pager";
import { chosenColumns } from "@/ui/lists/document-columns";
import { DocumentFilter } from "@/ui/lists/document-filter";
import { DocumentList } from "@/ui/lists/document-list";
import { DocumentsFound } from "@/ui/lists/documents-found";
import { buttonClass } from "@/ui/primitives";

export const metadata: Metadata = { title: "Documents" };

// The register goes out without what is under way, unless it is asked for.
const FILES = { path: "/api/register/export?state=any", formats: ["csv", "xlsx"] };

export default async function Documents({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[]>>;
}) {
  const visitor = await visit();
  const { app, person, zone } = visitor;
  const drafts = countDrafts(app, person);
  const { query, offered, views, address, totals, unread, page, total, more, ...list } = listedDocuments(
    visitor,
    "documents",
    await searchParams,
    (cols, kept) => chosenColumns(cols, kept, "documents"),
  );
  return (
    <div className="mx-auto w-full max-w-7xl px-4 py-5 md:px-6">
      <div className="flex flex-wrap items-center justify-between gap-x-4 gap-y-2">
        <h1 className="text-2xl font-semibold">Documents</h1>
        {!authorise(person, "documents.enter") && (
          <span className="flex flex-wrap items-center gap-x-4 gap-y-1">
            {drafts > 0 && <Link href="/documents/drafts">Your drafts, {drafts}</Link>}
            <Link href="/documents/new" className={buttonClass("solid")}>
              New document
            </Link>
          </span>
        )}
      </div>
      <DocumentFilter place="documents" query={query} {...offered} />
      <DocumentsFound list="documents" {...{ totals, unread, views, address }} files={FILES} />
      <DocumentList
        {...list}
        place="documents"
        given={query}
        zone={zone}
        empty="No document fits. Remove a filter, or enter a new one."
      />
      <Pager
        path="/documents"
        filter={{ ...query, page: undefined }}
        page={page}
        total={total}
        more={more}
        size={PAGE_SIZE}
      />
    </div>
  );
}
