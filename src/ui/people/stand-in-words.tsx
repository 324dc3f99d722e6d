import { formatMoney } from "@/core/money";
import { sayDate } from "@/core/text";
import { PersonLink } from "./state";

type Picked = { id: string; name: string };
export type StandInLine = {
  id: string;
  kind: "absence" | "delegation";
  person: Picked;
  standIn: Picked | null;
  from: string;
  until: string | null;
  when: "now" | "later" | "over";
  types: string[] | null;
  cap: { minor: number; currency: string } | null;
  reason: string;
};

/** An absence or delegation as a sentence: dates, who acts, for which types and up to what. */
export function sayStandIn(entry: StandInLine): React.ReactNode {
  const dates = entry.until ? `${sayDate(entry.from)} to ${sayDate(entry.until)}` : `from ${sayDate(entry.from)}`;
  const scope = [
    entry.types && `for ${entry.types.join(", ").toLowerCase()}`,
    entry.cap && `up to ${formatMoney(entry.cap)}`,
  ].filter(Boolean);
  return (
    <>
      <b className="font-semibold">{entry.kind === "absence" ? "Away" : "Delegated"}</b> {dates}
      {entry.when === "later" && " (not yet)"},{" "}
      {entry.standIn ? (
        <>
          <PersonLink person={entry.standIn} /> {entry.kind === "absence" ? "stands in" : "acts as well"}
        </>
      ) : (
        <span className="font-medium text-held">nobody stands in</span>
      )}
      {scope.length > 0 && ` ${scope.join(", ")}`}
      {entry.reason && <span className="text-soft">. {entry.reason}</span>}
    </>
  );
}
