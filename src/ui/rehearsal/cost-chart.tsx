"use client";

import { Chart, LinearScale, LineElement, PointElement, Tooltip, type ChartOptions } from "chart.js";
import annotation from "chartjs-plugin-annotation";
import { useMemo } from "react";
import { Scatter } from "react-chartjs-2";
import { sayShareExactly } from "@/core/words";
import { sayNumber } from "../format";
import { Button } from "../primitives";
import { Table } from "../tables";

Chart.register(LinearScale, LineElement, PointElement, Tooltip, annotation);

const INK = "#16243b";
const SOFT = "#4c5a70";
const RULE = "#d9d2c2";

type Point = { share: number; hours: number };

/** What more control costs: hours a year for each share of the value that is approved, and the same as a table from which each point can be tried. */
export function CostChart({
  points,
  now,
  goal,
  by,
  onTry,
}: {
  /** Rising, with who approves up to which amounts. */
  points: readonly (Point & { said: string })[];
  /** Where the thresholds are as they stand. */
  now: Point;
  goal: number;
  /** Who approves. */
  by: string;
  onTry(index: number): void;
}) {
  const options = useMemo(() => optionsOf(points, now, goal, by, onTry), [points, now, goal, by, onTry]);
  return (
    <figure>
      <figcaption className="mb-1 text-sm font-semibold">What more control costs</figcaption>
      <div className="relative h-56">
        <Scatter
          role="img"
          aria-label="Hours a year over the share of the value that is approved; the same as a table is below"
          options={options}
          data={{
            datasets: [
              {
                data: points.map(({ share, hours }) => ({ x: share * 100, y: hours })),
                showLine: true,
                // More is seen from the next point on, and not a little before it.
                stepped: "after",
                borderColor: "#0f4c5c",
                backgroundColor: "#0f4c5c",
                borderWidth: 1.5,
                pointRadius: points.length > 60 ? 2 : 3.5,
              },
            ],
          }}
        />
      </div>
      <details className="mt-1">
        <summary className="min-h-8 cursor-pointer py-1 text-sm text-harbour">
          The same as a table, to try any of them
        </summary>
        <Table
          label="What more control costs, as a table"
          small
          most="20rem"
          heads={[
            { label: "Of the value", right: true },
            { label: "Hours a year", right: true },
            { label: "Who approves" },
            { label: "Try it", hidden: true },
          ]}
        >
          {points.map(({ share, hours, said }, index) => (
            <tr key={index}>
              <td className="text-right whitespace-nowrap">{sayShareExactly(share)}</td>
              <td className="text-right">{sayNumber(hours)}</td>
              <td>{said}</td>
              <td>
                <Button small look="quiet" onClick={() => onTry(index)} aria-label={`Try: ${said}`}>
                  Try
                </Button>
              </td>
            </tr>
          ))}
        </Table>
      </details>
    </figure>
  );
}

function optionsOf(
  points: readonly (Point & { said: string })[],
  now: Point,
  goal: number,
  by: string,
  onTry: (index: number) => void,
): ChartOptions<"scatter"> {
  return {
    animation: false,
    maintainAspectRatio: false,
    onClick: (_, [hit]) => hit && onTry(hit.index),
    plugins: {
      legend: { display: false },
      tooltip: { callbacks: { label: ({ dataIndex }) => points[dataIndex]?.said ?? "" } },
      annotation: {
        annotations: {
          goal: {
            type: "line",
            xMin: goal * 100,
            xMax: goal * 100,
            borderColor: "#b3431a",
            borderWidth: 1.5,
            borderDash: [4, 3],
            label: label("asked for", goal > 0.5 ? "start" : "end"),
          },
          now: {
            type: "point",
            xValue: now.share * 100,
            yValue: now.hours,
            radius: 6,
            borderColor: INK,
            borderWidth: 2,
            backgroundColor: "transparent",
          },
          nowSaid: {
            type: "label",
            xValue: now.share * 100,
            yValue: now.hours,
            content: "as it stands",
            color: INK,
            font: { size: 12 },
            position: { x: now.share > 0.5 ? "end" : "start", y: "center" },
            xAdjust: now.share > 0.5 ? -10 : 10,
          },
        },
      },
    },
    scales: {
      x: {
        min: 0,
        max: 100,
        grid: { display: false },
        ticks: { color: SOFT, callback: (value) => `${value} %` },
        title: { display: true, text: `Value that is approved by ${by}`, color: SOFT },
      },
      y: {
        beginAtZero: true,
        grid: { color: RULE },
        ticks: { color: SOFT, precision: 0 },
        title: { display: true, text: "Hours a year", color: SOFT },
      },
    },
  };
}

const label = (content: string, position: "start" | "end") => ({
  display: true,
  content,
  position,
  backgroundColor: "#fbf8f1",
  color: INK,
  font: { size: 12 },
  padding: 2,
});
