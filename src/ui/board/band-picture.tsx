import { formatAmount } from "@/core/money";
import { countOf } from "@/core/text";
import { bandEdges, type Section } from "@/core/policy";
import { domainOf, placeOn } from "./geometry";
import { sayRange } from "@/core/words";

/**
 * A section's bands in one small picture: stakes, the pennants of each level as bars, and where an amount falls. The words
 * beside it say the same; the picture is a help and not the only place.
 */
export function BandPicture({
  section,
  currency,
  unit,
  amount,
  width = 260,
}: {
  section: Section;
  currency: string;
  unit: number;
  amount?: number;
  width?: number;
}) {
  const domain = domainOf(section.thresholds, [], unit, amount);
  const x = (minor: number) => placeOn(domain, minor) * width;
  const rows = section.levels.length;
  const height = 14 + Math.max(rows, 1) * 7;
  const edge = (band: number, side: "from" | "to") => {
    const threshold = bandEdges(section, band)[side];
    return threshold ? x(threshold.amount) : side === "from" ? 0 : width;
  };
  const label = section.bands.map((_, band) => sayRange(section, band, currency)).join("; ");
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      width={width}
      height={height}
      role="img"
      aria-label={`${countOf(section.levels.length, "level")} over ${countOf(section.bands.length, "band")}: ${label}${amount ? `; this one is ${formatAmount({ minor: amount, currency })}` : ""}`}
      className="max-w-full"
    >
      <line x1="0" x2={width} y1="8.5" y2="8.5" stroke="#d9d2c2" />
      {section.levels.map((level, row) =>
        level.marks.map((mark, band) => {
          if (mark === "none") return null;
          const from = edge(band, "from");
          return (
            <rect
              key={`${level.id}-${band}`}
              x={from + 0.5}
              y={13 + row * 7}
              width={Math.max(1, edge(band, "to") - from - 1)}
              height="4"
              fill={mark === "approves" ? "#0f4c5c" : "#fbfaf7"}
              stroke="#0f4c5c"
              strokeDasharray={mark === "told" ? "2 1.5" : undefined}
              strokeWidth="0.8"
            />
          );
        }),
      )}
      {section.thresholds.map((threshold, index) => (
        <line
          key={index}
          x1={x(threshold.amount)}
          x2={x(threshold.amount)}
          y1="3"
          y2={height}
          stroke="#c2410c"
          strokeWidth="1.2"
        />
      ))}
      {amount !== undefined && (
        <path d={`M${x(amount) - 4} 0h8l-4 6z M${x(amount) - 0.6} 5h1.2V${height}h-1.2z`} fill="#16243b" />
      )}
    </svg>
  );
}
