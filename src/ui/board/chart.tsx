"use client";

import { useMemo, useRef, useState, type MouseEvent } from "react";
import { formatAmount } from "@/core/money";
import { edit } from "@/core/policy";
import { bandWorkload } from "@/core/rehearsal";
import { Button } from "../primitives";
import { BoardAsTable } from "./board-as-table";
import { FeetRows } from "./feet-rows";
import { amountAt, labelRows, placeOn } from "./geometry";
import { withDetails } from "./into-details";
import { PennantRow } from "./pennant-row";
import { Stake } from "./stake";
import { AxisTicks } from "./axis-ticks";
import { Crowds, TIDE, TideHead, TidePicture, addStake } from "./tide";
import { WholeRows } from "./policy-settings-rows";
import { spanOf, type Board } from "./types";
import { useWidth } from "./use-width";

const HEAD = 204;

/** The axis with tide and stakes, the levels below it, and the figures at the foot of each band. */
export function Chart({ board }: { board: Board }) {
  const { section, domain, unit, selection, mayWrite } = board;
  const track = useRef<HTMLDivElement>(null);
  const width = useWidth(track);
  const [by, setBy] = useState<"count" | "value">("count");
  const rows = labelRows(section.thresholds, board.policy.currency, domain, width);
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
            <AxisTicks domain={domain} unit={unit} currency={board.policy.currency} top={TIDE} />
          </div>
        </div>
        {/* Before the levels as it is walked and read, and above them as it is seen. */}
        <div
          role="group"
          aria-label="Thresholds"
          className="pointer-events-none absolute inset-y-0 right-4 z-1 md:right-6"
          style={{ left: `calc(${HEAD}px + var(--pad))` }}
        >
          {selection?.kind === "band" && <BandShade board={board} band={selection.index} />}
          {board.tried?.section === section.id && <Plumb board={board} />}
          {section.thresholds.map((threshold, index) => (
            <Stake key={index} board={board} index={index} threshold={threshold} row={rows[index]!} track={track} />
          ))}
        </div>
        <div role="group" aria-label="Levels, in order">
          {section.levels.map((level, index) => (
            <PennantRow key={level.id} board={board} level={level} index={index} head={HEAD} />
          ))}
        </div>
        {mayWrite && (
          <div className="relative border-b border-rule py-1.5">
            <Button small disabled={section.levels.length >= 20} onClick={withDetails(() => addLevel(board))}>
              Add a level
            </Button>
          </div>
        )}
        <FeetRows board={board} figures={figures} head={HEAD} />
      </div>
      <div className="px-4 pb-4 md:px-6">
        <BoardAsTable board={board} figures={figures} />
        <WholeRows board={board} head={HEAD} />
      </div>
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
