"use client";

import { useRef } from "react";
import { minorDigits } from "@/core/money";
import type { Directory } from "@/core/people";
import { countOf } from "@/core/text";
import { AxisTicks } from "../board/axis-ticks";
import { labelRows, type Domain } from "../board/geometry";
import { useWidth } from "../board/use-width";
import { sayNumber } from "../format";
import { barsOf, BARS, runsOf, type Bar } from "./bars";
import type { RehearsalAnswer } from "@/core/rehearsal";
import { MirrorStakes } from "./mirror-stakes";
import { MirrorLevels } from "./mirror-levels";
import { HEAD, type Moves, type Side } from "./side";

const PICTURE = 104;
const LABEL = 28;

/** Two versions over the same documents of the past: one above, one below, and between them what either would have done with each amount. */
export function MirrorBoard({
  before,
  after,
  amounts,
  domain,
  directory,
  currency,
  noun,
  onBefore,
  onAfter,
}: {
  before: Side;
  after: Side;
  amounts: RehearsalAnswer["amounts"] | null;
  domain: Domain;
  directory: Directory;
  currency: string;
  /** What the documents are called. */
  noun: { one: string; many: string };
  onBefore: Moves;
  onAfter: Moves;
}) {
  const track = useRef<HTMLDivElement>(null);
  const width = useWidth(track);
  const ids = [before.section?.id, after.section?.id].filter((id) => id !== undefined);
  const bars = amounts ? barsOf(amounts, ids, domain) : [];
  const above = labelRows(before.section?.thresholds ?? [], currency, domain, width);
  const below = labelRows(after.section?.thresholds ?? [], currency, domain, width);
  return (
    <div
      className="no-bar overflow-x-auto"
      role="region"
      aria-label="Both versions over the same documents"
      tabIndex={0}
    >
      <div className="min-w-[46rem] px-4 py-3 md:px-6">
        <div className="relative">
          <SideName side={before} className="absolute top-1 left-0" />
          <div style={{ height: LABEL * (Math.max(0, ...above) + 1) + 8 }} />
          <MirrorLevels side={before} domain={domain} directory={directory} currency={currency} upside />
          <MirrorStakes
            side={before}
            domain={domain}
            rows={above}
            currency={currency}
            track={track}
            onMove={onBefore}
            place="above"
          />
          <div className="relative" style={{ marginLeft: HEAD }} ref={track}>
            {amounts && <Shown bars={bars} noun={noun} />}
            <Picture bars={bars} />
            <div className="relative h-6">
              <AxisTicks domain={domain} unit={10 ** minorDigits(currency)} currency={currency} />
            </div>
          </div>
        </div>
        <div className="relative">
          <MirrorLevels side={after} domain={domain} directory={directory} currency={currency} />
          <div style={{ height: LABEL * (Math.max(0, ...below) + 1) + 8 }} />
          <SideName side={after} className="absolute bottom-2 left-0" />
          <MirrorStakes
            side={after}
            domain={domain}
            rows={below}
            currency={currency}
            track={track}
            onMove={onAfter}
            place="below"
          />
        </div>
      </div>
    </div>
  );
}

function SideName({ side, className }: { side: Side; className: string }) {
  return (
    <p className={`text-sm font-semibold ${className}`} style={{ width: HEAD - 8 }}>
      {side.name}
    </p>
  );
}

/** How many documents the picture shows. */
function Shown({ bars, noun }: { bars: readonly Bar[]; noun: { one: string; many: string } }) {
  const count = bars.reduce((sum, { total }) => sum + total, 0);
  return (
    <p className="absolute text-sm text-soft" style={{ right: "100%", width: HEAD, top: PICTURE - 24 }}>
      {countOf(count, noun.one, noun.many)} here
    </p>
  );
}

const COLOURS = { same: "fill-tide/70", fewer: "fill-waiting", more: "fill-declined", other: "fill-sentback" } as const;
const WORDS = { fewer: "fewer", more: "more", other: "otherwise" } as const;
const INK = { fewer: "text-waiting", more: "text-declined", other: "text-sentback" } as const;

/** Documents over their amounts; those that ask fewer or more people are marked in it, with a word above them. */
function Picture({ bars }: { bars: readonly Bar[] }) {
  const highest = Math.max(1, ...bars.map(({ total }) => total));
  const share = (count: number) => (count / highest) * 82;
  const kinds = ["fewer", "more", "other"] as const;
  return (
    <div className="relative" style={{ height: PICTURE }}>
      <svg
        viewBox={`0 0 ${BARS} 100`}
        preserveAspectRatio="none"
        className="absolute inset-0 h-full w-full"
        role="img"
        aria-label="Documents of these days over their amounts; the figures stand in the table below the picture"
      >
        {bars.map((bar) => {
          let top = 100;
          return (["same", ...kinds] as const).map((kind) => {
            const height = share(bar[kind]);
            if (height === 0) return null;
            top -= height;
            return (
              <rect
                key={`${bar.place} ${kind}`}
                x={bar.place + 0.07}
                y={top}
                width={0.86}
                height={height}
                className={COLOURS[kind]}
              />
            );
          });
        })}
        <line x1="0" x2={BARS} y1="100" y2="100" stroke="#16243b" strokeWidth="1.5" vectorEffect="non-scaling-stroke" />
      </svg>
      {kinds.flatMap((kind) =>
        runsOf(bars, kind).map(({ middle, count, top }) => (
          <span
            key={`${kind} ${middle}`}
            aria-hidden="true"
            className={`absolute -translate-x-1/2 bg-paper/80 px-0.5 text-xs leading-tight font-medium whitespace-nowrap ${INK[kind]}`}
            style={{ left: `${middle * 100}%`, bottom: (share(top) / 100) * PICTURE + 1 }}
          >
            {sayNumber(count)} {WORDS[kind]}
          </span>
        )),
      )}
    </div>
  );
}
