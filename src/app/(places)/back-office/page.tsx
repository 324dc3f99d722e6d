import type { Metadata } from "next";
import Link from "next/link";
import { visitFor, singles, pageOf } from "@/server/http/page";
import { deliveriesOf } from "@/server/hooks/hooks";
import { BOOKED_A_PAGE, postingsOf } from "@/server/ledger/views";
import { sayMoment } from "@/ui/format";
import { OfficeFrame } from "@/ui/back-office/office-frame";
import { ChoiceFilter, FilterForm } from "@/ui/back-office/text-filter";
import { Pager } from "@/ui/lists/list-filter";
import { Empty, SectionTitle } from "@/ui/primitives";
import { Table } from "@/ui/tables";

export const metadata: Metadata = { title: "Back office" };

const KINDS = ["order sent", "invoice posted", "claim posted"];

export default async function Books({ searchParams }: { searchParams: Promise<{ kind?: string; page?: string }> }) {
  const { app, zone } = await visitFor("ledger.read");
  const search = singles(await searchParams);
  const { rows, total, page } = postingsOf(app, { kind: search.kind, page: pageOf(search.page) });
  const deliveries = deliveriesOf(app);
  return (
    <OfficeFrame>
      <FilterForm>
        <ChoiceFilter name="kind" label="Entries" value={search.kind} all="all" choices={KINDS} />
      </FilterForm>
      {rows.length === 0 ? (
        <Empty>Nothing is booked yet. What is approved and not held is booked here by the steps of its policy.</Empty>
      ) : (
        <Table
          label="Entries"
          heads={[
            { label: "When" },
            { label: "Entry" },
            { label: "Document" },
            { label: "Party" },
            { label: "Amount", right: true },
            { label: "Detail" },
          ]}
        >
          {rows.map((row) => (
            <tr key={row.document + row.kind}>
              <td className="whitespace-nowrap">{sayMoment(row.at, zone)}</td>
              <td>{row.kind}</td>
              <td>
                <Link href={`/documents/${row.document}`}>{row.number}</Link>
              </td>
              <td>{row.party}</td>
              <td className="text-right font-medium whitespace-nowrap">{row.amount}</td>
              <td className="text-soft">
                {row.detail}
                {row.payment && `; ${row.payment} `}
                {row.run && <Link href={`/back-office/payments/${row.run}`}>{row.run}</Link>}
              </td>
            </tr>
          ))}
        </Table>
      )}
      <Pager path="/back-office" filter={search} page={page} total={total} size={BOOKED_A_PAGE} />
      {deliveries.length > 0 && (
        <section aria-labelledby="calls" className="mt-4">
          <SectionTitle id="calls">Calls the receiver that ships with Bandeira has taken</SectionTitle>
          <ul className="text-sm">
            {deliveries.map((one) => (
              <li key={one.id} className="border-b border-rule/70 py-1">
                {one.id}, {sayMoment(one.at, zone)}, signature verified
              </li>
            ))}
          </ul>
        </section>
      )}
    </OfficeFrame>
  );
}
