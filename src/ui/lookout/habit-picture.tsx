import { sayShare } from "../format";
import type { Drawn } from "./drawn";

const WIDTH = 760;

/** Every decision by how many seconds it took, on a scale by tens; or, where it is not about time, the share beside that of the others. */
export function HabitPicture({ figures }: Drawn<"haste" | "bursts" | "rest" | "roundAmounts" | "neverNo">) {
  const known = figures.seconds.filter((one) => Number.isFinite(one) && one >= 0);
  return known.length > 0 ? <Dots seconds={known} limit={figures.limit ?? 0} /> : <Shares figures={figures} />;
}

const MARKS: readonly (readonly [number, string])[] = [
  [1, "1 s"],
  [10, "10 s"],
  [60, "1 min"],
  [600, "10 min"],
  [3_600, "1 hour"],
  [36_000, "10 hours"],
  [360_000, "4 days"],
];
const BASE = 160;
const TALL = 150;
const BIN = 12;

/** Stacked by tens of seconds; where many came in the same time the dots lie closer. */
function Dots({ seconds, limit }: { seconds: number[]; limit: number }) {
  const most = Math.max(60, ...seconds);
  const x = (one: number) => 20 + (Math.log10(Math.max(1, one)) / Math.log10(most)) * (WIDTH - 60);
  const stacked = new Map<number, number>();
  const dots = seconds.map((one) => {
    const bin = Math.round(x(one) / BIN);
    const height = stacked.get(bin) ?? 0;
    stacked.set(bin, height + 1);
    return { bin, height, soon: one < limit };
  });
  // Two beside each other in every row of a stack.
  const step = Math.min(7, (2 * TALL) / Math.max(...stacked.values()));
  const marks = MARKS.filter(([mark]) => mark <= most);
  return (
    <svg
      viewBox={`0 0 ${WIDTH} 190`}
      className="w-full max-w-3xl min-w-[34rem]"
      role="img"
      aria-label={`${seconds.length} decisions by the time each took, half within ${median(seconds).toFixed(0)} seconds; ${seconds.filter((one) => one < limit).length} within ${limit}`}
    >
      {dots.map(({ bin, height, soon }, index) => (
        <circle
          key={index}
          cx={bin * BIN + (height % 2 === 0 ? -2.8 : 2.8)}
          cy={BASE - 4 - Math.floor(height / 2) * step}
          r={2.6}
          className={soon ? "fill-signal" : "fill-tide"}
        />
      ))}
      <line x1={0} x2={WIDTH} y1={BASE} y2={BASE} className="stroke-ink" />
      <line x1={x(limit)} x2={x(limit)} y1={8} y2={BASE} className="stroke-signal" strokeDasharray="4 3" />
      <text x={x(limit) + 5} y={16} className="fill-signal text-xs font-semibold">
        {limit} s
      </text>
      {marks.map(([mark, label]) => (
        <text key={mark} x={x(mark)} y={178} textAnchor="middle" className="fill-soft text-xs">
          {label}
        </text>
      ))}
    </svg>
  );
}

function median(values: readonly number[]): number {
  return values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)]!;
}

function Shares({ figures: { times, of, others } }: Pick<Drawn<"rest">, "figures">) {
  const lines = [
    { label: `Here: ${times} of ${of}`, share: times / of, className: "bg-signal" },
    { label: "Usual with others", share: others.mean, className: "bg-tide" },
  ];
  return (
    <dl className="grid max-w-3xl gap-2">
      {lines.map(({ label, share, className }) => (
        <div key={label} className="grid grid-cols-[12rem_1fr_3.5rem] items-center gap-3">
          <dt>{label}</dt>
          <dd className="h-4 bg-panel" aria-hidden>
            <span className={`block h-4 ${className}`} style={{ width: `${Math.max(0.4, share * 100)}%` }} />
          </dd>
          <dd className="text-right">{sayShare(share)}</dd>
        </div>
      ))}
    </dl>
  );
}
