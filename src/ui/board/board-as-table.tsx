"use client";

import { useMemo } from "react";
import { formatAmount } from "@/core/money";
import { bandFigures, type BandWorkload } from "@/core/rehearsal";
import { sayRange } from "@/core/words";
import { sayNumber } from "../format";
import { Table } from "../tables";
import { FOOT_ROWS } from "./feet-rows";
import { ticksOf } from "./geometry";
import type { Board } from "./types";

const DOES = { approves: "approves", told: "is notified", none: "—" } as const;

/** What the picture shows, as tables: the levels and figures of each band, and how last year’s documents are spread over their amounts. */
export function BoardAsTable({ board, figures }: { board: Board; figures: readonly BandWorkload[] }) {
  const { section, policy, counted } = board;
  return (
    <details className="mb-3 flex flex-col gap-4">
      <summary className="min-h-8 cursor-pointer py-1 text-sm text-harbour">The same as tables</summary>
      <Table
        label="Bands"
        small
        heads={[
          { label: "Band" },
          ...section.levels.map(({ id, name }) => ({ key: id, label: name })),
          ...FOOT_ROWS.map(({ label, head }) => ({ key: label, label: head, right: true })),
        ]}
      >
        {section.bands.map((_, band) => (
          <tr key={band}>
            <th scope="row" className="py-1 pr-4 text-left font-medium">
              {sayRange(section, band, policy.currency)}
            </th>
            {section.levels.map(({ id, marks }) => (
              <td key={id}>{DOES[marks[band]!]}</td>
            ))}
            {FOOT_ROWS.map(({ label, say }) => (
              <td key={label} className="text-right">
                {counted ? say(figures[band]!) : "not counted yet"}
              </td>
            ))}
          </tr>
        ))}
      </Table>
      {counted && (
        <div className="mt-5">
          <p className="text-sm font-semibold">Documents of the last 12 months, by amount</p>
          <Spread board={board} />
        </div>
      )}
    </details>
  );
}

/** Documents between the ticks of the axis; the first and the last row take all beyond them. */
function Spread({ board: { tide, domain, unit, policy } }: { board: Board }) {
  const steps = useMemo(() => {
    const ticks = ticksOf(domain, unit);
    const between = bandFigures(
      tide,
      ticks.map((amount) => ({ amount, exact: "above" })),
    );
    return between.map((figures, index) => ({ ...figures, from: ticks[index - 1], to: ticks[index] }));
  }, [tide, domain, unit]);
  const amount = (minor: number | undefined) =>
    minor === undefined ? "—" : formatAmount({ minor, currency: policy.currency });
  return (
    <Table
      label="Documents of the last 12 months by amount"
      small
      heads={[
        { label: `From, ${policy.currency}`, right: true },
        { label: "Under", right: true },
        { label: "Documents", right: true },
        { label: "Value", right: true },
      ]}
    >
      {steps.map(({ from, to, count, value }) => (
        <tr key={to ?? Infinity}>
          <td className="text-right">{amount(from)}</td>
          <td className="text-right">{amount(to)}</td>
          <td className="text-right">{sayNumber(count)}</td>
          <td className="text-right whitespace-nowrap">{amount(value)}</td>
        </tr>
      ))}
    </Table>
  );
}
