import type { ReactNode } from "react";
import { nameOfPart, PARTS, type ListedColumn, type ListQuery } from "@/core/listing";
import { ChoiceFilter } from "./choice-filter";
import { DateInput } from "../date-input";
import { MoneyInput } from "../money-input";
import { buttonClass } from "../primitives";
import { SearchForm } from "../search-form";

type Given = Readonly<Record<string, string | undefined>>;

const SAID = { least: "at least", most: "at most", from: "from", until: "until" } as const;

/** What a list is narrowed by, in its address: words, a choice of what its rows have, ends of amounts and days; and the columns it shows. */
export function ListFilters({
  columns,
  query,
  given,
  search,
  inFiles = false,
  children,
}: {
  columns: readonly ListedColumn[];
  query: ListQuery;
  given: Given;
  /** What words are looked for in. */
  search: string;
  /** Columns stand in its files alone, since the page has no table of them. */
  inFiles?: boolean;
  children?: ReactNode;
}) {
  const filtered = columns.filter(({ plain }) => !plain);
  const isSet = ({ key, kind }: ListedColumn) => PARTS[kind].some((part) => given[nameOfPart(key, part)]);
  const near = filtered.filter(({ kind }) => kind === "choice");
  const far = filtered.filter(({ kind }) => kind !== "choice");
  return (
    <SearchForm className="no-print py-3" role="search">
      <input type="hidden" name="sort" value={given.sort ?? ""} />
      <div className="flex flex-wrap items-end gap-3">
        <label className="w-full sm:w-64">
          <span className="block text-sm text-soft">{search}</span>
          <input type="search" name="q" defaultValue={given.q} className="field" />
        </label>
        {near.map((column) => (
          <Filter key={column.key} column={column} given={given} />
        ))}
        {children}
        <button type="submit" className={buttonClass("outline", true)}>
          Show
        </button>
      </div>
      <details className="mt-2" open={far.some(isSet)}>
        <summary className="min-h-8 cursor-pointer text-sm text-harbour">More filters, and columns</summary>
        <div className="flex flex-wrap items-end gap-x-5 gap-y-3 pt-1">
          {far.map((column) => (
            <Filter key={column.key} column={column} given={given} />
          ))}
        </div>
        <fieldset className="mt-2">
          <legend className="text-sm text-soft">{inFiles ? "Columns of its files" : "Columns"}</legend>
          <div className="flex flex-wrap gap-x-4">
            {columns.map(({ key, name }) => (
              <label key={key} className="flex min-h-8 items-center gap-1.5 text-sm">
                <input
                  type="checkbox"
                  name="cols"
                  value={key}
                  defaultChecked={query.columns.includes(key)}
                  className="size-4 accent-harbour"
                />
                {name}
              </label>
            ))}
          </div>
        </fieldset>
      </details>
    </SearchForm>
  );
}

function Filter({ column: { key, name, kind, choices = [] }, given }: { column: ListedColumn; given: Given }) {
  switch (kind) {
    case "choice":
      return <ChoiceFilter name={key} label={name} value={given[key]} choices={choices} />;
    case "text":
      return (
        <label>
          <span className="block text-sm text-soft">{name} has in it</span>
          <input type="search" name={key} defaultValue={given[key]} className="field w-44" />
        </label>
      );
    case "amount":
    case "count":
    case "day":
    case "moment":
      return (
        <span className="flex gap-2">
          {PARTS[kind].map((part) => (
            <div key={part}>
              <label htmlFor={nameOfPart(key, part)} className="block text-sm text-soft">
                {name} {SAID[part]}
              </label>
              {part === "from" || part === "until" ? (
                <DateInput
                  id={nameOfPart(key, part)}
                  name={nameOfPart(key, part)}
                  defaultValue={given[nameOfPart(key, part)]}
                  className="w-40!"
                />
              ) : kind === "amount" ? (
                <MoneyInput
                  id={nameOfPart(key, part)}
                  name={nameOfPart(key, part)}
                  defaultValue={given[nameOfPart(key, part)]}
                  className="w-32!"
                />
              ) : (
                <input
                  id={nameOfPart(key, part)}
                  inputMode="decimal"
                  name={nameOfPart(key, part)}
                  defaultValue={given[nameOfPart(key, part)]}
                  className="field w-28"
                />
              )}
            </div>
          ))}
        </span>
      );
  }
}
