import { sayShare } from "../format";
import type { Drawn } from "./drawn";

const WIDTH = 760;

/** Every decision by how many seconds it took, on a scale by tens; or, where it is not about time, the share beside that of the others. */
export function HabitPicture({ figures }: Drawn<"haste" | "bursts" | "rest" | "roundAmounts" | "neverNo">) {
  const known = figures.seconds.filter((one) => Number.isFinite(one) && one >= 0);
  return known.length > 0 ? <Dots seconds={known} /> : <Shares figures={figures} />;
}

const MARKS = [1, 2, 5, 10, 30, 60];

function Dots({ seconds }: { seconds: number[] }) {
  const most = Math.max(60, ...seconds);
  const x = (one: number) => 20 + (Math.log10(Math.max(1, one)) / Math.log10(most)) * (WIDTH - 40);
  const stacked = new Map<number, number>();
  const dots = seconds.map((one) => {
    const place = Math.round(x(one) / 8) * 8;
    const height = stacked.get(place) ?? 0;
    stacked.set(place, height + 1);
    return { place, height };
  });
  const tall = Math.max(...stacked.values());
  const step = Math.min(8, 150 / tall);
  return (
    <svg
      viewBox={`0 0 ${WIDTH} 190`}
      className="w-full max-w-3xl"
      role="img"
      aria-label={`${seconds.length} decisions by the seconds each took, half within ${median(seconds).toFixed(0)}`}
    >
      {dots.map(({ place, height }, index) => (
        <circle
          key={index}
          cx={place}
          cy={156 - height * step}
          r={Math.min(3.5, step / 2 + 1)}
          className="fill-signal"
        />
      ))}
      <line x1={0} x2={WIDTH} y1={162} y2={162} className="stroke-ink" />
      {MARKS.filter((mark) => mark <= most).map((mark) => (
        <text key={mark} x={x(mark)} y={180} textAnchor="middle" className="fill-soft text-xs">
          {mark} s
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
