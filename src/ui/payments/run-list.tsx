import Link from "next/link";
import { sayDate } from "@/core/text";
import { sayMoment } from "../format";
import { SectionTitle } from "../primitives";
import { Table } from "../tables";
import { RunMark, type RunState } from "./run-mark";

export type RunRow = {
  id: string;
  day: string;
  state: RunState;
  madeAt: string;
  madeBy: string;
  count: number;
  total: string;
};

/** The runs that were made, the latest first. */
export function RunList({ runs, zone }: { runs: readonly RunRow[]; zone: string }) {
  if (runs.length === 0) return null;
  return (
    <section aria-labelledby="made" className="mt-8">
      <SectionTitle id="made">Runs made</SectionTitle>
      <Table
        labelledBy="made"
        heads={[
          { label: "Run" },
          { label: "Day of payment" },
          { label: "State" },
          { label: "Made" },
          { label: "Items", right: true },
          { label: "Total", right: true },
        ]}
      >
        {runs.map((run) => (
          <tr key={run.id}>
            <td>
              <Link href={`/back-office/payments/${run.id}`}>{run.id}</Link>
            </td>
            <td className="whitespace-nowrap">{sayDate(run.day)}</td>
            <td>
              <RunMark state={run.state} />
            </td>
            <td className="text-soft">
              {sayMoment(run.madeAt, zone)}, {run.madeBy}
            </td>
            <td className="text-right">{run.count}</td>
            <td className="text-right font-medium whitespace-nowrap">{run.total}</td>
          </tr>
        ))}
      </Table>
    </section>
  );
}
