import Link from "next/link";
import type { DocumentRow } from "@/core/documents";
import type { Sort } from "@/core/listing";
import { formatAmount } from "@/core/money";
import { ListTable } from "../listing/list-table";
import { Empty } from "../primitives";
import { StateMarks, hrefOf, shownColumns, type KeptColumn, type Place } from "./document-columns";

type Props = {
  place: Place;
  rows: DocumentRow[];
  zone: string;
  columns: readonly string[];
  policies: Record<string, string>;
  kept: readonly KeptColumn[];
  /** What each row says in those, by the row’s id and the column’s key. */
  said: Readonly<Record<string, Readonly<Record<string, string>>>>;
  /** The address of the list. */
  given: Readonly<Record<string, string | undefined>>;
  sort: Sort | null;
  empty: string;
};

/** Documents as dense rows with the columns that were chosen; on a phone the same as short blocks. */
export function DocumentList({ place, rows, given, sort, empty, ...props }: Props) {
  if (rows.length === 0) return <Empty>{empty}</Empty>;
  return (
    <>
      <ListTable label="Documents" wide rows={rows} columns={shownColumns(place, props)} given={given} sort={sort} />
      <ul className="border-t border-rule md:hidden">
        {rows.map((row) => (
          <li key={row.id} className="border-b border-rule">
            <Link href={hrefOf(row, place)} className="block py-2.5 text-ink no-underline">
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
                <StateMarks row={row} />
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </>
  );
}
