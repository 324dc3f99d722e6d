"use client";

import type { BandWorkload } from "@/core/rehearsal";
import { sayNumber, sayShare } from "../format";
import { placeOn } from "./geometry";
import { openerOf, withDetails } from "./into-details";
import { spanOf, type Board } from "./types";
import { sayRange } from "@/core/words";

export const FOOT_ROWS: {
  label: string;
  /** The same as the head of a column. */ head: string;
  title?: string;
  say(foot: BandWorkload): string;
  strong?: boolean;
}[] = [
  { label: "documents a month", head: "Documents a month", say: (foot) => small(foot.perMonth) },
  { label: "of documents", head: "Share of documents", say: (foot) => sayShare(foot.shareOfCount) },
  { label: "of value", head: "Share of value", say: (foot) => sayShare(foot.shareOfValue) },
  { label: "approvals a month", head: "Approvals a month", say: (foot) => small(foot.approvalsPerMonth), strong: true },
  {
    label: "working days",
    head: "Working days",
    title: "Stages of the chain times the time one took on average in the last twelve months, weekends left out",
    say: (foot) => (foot.workingDays ? foot.workingDays.toFixed(1) : "—"),
  },
];

function small(value: number): string {
  return value > 0 && value < 9.95 ? value.toFixed(1) : sayNumber(value);
}

/** What stands under each band, live while a stake moves. A band is chosen here. */
export function FeetRows({ board, figures, head }: { board: Board; figures: BandWorkload[]; head: number }) {
  const { section, policy, domain, selection, select } = board;
  return (
    <div className="relative pt-1">
      {FOOT_ROWS.map((row) => (
        <div key={row.label} className="flex h-[21px] items-center text-sm" title={row.title}>
          <span className="shrink-0 text-soft" style={{ width: head }}>
            {row.label}
          </span>
          <span className="relative h-full flex-1">
            {figures.map((foot, band) => {
              const { left, right } = spanOf(section, band, (minor) => placeOn(domain, minor));
              return (
                <span
                  key={band}
                  className={`absolute -translate-x-1/2 px-0.5 whitespace-nowrap ${row.strong ? "font-semibold" : ""}`}
                  style={{ left: `${((left + right) / 2) * 100}%` }}
                >
                  {!board.counted || right - left < 0.055 ? <span className="text-soft">·</span> : row.say(foot)}
                </span>
              );
            })}
          </span>
        </div>
      ))}
      <div className="absolute inset-y-0 right-0" style={{ left: head }}>
        {section.bands.map((_, band) => {
          const { left, right } = spanOf(section, band, (minor) => placeOn(domain, minor));
          const chosen = selection?.kind === "band" && selection.index === band;
          return (
            <button
              key={band}
              type="button"
              data-opens={openerOf({ kind: "band", index: band })}
              aria-label={`Band: ${sayRange(section, band, policy.currency)}`}
              aria-pressed={chosen}
              onClick={withDetails(() => select(chosen ? null : { kind: "band", index: band }))}
              className="absolute inset-y-0 rounded-sm hover:bg-harbour/10"
              style={{ left: `${left * 100}%`, width: `${(right - left) * 100}%` }}
            />
          );
        })}
      </div>
    </div>
  );
}
