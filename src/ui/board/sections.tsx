"use client";

import { countOf } from "@/core/text";
import { useState } from "react";
import { editSections } from "@/core/policy";
import { Sheet } from "../frame/sheet";
import { Entry } from "../labelled";
import { Button } from "../primitives";
import { ConditionEditor, firstCondition } from "./condition-editor";
import type { BoardState } from "./use-board";
import { saySection } from "@/core/words";

/** Sections as tabs, in the order in which they are tried. */
export function Tabs({ board }: { board: BoardState }) {
  const { sections } = board.policy;
  const chosen = board.section.id;
  const marked = (id: string) =>
    board.findings.filter(({ place, weight }) => place.section === id && weight !== "passing").length;
  const move = (step: number) => {
    const at = sections.findIndex((section) => section.id === chosen);
    const next = sections[(at + step + sections.length) % sections.length]!;
    board.choose(next.id);
    document.getElementById(`tab-${next.id}`)?.focus();
  };
  return (
    <div className="no-bar flex items-center gap-2 overflow-x-auto px-4 md:px-6">
      <div role="tablist" aria-label="Sections" className="flex gap-1">
        {sections.map((section) => {
          const here = section.id === chosen;
          const count = marked(section.id);
          return (
            <button
              key={section.id}
              id={`tab-${section.id}`}
              type="button"
              role="tab"
              aria-selected={here}
              tabIndex={here ? 0 : -1}
              onClick={() => board.choose(section.id)}
              onKeyDown={(event) => {
                if (event.key === "ArrowRight") move(1);
                if (event.key === "ArrowLeft") move(-1);
              }}
              className={`-mb-px min-h-9 rounded-t-sm border px-3.5 whitespace-nowrap ${here ? "border-rule border-b-panel bg-panel font-semibold" : "border-transparent text-soft hover:text-ink"}`}
            >
              {section.name}
              {count > 0 && (
                <span className="ml-1.5 text-xs text-held" title={countOf(count, "finding")}>
                  {count}
                  <span className="sr-only"> {count === 1 ? "finding" : "findings"}</span>
                </span>
              )}
            </button>
          );
        })}
      </div>
      {board.mayWrite && sections.length < 20 && (
        <button
          type="button"
          className="min-h-9 px-2 whitespace-nowrap text-harbour underline"
          onClick={() => {
            const next = editSections.insertSection(board.policy, "New section", firstCondition(board), chosen);
            board.changePolicy(() => next);
            board.choose(next.sections.find(({ id }) => !sections.some((one) => one.id === id))!.id);
          }}
        >
          Add a section
        </button>
      )}
    </div>
  );
}

/** Which documents come to the section, as a sentence, and what can be done to it. */
export function SectionHead({ board }: { board: BoardState }) {
  const { policy, section, mayWrite } = board;
  const [open, setOpen] = useState(false);
  return (
    <div className="flex flex-wrap items-baseline gap-x-3 px-4 pt-3 text-sm text-soft md:px-6">
      <p>{saySection(policy, section, board.directory)}</p>
      {mayWrite && (
        <button type="button" className="min-h-7 text-harbour underline" onClick={() => setOpen(true)}>
          Edit the section
        </button>
      )}
      {open && <SectionSheet board={board} onClose={() => setOpen(false)} />}
    </div>
  );
}

function SectionSheet({ board, onClose }: { board: BoardState; onClose(): void }) {
  const { policy, section, change, changePolicy, choose } = board;
  const place = policy.sections.indexOf(section);
  const last = place === policy.sections.length - 1;
  const copy = () => {
    const next = editSections.copySection(policy, section.id, firstCondition(board));
    changePolicy(() => next);
    choose(next.sections[place]!.id);
    onClose();
  };
  const remove = () => {
    changePolicy((now) => editSections.removeSection(now, section.id));
    choose(policy.sections.at(-1)!.id);
    onClose();
  };
  return (
    <Sheet open onOpenChange={(now) => !now && onClose()} title={`Section “${section.name}”`}>
      <div className="flex flex-col gap-3 text-base text-ink">
        <Entry
          label="Name"
          value={section.name}
          maxLength={60}
          onChange={(name) => name && change((now) => ({ ...now, name }))}
        />
        {section.when === "otherwise" ? (
          <p className="text-soft">
            It takes everything that no section before it takes, and cannot be removed: so no document is left without a
            section.
          </p>
        ) : (
          <div>
            <p className="text-sm font-semibold">It takes documents for which</p>
            <ConditionEditor
              policy={policy}
              directory={board.directory}
              condition={section.when}
              onChange={(when) => change((now) => ({ ...now, when }))}
            />
          </div>
        )}
        <Entry
          label="Internal note"
          value={section.designNote ?? ""}
          maxLength={500}
          onChange={(note) => change(({ designNote: _, ...now }) => (note ? { ...now, designNote: note } : now))}
        />
        <div className="flex flex-wrap gap-1">
          <Button
            small
            disabled={last || place === 0}
            onClick={() => changePolicy((now) => editSections.moveSection(now, section.id, -1))}
          >
            Move up
          </Button>
          <Button
            small
            disabled={last || place >= policy.sections.length - 2}
            onClick={() => changePolicy((now) => editSections.moveSection(now, section.id, 1))}
          >
            Move down
          </Button>
          <Button small disabled={policy.sections.length >= 20} onClick={copy}>
            Copy
          </Button>
          {!last && (
            <Button small look="quiet" onClick={remove}>
              Remove the section
            </Button>
          )}
        </div>
      </div>
    </Sheet>
  );
}
