import Link from "next/link";
import type { DocumentRow } from "@/core/documents";
import { formatAmount } from "@/core/money";
import { sayDay } from "../format";
import { Empty, StatusMark } from "../primitives";
import { Table } from "../tables";

/** Documents as a dense table; on a phone the same rows as short blocks. */
export function DocumentTable({
  rows,
  zone,
  record = false,
  empty,
}: {
  rows: DocumentRow[];
  zone: string;
  record?: boolean;
  empty: string;
}) {
  if (rows.length === 0) return <Empty>{empty}</Empty>;
  return (
    <>
      <WideTable rows={rows} zone={zone} record={record} />
      <NarrowList rows={rows} record={record} />
    </>
  );
}

const hrefOf = (row: DocumentRow, record: boolean) =>
  record && row.policy ? `/documents/${row.id}/record` : `/documents/${row.id}`;

function WideTable({ rows, zone, record }: { rows: DocumentRow[]; zone: string; record: boolean }) {
  return (
    <Table
      wide
      label="Documents"
      heads={[
        { label: "Number" },
        { label: "What" },
        { label: "From" },
        { label: "Amount", right: true },
        { label: "State" },
        { label: record ? "Submitted" : "Last change" },
        ...(record ? [{ label: "Decided" }, { label: "Policy", right: true }] : []),
      ]}
    >
      {rows.map((row) => (
        <tr key={row.id} className="hover:bg-panel">
          <td className="whitespace-nowrap">
            <Link href={hrefOf(row, record)}>{row.number}</Link>
            {row.revision > 1 && <span className="text-sm text-soft"> rev {row.revision}</span>}
          </td>
          <td>
            {row.title || `Untitled ${row.typeName}`}
            <span className="text-soft">
              {row.party && `, ${row.party}`}
              <span className="block text-sm">{row.typeName}</span>
            </span>
          </td>
          <td>
            {row.requesterName}
            <span className="text-soft">, {row.unitName}</span>
          </td>
          <td className="text-right font-medium whitespace-nowrap">
            {formatAmount(row.amount)} <span className="text-sm font-normal text-soft">{row.amount.currency}</span>
          </td>
          <td>
            <span className="flex flex-wrap gap-1">
              <StatusMark status={row.status} />
              {row.held && <StatusMark status="held" />}
              {row.lapsed && <StatusMark status="by lapse" />}
            </span>
          </td>
          <td className="whitespace-nowrap">{day(record ? row.submittedAt : row.updatedAt, zone)}</td>
          {record && <td className="whitespace-nowrap">{day(row.closedAt, zone)}</td>}
          {record && (
            <td className="text-right whitespace-nowrap">
              {row.policyVersion ? `version ${row.policyVersion}` : "none"}
            </td>
          )}
        </tr>
      ))}
    </Table>
  );
}

function NarrowList({ rows, record }: { rows: DocumentRow[]; record: boolean }) {
  return (
    <ul className="border-t border-rule md:hidden">
      {rows.map((row) => (
        <li key={row.id} className="border-b border-rule">
          <Link href={hrefOf(row, record)} className="block py-2.5 text-ink no-underline">
            <span className="flex justify-between gap-3">
              <span className="font-semibold">{row.title || `Untitled ${row.typeName}`}</span>
              <span className="font-semibold whitespace-nowrap">
                {formatAmount(row.amount)} {row.amount.currency}
              </span>
            </span>
            <span className="flex justify-between gap-3 text-sm text-soft">
              <span>
                {row.number}, {row.requesterName}
              </span>
              <span className="flex gap-1">
                <StatusMark status={row.status} />
                {row.held && <StatusMark status="held" />}
                {row.lapsed && <StatusMark status="by lapse" />}
              </span>
            </span>
          </Link>
        </li>
      ))}
    </ul>
  );
}

const day = (at: string | null, zone: string) => (at ? sayDay(at, zone) : "—");
