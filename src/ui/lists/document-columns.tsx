import Link from "next/link";
import type { ReactNode } from "react";
import type { DocumentRow } from "@/core/documents";
import { formatAmount } from "@/core/money";
import { capital } from "@/core/text";
import { sayDay } from "../format";
import { StatusMark } from "../primitives";
import type { Shown } from "../listing/list-table";

/** Where documents are listed: to be worked on, or to be looked back at. */
export type Place = "documents" | "register";

type Given = { zone: string; policies: Record<string, string>; place: Place };
type Column = Omit<Shown<DocumentRow>, "show" | "sorts"> & { show(row: DocumentRow, given: Given): ReactNode };

const day = (at: string | null, zone: string) => (at ? sayDay(at, zone) : "");

/** A document is opened where it is worked on, and in the register at its record. */
export const hrefOf = (row: DocumentRow, place: Place) =>
  place === "register" && row.policy ? `/documents/${row.id}/record` : `/documents/${row.id}`;

/** The state of a document, and what stands beside it. */
export function StateMarks({ row }: { row: DocumentRow }) {
  return (
    <span className="flex flex-wrap gap-1">
      <StatusMark status={row.status} />
      {row.held && <StatusMark status="held" />}
      {row.lapsed && <StatusMark status="by lapse" />}
    </span>
  );
}

/** Everything that lists can show of a document. */
export const COLUMNS: readonly Column[] = [
  {
    key: "number",
    name: "Number",
    whole: true,
    show: (row, { place }) => (
      <Link href={hrefOf(row, place)} data-line className="inline-block min-h-6">
        {row.number}
      </Link>
    ),
  },
  { key: "title", name: "What", show: (row) => row.title || `Untitled ${row.typeName}` },
  { key: "type", name: "Type", show: (row) => row.typeName },
  { key: "party", name: "Party", show: (row) => row.party },
  { key: "from", name: "From", show: (row) => row.requesterName },
  { key: "unit", name: "Unit", show: (row) => row.unitName },
  {
    key: "amount",
    name: "Amount",
    right: true,
    show: (row) => (
      <>
        {formatAmount(row.amount)} <span className="text-xs font-normal text-soft">{row.amount.currency}</span>
      </>
    ),
  },
  { key: "net", name: "Net", right: true, show: (row) => formatAmount(row.net) },
  { key: "gross", name: "Gross", right: true, show: (row) => formatAmount(row.gross) },
  { key: "currency", name: "Currency", show: (row) => row.gross.currency },
  {
    key: "state",
    name: "State",
    show: (row) => <StateMarks row={row} />,
  },
  { key: "submitted", name: "Submitted", whole: true, show: (row, { zone }) => day(row.submittedAt, zone) },
  { key: "decided", name: "Decided", whole: true, show: (row, { zone }) => day(row.closedAt, zone) },
  { key: "changed", name: "Last change", whole: true, show: (row, { zone }) => day(row.updatedAt, zone) },
  {
    key: "policy",
    name: "Policy",
    show: (row, { policies }) => (row.policy ? `${policies[row.policy] ?? row.policy}, ${row.policyVersion}` : "none"),
  },
  { key: "band", name: "Band", right: true, show: (row) => (row.band === null ? "" : row.band + 1) },
  { key: "revision", name: "Revision", right: true, show: (row) => row.revision },
];

const USUAL: Readonly<Record<Place, readonly string[]>> = {
  documents: ["number", "type", "title", "party", "from", "unit", "amount", "state", "changed"],
  register: ["number", "title", "party", "from", "gross", "currency", "state", "submitted", "decided", "policy"],
};

/** A column for what the organisation keeps: what stands in its lists, and its own fields. */
export type KeptColumn = { key: string; name: string };

/** The columns of an address, in the order in which they stand here; the usual ones where it names none. */
export function chosenColumns(cols: string | undefined, kept: readonly KeptColumn[], place: Place): string[] {
  const wanted = cols ? cols.split(",") : USUAL[place];
  const chosen = [...COLUMNS, ...kept].map((one) => one.key).filter((key) => wanted.includes(key));
  return chosen.length > 0 ? chosen : [...USUAL[place]];
}

/** The columns that were chosen, each with what it shows. What the organisation keeps is not sorted by. */
export function shownColumns(
  place: Place,
  {
    columns,
    kept,
    said,
    ...given
  }: Omit<Given, "place"> & {
    columns: readonly string[];
    kept: readonly KeptColumn[];
    said: Readonly<Record<string, Readonly<Record<string, string>>>>;
  },
): Shown<DocumentRow>[] {
  const own = kept.map(({ key, name }) => ({
    key,
    name: capital(name),
    show: (row: DocumentRow) => said[row.id]?.[key] ?? "",
  }));
  const built = COLUMNS.map((one) => ({
    ...one,
    sorts: true,
    show: (row: DocumentRow) => one.show(row, { ...given, place }),
  }));
  return [...built, ...own].filter(({ key }) => columns.includes(key));
}
