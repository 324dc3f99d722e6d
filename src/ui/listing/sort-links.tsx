import Link from "next/link";
import { addressWith, nextSort, saySort, type Kind, type Listed } from "@/core/listing";

const OF_NUMBERS = ["smallest first", "largest first"] as const;
const OF_TIMES = ["earliest first", "latest first"] as const;
const OF_TEXTS = ["A to Z", "Z to A"] as const;

/** How the two ways of standing by a column are called. */
const WAYS: Readonly<Record<Kind, readonly [up: string, down: string]>> = {
  text: OF_TEXTS,
  choice: OF_TEXTS,
  amount: OF_NUMBERS,
  count: OF_NUMBERS,
  day: OF_TIMES,
  moment: OF_TIMES,
};

/** By what a list stands whose rows are no rows of a table: the same as headings that are pressed. */
export function SortLinks({
  total,
  columns,
  query: { sort },
  given,
}: Pick<Listed<unknown>, "columns" | "query" | "given" | "total">) {
  if (total === 0) return null;
  return (
    <p className="no-print flex flex-wrap gap-x-4 py-2 text-sm">
      <span className="text-soft">Sort by</span>
      {columns.map(({ key, name, kind }) => {
        const now = sort?.key === key;
        return (
          <Link
            key={key}
            href={`?${addressWith(given, { sort: saySort(nextSort(sort, key)) })}`}
            scroll={false}
            aria-current={now ? "true" : undefined}
            className={`inline-block min-h-6 ${now ? "font-semibold text-ink" : ""}`}
          >
            {name}
            {now && <span className="text-soft">, {WAYS[kind][sort.down ? 1 : 0]}</span>}
          </Link>
        );
      })}
    </p>
  );
}
