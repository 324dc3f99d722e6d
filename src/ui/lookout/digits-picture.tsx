import { benfordShare } from "@/core/lookout";
import type { Drawn } from "./drawn";

const WIDTH = 760;
const HEIGHT = 180;

/** How often each first digit comes, against the curve of how often it comes in amounts that grow by themselves. */
export function DigitsPicture({ figures: { counts, of, digits, deviation } }: Drawn<"digits">) {
  const lowest = 10 ** (digits - 1);
  const shares = counts.map((count) => count / of);
  const curve = counts.map((_, index) => benfordShare(lowest + index));
  const top = Math.max(...shares, ...curve) * 1.08;
  const each = WIDTH / counts.length;
  const y = (share: number) => HEIGHT - (share / top) * HEIGHT;
  return (
    <figure>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT + 22}`}
        className="w-full max-w-3xl min-w-[34rem]"
        role="img"
        aria-label={`First digits of ${of} amounts; they are ${(deviation * 100).toFixed(1)} per cent from the curve on average`}
      >
        {shares.map((share, index) => (
          <rect
            key={index}
            x={index * each + 1}
            width={each - 2}
            y={y(share)}
            height={HEIGHT - y(share)}
            className="fill-tide/70"
          />
        ))}
        <polyline
          points={curve.map((share, index) => `${(index + 0.5) * each},${y(share)}`).join(" ")}
          className="fill-none stroke-signal"
          strokeWidth={2}
        />
        <line x1={0} x2={WIDTH} y1={HEIGHT} y2={HEIGHT} className="stroke-ink" />
        {counts.map((_, index) =>
          index % lowest === 0 ? (
            <text
              key={index}
              x={(index + 0.5) * each}
              y={HEIGHT + 17}
              textAnchor="middle"
              className="fill-soft text-xs"
            >
              {lowest + index}
            </text>
          ) : null,
        )}
      </svg>
      <figcaption className="text-sm text-soft">
        Bars: how often amounts begin so. Line: how often they would. On average {(deviation * 100).toFixed(1)} % apart.
      </figcaption>
    </figure>
  );
}
