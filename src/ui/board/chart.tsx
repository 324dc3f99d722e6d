"use client";

import { useEffect, useMemo, useRef, useState, type MouseEvent } from "react";
import { formatAmount } from "@/core/money";
import { edit } from "@/core/policy";
import { bunchingUnder, bandWorkload, histogram } from "@/core/rehearsal";
import { sayNumber, sayShort } from "../format";
import { Button } from "../primitives";
import { FeetRows } from "./feet-rows";
import { amountAt, placeOn, ticksOf } from "./geometry";
import { PennantRow } from "./pennant-row";
import { Stake, stakeRows } from "./stake";
import { WholeRows } from "./policy-settings-rows";
import { spanOf, type Board } from "./types";

const HEAD = 204;
const TIDE = 132;

/** The axis with tide and stakes, the levels below it, and the figures at the foot of each band. */
export function Chart({ board }: { board: Board }) {
  const { section, domain, unit, selection, mayWrite } = board;
  const track = useRef<HTMLDivElement>(null);
  const width = useWidth(track);
  const [by, setBy] = useState<"count" | "value">("count");
  const rows = stakeRows(section.thresholds, board, width);
  const top = 10 + 28 * (Math.max(0, ...rows) + 1);
  const figures = useMemo(
    () => bandWorkload(section, board.tide, board.directory, board.daysPerStage),
    [section, board.tide, board.directory, board.daysPerStage],
  );
  const addHere = (event: MouseEvent<HTMLElement>) => {
    const place = (event.clientX - event.currentTarget.getBoundingClientRect().left) / width;
    if (mayWrite) addStake(board, amountAt(domain, place, unit));
  };
  return (
    <>
      <div className="relative px-4 pb-3 [--pad:1rem] md:px-6 md:[--pad:1.5rem]">
        <div className="relative" style={{ paddingLeft: HEAD, paddingTop: top }}>
          <TideHead board={board} by={by} setBy={setBy} />
          <div ref={track} className="relative" style={{ height: TIDE + 24 }} onDoubleClick={addHere}>
            <TidePicture board={board} by={by} />
            <Crowds board={board} />
            <Ticks board={board} />
          </div>
        </div>
        <div role="group" aria-label="Levels, in order">
          {section.levels.map((level, index) => (
            <PennantRow key={level.id} board={board} level={level} index={index} head={HEAD} />
          ))}
        </div>
        <FeetRows board={board} figures={figures} head={HEAD} />
        <div
          className="pointer-events-none absolute inset-y-0 right-4 md:right-6"
          style={{ left: `calc(${HEAD}px + var(--pad))` }}
        >
          {selection?.kind === "band" && <BandShade board={board} band={selection.index} />}
          {board.tried?.section === section.id && <Plumb board={board} />}
          {section.thresholds.map((threshold, index) => (
            <Stake key={index} board={board} index={index} threshold={threshold} row={rows[index]!} track={track} />
          ))}
        </div>
      </div>
      <div className="px-4 pb-4 md:px-6">
        <WholeRows board={board} head={HEAD} />
      </div>
    </>
  );
}

/** Says where amounts crowd just under a stake. */
function Crowds({ board }: { board: Board }) {
  const { tide, section, domain, policy } = board;
  const found = useMemo(() => bunchingUnder(tide, section.thresholds), [tide, section.thresholds]);
  return (
    <>
      {found.map(({ threshold: stake, under }) => {
        const { amount } = section.thresholds[stake]!;
        const said = formatAmount({ minor: amount, currency: policy.currency }).replace(/\.00$/, "");
        return (
          <span
            key={stake}
            className="absolute top-0 -translate-x-full pr-1.5 text-xs whitespace-nowrap text-signal"
            style={{ left: `${placeOn(domain, amount) * 100}%` }}
            title={`${under} documents in the last twentieth below it, more than twice as many as around it`}
          >
            a crowd just under {said}
          </span>
        );
      })}
    </>
  );
}

/** Where the tried document’s amount stands; the pennants it meets are lit. */
function Plumb({ board }: { board: Board }) {
  const { tried, domain, policy } = board;
  const amount = formatAmount({ minor: tried!.minor, currency: policy.currency });
  return (
    <div className="absolute inset-y-0" style={{ left: `${placeOn(domain, tried!.minor) * 100}%` }}>
      <div className="absolute top-0 bottom-2 w-0 -translate-x-1/2 border-l-2 border-dashed border-ink" />
      <span className="absolute bottom-0 -translate-x-1/2 rounded-sm bg-ink px-1.5 text-xs whitespace-nowrap text-white">
        {amount}
      </span>
    </div>
  );
}

function addStake({ section, change, select }: Board, amount: number): void {
  const next = edit.addThreshold(section, { amount, exact: "below" });
  if (next === section) return;
  change(() => next);
  select({ kind: "stake", index: next.thresholds.findIndex((threshold) => threshold.amount === amount) });
}

/** The middle of the chosen band, or else of the band that is widest on the axis. */
function roomiestPlace({ section, domain, unit, selection }: Board): number {
  const bands = selection?.kind === "band" ? [selection.index] : section.bands.map((_, band) => band);
  const spans = bands.map((band) => spanOf(section, band, (minor) => placeOn(domain, minor)));
  const { left, right } = spans.sort((a, b) => b.right - b.left - (a.right - a.left))[0]!;
  return amountAt(domain, (left + right) / 2, unit);
}

function addLevel({ section, change, select }: Board): void {
  const next = edit.addLevel(section, `Level ${section.levels.length + 1}`);
  change(() => next);
  select({ kind: "level", id: next.levels.at(-1)!.id });
}

function BandShade({ board, band }: { board: Board; band: number }) {
  if (band >= board.section.bands.length) return null;
  const { left, right } = spanOf(board.section, band, (minor) => placeOn(board.domain, minor));
  return (
    <div
      className="absolute inset-y-0 border-x border-ink/40 bg-harbour/10"
      style={{ left: `${left * 100}%`, width: `${(right - left) * 100}%` }}
    />
  );
}

function TideHead({ board, by, setBy }: { board: Board; by: "count" | "value"; setBy(by: "count" | "value"): void }) {
  const { tide, policy, section, unit } = board;
  const value = tide.sums.at(-1)! / unit;
  return (
    <div className="absolute top-2 left-0 w-48 text-sm leading-snug">
      <p className="text-soft">Last 12 months</p>
      <p className="font-semibold">{board.counted ? `${sayNumber(tide.sorted.length)} documents` : "counting …"}</p>
      <p className="text-soft">
        {board.counted && `${sayShort(value)} ${policy.currency}, `}
        <button
          type="button"
          className="text-harbour underline"
          onClick={() => setBy(by === "count" ? "value" : "count")}
        >
          {by === "count" ? "show by value" : "show by count"}
        </button>
      </p>
      {board.mayWrite && (
        <div className="mt-2 flex flex-col items-start gap-1.5">
          <Button
            small
            disabled={section.thresholds.length >= 12}
            onClick={() => addStake(board, roomiestPlace(board))}
            title="Or double-click the axis"
          >
            Add a stake
          </Button>
          <Button small disabled={section.levels.length >= 20} onClick={() => addLevel(board)}>
            Add a level
          </Button>
        </div>
      )}
    </div>
  );
}

const BINS = 84;

function TidePicture({ board, by }: { board: Board; by: "count" | "value" }) {
  const { tide, domain } = board;
  const bins = useMemo(() => histogram(tide, domain.from, domain.to, BINS), [tide, domain]);
  const highest = Math.max(1, ...bins.map((bin) => bin[by]));
  return (
    <svg
      viewBox={`0 0 ${BINS} 100`}
      preserveAspectRatio="none"
      className="absolute inset-x-0 top-0 w-full"
      style={{ height: TIDE }}
      role="img"
      aria-label={`Past documents by ${by} over their amount; the figures stand under each band`}
    >
      {bins.map((bin, index) => {
        const height = (bin[by] / highest) * 96;
        return <rect key={index} x={index + 0.06} width={0.88} y={100 - height} height={height} fill="#9fb1b4" />;
      })}
      <line x1="0" x2={BINS} y1="100" y2="100" stroke="#16243b" strokeWidth="1.5" vectorEffect="non-scaling-stroke" />
    </svg>
  );
}

function Ticks({ board }: { board: Board }) {
  const { domain, unit } = board;
  const ticks = ticksOf(domain, unit);
  // Too many labels run into each other: then only the ones and the fives are named.
  const named = (tick: number) => ticks.length < 15 || !String(Math.round(tick)).startsWith("2");
  return (
    <div aria-hidden="true">
      {ticks.map((tick) => (
        <span
          key={tick}
          className="absolute -translate-x-1/2 text-center text-xs text-soft"
          style={{ left: `${placeOn(domain, tick) * 100}%`, top: TIDE }}
        >
          <span className="mx-auto block h-1.5 w-px bg-ink" />
          {named(tick) ? sayTick(tick / unit, tick, board.policy.currency) : ""}
        </span>
      ))}
    </div>
  );
}

function sayTick(major: number, minor: number, currency: string): string {
  return major >= 1 ? sayShort(major) : formatAmount({ minor, currency });
}

function useWidth(element: React.RefObject<HTMLElement | null>): number {
  const [width, setWidth] = useState(720);
  useEffect(() => {
    if (!element.current) return;
    const observer = new ResizeObserver(([entry]) => entry && setWidth(entry.contentRect.width));
    observer.observe(element.current);
    return () => observer.disconnect();
  }, [element]);
  return width;
}
