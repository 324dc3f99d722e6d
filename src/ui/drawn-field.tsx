"use client";

import { useId, useRef, useState, type KeyboardEvent, type PointerEvent } from "react";
import { MOST_POINTS, PAD, pathOf, type Strokes } from "@/core/drawn";

/** How far one press of an arrow key moves the pen. */
const STEP = 6;
const MIDDLE = [60, Math.round(PAD.height / 2)] as const;
const within = (value: number, most: number) => Math.max(0, Math.min(most, Math.round(value)));

/**
 * A field to sign in by hand: with a mouse, a pen or a finger; or by keyboard, where arrow keys move a pen and the space bar puts it down and lifts it.
 */
export function DrawnField({ strokes, onChange }: { strokes: Strokes; onChange(strokes: Strokes): void }) {
  const id = useId();
  // Several moves can come before the page is drawn again, so that the lines are kept here too.
  const lines = useRef(strokes);
  const [pen, setPen] = useState<{ at: readonly [number, number]; down: boolean } | null>(null);
  const put = (next: Strokes) => {
    lines.current = next;
    onChange(next);
  };
  const addTo = (point: [number, number]) => {
    const last = lines.current.at(-1) ?? [];
    const [x, y] = last.at(-1) ?? [];
    // A hand that rests draws nothing, and a line that never ends is not taken any longer.
    if ((x === point[0] && y === point[1]) || last.length >= MOST_POINTS) return;
    put([...lines.current.slice(0, -1), [...last, point]]);
  };
  const pointOf = (event: PointerEvent<SVGSVGElement>): [number, number] => {
    const box = event.currentTarget.getBoundingClientRect();
    return [
      within(((event.clientX - box.left) / box.width) * PAD.width, PAD.width),
      within(((event.clientY - box.top) / box.height) * PAD.height, PAD.height),
    ];
  };
  const press = (event: KeyboardEvent) => {
    const moves: Record<string, readonly [number, number]> = {
      ArrowLeft: [-STEP, 0],
      ArrowRight: [STEP, 0],
      ArrowUp: [0, -STEP],
      ArrowDown: [0, STEP],
    };
    const move = moves[event.key];
    if (!move && event.key !== " ") return;
    event.preventDefault();
    const { at, down } = pen ?? { at: MIDDLE, down: false };
    if (!move) {
      if (!down) put([...lines.current, [[at[0], at[1]]]]);
      return setPen({ at, down: !down });
    }
    const to: [number, number] = [within(at[0] + move[0], PAD.width), within(at[1] + move[1], PAD.height)];
    if (down) addTo(to);
    setPen({ at: to, down });
  };
  return (
    <div>
      <div className="flex items-baseline justify-between gap-3">
        <span id={id} className="text-sm font-semibold">
          Your signature, drawn
        </span>
        <button
          type="button"
          className="min-h-9 text-sm text-harbour underline disabled:text-soft disabled:no-underline"
          disabled={strokes.length === 0}
          onClick={() => {
            setPen(null);
            put([]);
          }}
        >
          Clear
        </button>
      </div>
      <svg
        role="application"
        aria-labelledby={id}
        aria-describedby={`${id}-hint`}
        tabIndex={0}
        viewBox={`0 0 ${PAD.width} ${PAD.height}`}
        className="w-full cursor-crosshair touch-none rounded-sm border border-ink/40 bg-paper select-none"
        onKeyDown={press}
        onBlur={() => setPen(null)}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          put([...lines.current, [pointOf(event)]]);
        }}
        onPointerMove={(event) => {
          if (event.currentTarget.hasPointerCapture(event.pointerId)) addTo(pointOf(event));
        }}
      >
        <line
          x1={40}
          x2={PAD.width - 40}
          y1={PAD.height - 36}
          y2={PAD.height - 36}
          className="stroke-rule"
          strokeWidth={2}
        />
        <path
          d={pathOf(strokes)}
          fill="none"
          className="stroke-ink"
          strokeWidth={3}
          strokeLinecap="round"
          strokeLinejoin="round"
        />
        {pen && (
          <circle
            cx={pen.at[0]}
            cy={pen.at[1]}
            r={6}
            fill={pen.down ? "currentColor" : "none"}
            stroke="currentColor"
            strokeWidth={2}
            className="text-focus"
          />
        )}
      </svg>
      <p id={`${id}-hint`} className="mt-0.5 text-sm text-soft">
        With a mouse, a pen or a finger. By keyboard: arrow keys move the pen, the space bar puts it down and lifts it.
      </p>
      <p role="status" className="sr-only">
        {pen ? `Pen ${pen.down ? "down" : "up"}` : strokes.length > 0 ? "Something is drawn" : "Nothing is drawn"}
      </p>
    </div>
  );
}
