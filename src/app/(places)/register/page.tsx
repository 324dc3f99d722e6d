import type { Metadata } from "next";
import { AUTHORITY_TYPES, documentTypeKeys } from "@/core/documents";
import { formatMoney } from "@/core/money";
import { authorise } from "@/server/access/authorise";
import { keptColumns, keptOf } from "@/server/documents/kept-columns";
import { KEPT_PREFIX, keptFilters, readKept } from "@/server/documents/kept-filter";
import { PAGE_SIZE, listDocuments, totalsOf } from "@/server/documents/queries";
import { filterOf, readableQuery, viewsOf } from "@/server/documents/register";
import { visit } from "@/server/http/page";
import { readReferenceData } from "@/server/reference-data";
import { PartsNav } from "@/ui/frame/parts-nav";
import { Pager } from "@/ui/lists/list-filter";
import { registerParts } from "@/ui/register/parts";
import { RegisterFilter } from "@/ui/register/register-filter";
import { RegisterTable, chosenColumns } from "@/ui/register/register-table";
import { Views } from "@/ui/register/views";

export const metadata: Metadata = { title: "Register" };

export default async function RegisterPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[]>>;
}) {
  const { app, person, zone, directory } = await visit();
  // Columns are ticked one by one and come as several values of one name.
  const given = Object.entries(await searchParams).map(([key, value]) => [key, [value].flat().join(",")]);
  const query = readableQuery(Object.fromEntries(given));
  const filter = filterOf(query, directory);
  const { rows, total, more, page } = listDocuments(app, person, filter);
  const totals = totalsOf(app, person, filter);
  const kept = keptColumns(directory);
  const filters = keptFilters(directory);
  const unread = readKept(query as Record<string, string>, directory).unread.map((name) => {
    const key = name.slice(KEPT_PREFIX.length);
    return `${filters.find((one) => one.key === key)?.name ?? key} “${query[name as `${typeof KEPT_PREFIX}${string}`]}”`;
  });
  const columns = chosenColumns(query.cols, kept);
  const said = keptOf(
    app,
    rows,
    kept.filter(({ key }) => columns.includes(key)),
  );
  const policies = new Map(readReferenceData(app).versions.map((one) => [one.policy.id, one.policy.name]));
  const address = new URLSearchParams(
    Object.entries(query).filter((entry): entry is [string, string] => Boolean(entry[1]) && entry[0] !== "page"),
  ).toString();
  return (
    <div className="mx-auto w-full max-w-7xl px-4 py-5 md:px-6">
      <h1 className="text-2xl font-semibold">Register</h1>
      <PartsNav label="Parts of the register" parts={registerParts(!authorise(person, "samples.read"))} />
      <RegisterFilter
        query={query}
        types={documentTypeKeys.map((key) => ({ key, name: AUTHORITY_TYPES[key]!.toLowerCase() }))}
        units={directory.organisation.units.map(({ id, name }) => ({ key: id, name }))}
        policies={[...policies].map(([key, name]) => ({ key, name }))}
        kept={kept}
        filters={filters}
      />
      {unread.length > 0 && (
        <p role="status" className="no-print mb-2 border-l-3 border-waiting bg-waiting-wash px-3 py-2 text-waiting">
          Left out, since it cannot be read: {unread.join(", ")}.
        </p>
      )}
      <div className="no-print flex flex-wrap items-start justify-between gap-x-8 gap-y-3 border-y border-rule py-2">
        <p className="flex flex-wrap gap-x-5">
          {totals.length === 0 && "Nothing fits. Take a filter away."}
          {totals.map(({ currency, count, gross }) => (
            <span key={currency} className="whitespace-nowrap">
              <span className="text-soft">{count.toLocaleString("en-GB")} with</span>{" "}
              <b className="font-semibold">{formatMoney({ minor: gross, currency })}</b>
            </span>
          ))}
        </p>
        <Views views={viewsOf(app, person)} address={address} />
      </div>
      <RegisterTable
        rows={rows}
        zone={zone}
        columns={columns}
        kept={kept}
        said={said}
        policies={Object.fromEntries(policies)}
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
