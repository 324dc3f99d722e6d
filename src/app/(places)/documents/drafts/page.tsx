import type { Metadata } from "next";
import Link from "next/link";
import { AUTHORITY_TYPES } from "@/core/documents";
import { draftsOf } from "@/server/documents/drafts";
import { singles, visitFor } from "@/server/http/page";
import { DraftList } from "@/ui/documents/draft-list";
import { buttonClass } from "@/ui/primitives";
import { SearchForm } from "@/ui/search-form";

export const metadata: Metadata = { title: "Your drafts" };

type Search = { type?: string; group?: string; party?: string };

export default async function Drafts({ searchParams }: { searchParams: Promise<Search> }) {
  const { app, person } = await visitFor("documents.enter");
  const filter = singles(await searchParams);
  const { rows, all } = draftsOf(app, person, filter);
  const kinds = (of: (row: (typeof all)[number]) => string) => [...new Set(all.map(of))].filter(Boolean).toSorted();
  const choices = [
    ["type", "Type", kinds(({ type }) => type).map((key) => [key, AUTHORITY_TYPES[key as never] as string] as const)],
    ["group", "Customer group", kinds(({ group }) => group).map((key) => [key, key] as const)],
    ["party", "Supplier or customer", kinds(({ party }) => party).map((key) => [key, key] as const)],
  ] as const;
  return (
    <div className="mx-auto w-full max-w-7xl px-4 py-5 md:px-6">
      <h1 className="text-2xl font-semibold">Your drafts</h1>
      <p className="text-soft">
        Nobody is asked about a draft. Tick those that are ready and submit them together; each is routed and decided by
        itself. <Link href="/documents">All documents</Link>
      </p>
      <SearchForm className="no-print flex flex-wrap items-end gap-3 py-4" role="search">
        {choices.map(([name, label, options]) => (
          <label key={name}>
            <span className="block text-sm text-soft">{label}</span>
            <select name={name} defaultValue={filter[name] ?? ""} className="field w-52">
              <option value="">any</option>
              {options.map(([value, text]) => (
                <option key={value} value={value}>
                  {text}
                </option>
              ))}
            </select>
          </label>
        ))}
        <button type="submit" className={buttonClass("outline", true)}>
          Show
        </button>
      </SearchForm>
      <DraftList key={JSON.stringify(filter)} rows={rows} />
    </div>
  );
}
