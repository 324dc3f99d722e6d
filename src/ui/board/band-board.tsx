"use client";

import Link from "next/link";
import type { Organisation } from "@/core/people";
import { saySection, type Policy, type VersionState } from "@/core/policy";
import { Button, VersionMark } from "../primitives";
import { Chart } from "./chart";
import { Details } from "./details";
import { InWords } from "./in-words";
import { Readers } from "./readers";
import { PutInForce, SaveVersion } from "./version-dialogs";
import { UndoRedo } from "./undo-redo";
import { useBoard, type History } from "./use-board";

export type VersionLine = { version: number; state: VersionState; when: string; by: string; note: string };

type Props = {
  saved: Policy;
  current: VersionLine;
  versions: VersionLine[];
  scope: string;
  measure: string;
  organisation: Organisation;
  history: History;
  mayWrite: boolean;
  today: string;
};

/** The one picture: thresholds as stakes in the amounts of last year, levels as pennants below them, and what it says in words. */
export function BandBoard(props: Props) {
  const { saved, current, versions, mayWrite, today } = props;
  const latest = Math.max(...versions.map((version) => version.version));
  const editable = mayWrite && current.version === latest;
  const board = useBoard(saved, current.version, props.organisation, props.history, editable);
  return (
    <div className="flex flex-1 flex-col">
      <header className="flex flex-wrap items-start justify-between gap-x-6 gap-y-2 px-4 pt-4 pb-2 md:px-6">
        <div className="min-w-0">
          <h1 className="text-2xl font-semibold">{saved.name}</h1>
          <p className="text-soft">
            {props.scope}. Measured on the {props.measure} in {saved.currency}.
          </p>
          <Readers board={board} />
          <Versions id={saved.id} current={current} versions={versions} />
        </div>
        <div className="flex flex-wrap items-center gap-2">
          {editable && <UndoRedo undo={board.undo} redo={board.redo} />}
          {board.changed && (
            <>
              <span className="text-sm text-waiting">
                {board.restored ? "Unsaved changes from before" : "Unsaved changes"}
                {board.keptAt && `, kept in this browser at ${board.keptAt.toTimeString().slice(0, 5)}`}
              </span>
              <Button look="quiet" onClick={board.discard}>
                Discard
              </Button>
            </>
          )}
          {editable && <SaveVersion policy={board.policy} basedOn={latest} disabled={!board.changed} />}
          {mayWrite && current.state === "Draft" && !board.changed && (
            <PutInForce id={saved.id} version={current.version} today={today} />
          )}
        </div>
      </header>
      {mayWrite && !editable && (
        <p className="mx-4 mb-2 border-l-3 border-waiting bg-waiting-wash px-3 py-1.5 text-waiting md:mx-6">
          A saved version is never edited. Changes are made to the newest one:{" "}
          <Link href={`/policies/${saved.id}?version=${latest}`}>open version {latest}</Link>.
        </p>
      )}
      <Tabs sections={board.policy.sections} chosen={board.section.id} choose={board.choose} />
      <div className="grid flex-1 border-t border-rule xl:grid-cols-[minmax(0,1fr)_19.5rem] lg:grid-cols-[minmax(0,1fr)_18rem]">
        <div className="min-w-0 bg-panel">
          <p className="px-4 pt-3 text-sm text-soft md:px-6">{saySection(board.policy, board.section)}</p>
          <div className="no-bar overflow-x-auto" role="region" aria-label="Band board" tabIndex={0}>
            <div className="min-w-[46rem]">
              <Chart board={board} />
            </div>
          </div>
        </div>
        <div className="flex flex-col border-rule bg-paper lg:border-l">
          <Details board={board} />
          <InWords board={board} />
        </div>
      </div>
    </div>
  );
}

function Versions({ id, current, versions }: { id: string; current: VersionLine; versions: VersionLine[] }) {
  return (
    <ul className="mt-1 flex flex-wrap items-center gap-x-4 gap-y-1 text-sm" aria-label="Versions">
      {versions.toReversed().map((one) => (
        <li
          key={one.version}
          className="flex items-center gap-1.5"
          title={`Saved by ${one.by}${one.note ? `: ${one.note}` : ""}`}
        >
          {one.version === current.version ? (
            <b className="font-semibold">Version {one.version}</b>
          ) : (
            <Link href={`/policies/${id}?version=${one.version}`}>Version {one.version}</Link>
          )}
          <VersionMark state={one.state} />
          <span className="text-soft">{one.when}</span>
        </li>
      ))}
    </ul>
  );
}

function Tabs({
  sections,
  chosen,
  choose,
}: {
  sections: Policy["sections"];
  chosen: string;
  choose(id: string): void;
}) {
  const move = (step: number) => {
    const next =
      sections[(sections.findIndex((section) => section.id === chosen) + step + sections.length) % sections.length]!;
    choose(next.id);
    document.getElementById(`tab-${next.id}`)?.focus();
  };
  return (
    <div role="tablist" aria-label="Sections" className="no-bar flex gap-1 overflow-x-auto px-4 md:px-6">
      {sections.map((section) => {
        const here = section.id === chosen;
        return (
          <button
            key={section.id}
            id={`tab-${section.id}`}
            type="button"
            role="tab"
            aria-selected={here}
            tabIndex={here ? 0 : -1}
            onClick={() => choose(section.id)}
            onKeyDown={(event) => {
              if (event.key === "ArrowRight") move(1);
              if (event.key === "ArrowLeft") move(-1);
            }}
            className={`-mb-px min-h-9 rounded-t-sm border px-3.5 whitespace-nowrap ${here ? "border-rule border-b-panel bg-panel font-semibold" : "border-transparent text-soft hover:text-ink"}`}
          >
            {section.name}
          </button>
        );
      })}
    </div>
  );
}
