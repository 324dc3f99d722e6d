import type { Drawn } from "./drawn";

/** How often two met, against how often they would if neither looked for the other. */
export function Meetings({ figures: { met, expected, all, one, other, people: both, kind }, people }: Drawn<"pairs">) {
  const [first, second] = both.map((id) => people[id] ?? id);
  const lines = [
    { label: "Met", count: met, className: "bg-signal" },
    { label: "Expected", count: expected, className: "bg-tide" },
  ];
  return (
    <div className="max-w-3xl">
      <dl className="grid gap-2">
        {lines.map(({ label, count, className }) => (
          <div key={label} className="grid grid-cols-[6rem_1fr_3.5rem] items-center gap-3">
            <dt>{label}</dt>
            <dd className="h-4 bg-panel" aria-hidden>
              <span
                className={`block h-4 ${className}`}
                style={{ width: `${(count / Math.max(met, expected)) * 100}%` }}
              />
            </dd>
            <dd className="text-right">{Number(count.toFixed(1))}</dd>
          </div>
        ))}
      </dl>
      <p className="mt-2 text-sm text-soft">
        Of {all} documents at which others could have decided too:{" "}
        {kind === "decide together" ? `${first} decided on ${one}` : `${one} were of ${first}`}, {second} decided on{" "}
        {other}.
      </p>
    </div>
  );
}
