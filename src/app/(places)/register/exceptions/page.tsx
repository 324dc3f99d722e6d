import type { Metadata } from "next";
import Link from "next/link";
import { formatMoney } from "@/core/money";
import { authorise } from "@/server/access/authorise";
import { periodOf } from "@/server/evidence/exceptions";
import { unlessBusy, visitFor } from "@/server/http/page";
import { givenOf } from "@/server/listing";
import { resultInThread } from "@/server/threads/in-thread";
import { PartsNav } from "@/ui/frame/parts-nav";
import { sayDay } from "@/ui/format";
import { shownOf } from "@/ui/listing/columns";
import { ListFrame } from "@/ui/listing/list-frame";
import { ListTable } from "@/ui/listing/list-table";
import { PeriodFields } from "@/ui/register/period-fields";
import { registerParts } from "@/ui/register/parts";

export const metadata: Metadata = { title: "Exceptions" };

export default async function Exceptions({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[]>>;
}) {
  const visitor = await visitFor("report.read");
  const { person, zone } = visitor;
  const given = givenOf(await searchParams);
  const period = periodOf(given, visitor);
  // Every approval of the period is looked at, which is long work and done beside the pages.
  const looked = await unlessBusy(resultInThread(visitor.app, "list exceptions", given, person));
  if ("busy" in looked) return <p role="status">{looked.busy}.</p>;
  const { rows, ...list } = looked.value;
  const columns = shownOf<(typeof rows)[number]>(list.columns, list.query.columns, {
    at: (row) => sayDay(row.at, zone),
    what: (row) => row.what,
    number: (row) => (
      <>
        <Link href={`/documents/${row.document}/record`} data-line className="inline-block min-h-6">
          {row.number}
        </Link>
        <span className="block text-soft">{row.title}</span>
      </>
    ),
    title: (row) => row.title,
    type: (row) => row.type,
    party: (row) => row.party,
    unit: (row) => row.unit,
    amount: (row) => (row.amount ? formatMoney(row.amount) : "—"),
    by: (row) => row.by,
    words: (row) => row.words,
  });
  return (
    <div className="mx-auto w-full max-w-7xl px-4 py-5 md:px-6">
      <h1 className="text-2xl font-semibold">Register</h1>
      <PartsNav label="Parts of the register" parts={registerParts(!authorise(person, "samples.read"))} />
      <ListFrame
        listed={list}
        words={{
          search: "Document, party, person or how",
          counted: ["exception", "exceptions"],
          empty: "Nothing was out of the ordinary in this period that fits.",
        }}
        filters={<PeriodFields {...period} />}
      >
        <ListTable label="Exceptions" rows={rows} columns={columns} given={list.given} sort={list.query.sort} />
      </ListFrame>
    </div>
  );
}
