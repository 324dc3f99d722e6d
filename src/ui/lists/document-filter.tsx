import { buttonClass } from "../primitives";
import { capital } from "@/core/text";
import { COLUMNS, chosenColumns, type KeptColumn, type Place } from "./document-columns";
import { ChoiceFilter } from "../listing/choice-filter";
import { DateInput } from "../date-input";
import { MoneyInput } from "../money-input";
import { PartyFilter } from "./party-filter";
import { PersonFilter } from "./person-filter";
import { SearchForm } from "../search-form";

type Query = Record<string, string | undefined>;
type Choice = { key: string; name: string };

const STATES = [
  "any",
  "draft",
  "waiting",
  "sent back",
  "approved",
  "declined",
  "withdrawn",
  "held",
  "cleared",
  "by lapse",
];

/** A list of more is not unrolled; an entry of it is typed, by its key or its name. */
const MOST_CHOICES = 60;
const YES_OR_NO: readonly Choice[] = ["yes", "no"].map((key) => ({ key, name: key }));

/** A filter for what the organisation keeps: what stands in its lists, and its own fields. */
type Kept = Choice & { kind: string; choices: readonly Choice[] };

/** Every filter of a list of documents, in the address: a plain form, so that a link brings back exactly what was seen. */
export function DocumentFilter({
  place,
  query,
  types,
  units,
  policies,
  requester,
  kept,
  filters,
}: {
  place: Place;
  query: Query;
  types: readonly Choice[];
  units: readonly Choice[];
  policies: readonly Choice[];
  /** Whose documents are shown, where that is asked for. */
  requester: { id: string; name: string } | null;
  /** Columns for what the organisation keeps. */
  kept: readonly KeptColumn[];
  /** Filters for the same. */
  filters: readonly Kept[];
}) {
  const select = (name: string, label: string, choices: readonly Choice[], none: string) => (
    <ChoiceFilter key={name} {...{ name, label, choices, none }} value={query[name]} />
  );
  const input = (name: string, label: string, width: string, type = "search") => (
    <div key={name} className={width.startsWith("w-full") ? width : ""}>
      <label htmlFor={`filter-${name}`} className="block text-sm text-soft">
        {label}
      </label>
      {type === "date" ? (
        <DateInput id={`filter-${name}`} name={name} defaultValue={query[name]} className={`${width}!`} />
      ) : (
        <input
          id={`filter-${name}`}
          type={type}
          name={name}
          defaultValue={query[name]}
          className={`field ${width.startsWith("w-full") ? "" : width}`}
        />
      )}
    </div>
  );
  const amount = (name: string, label: string) => (
    <div>
      <label htmlFor={`filter-${name}`} className="block text-sm text-soft">
        {label}
      </label>
      <MoneyInput
        id={`filter-${name}`}
        name={name}
        currency={query.currency}
        defaultValue={query[name]}
        className="w-32!"
      />
    </div>
  );
  const days = (
    <>
      {input("from", "Decided from", "w-40", "date")}
      {input("until", "until", "w-40", "date")}
    </>
  );
  const columns = chosenColumns(query.cols, kept, place);
  return (
    <SearchForm className="no-print py-3" role="search">
      <input type="hidden" name="sort" value={query.sort ?? ""} />
      <div className="flex flex-wrap items-end gap-3">
        {input("q", "Search text", "w-full sm:w-64")}
        {select("type", "Type", types, "any")}
        {select(
          "state",
          "State",
          STATES.filter((key) => place === "register" || key !== "any").map((key) => ({
            key,
            name: key === "by lapse" ? "approved automatically" : key,
          })),
          place === "register" ? "decided" : "any",
        )}
        {place === "documents" && (
          <label className="flex min-h-9 items-center gap-2">
            <input
              type="checkbox"
              name="mine"
              value="1"
              defaultChecked={query.mine === "1"}
              className="size-4 accent-harbour"
            />{" "}
            only my own
          </label>
        )}
        {place === "register" && days}
        <button type="submit" className={buttonClass("outline", true)}>
          Show
        </button>
      </div>
      <details
        className="mt-2"
        open={
          [
            "unit",
            "policy",
            "requester",
            "party",
            "currency",
            "least",
            "most",
            ...(place === "documents" ? ["from", "until"] : []),
          ].some((key) => query[key]) || filters.some(({ key }) => query[`has.${key}`])
        }
      >
        <summary className="min-h-8 cursor-pointer text-sm text-harbour">More filters, and columns</summary>
        <div className="flex flex-wrap items-end gap-3 pt-1">
          {place === "documents" && days}
          {select("unit", "Unit", units, "any")}
          {select("policy", "Policy", policies, "any")}
          <PersonFilter name="requester" label="Requester" chosen={requester} />
          <PartyFilter name="party" label="Party" value={query.party} />
          {input("currency", "Currency", "w-24")}
          {amount("least", "Gross at least")}
          {amount("most", "at most")}
          {filters.map(({ key, name, kind, choices }) => {
            const [at, label] = [`has.${key}`, capital(name)];
            if (kind === "flag") return select(at, label, YES_OR_NO, "any");
            if (kind === "choice" && choices.length <= MOST_CHOICES) return select(at, label, choices, "any");
            return input(
              at,
              kind === "text" ? `${label} has in it` : label,
              "w-40",
              kind === "date" ? "date" : "search",
            );
          })}
        </div>
        <fieldset className="mt-2">
          <legend className="text-sm text-soft">Columns</legend>
          <Columns chosen={columns} kept={kept} />
        </fieldset>
      </details>
    </SearchForm>
  );
}

/** Each ticked column goes into the address; several of one name are joined by the page. */
function Columns({ chosen, kept }: { chosen: readonly string[]; kept: readonly KeptColumn[] }) {
  const own = kept.map(({ key, name }) => ({ key, name: capital(name) }));
  return (
    <div className="flex flex-wrap gap-x-4">
      {[...COLUMNS, ...own].map((column) => (
        <label key={column.key} className="flex min-h-8 items-center gap-1.5 text-sm">
          <input
            type="checkbox"
            name="cols"
            value={column.key}
            defaultChecked={chosen.includes(column.key)}
            className="size-4 accent-harbour"
          />
          {column.name}
        </label>
      ))}
    </div>
  );
}
