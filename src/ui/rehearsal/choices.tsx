import type { HoursOf, MinutesOf } from "@/core/rehearsal";
import { PeriodFields } from "../register/period-fields";
import { buttonClass } from "../primitives";
import { SearchForm } from "../search-form";

type Choice = { key: string; name: string };

/** What is rehearsed: of which policy, which two versions, over which days, with which people, and how long a decision takes. All of it is in the address. */
export function Choices({
  policies,
  policy,
  candidates,
  before,
  after,
  third,
  sources,
  source,
  days,
  asToday,
  takesUnknown,
  minutes,
  capacity,
  rest,
  usual,
}: {
  policies: readonly Choice[];
  policy: string;
  candidates: readonly Choice[];
  before: string;
  after: string;
  third: string | null;
  sources: readonly Choice[];
  source: string;
  days: { from: string; until: string };
  asToday: boolean;
  takesUnknown: boolean;
  minutes: MinutesOf;
  capacity: HoursOf;
  /** What the address has beside these. */
  rest: Readonly<Record<string, number>>;
  /** Where nobody says otherwise. */
  usual: { minutes: number; capacity: number };
}) {
  return (
    <SearchForm className="flex flex-wrap items-end gap-x-4 gap-y-2 px-4 pb-3 md:px-6">
      {/* Whose versions the two are: those of another policy say nothing of this one. */}
      <input type="hidden" name="of" value={policy} />
      <Select label="Policy" name="policy" value={policy} choices={policies} />
      <Select narrow label="Above" name="before" value={before} choices={candidates} />
      <Select narrow label="Below" name="after" value={after} choices={candidates} />
      <Select
        narrow
        label="A third, small"
        name="third"
        value={third ?? ""}
        choices={[{ key: "", name: "none" }, ...candidates]}
      />
      {Object.entries(rest).map(([key, value]) => (
        <input key={key} type="hidden" name={key} value={value} />
      ))}
      {/* Of what the days are: those of something else are not carried over. */}
      <input type="hidden" name="on" value={source} />
      {sources.length > 1 && <Select label="Documents" name="history" value={source} choices={sources} />}
      <PeriodFields {...days} />
      <button type="submit" className={buttonClass("outline")}>
        Show
      </button>
      <details
        className="basis-full"
        open={asToday || takesUnknown || minutes.usual !== usual.minutes || capacity.usual !== usual.capacity}
      >
        <summary className="min-h-8 cursor-pointer py-1 text-sm text-harbour">How it is counted</summary>
        <div className="flex flex-wrap items-end gap-x-4 gap-y-2 pt-1">
          <Select
            label="People"
            name="people"
            value={asToday ? "today" : "then"}
            choices={[
              { key: "then", name: "as they were" },
              { key: "today", name: "as they are today" },
            ]}
          />
          {sources.length > 1 && (
            <Select
              label="Conditions on what is not known"
              name="unknown"
              value={takesUnknown ? "not-met" : ""}
              choices={[
                { key: "", name: "hold a document" },
                { key: "not-met", name: "are taken as not met" },
              ]}
            />
          )}
          <Number label="Minutes a decision" name="minutes" value={minutes.usual} most={480} />
          <Number label="Hours a month that each has" name="capacity" value={capacity.usual} most={160} />
        </div>
      </details>
    </SearchForm>
  );
}

function Select({
  label,
  name,
  value,
  choices,
  narrow = false,
}: {
  label: string;
  name: string;
  value: string;
  choices: readonly Choice[];
  /** Where several stand in a row. */
  narrow?: boolean;
}) {
  return (
    <label>
      <span className="block text-sm text-soft">{label}</span>
      <select
        key={value}
        name={name}
        defaultValue={value}
        className={`field w-auto! ${narrow ? "max-w-40" : "max-w-56"}`}
      >
        {choices.map(({ key, name: text }) => (
          <option key={key} value={key}>
            {text}
          </option>
        ))}
      </select>
    </label>
  );
}

function Number({ label, name, value, most }: { label: string; name: string; value: number; most: number }) {
  return (
    <label>
      <span className="block text-sm text-soft">{label}</span>
      <input
        key={value}
        type="number"
        name={name}
        defaultValue={value}
        min={1}
        max={most}
        className="field w-24! text-right"
      />
    </label>
  );
}
