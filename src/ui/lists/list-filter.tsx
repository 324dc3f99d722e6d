import Link from "next/link";
import { buttonClass } from "../primitives";

export type Filter = { q?: string; state?: string; type?: string; mine?: string; page?: string };

const STATES = ["draft", "waiting", "sent back", "approved", "declined", "withdrawn", "held", "cleared"];

/** Search and filters that live in the address: a plain form, so that it works before any script does. */
export function ListFilter({
  filter,
  withMine,
  types,
}: {
  filter: Filter;
  withMine: boolean;
  types: readonly { key: string; name: string }[];
}) {
  return (
    <form className="no-print flex flex-wrap items-end gap-3 py-4" role="search">
      <label className="w-full sm:w-72">
        <span className="block text-sm text-soft">Any words in it</span>
        <input type="search" name="q" defaultValue={filter.q} className="field" />
      </label>
      <label>
        <span className="block text-sm text-soft">Type</span>
        <select name="type" defaultValue={filter.type ?? ""} className="field w-48">
          <option value="">any</option>
          {types.map((type) => (
            <option key={type.key} value={type.key}>
              {type.name.toLowerCase()}
            </option>
          ))}
        </select>
      </label>
      <label>
        <span className="block text-sm text-soft">State</span>
        <select name="state" defaultValue={filter.state ?? ""} className="field w-40">
          <option value="">any</option>
          {STATES.map((state) => (
            <option key={state} value={state}>
              {state}
            </option>
          ))}
        </select>
      </label>
      {withMine && (
        <label className="flex min-h-9 items-center gap-2">
          <input
            type="checkbox"
            name="mine"
            value="1"
            defaultChecked={filter.mine === "1"}
            className="size-4 accent-harbour"
          />{" "}
          only my own
        </label>
      )}
      <button type="submit" className={buttonClass("outline", true)}>
        Show
      </button>
    </form>
  );
}

export function Pager({
  path,
  filter,
  page,
  total,
  more = false,
  size,
  words = ["Newer", "Older"],
}: {
  path: string;
  filter: Record<string, string | undefined>;
  page: number;
  total: number;
  /** There are more than are counted. */
  more?: boolean;
  size: number;
  words?: [back: string, on: string];
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
      {page > 1 && <Link href={to(page - 1)}>{words[0]}</Link>}
      {page < last && <Link href={to(page + 1)}>{words[1]}</Link>}
    </p>
  );
}
