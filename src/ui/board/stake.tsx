"use client";

import { useRef, type KeyboardEvent, type PointerEvent, type RefObject } from "react";
import { formatAmount } from "@/core/money";
import { edit, type Threshold } from "@/core/policy";
import { nextRound } from "@/core/rehearsal";
import { amountAt, placeOn } from "./geometry";
import { intoDetails, openerOf } from "./into-details";
import type { Board } from "./types";
import { sayThreshold } from "@/core/words";

/** A threshold as a stake: dragged, or moved with the arrow keys to the next round amount. */
export function Stake({
  board,
  index,
  threshold,
  row,
  track,
}: {
  board: Board;
  index: number;
  threshold: Threshold;
  row: number;
  track: RefObject<HTMLElement | null>;
}) {
  const { section, policy, domain, unit, mayWrite, selection, select, change } = board;
  const dragging = useRef(false);
  const chosen = selection?.kind === "stake" && selection.index === index;
  const amount = formatAmount({ minor: threshold.amount, currency: policy.currency });

  const drag = (event: PointerEvent<HTMLElement>) => {
    const box = track.current?.getBoundingClientRect();
    if (!dragging.current || !box) return;
    change((current) =>
      edit.moveThreshold(current, index, amountAt(domain, (event.clientX - box.left) / box.width, unit)),
    );
  };
  const keys = (event: KeyboardEvent<HTMLElement>) => {
    const direction = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[event.key] as 1 | -1 | undefined;
    if (event.key === "Delete" || event.key === "Backspace") {
      event.preventDefault();
      change((current) => edit.removeThreshold(current, index));
      select(null);
      document.querySelector<HTMLElement>(`[data-stake="${Math.max(0, index - 1)}"]`)?.focus();
    }
    if (event.key === "Enter") {
      event.preventDefault();
      intoDetails(true);
    }
    if (!direction) return;
    event.preventDefault();
    const next = event.shiftKey ? threshold.amount + direction * unit : nextRound(threshold.amount, direction, unit);
    change((current) => edit.moveThreshold(current, index, next));
  };
  return (
    <div className="absolute inset-y-0" style={{ left: `${placeOn(domain, threshold.amount) * 100}%` }}>
      <div
        className={`absolute bottom-2 -translate-x-1/2 bg-signal forced-color-adjust-none forced-colors:bg-[CanvasText] ${chosen ? "w-0.5" : "w-px"}`}
        style={{ top: 12 + row * 28 }}
      />
      <div
        role="slider"
        tabIndex={mayWrite ? 0 : -1}
        data-stake={index}
        data-opens={openerOf({ kind: "stake", index })}
        aria-label={`Threshold ${index + 1} of ${section.thresholds.length}; Enter to type its amount`}
        aria-valuemin={0}
        aria-valuemax={Number.MAX_SAFE_INTEGER}
        aria-valuenow={threshold.amount}
        aria-valuetext={sayThreshold(policy, section, index, board.directory)}
        aria-disabled={!mayWrite}
        onFocus={() => select({ kind: "stake", index })}
        onKeyDown={mayWrite ? keys : undefined}
        onPointerDown={(event) => {
          if (!mayWrite) return;
          dragging.current = true;
          event.currentTarget.setPointerCapture(event.pointerId);
        }}
        onPointerMove={drag}
        onPointerUp={() => (dragging.current = false)}
        onPointerCancel={() => (dragging.current = false)}
        className={`pointer-events-auto absolute -translate-x-1/2 touch-none rounded-sm border border-signal px-2 py-0.5 text-sm font-semibold whitespace-nowrap select-none ${mayWrite ? "cursor-ew-resize" : ""} ${chosen ? "bg-signal text-white" : "bg-paper text-signal"}`}
        style={{ top: 8 + row * 28 }}
      >
        {amount}
      </div>
    </div>
  );
}
