import { formatMoney } from "@/core/money";
import { sayDay } from "../format";
import type { Drawn } from "./drawn";

const WIDTH = 760;
const HEIGHT = 190;

/** Amounts by when they were sent: each stays under the threshold, and those that belong together pass it. */
export function TimeLine({ figures, documents, zone }: Drawn<"splitting">) {
  const { threshold, currency, clusters } = figures;
  const known = new Map(documents.map((one) => [one.id, one]));
  const times = documents.map(({ at }) => Date.parse(at));
  const [from, until] = [Math.min(...times), Math.max(...times)];
  const sums = clusters.map(({ sum }) => sum);
  const top = Math.max(threshold.amount, ...sums) * 1.15;
  // The label of the threshold has its place at the left.
  const x = (at: string) => 110 + ((Date.parse(at) - from) / Math.max(1, until - from)) * (WIDTH - 140);
  const y = (minor: number) => HEIGHT - (minor / top) * HEIGHT;
  return (
    <svg
      viewBox={`0 -4 ${WIDTH} ${HEIGHT + 26}`}
      className="w-full max-w-3xl min-w-[34rem]"
      role="img"
      aria-label={`${documents.length} documents in ${clusters.length} groups; each is under ${formatMoney({ minor: threshold.amount, currency })}, each group is over it`}
    >
      <line
        x1={0}
        x2={WIDTH}
        y1={y(threshold.amount)}
        y2={y(threshold.amount)}
        className="stroke-signal"
        strokeWidth={1.5}
      />
      <text x={2} y={y(threshold.amount) - 5} className="fill-signal text-xs font-semibold">
        {formatMoney({ minor: threshold.amount, currency })}
      </text>
      {clusters.map((cluster, index) => {
        const own = cluster.documents.flatMap((id) => known.get(id) ?? []);
        const left = own[0] ? x(own[0].at) : 0;
        let below = 0;
        return (
          <g key={index}>
            {own.map((one) => {
              const minor = one.compared ?? one.gross.minor;
              below += minor;
              return (
                <rect
                  key={one.id}
                  x={left - 5}
                  width={10}
                  y={y(below) + 1}
                  height={y(below - minor) - y(below) - 2}
                  className="fill-tide"
                />
              );
            })}
            <circle cx={left} cy={y(cluster.sum)} r={4} className="fill-paper stroke-ink" strokeWidth={1.5} />
          </g>
        );
      })}
      <line x1={0} x2={WIDTH} y1={HEIGHT} y2={HEIGHT} className="stroke-ink" />
      <text x={x(new Date(from).toISOString())} textAnchor="middle" y={HEIGHT + 17} className="fill-soft text-xs">
        {sayDay(new Date(from).toISOString(), zone)}
      </text>
      <text x={WIDTH} y={HEIGHT + 17} textAnchor="end" className="fill-soft text-xs">
        {sayDay(new Date(until).toISOString(), zone)}
      </text>
      <text x={WIDTH / 2} y={HEIGHT + 17} textAnchor="middle" className="fill-soft text-xs">
        blocks: documents; rings: what they come to together
      </text>
    </svg>
  );
}
