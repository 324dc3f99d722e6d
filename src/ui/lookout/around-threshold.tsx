import { formatMoney } from "@/core/money";
import { sayShort } from "../format";
import type { Drawn } from "./drawn";

const WIDTH = 760;
const HEIGHT = 190;
const FOOT = 22;

/** How many amounts lie where around a threshold: the last stretch below it beside what is expected of it, and how far chance goes. */
export function AroundThreshold({ figures }: Drawn<"crowding">) {
  const { stretches, width, threshold, currency, expected, under } = figures;
  const each = WIDTH / stretches.length;
  // Of five stretches each has a fifth, and a bar is half of one.
  const half = expected / 2;
  const reach = 2 * Math.sqrt(half);
  const top = Math.max(...stretches, half + reach) * 1.12;
  const y = (count: number) => HEIGHT - (count / top) * HEIGHT;
  const middle = stretches.length / 2;
  const [first, last] = [middle - 6, middle + 4];
  const label = (place: number) =>
    formatMoney({ minor: threshold.amount + (place - middle) * (width / 2), currency }).replace(
      /\.00 .*| [A-Z]{3}$/,
      "",
    );
  return (
    <svg
      viewBox={`0 -14 ${WIDTH} ${HEIGHT + FOOT + 14}`}
      className="w-full max-w-3xl min-w-[34rem]"
      role="img"
      aria-label={`${under} lie in the last ${sayShort(width)} below the threshold, ${Math.round(expected)} are expected`}
    >
      <rect
        x={first * each}
        width={(last - first) * each}
        y={y(half + reach)}
        height={y(Math.max(0, half - reach)) - y(half + reach)}
        className="fill-rule/60"
      />
      {stretches.map((count, place) => (
        <rect
          key={place}
          x={place * each + 1}
          width={each - 2}
          y={y(count)}
          height={HEIGHT - y(count)}
          className={place === middle - 1 || place === middle - 2 ? "fill-signal" : "fill-tide/70"}
        />
      ))}
      <line x1={first * each} x2={last * each} y1={y(half)} y2={y(half)} className="stroke-ink" strokeDasharray="4 3" />
      <line x1={middle * each} x2={middle * each} y1={-8} y2={HEIGHT} className="stroke-signal" strokeWidth={1.5} />
      <line x1={0} x2={WIDTH} y1={HEIGHT} y2={HEIGHT} className="stroke-ink" />
      <text x={middle * each + 5} y={0} className="fill-signal text-xs font-semibold">
        {label(middle)}
      </text>
      <text x={last * each + 6} y={y(half) + 4} className="fill-ink text-xs">
        expected, and how far chance goes
      </text>
      {[0, 6, 12, 18, 24].map((place) => (
        <text
          key={place}
          x={place * each}
          y={HEIGHT + 16}
          className="fill-soft text-xs"
          textAnchor={place === 0 ? "start" : place === 24 ? "end" : "middle"}
        >
          {label(place)}
        </text>
      ))}
    </svg>
  );
}
