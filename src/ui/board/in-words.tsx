"use client";

import { useMemo } from "react";
import { openBands } from "@/core/policy";
import { bandFigures } from "@/core/rehearsal";
import { sayNumber, sayShare } from "../format";
import type { Board } from "./types";
import { sayRange, sayChain } from "@/core/words";

/** One sentence per band, as a head of department would sign it, with the figures of last year beside it. */
export function InWords({ board }: { board: Board }) {
  const { policy, section, directory, selection, select } = board;
  const figures = useMemo(() => bandFigures(board.tide, section.thresholds), [board.tide, section.thresholds]);
  const open = openBands(section);
  const meant = (band: number) =>
    board.findings.some(
      ({ place, weight }) => place.section === section.id && place.band === band && weight !== "passing",
    );
  const touched = (band: number) =>
    (selection?.kind === "band" && selection.index === band) ||
    (selection?.kind === "stake" && (selection.index === band || selection.index === band - 1));
  return (
    <section aria-labelledby="in-words" className="px-5 py-4">
      <h2 id="in-words" className="mb-2 font-sans text-sm font-semibold text-soft">
        In words
      </h2>
      <ol className="flex flex-col gap-2.5">
        {section.bands.map((_, band) => (
          <li
            key={band}
            className={`-mx-2 rounded-sm px-2 py-0.5 ${touched(band) ? "bg-approved-wash" : ""} ${meant(band) ? "border-l-3 border-held" : ""}`}
          >
            <button
              type="button"
              className="serif block w-full text-left text-[15px] leading-snug"
              onClick={() => select({ kind: "band", index: band })}
            >
              <b className="font-semibold">{sayRange(section, band, policy.currency)}:</b>{" "}
              <span className={open.includes(band) ? "text-held" : ""}>
                {sayChain(policy, section, band, directory)}.
              </span>
            </button>
            <p className="text-sm text-soft">
              {board.counted
                ? `${sayNumber(figures[band]!.count)} last year, ${sayShare(figures[band]!.shareOfValue)} of value`
                : "counting last year …"}
              {meant(band) && <span className="text-held">; findings concern this band</span>}
            </p>
          </li>
        ))}
      </ol>
      {open.length > 0 && (
        <p role="status" className="mt-3 border-l-3 border-held bg-held-wash px-3 py-2 text-sm text-held">
          {open.length === 1 ? "One band has" : `${open.length} bands have`} no level that approves. Raise a pennant
          there, or choose the band and say that nobody needs to approve.
        </p>
      )}
    </section>
  );
}
