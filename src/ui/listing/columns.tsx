import type { ReactNode } from "react";
import type { ListedColumn } from "@/core/listing";
import type { Shown } from "./list-table";

/** What stands in a column, by its key. */
export type Cells<R> = Readonly<Record<string, (row: R) => ReactNode>>;

const RIGHT = ["amount", "count"];

/** The columns of a list that were chosen, each with what stands in it. @throws Error for a column that nothing is said of */
export function shownOf<R>(columns: readonly ListedColumn[], chosen: readonly string[], cells: Cells<R>): Shown<R>[] {
  return columns
    .filter(({ key }) => chosen.includes(key))
    .map(({ key, name, kind }) => {
      const show = cells[key];
      if (!show) throw new Error(`nothing is said of the column ${key}`);
      const whole = kind === "day" || kind === "moment";
      return { key, name, right: RIGHT.includes(kind), whole, sorts: true, show };
    });
}
