import type { ReactNode } from "react";
import { addressWith, nextSort, saySort, type Sort } from "@/core/listing";
import { Table, type Head } from "../tables";
import { Walked } from "./walked";

/** A column as it is shown. @param sorts whether rows can stand by it, which its heading then does */
export type Shown<R> = {
  key: string;
  name: string;
  right?: boolean | undefined;
  sorts?: boolean;
  /** Its heading is only read aloud. */
  hidden?: boolean;
  /** Kept on one line. */
  whole?: boolean;
  show(row: R): ReactNode;
};

type Address = Readonly<Record<string, string | undefined>>;

/** Heads of columns that rows can stand by. @param given the address of the list, whose other parts stay as they are */
export function headsOf(
  columns: readonly Pick<Shown<never>, "key" | "name" | "right" | "sorts" | "hidden">[],
  given: Address,
  sort: Sort | null,
): Head[] {
  return columns.map(({ key, name, right, sorts, hidden = false }) => ({
    key,
    label: name,
    right,
    hidden,
    sort: sorts
      ? {
          href: `?${addressWith(given, { sort: saySort(nextSort(sort, key)) })}`,
          now: sort?.key === key ? (sort.down ? "descending" : "ascending") : null,
        }
      : undefined,
  }));
}

/** The one list of the pages: sorted by its headings, below which it scrolls; its lines, which begin with a link that has `data-line`, are walked with arrow keys. */
export function ListTable<R extends { id: string }>({
  label,
  columns,
  rows,
  given,
  sort,
  wide = false,
}: {
  label: string;
  columns: readonly Shown<R>[];
  rows: readonly R[];
  /** The address of the list. */
  given: Address;
  sort: Sort | null;
  /** On wide screens alone, where something takes its place on a phone. */
  wide?: boolean;
}) {
  if (rows.length === 0) return null;
  return (
    <Walked>
      <Table label={label} small tall wide={wide} heads={headsOf(columns, given, sort)}>
        {rows.map((row) => (
          <tr key={row.id} className="hover:bg-panel">
            {columns.map(({ key, right, whole, show }) => (
              <td
                key={key}
                className={`${right ? "text-right font-medium whitespace-nowrap" : ""} ${whole ? "whitespace-nowrap" : ""}`}
              >
                {show(row)}
              </td>
            ))}
          </tr>
        ))}
      </Table>
    </Walked>
  );
}
