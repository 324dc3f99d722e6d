import { formatMoney } from "@/core/money";
import { sayDate } from "@/core/text";
import { sayDay } from "../format";
import { Table } from "../tables";
import type { Drawn } from "./drawn";

/** Documents that may be one, beside each other; what agrees is marked in words. */
export function SideBySide({ documents, zone }: Drawn<"duplicates">) {
  const rows: [string, (one: (typeof documents)[number]) => string][] = [
    ["Its number there", ({ theirNumber }) => theirNumber],
    ["Supplier", ({ party }) => party],
    ["Gross", ({ gross }) => formatMoney(gross)],
    ["Dated", ({ day }) => sayDate(day)],
    ["Sent", ({ at }) => sayDay(at, zone)],
    ["Entered for", ({ whose }) => whose],
  ];
  const shown = rows.filter(([, of]) => documents.some((one) => of(one) !== ""));
  return (
    <Table
      label="Beside each other"
      heads={[
        { label: "", key: "what" },
        ...documents.map(({ number }) => ({ label: number })),
        { label: "Agree", key: "agree" },
      ]}
    >
      {shown.map(([what, of]) => (
        <tr key={what} className="border-b border-rule">
          <th scope="row" className="pr-3 text-left font-normal text-soft">
            {what}
          </th>
          {documents.map((one) => (
            <td key={one.id}>{of(one)}</td>
          ))}
          <td>{new Set(documents.map(of)).size === 1 ? "yes" : "no"}</td>
        </tr>
      ))}
    </Table>
  );
}
