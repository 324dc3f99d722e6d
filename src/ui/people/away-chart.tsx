import { addDays } from "@/core/calendar";
import { sayDate } from "@/core/text";
import { Empty } from "../primitives";
import { sayStandIn, type StandInLine } from "./stand-in-words";
import { PersonLink } from "./state";

const DAYS = 42;
const LEFT = 30;

/** Who is away in the six weeks from today, as bars over days, and in words beside each. */
export function AwayChart({ entries, today }: { entries: StandInLine[]; today: string }) {
  const absences = entries.filter((entry) => entry.kind === "absence" && entry.from <= addDays(today, DAYS - 1));
  if (absences.length === 0) return <Empty>Nobody is away in the next six weeks, as far as is known.</Empty>;
  const weeks = Array.from({ length: DAYS / 7 }, (_, week) => addDays(today, week * 7));
  const at = (date: string) => Math.max(0, Math.min(DAYS, (Date.parse(date) - Date.parse(today)) / 86_400_000));
  return (
    <div>
      <div className="hidden border-b border-rule md:flex" aria-hidden="true">
        <span style={{ width: `${LEFT}%` }} />
        <span className="relative block h-6 flex-1 text-sm text-soft">
          {weeks.map((day) => (
            <span
              key={day}
              className="absolute border-l border-rule pl-1"
              style={{ left: `${(at(day) / DAYS) * 100}%` }}
            >
              {sayDate(day).slice(0, -5)}
            </span>
          ))}
        </span>
      </div>
      <ul>
        {absences.map((entry) => (
          <li key={entry.id} className="border-b border-rule/70 py-2 md:flex">
            <span className="block md:shrink-0" style={{ width: undefined, flexBasis: `${LEFT}%` }}>
              <PersonLink person={entry.person} />
              <span className="block text-sm text-soft">{sayStandIn(entry)}</span>
            </span>
            <span className="relative hidden flex-1 md:block" aria-hidden="true">
              {weeks.map((day) => (
                <span
                  key={day}
                  className="absolute inset-y-0 border-l border-rule/70"
                  style={{ left: `${(at(day) / DAYS) * 100}%` }}
                />
              ))}
              <span
                className={`absolute top-1 flex h-6 items-center overflow-hidden border-l-2 border-ink pl-1.5 text-sm whitespace-nowrap ${entry.standIn ? "bg-waiting-wash text-waiting" : "bg-held-wash text-held"}`}
                style={{
                  left: `${(at(entry.from) / DAYS) * 100}%`,
                  width: `${((at(addDays(entry.until ?? addDays(today, DAYS), 1)) - at(entry.from)) / DAYS) * 100}%`,
                }}
              >
                {entry.standIn ? entry.standIn.name : "nobody stands in"}
              </span>
            </span>
          </li>
        ))}
      </ul>
    </div>
  );
}

/** Standing delegations, and absences further ahead, in words. */
export function OtherStandIns({ entries, today }: { entries: StandInLine[]; today: string }) {
  const delegations = entries.filter((entry) => entry.kind === "delegation");
  const far = entries.filter((entry) => entry.kind === "absence" && entry.from > addDays(today, DAYS - 1));
  return (
    <>
      <h2 className="mt-8 mb-1 text-lg font-semibold">Standing delegations</h2>
      {delegations.length === 0 && <p className="text-soft">Nothing is delegated.</p>}
      <Lines entries={delegations} />
      {far.length > 0 && (
        <>
          <h2 className="mt-8 mb-1 text-lg font-semibold">Further ahead</h2>
          <Lines entries={far} />
        </>
      )}
    </>
  );
}

function Lines({ entries }: { entries: StandInLine[] }) {
  if (entries.length === 0) return null;
  return (
    <ul className="border-t border-rule">
      {entries.map((entry) => (
        <li key={entry.id} className="border-b border-rule/70 py-1.5">
          <PersonLink person={entry.person} />: {sayStandIn(entry)}
        </li>
      ))}
    </ul>
  );
}
