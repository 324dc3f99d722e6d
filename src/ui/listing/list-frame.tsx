import type { ReactNode } from "react";
import { LISTS, addressWith, type Listed } from "@/core/listing";
import { formatMoney } from "@/core/money";
import { countOf } from "@/core/text";
import { Announced } from "../frame/announced";
import { Empty } from "../primitives";
import { ListFilters } from "./list-filters";
import { Pager } from "./pager";
import { Views } from "./views";

type Words = {
  /** What words are looked for in. */
  search: string;
  /** What is counted. @example ["supplier", "suppliers"] */
  counted: [one: string, many: string];
  /** Said where nothing is found. */
  empty: ReactNode;
};

/**
 * What stands around the rows of a list: its filters, how many were found and what they come to, its views and files, and the way to further pages.
 * @param filters filters of the list's own, beside those of its columns
 */
export function ListFrame({
  listed,
  words,
  filters,
  inFiles = false,
  children,
}: {
  listed: Omit<Listed<unknown>, "rows">;
  words: Words;
  filters?: ReactNode;
  /** Columns stand in its files alone. */
  inFiles?: boolean;
  children: ReactNode;
}) {
  const { list, columns, query, given, unread, total, page, size } = listed;
  const [one, many] = words.counted;
  return (
    <>
      <ListFilters columns={columns} query={query} given={given} search={words.search} inFiles={inFiles}>
        {filters}
      </ListFilters>
      {unread.length > 0 && (
        <p role="status" className="no-print mb-2 border-l-3 border-waiting bg-waiting-wash px-3 py-2 text-waiting">
          Left out, since it cannot be read: {unread.map((name) => sayUnread(name, listed)).join(", ")}.
        </p>
      )}
      <div className="flex flex-wrap items-start justify-between gap-x-8 gap-y-2 border-y border-rule py-2">
        <p className="flex flex-wrap gap-x-4">
          <b className="font-semibold">{countOf(total, one, many)}</b>
          <Announced text={countOf(total, one, many)} />
          <Sums {...listed} />
        </p>
        <Views
          list={list}
          views={listed.views}
          address={addressWith(given, { page: "" })}
          files={{ path: `/api/listing/${list}?`, formats: ["csv", "xlsx"] }}
        />
      </div>
      {total === 0 && <Empty>{words.empty}</Empty>}
      {children}
      <Pager path={LISTS[list]} filter={given} page={page} total={total} size={size} />
    </>
  );
}

/** What shown amounts come to. A limit is no amount that is summed up, nor is what stands in no row. */
function Sums({ columns, query, sums }: Pick<Listed<unknown>, "columns" | "query" | "sums">) {
  return columns
    .filter(({ key, kind, unsummed }) => kind === "amount" && !unsummed && query.columns.includes(key))
    .flatMap(({ key, name }) =>
      sums[key]?.length ? [{ key, name, said: sums[key].map((sum) => formatMoney(sum)) }] : [],
    )
    .map(({ key, name, said }) => (
      <span key={key}>
        <span className="text-soft">{name}</span> {said.join(" and ")}
      </span>
    ));
}

const ENDS: Readonly<Record<string, string>> = { least: "at least", most: "at most", from: "from", until: "until" };

function sayUnread(name: string, { columns, given }: Pick<Listed<unknown>, "columns" | "given">): string {
  const [key, part] = name.split(".") as [string, string?];
  const column = columns.find((one) => one.key === key);
  return `${column?.name ?? key}${part ? ` ${ENDS[part] ?? part}` : ""} “${given[name]}”`;
}
