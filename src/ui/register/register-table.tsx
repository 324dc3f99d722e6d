import Link from "next/link";
import type { ReactNode } from "react";
import type { DocumentRow } from "@/core/documents";
import { formatAmount } from "@/core/money";
import { capital } from "@/core/text";
import { sayDay } from "../format";
import { StatusMark } from "../primitives";
import { Table } from "../tables";

type Column = {
  key: string;
  name: string;
  right?: boolean;
  show(row: DocumentRow, zone: string, policies: Record<string, string>): ReactNode;
};

const day = (at: string | null, zone: string) => (at ? sayDay(at, zone) : "");

/** Everything the register can show of a document. */
export const COLUMNS: readonly Column[] = [
  {
    key: "number",
    name: "Number",
    show: (row) => (
      <Link href={row.policy ? `/documents/${row.id}/record` : `/documents/${row.id}`} className="whitespace-nowrap">
        {row.number}
      </Link>
    ),
  },
  { key: "title", name: "What", show: (row) => row.title || `Untitled ${row.typeName}` },
  { key: "type", name: "Kind", show: (row) => row.typeName },
  { key: "party", name: "Party", show: (row) => row.party },
  { key: "from", name: "From", show: (row) => row.requesterName },
  { key: "unit", name: "Unit", show: (row) => row.unitName },
  { key: "net", name: "Net", right: true, show: (row) => formatAmount(row.net) },
  { key: "gross", name: "Gross", right: true, show: (row) => formatAmount(row.gross) },
  { key: "currency", name: "Currency", show: (row) => row.gross.currency },
  {
    key: "state",
    name: "State",
    show: (row) => (
      <span className="flex flex-wrap gap-1">
        <StatusMark status={row.status} />
        {row.held && <StatusMark status="held" />}
        {row.lapsed && <StatusMark status="by lapse" />}
      </span>
    ),
  },
  { key: "submitted", name: "Submitted", show: (row, zone) => day(row.submittedAt, zone) },
  { key: "decided", name: "Decided", show: (row, zone) => day(row.closedAt, zone) },
  {
    key: "policy",
    name: "Policy",
    show: (row, _, policies) => (row.policy ? `${policies[row.policy] ?? row.policy}, ${row.policyVersion}` : "none"),
  },
  { key: "band", name: "Band", right: true, show: (row) => (row.band === null ? "" : row.band + 1) },
  { key: "revision", name: "Revision", right: true, show: (row) => row.revision },
];

const USUAL = ["number", "title", "party", "from", "gross", "currency", "state", "submitted", "decided", "policy"];

/** A column for what the organisation keeps: what stands in its lists, and its own fields. */
export type KeptColumn = { key: string; name: string };

/** The columns of an address, in the order in which they stand here; the usual ones where it names none. */
export function chosenColumns(cols: string | undefined, kept: readonly KeptColumn[]): string[] {
  const wanted = cols ? cols.split(",") : USUAL;
  const chosen = [...COLUMNS, ...kept].map((one) => one.key).filter((key) => wanted.includes(key));
  return chosen.length > 0 ? chosen : USUAL;
}

/** Documents as dense rows with the columns that were chosen. On a phone the table scrolls by itself. */
export function RegisterTable({
  rows,
  zone,
  columns,
  policies,
  kept,
  said,
}: {
  rows: readonly DocumentRow[];
  zone: string;
  columns: readonly string[];
  policies: Record<string, string>;
  kept: readonly KeptColumn[];
  /** What each row says in those, by the row’s id and the column’s key. */
  said: Readonly<Record<string, Readonly<Record<string, string>>>>;
}) {
  const own = kept.map(({ key, name }): Column => ({
    key,
    name: capital(name),
    show: (row) => said[row.id]?.[key] ?? "",
  }));
  const shown = [...COLUMNS, ...own].filter((one) => columns.includes(one.key));
  return (
    <Table label="Documents" small heads={shown.map(({ key, name, right }) => ({ key, label: name, right }))}>
      {rows.map((row) => (
        <tr key={row.id} className="hover:bg-panel">
          {shown.map((column) => (
            <td key={column.key} className={column.right ? "text-right font-medium whitespace-nowrap" : ""}>
              {column.show(row, zone, policies)}
            </td>
          ))}
        </tr>
      ))}
    </Table>
  );
}
