"use client";

import { countOf, joinWords } from "@/core/text";
import { useMemo } from "react";
import { formatAmount } from "@/core/money";
import { edit } from "@/core/policy";
import { bunchingUnder, histogram } from "@/core/rehearsal";
import { sayNumber, sayShort } from "../format";
import { Button } from "../primitives";
import { amountAt, placeOn } from "./geometry";
import { spanOf, type Board } from "./types";

/** What last year’s documents are, and a new stake among them. */
export function TideHead({
  board,
  by,
  setBy,
}: {
  board: Board;
  by: "count" | "value";
  setBy(by: "count" | "value"): void;
}) {
  const { tide, policy, section, unit } = board;
  const value = tide.sums.at(-1)! / unit;
  return (
    <div className="absolute top-2 left-0 w-48 text-sm leading-snug">
      <p className="truncate text-soft" title={board.histories.join(", ")}>
        {board.histories.length > 0 ? `From “${joinWords(board.histories, "and")}”` : "Last 12 months"}
      </p>
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
      {board.untold > 0 && (
        <p className="text-xs text-waiting">
          Of {sayNumber(board.untold)} more too little is known to tell their section.
        </p>
      )}
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
        </div>
      )}
    </div>
  );
}

const BINS = 84;
/** How high the picture is, in pixels. */
export const TIDE = 132;

/** How last year’s documents are spread over their amounts. */
export function TidePicture({ board, by }: { board: Board; by: "count" | "value" }) {
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
        return (
          <rect key={index} x={index + 0.06} width={0.88} y={100 - height} height={height} className="fill-tide" />
        );
      })}
      <line x1="0" x2={BINS} y1="100" y2="100" stroke="#16243b" strokeWidth="1.5" vectorEffect="non-scaling-stroke" />
    </svg>
  );
}

/** Says where amounts crowd just under a stake. */
export function Crowds({ board }: { board: Board }) {
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
            title={`${countOf(under, "document")} in the last twentieth below it, more than twice as many as around it`}
          >
            a crowd just under {said}
          </span>
        );
      })}
    </>
  );
}

export function addStake({ section, change, select }: Board, amount: number): void {
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
