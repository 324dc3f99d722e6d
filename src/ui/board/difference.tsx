"use client";

import type { Policy, PolicyVersion } from "@/core/policy";
import { InEffectPanel } from "./in-effect";
import { canonical } from "@/core/records";
import type { BoardState } from "./use-board";
import { policyDifferences } from "@/core/words";

export type Other = { label: string; policy: Policy };

/** What differs from another version, in words; its pennants stand as blue outlines on the board meanwhile. */
export function DifferencePanel({
  board,
  others,
  versions,
}: {
  board: BoardState;
  others: Other[];
  versions: readonly PolicyVersion[];
}) {
  const { compared, setCompared, policy, directory } = board;
  const found = compared ? policyDifferences(compared, policy, directory) : [];
  // The page may have been read again since, and then each of them is another object that says the same.
  const chosen =
    compared && others.find((one) => one.policy === compared || canonical(one.policy) === canonical(compared));
  if (others.length === 0) return null;
  return (
    <section aria-label="Difference" className="border-b border-rule px-5 py-3">
      <label className="flex items-center gap-2 text-sm">
        <span className="shrink-0 font-semibold text-soft">Compare with</span>
        <select
          className="field text-sm"
          value={chosen?.label ?? ""}
          onChange={(event) => setCompared(others.find(({ label }) => label === event.target.value)?.policy ?? null)}
        >
          <option value="">nothing</option>
          {others.map(({ label }) => (
            <option key={label}>{label}</option>
          ))}
        </select>
      </label>
      {compared && <InEffectPanel board={board} before={compared} versions={versions} />}
      {found.length > 0 && <h3 className="mt-3 font-sans text-sm font-semibold">In words</h3>}
      {compared && found.length === 0 && <p className="mt-2 text-sm text-soft">Nothing differs.</p>}
      {found.length > 0 && (
        <ul className="mt-2 flex flex-col gap-2.5 text-sm">
          {found.map(({ what, before, after, place }, index) => (
            <li key={index}>
              <button
                type="button"
                className="text-left font-semibold hover:underline"
                onClick={() => {
                  if (place.section) board.choose(place.section);
                  if (place.level) board.select({ kind: "level", id: place.level });
                  else if (place.band !== undefined) board.select({ kind: "band", index: place.band });
                }}
              >
                {what}
              </button>
              {before !== null && (
                <p className="border-l-2 border-sentback pl-2 text-soft">
                  <span className="sr-only">Before: </span>
                  <s>{before}</s>
                </p>
              )}
              <p className="border-l-2 border-approved pl-2">
                <span className="sr-only">Now: </span>
                {after ?? "Taken out."}
              </p>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
