import type { Action } from "../access/authorise";
import type { Visit } from "../http/page";
import { arrange, type ChoiceOf, type Column, type ListKey, type ListQuery } from "@/core/listing";
import type { Money } from "@/core/money";

/** Who looks at a list: the visitor of a page, or who asks for its file. */
export type Looker = Pick<Visit, "app" | "person" | "directory" | "zone" | "now">;

export type Given = Readonly<Record<string, string | undefined>>;

/** What a list found: a page of rows, how many there are in all, what their amounts come to, and what may be chosen in which column. */
export type Found<R> = {
  rows: readonly R[];
  total: number;
  page: number;
  sums: Readonly<Record<string, readonly Money[]>>;
  choices: Readonly<Record<string, readonly ChoiceOf[]>>;
};

/** A list that is sorted, filtered and taken along as a file. */
export type Source<R = unknown> = {
  /** What is needed to see it. */
  action: Action;
  /** Rows a page. */
  size: number;
  /** How it stands where its address does not say. @example "-at" */
  usual?: string;
  columns(looker: Looker, given: Given): readonly Column<R>[];
  /** @param size rows a page; null for all */
  find(looker: Looker, query: ListQuery, given: Given, size: number | null): Found<R>;
};

/** A list of rows that are at hand. @param rowsOf everything that there is, in the order of its own */
export function atHand<R>({
  rowsOf,
  ...source
}: Omit<Source<R>, "find"> & { rowsOf(looker: Looker, given: Given): readonly R[] }): Source<R> {
  return {
    ...source,
    find(looker, query, given, size) {
      const rows = rowsOf(looker, given);
      const columns = source.columns(looker, given);
      const { found, ...page } = arrange(rows, columns, query, {
        size: size ?? Math.max(1, rows.length),
        zone: looker.zone,
      });
      return { ...page, total: found.length, choices: choicesIn(rows, columns) };
    },
  };
}

/** Lists whose address is read here. The documents and the log have addresses of their own. */
export type SourceKey = Exclude<ListKey, "documents" | "register" | "events">;

/** What the rows have in columns of choices, each once, by name. */
function choicesIn<R>(rows: readonly R[], columns: readonly Column<R>[]): Record<string, ChoiceOf[]> {
  return Object.fromEntries(
    columns.flatMap(({ key, kind, value }) => {
      if (kind !== "choice") return [];
      const names = new Set(rows.map((row) => String(value(row) ?? "")));
      const all = [...names].filter(Boolean).toSorted((a, b) => a.localeCompare(b, "en"));
      return [[key, all.map((name) => ({ key: name, name }))]];
    }),
  );
}
