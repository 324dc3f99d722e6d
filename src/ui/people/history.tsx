import { sayDate } from "@/core/text";
import { sayExactly } from "../format";

export type HistoryEntry = {
  seq: number;
  at: string;
  by: string;
  what: string;
  differences: { label: string; before: string; after: string; from?: string }[];
  reason: string;
};

/** What the log has about a person, latest first, with old and new values. */
export function History({ lines, zone }: { lines: HistoryEntry[]; zone: string }) {
  return (
    <ol className="flex flex-col gap-2">
      {lines.map((line) => (
        <li key={line.seq} className="border-l-2 border-rule pl-3">
          <p>
            {line.what}{" "}
            <span className="text-sm text-soft">
              {sayExactly(line.at, zone)}, by {line.by}, event {line.seq}
            </span>
          </p>
          {line.reason && <p className="text-sm text-soft">{line.reason}</p>}
          <Differences differences={line.differences} />
        </li>
      ))}
    </ol>
  );
}

/** Old and new values, each labelled; from when, if not at once. */
export function Differences({ differences }: { differences: HistoryEntry["differences"] }) {
  if (differences.length > 0 && differences.every((one) => one.before === ""))
    return (
      <p className="text-sm">
        {differences.map((one) => `${one.label} ${one.after}`).join(", ")}
        {differences[0]!.from && <span className="text-soft"> from {sayDate(differences[0]!.from)}</span>}
      </p>
    );
  return differences.map((one) => (
    <p key={one.label} className="text-sm">
      <span className="text-soft">{one.label}:</span> {one.before && <s className="text-soft">{one.before}</s>}{" "}
      <span aria-hidden="true">→</span> <b className="font-semibold">{one.after || "nothing"}</b>
      {one.from && <span className="text-soft"> from {sayDate(one.from)}</span>}
    </p>
  ));
}
