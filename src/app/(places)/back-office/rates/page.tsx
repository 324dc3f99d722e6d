import type { Metadata } from "next";
import { dayIn } from "@/core/calendar";
import { sayDate } from "@/core/text";
import { authorise } from "@/server/access/authorise";
import { visitFor } from "@/server/http/page";
import { latestRates } from "@/server/ledger/views";
import { OfficeFrame } from "@/ui/back-office/office-frame";
import { NewRate } from "@/ui/back-office/new-rate";
import { Table } from "@/ui/tables";

export const metadata: Metadata = { title: "Exchange rates" };

export default async function Rates() {
  const { app, person, directory, now, zone } = await visitFor("ledger.read");
  return (
    <OfficeFrame>
      <div className="grid gap-x-10 gap-y-6 lg:grid-cols-[1fr_20rem]">
        <Table
          label="Latest rates"
          heads={[
            { label: "Currency" },
            { label: "Rate in" },
            { label: "Rate", right: true },
            { label: "Day" },
            { label: "Taken from" },
          ]}
        >
          {latestRates(app).map((rate) => (
            <tr key={rate.from + rate.to}>
              <td>{rate.from}</td>
              <td>{rate.to}</td>
              <td className="text-right">{rate.rate}</td>
              <td>{sayDate(rate.date)}</td>
              <td className="text-soft">{rate.source}</td>
            </tr>
          ))}
        </Table>
        {!authorise(person, "rates.write") && (
          <NewRate today={dayIn(now, zone)} home={directory.organisation.currency} />
        )}
      </div>
    </OfficeFrame>
  );
}
