"use client";

import { useEffect, useMemo, useRef, useState } from "react";
import { minorDigits } from "@/core/money";
import { directoryOf, type Organisation } from "@/core/people";
import { readPolicy, type Policy, type Section } from "@/core/policy";
import { tideOf } from "@/core/rehearsal";
import { domainOf, type Domain } from "./geometry";
import { redo, startOf, step, undo } from "./steps";
import type { Board, Selection } from "./types";

export type History = { amounts: Record<string, number[]>; months: number; daysPerStage: number };

export type BoardState = Board & {
  /** Changes what belongs to the whole policy and not to a section. */
  changePolicy(edit: (policy: Policy) => Policy): void;
  choose(section: string): void;
  changed: boolean;
  discard(): void;
} & Pick<Kept, "restored" | "keptAt" | "undo" | "redo">;

/**
 * The board's working copy of a version: edits, selection, and what is derived from them. Unsaved edits are kept in this browser, so
 * that a reload loses nothing.
 */
export function useBoard(
  saved: Policy,
  version: number,
  organisation: Organisation,
  history: History,
  mayWrite: boolean,
): BoardState {
  const { policy, setPolicy, changed, discard, restored, keptAt, undo, redo } = useKeptPolicy(
    saved,
    `bandeira:board:${saved.id}:${version}`,
    mayWrite,
  );
  const [sectionId, setSectionId] = useState(saved.sections.at(-1)!.id);
  const [selection, select] = useState<Selection>(null);
  const section = policy.sections.find((one) => one.id === sectionId) ?? policy.sections.at(-1)!;
  const directory = useMemo(() => directoryOf(organisation), [organisation]);
  const unit = 10 ** minorDigits(policy.currency);
  const tide = useMemo(() => tideOf(history.amounts[section.id] ?? [], history.months), [history, section.id]);
  const domain = useSteadyDomain(section, tide.sorted, unit);
  return {
    policy,
    section,
    directory,
    tide,
    daysPerStage: history.daysPerStage,
    domain,
    unit,
    selection,
    mayWrite,
    select,
    change: (edit) => setPolicy((current) => replaceSection(current, section.id, edit)),
    changePolicy: setPolicy,
    choose: (id) => {
      setSectionId(id);
      select(null);
    },
    changed,
    discard: () => {
      discard();
      select(null);
    },
    restored,
    keptAt,
    undo,
    redo,
  };
}

function replaceSection(policy: Policy, id: string, edit: (section: Section) => Section): Policy {
  return { ...policy, sections: policy.sections.map((section) => (section.id === id ? edit(section) : section)) };
}

type Kept = {
  policy: Policy;
  setPolicy(edit: (policy: Policy) => Policy): void;
  changed: boolean;
  discard(): void;
  restored: boolean;
  /** When the working copy was last kept in this browser; null while it is as it was saved. */
  keptAt: Date | null;
  undo: (() => void) | null;
  redo: (() => void) | null;
};

/** The working copy with every step that led to it, kept in this browser as it is edited. */
function useKeptPolicy(saved: Policy, key: string, mayWrite: boolean): Kept {
  const [steps, setSteps] = useState(() => startOf(saved));
  const [restored, setRestored] = useState(false);
  const [keptAt, setKeptAt] = useState<Date | null>(null);
  const joins = useGesture();
  const policy = steps.present;
  const changed = useMemo(() => JSON.stringify(policy) !== JSON.stringify(saved), [policy, saved]);
  useEffect(() => {
    const stored = mayWrite ? localStorage.getItem(key) : null;
    const read = stored ? readPolicy(JSON.parse(stored)) : null;
    if (read?.ok && JSON.stringify(read.value) !== JSON.stringify(saved)) {
      // The server renders the saved version; what this browser kept can only be put in its place afterwards, as one step.
      const { value } = read;
      // oxlint-disable-next-line react/set-state-in-effect
      setSteps((now) => step(now, value, false));
      setRestored(true);
    }
    // Only once per version: later renders must not overwrite what has been edited since.
    // oxlint-disable-next-line react/exhaustive-deps
  }, [key]);
  useEffect(() => {
    if (!mayWrite) return;
    if (changed) {
      localStorage.setItem(key, JSON.stringify(policy));
      // oxlint-disable-next-line react/set-state-in-effect
      setKeptAt(new Date());
    } else if (!restored) {
      localStorage.removeItem(key);
      setKeptAt(null);
    }
  }, [policy, changed, key, mayWrite, restored]);
  return {
    policy,
    setPolicy: (edit) => {
      const joined = joins();
      setSteps((now) => {
        const next = edit(now.present);
        return next === now.present ? now : step(now, next, joined);
      });
    },
    changed,
    discard: () => {
      localStorage.removeItem(key);
      setRestored(false);
      // Taken back like any other step, for whoever pressed it by mistake.
      setSteps((now) => step(now, saved, false));
    },
    restored,
    keptAt,
    undo: steps.past.length > 0 ? () => setSteps(undo) : null,
    redo: steps.future.length > 0 ? () => setSteps(redo) : null,
  };
}

/** Fields into which letters are typed, and whose own undo takes them back. */
export const TYPED = "input:not([type=checkbox]):not([type=radio]), textarea";

/** Tells whether an edit belongs to the one before: made while the same pointer is held down, or typed into the same field. */
function useGesture(): () => boolean {
  const gesture = useRef({ id: 0, held: false, last: -1 });
  useEffect(() => {
    const now = gesture.current;
    const begin = () => {
      now.id += 1;
      now.held = true;
    };
    const end = () => (now.held = false);
    const move = () => (now.id += 1);
    window.addEventListener("pointerdown", begin, true);
    window.addEventListener("pointerup", end, true);
    window.addEventListener("pointercancel", end, true);
    window.addEventListener("focusin", move, true);
    return () => {
      window.removeEventListener("pointerdown", begin, true);
      window.removeEventListener("pointerup", end, true);
      window.removeEventListener("pointercancel", end, true);
      window.removeEventListener("focusin", move, true);
    };
  }, []);
  return () => {
    const now = gesture.current;
    const typing = document.activeElement?.matches(TYPED) ?? false;
    const joined = (now.held || typing) && now.last === now.id;
    now.last = now.id;
    return joined;
  };
}

/** The axis stays where it is while a stake moves, and grows only when one has left it. */
function useSteadyDomain(section: Section, sorted: Float64Array, unit: number): Domain {
  const fresh = domainOf(section.thresholds, sorted, unit);
  const [kept, setKept] = useState({ id: section.id, domain: fresh });
  const { from, to } = kept.domain;
  // An axis that begins at one unit of the currency cannot begin any lower.
  const outside = section.thresholds.some(({ amount }) => (amount < from * 1.05 && from > unit) || amount > to / 1.05);
  if (kept.id === section.id && !outside) return kept.domain;
  setKept({ id: section.id, domain: fresh });
  return fresh;
}
