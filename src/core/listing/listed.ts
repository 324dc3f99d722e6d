import type { Money } from "../money";
import type { Column, ListQuery } from "./columns";
import type { ListKey } from "./lists";

/** What may be chosen in a column, by what stands in an address and its name. */
export type ChoiceOf = { key: string; name: string };

/** A column without the rows it is worked out of, with what may be chosen in it. */
export type ListedColumn = Omit<Column<never>, "value"> & { choices?: readonly ChoiceOf[] };

/** A list as an address asks for it. */
export type Listed<R> = {
  list: ListKey;
  columns: readonly ListedColumn[];
  query: ListQuery;
  /** The address of the list, by part. */
  given: Readonly<Record<string, string | undefined>>;
  /** Parts of the address that cannot be read. */
  unread: readonly string[];
  rows: readonly R[];
  total: number;
  page: number;
  /** Rows a page. */
  size: number;
  /** What amounts come to, by column and currency. */
  sums: Readonly<Record<string, readonly Money[]>>;
  views: readonly { name: string; query: string }[];
};
