"use client";

import { useRef, type KeyboardEvent, type PointerEvent } from "react";
import { formatMoney } from "@/core/money";
import { edit, vocabularyIn, type Level } from "@/core/policy";
import { capital } from "../format";
import { placeOn } from "./geometry";
import { openerOf, withDetails } from "./into-details";
import { runsOf, spanOf, type Board, type Run } from "./types";
import { sayStretch, sayWho, sayCondition, sayRange, sayRule } from "@/core/words";

const DOES = { approves: "approves", told: "is notified", none: "has no part" } as const;

/** One level: who it is at the left, its pennants over the bands at the right. */
export function PennantRow({ board, level, index, head }: { board: Board; level: Level; index: number; head: number }) {
  const { section, policy, directory, selection, select } = board;
  const chosen = selection?.kind === "level" && selection.id === level.id;
  const beside = (other: number) => section.levels[other]?.stage === level.stage;
  return (
    <div className={`relative flex border-b border-rule ${chosen ? "bg-paper" : ""}`} style={{ minHeight: 52 }}>
      {(beside(index - 1) || beside(index + 1)) && (
        <span
          aria-hidden="true"
          title="Side by side"
          className={`absolute -left-2.5 w-2 border-l-2 border-soft ${beside(index - 1) ? "top-0" : "top-2 border-t-2"} ${beside(index + 1) ? "bottom-0" : "bottom-2 border-b-2"}`}
        />
      )}
      <button
        type="button"
        onClick={withDetails(() => select(chosen ? null : { kind: "level", id: level.id }))}
        aria-expanded={chosen}
        data-opens={openerOf({ kind: "level", id: level.id })}
        className="shrink-0 py-1.5 pr-2 text-left hover:bg-paper/70"
        style={{ width: head }}
      >
        <span className="block font-semibold">{level.name}</span>
        <span className="sr-only">
          {runsOf(level.marks).map(({ start, end, mark }) => (
            <span key={start}>
              , {DOES[mark]}: {sayStretch(section, start, end, policy.currency)}
            </span>
          ))}
          ;{" "}
        </span>
        <span className="block text-sm leading-tight text-soft">{capital(sayWho(level, directory))}</span>
        {level.when && (
          <span className="block text-sm leading-tight text-waiting">
            if {sayCondition(level.when, vocabularyIn(policy.documentType, directory))}
          </span>
        )}
        <Marked board={board} level={level} />
        {beside(index - 1) && <span className="sr-only">Side by side with the level above</span>}
      </button>
      <Track board={board} level={level} />
    </div>
  );
}

/** That the checks mean this level, where it stands. */
function Marked({ board, level }: { board: Board; level: Level }) {
  const mine = board.findings.filter(
    ({ place, weight }) => place.section === board.section.id && place.level === level.id && weight !== "passing",
  );
  if (mine.length === 0) return null;
  const fatal = mine.some(({ weight }) => weight === "fatal");
  return (
    <span
      className={`block border-l-3 pl-1.5 text-xs ${fatal ? "border-held text-held" : "border-waiting text-waiting"}`}
    >
      {fatal ? "correct before sending" : "correct or justify"}
    </span>
  );
}

function Track({ board, level }: { board: Board; level: Level }) {
  const { section, policy, domain, change, mayWrite } = board;
  const track = useRef<HTMLDivElement>(null);
  const span = (band: number) => spanOf(section, band, (minor) => placeOn(domain, minor));
  const runs = runsOf(level.marks);
  return (
    <div ref={track} className="relative flex-1">
      <Former board={board} level={level} />
      {runs.map((run) => (
        <Pennant
          key={run.start}
          board={board}
          level={level}
          run={run}
          left={span(run.start).left}
          right={span(run.end).right}
        />
      ))}
      {section.bands.map((_, band) => {
        const { left, right } = span(band);
        const does = DOES[level.marks[band]!];
        return (
          <button
            key={band}
            type="button"
            disabled={!mayWrite}
            aria-label={`${level.name}, ${sayRange(section, band, policy.currency)}: ${does}`}
            onClick={() =>
              change((current) =>
                edit.setMarks(
                  current,
                  level.id,
                  band,
                  band,
                  edit.nextMark(level.marks[band]!, section.bands[band]!.approval),
                ),
              )
            }
            className="absolute inset-y-1 rounded-sm hover:bg-harbour/10"
            style={{ left: `${left * 100}%`, width: `${(right - left) * 100}%` }}
          />
        );
      })}
      {mayWrite &&
        runs.map((run, number) => (
          <span key={number}>
            <Handle board={board} level={level} run={run} edge="start" at={span(run.start).left} track={track} />
            <Handle board={board} level={level} run={run} edge="end" at={span(run.end).right} track={track} />
          </span>
        ))}
    </div>
  );
}

/** Where the level stood in the version that is compared with, as an empty outline. */
function Former({ board, level }: { board: Board; level: Level }) {
  const { compared, section, domain } = board;
  const before = compared?.sections.find(({ id }) => id === section.id);
  const was = before?.levels.find(({ id }) => id === level.id);
  if (!before || !was) return null;
  return (
    <>
      {runsOf(was.marks).map((run) => {
        const { left } = spanOf(before, run.start, (minor) => placeOn(domain, minor));
        const { right } = spanOf(before, run.end, (minor) => placeOn(domain, minor));
        return (
          <span
            key={run.start}
            title="Before"
            className={`pointer-events-none absolute inset-y-0.5 border-2 border-sentback ${run.mark === "told" ? "border-dashed" : ""}`}
            style={{ left: `${left * 100}%`, width: `${(right - left) * 100}%` }}
          />
        );
      })}
    </>
  );
}

function Pennant({
  board,
  level,
  run,
  left,
  right,
}: {
  board: Board;
  level: Level;
  run: Run;
  left: number;
  right: number;
}) {
  const { quorum, approvers } = level;
  const who =
    approvers.kind === "people" || approvers.kind === "group" || quorum.kind !== "one"
      ? sayWho(level, board.directory)
      : level.name;
  const { tried, section } = board;
  const met = tried?.section === section.id && tried.band >= run.start && tried.band <= run.end;
  const lit = met ? tried.levels[level.id] : undefined;
  const label =
    lit !== undefined ? lit : run.mark === "told" ? `notified: ${sayRule(approvers, board.directory, "and")}` : who;
  const shape = "pointer-events-none absolute top-1/2 h-7 -translate-y-1/2 overflow-hidden";
  return (
    <>
      <span
        className="pointer-events-none absolute top-1/2 h-9 w-0.5 -translate-y-1/2 bg-ink forced-color-adjust-none forced-colors:bg-[CanvasText]"
        style={{ left: `${left * 100}%` }}
      />
      {run.mark === "approves" ? (
        <span
          className={`${shape} pennant-notch forced-color-adjust-none forced-colors:bg-[CanvasText] forced-colors:text-[Canvas] ${lit !== undefined ? "bg-signal" : tried?.section === section.id ? "bg-rule text-ink!" : "bg-harbour"} text-white`}
          style={{ left: `calc(${left * 100}% + 2px)`, width: `calc(${(right - left) * 100}% - 4px)` }}
        >
          <Label text={capital(label)} />
        </span>
      ) : (
        <span
          className={`${shape} border border-dashed border-harbour bg-paper text-harbour`}
          style={{ left: `calc(${left * 100}% + 2px)`, width: `calc(${(right - left) * 100}% - 4px)` }}
        >
          <Label text={capital(label)} />
        </span>
      )}
    </>
  );
}

/** A label that is cut short rather than outgrow its pennant; the row's head says the same in full. */
function Label({ text }: { text: string }) {
  return <span className="block truncate pr-3 pl-2.5 text-sm leading-7 [container-type:inline-size]">{text}</span>;
}

const NO_END = { start: "with the smallest amount", end: "never" } as const;

/** An end of a pennant, dragged or moved by a band with the arrow keys. */
function Handle({
  board,
  level,
  run,
  edge,
  at,
  track,
}: {
  board: Board;
  level: Level;
  run: Run;
  edge: "start" | "end";
  at: number;
  track: React.RefObject<HTMLDivElement | null>;
}) {
  const { section, policy, domain, change } = board;
  const held = useRef<number | null>(null);
  const band = edge === "start" ? run.start : run.end;
  const stretchTo = (target: number, kept: number) =>
    change((current) => edit.stretch(current, level.id, kept, edge, target));
  const drag = (event: PointerEvent<HTMLElement>) => {
    const box = track.current?.getBoundingClientRect();
    if (held.current === null || !box) return;
    const place = (event.clientX - box.left) / box.width;
    const target = section.thresholds.filter((threshold) => placeOn(domain, threshold.amount) < place).length;
    // The end that stays is in the band that is held on to, so that the run can be found again while it changes.
    stretchTo(target, held.current);
  };
  const keys = (event: KeyboardEvent<HTMLElement>) => {
    const step = { ArrowRight: 1, ArrowLeft: -1 }[event.key];
    if (!step) return;
    event.preventDefault();
    stretchTo(band + step, band);
  };
  const reach = edge === "start" ? section.thresholds[run.start - 1] : section.thresholds[run.end];
  return (
    <div
      role="slider"
      tabIndex={0}
      aria-label={`${level.name}, where it ${edge === "start" ? "begins" : "ceases"} to ${run.mark === "approves" ? "approve" : "be notified"}`}
      aria-valuemin={0}
      aria-valuemax={section.bands.length - 1}
      aria-valuenow={band}
      aria-valuetext={reach ? formatMoney({ minor: reach.amount, currency: policy.currency }) : NO_END[edge]}
      onKeyDown={keys}
      onPointerDown={(event) => {
        held.current = edge === "start" ? run.end : run.start;
        event.currentTarget.setPointerCapture(event.pointerId);
      }}
      onPointerMove={drag}
      onPointerUp={() => (held.current = null)}
      onPointerCancel={() => (held.current = null)}
      className="group absolute top-1/2 flex h-9 w-6 -translate-1/2 cursor-ew-resize touch-none justify-center rounded-sm"
      style={{ left: `${at * 100}%` }}
    >
      <span className="w-2.5 rounded-sm group-hover:bg-signal/40" />
    </div>
  );
}
