"use client";

import { BarElement, CategoryScale, Chart, LinearScale, Tooltip, type ChartOptions } from "chart.js";
import { Bar } from "react-chartjs-2";
import { sayNumber } from "../format";
import { Table } from "../tables";

Chart.register(BarElement, CategoryScale, LinearScale, Tooltip);

const INK = "#16243b";
const SOFT = "#4c5a70";
const base: ChartOptions<"bar"> = {
  animation: false,
  maintainAspectRatio: false,
  plugins: { legend: { display: false } },
  scales: {
    x: { grid: { display: false }, ticks: { color: SOFT } },
    y: { beginAtZero: true, grid: { color: "#d9d2c2" }, ticks: { color: SOFT, precision: 0 } },
  },
};

/** Approvals by month, and how often what is out of the ordinary, each with its figures as a table. */
export function ReportCharts({
  months,
  exceptions,
}: {
  months: readonly { month: string; approvals: number; documents: number }[];
  exceptions: readonly { what: string; count: number }[];
}) {
  return (
    // A chart follows its place and does not hold it open, so that a narrowed window narrows it too.
    <div className="mt-4 grid grid-cols-1 gap-x-10 gap-y-5 lg:grid-cols-2 [&>figure]:min-w-0">
      <figure>
        <figcaption className="mb-1 text-sm font-semibold">Approvals given, by month</figcaption>
        <div className="relative h-52">
          <Bar
            role="img"
            aria-label="Approvals by month; the same as a table is below"
            options={base}
            data={{
              labels: months.map((one) => one.month),
              datasets: [{ label: "Approvals", data: months.map((one) => one.approvals), backgroundColor: "#0f4c5c" }],
            }}
          />
        </div>
        <AsTable
          heads={["Month", "Approvals", "Documents"]}
          rows={months.map((one) => [one.month, one.approvals, one.documents])}
        />
      </figure>
      <figure>
        <figcaption className="mb-1 text-sm font-semibold">Exceptions, how often</figcaption>
        <div className="relative h-52">
          <Bar
            role="img"
            aria-label="How often each exception came; the same as a table is below"
            options={{
              ...base,
              indexAxis: "y",
              scales: {
                x: { beginAtZero: true, grid: { color: "#d9d2c2" }, ticks: { color: SOFT, precision: 0 } },
                y: { grid: { display: false }, ticks: { color: INK, autoSkip: false } },
              },
            }}
            data={{
              labels: exceptions.map((one) => (one.what.length > 42 ? `${one.what.slice(0, 40)}…` : one.what)),
              datasets: [{ label: "Times", data: exceptions.map((one) => one.count), backgroundColor: "#a3341a" }],
            }}
          />
        </div>
        <AsTable heads={["Exception", "Times"]} rows={exceptions.map((one) => [one.what, one.count])} />
      </figure>
    </div>
  );
}

/** The figures of a chart. The first column says what they are of. */
function AsTable({ heads, rows }: { heads: readonly [string, ...string[]]; rows: readonly (string | number)[][] }) {
  const [what, ...figures] = heads;
  return (
    <details className="mt-1">
      <summary className="min-h-8 cursor-pointer py-1 text-sm text-harbour">The same as a table</summary>
      <Table
        label={`${figures.join(" and ")} by ${what.toLowerCase()}`}
        small
        heads={[{ label: what }, ...figures.map((label) => ({ label, right: true }))]}
      >
        {rows.map(([one, ...counts]) => (
          <tr key={one}>
            <th scope="row" className="py-1 pr-4 text-left font-normal">
              {one}
            </th>
            {counts.map((count, index) => (
              <td key={index} className="text-right">
                {sayNumber(Number(count))}
              </td>
            ))}
          </tr>
        ))}
      </Table>
    </details>
  );
}
