import type { ShownTaker } from "./moves";

/** Who could take a level, each with their limit; those who cannot stand below, with the reason why. */
export function Takers({
  takers,
  value,
  onChange,
}: {
  takers: readonly ShownTaker[];
  value: string;
  onChange(id: string, name: string): void;
}) {
  const able = takers.filter((one) => one.eligible);
  const not = takers.filter((one) => !one.eligible);
  return (
    <fieldset>
      <legend className="text-sm font-semibold">To whom</legend>
      {able.length === 0 && <p className="text-held">Nobody could take it now, as the reasons below say.</p>}
      <ul className="max-h-48 overflow-y-auto" aria-label="Who can take it">
        {able.map((one) => (
          <li key={one.person} className="border-b border-rule/70">
            <label className="flex min-h-10 items-center gap-2">
              <input
                type="radio"
                name="taker"
                className="size-4 accent-harbour"
                checked={value === one.person}
                onChange={() => onChange(one.person, one.name)}
              />
              <span className="font-semibold">{one.name}</span>
              <span className="min-w-0 flex-1 truncate text-sm text-soft">{one.title}</span>
              <span className="text-sm whitespace-nowrap">{one.limit}</span>
            </label>
          </li>
        ))}
      </ul>
      {not.length > 0 && (
        <details className="mt-1 text-sm text-soft">
          <summary className="min-h-8 cursor-pointer">Who cannot, and why ({not.length})</summary>
          <ul className="max-h-40 overflow-y-auto">
            {not.map((one) => (
              <li key={one.person}>
                {one.name}: {one.reason}
              </li>
            ))}
          </ul>
        </details>
      )}
    </fieldset>
  );
}
