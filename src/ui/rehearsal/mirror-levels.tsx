import type { Directory } from "@/core/people";
import { sayStretch, sayWho } from "@/core/words";
import { placeOn, type Domain } from "../board/geometry";
import { runsOf, spanOf } from "../board/types";
import { capital } from "../format";
import { HEAD, type Side } from "./side";

const DOES = { approves: "approves", told: "is notified" } as const;

/** The levels of a version, the first of them nearest to the amounts. */
export function MirrorLevels({
  side: { section, policy, name },
  domain,
  directory,
  currency,
  upside = false,
}: {
  side: Side;
  domain: Domain;
  directory: Directory;
  currency: string;
  upside?: boolean;
}) {
  if (!section)
    return (
      <p className="py-3 text-sm text-soft">
        {policy ? `${name} has no section of this name.` : "Documents go where other policies send them, or are held."}
      </p>
    );
  const levels = upside ? section.levels.toReversed() : section.levels;
  return (
    <ul aria-label={`Levels, ${name}`}>
      {levels.map((level) => (
        <li key={level.id} className="relative flex items-center" style={{ height: 28 }}>
          <span
            className="shrink-0 truncate pr-2 text-sm"
            style={{ width: HEAD }}
            title={capital(sayWho(level, directory))}
          >
            {level.name}
            <span className="sr-only">
              {runsOf(level.marks).map(({ start, end, mark }) => (
                <span key={start}>
                  , {DOES[mark]}: {sayStretch(section, start, end, currency)}
                </span>
              ))}
            </span>
          </span>
          <span className="relative h-full flex-1" aria-hidden="true">
            {runsOf(level.marks).map(({ start, end, mark }) => {
              const { left } = spanOf(section, start, (minor) => placeOn(domain, minor));
              const { right } = spanOf(section, end, (minor) => placeOn(domain, minor));
              return (
                <span
                  key={start}
                  className={`absolute top-1/2 h-5 -translate-y-1/2 ${mark === "approves" ? "pennant-notch bg-harbour forced-color-adjust-none forced-colors:bg-[CanvasText]" : "border border-dashed border-harbour bg-paper"}`}
                  style={{ left: `${left * 100}%`, width: `${(right - left) * 100}%` }}
                />
              );
            })}
          </span>
        </li>
      ))}
    </ul>
  );
}
