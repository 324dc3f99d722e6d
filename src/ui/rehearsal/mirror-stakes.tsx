"use client";

import { useRef, type KeyboardEvent, type PointerEvent, type RefObject } from "react";
import { formatAmount, minorDigits } from "@/core/money";
import { edit } from "@/core/policy";
import { nextRound } from "@/core/rehearsal";
import { amountAt, placeOn, type Domain } from "../board/geometry";
import { HEAD, type Moves, type Side } from "./side";

/** The thresholds of one version, which reach from their labels to the axis; dragged, or moved with the arrow keys, to be tried and not kept. */
export function MirrorStakes({
  side,
  domain,
  rows,
  currency,
  track,
  onMove,
  place,
}: {
  side: Side;
  domain: Domain;
  rows: readonly number[];
  currency: string;
  track: RefObject<HTMLElement | null>;
  onMove: Moves;
  place: "above" | "below";
}) {
  const { section, name } = side;
  if (!section) return null;
  return (
    <div
      role="group"
      aria-label={`Thresholds, ${name}`}
      className="pointer-events-none absolute inset-y-0 right-0 z-1"
      style={{ left: HEAD }}
    >
      {section.thresholds.map((_, index) => (
        <MirrorStake
          key={index}
          side={side}
          index={index}
          row={rows[index] ?? 0}
          currency={currency}
          domain={domain}
          track={track}
          onMove={onMove}
          place={place}
        />
      ))}
    </div>
  );
}

function MirrorStake({
  side: { section, name },
  index,
  row,
  currency,
  domain,
  track,
  onMove,
  place,
}: {
  side: Side;
  index: number;
  row: number;
  currency: string;
  domain: Domain;
  track: RefObject<HTMLElement | null>;
  onMove: Moves;
  place: "above" | "below";
}) {
  const dragging = useRef(false);
  const unit = 10 ** minorDigits(currency);
  const { amount } = section!.thresholds[index]!;
  const move = (minor: number) => onMove(edit.moveThreshold(section!, index, minor));
  const drag = (event: PointerEvent<HTMLElement>) => {
    const box = track.current?.getBoundingClientRect();
    if (!dragging.current || !box) return;
    move(amountAt(domain, (event.clientX - box.left) / box.width, unit));
  };
  const keys = (event: KeyboardEvent<HTMLElement>) => {
    const direction = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[event.key] as 1 | -1 | undefined;
    if (!direction) return;
    event.preventDefault();
    move(event.shiftKey ? amount + direction * unit : nextRound(amount, direction, unit));
  };
  const at = 4 + row * 28;
  return (
    <div className="absolute inset-y-0" style={{ left: `${placeOn(domain, amount) * 100}%` }}>
      <div
        className="absolute w-px -translate-x-1/2 bg-signal forced-color-adjust-none forced-colors:bg-[CanvasText]"
        style={place === "above" ? { top: at + 8, bottom: 24 } : { top: -24, bottom: at + 8 }}
      />
      <div
        role="slider"
        tabIndex={0}
        aria-label={`${name}, threshold ${index + 1} of ${section!.thresholds.length}`}
        aria-valuemin={0}
        aria-valuemax={Number.MAX_SAFE_INTEGER}
        aria-valuenow={amount}
        aria-valuetext={formatAmount({ minor: amount, currency })}
        onKeyDown={keys}
        onPointerDown={(event) => {
          dragging.current = true;
          event.currentTarget.setPointerCapture(event.pointerId);
        }}
        onPointerMove={drag}
        onPointerUp={() => (dragging.current = false)}
        onPointerCancel={() => (dragging.current = false)}
        className="pointer-events-auto absolute min-h-6 -translate-x-1/2 cursor-ew-resize touch-none rounded-sm border border-signal bg-paper px-2 py-0.5 text-sm font-semibold whitespace-nowrap text-signal select-none focus-visible:bg-signal focus-visible:text-white"
        style={place === "above" ? { top: at } : { bottom: at }}
      >
        {formatAmount({ minor: amount, currency })}
      </div>
    </div>
  );
}
