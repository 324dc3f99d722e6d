import Link from "next/link";

/** Which part of a list is seen, and the way to the others. */
export function Pager({
  path,
  filter,
  page,
  total,
  more = false,
  size,
}: {
  path: string;
  filter: Record<string, string | undefined>;
  page: number;
  total: number;
  /** There are more than are counted. */
  more?: boolean;
  size: number;
}) {
  const last = Math.max(1, Math.ceil(total / size));
  const to = (number: number) =>
    `${path}?${new URLSearchParams(Object.entries({ ...filter, page: String(number) }).filter((entry): entry is [string, string] => Boolean(entry[1])))}`;
  return (
    <p className="no-print flex items-center gap-4 py-4 text-soft">
      <span>
        {total === 0
          ? "None"
          : `${((page - 1) * size + 1).toLocaleString("en-GB")} to ${Math.min(page * size, total).toLocaleString("en-GB")} of ${more ? "more than " : ""}${total.toLocaleString("en-GB")}`}
      </span>
      {page > 1 && <Link href={to(page - 1)}>Previous page</Link>}
      {page < last && <Link href={to(page + 1)}>Next page</Link>}
    </p>
  );
}
