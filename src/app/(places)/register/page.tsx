import type { Metadata } from "next";
import { authorise } from "@/server/access/authorise";
import { listedDocuments } from "@/server/documents/listed";
import { PAGE_SIZE } from "@/server/documents/queries";
import { visit } from "@/server/http/page";
import { PartsNav } from "@/ui/frame/parts-nav";
import { Pager } from "@/ui/listing/pager";
import { chosenColumns } from "@/ui/lists/document-columns";
import { DocumentFilter } from "@/ui/lists/document-filter";
import { DocumentList } from "@/ui/lists/document-list";
import { DocumentsFound } from "@/ui/lists/documents-found";
import { registerParts } from "@/ui/register/parts";

export const metadata: Metadata = { title: "Register" };

const FILES = { path: "/api/register/export?", formats: ["csv", "xlsx", "json", "xes"] };

export default async function RegisterPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[]>>;
}) {
  const visitor = await visit();
  const { query, offered, views, address, totals, unread, page, total, more, ...list } = listedDocuments(
    visitor,
    "register",
    await searchParams,
    (cols, kept) => chosenColumns(cols, kept, "register"),
  );
  return (
    <div className="mx-auto w-full max-w-7xl px-4 py-5 md:px-6">
      <h1 className="text-2xl font-semibold">Register</h1>
      <PartsNav label="Parts of the register" parts={registerParts(!authorise(visitor.person, "samples.read"))} />
      <DocumentFilter place="register" query={query} {...offered} />
      <DocumentsFound list="register" {...{ totals, unread, views, address }} files={FILES} />
      <DocumentList
        {...list}
        place="register"
        given={query}
        zone={visitor.zone}
        empty="Nothing that fits has been decided."
      />
      <Pager
        path="/register"
        filter={{ ...query, page: undefined }}
        page={page}
        total={total}
        more={more}
        size={PAGE_SIZE}
      />
    </div>
  );
}
