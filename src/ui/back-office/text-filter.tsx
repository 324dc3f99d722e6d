import type { ReactNode } from "react";
import { buttonClass } from "../primitives";

/** Filters of a list of the back office, which go into its address. */
export function FilterForm({ children }: { children: ReactNode }) {
  return (
    <form className="no-print flex flex-wrap items-end gap-3 pb-4" role="search">
      {children}
      <button type="submit" className={buttonClass("outline", true)}>
        Show
      </button>
    </form>
  );
}

/** One of a few words, or all. */
export function ChoiceFilter({
  name,
  label,
  value,
  all,
  choices,
}: {
  name: string;
  label: string;
  value: string | undefined;
  all: string;
  choices: readonly string[];
}) {
  return (
    <label>
      <span className="block text-sm text-soft">{label}</span>
      <select name={name} defaultValue={value ?? ""} className="field w-48">
        <option value="">{all}</option>
        {choices.map((one) => (
          <option key={one}>{one}</option>
        ))}
      </select>
    </label>
  );
}

/** A search by words, and by group where there are groups. */
export function TextFilter({
  q,
  group,
  groups = [],
  label = "Name",
}: {
  q?: string | undefined;
  group?: string | undefined;
  groups?: string[];
  label?: string;
}) {
  return (
    <FilterForm>
      <label>
        <span className="block text-sm text-soft">{label}</span>
        <input type="search" name="q" defaultValue={q} className="field w-64" />
      </label>
      {groups.length > 0 && <ChoiceFilter name="group" label="Group" value={group} all="any" choices={groups} />}
    </FilterForm>
  );
}
