"use client";

import { useEffect, useMemo, useState } from "react";
import { minorDigits } from "@/core/money";
import { directoryOf, type Organisation } from "@/core/people";
import { readPolicy, type Policy, type Section } from "@/core/policy";
import { tideOf } from "@/core/rehearsal";
import { domainOf, type Domain } from "./geometry";
import type { Board, Selection } from "./types";

export type History = { amounts: Record<string, number[]>; months: number; daysPerStage: number };

export type BoardState = Board & {
  /** Changes what belongs to the whole policy and not to a section. */
  changePolicy(edit: (policy: Policy) => Policy): void;
  choose(section: string): void;
  changed: boolean;
  discard(): void;
  restored: boolean;
};

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
  const { policy, setPolicy, changed, discard, restored } = useKeptPolicy(
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
  };
}

function replaceSection(policy: Policy, id: string, edit: (section: Section) => Section): Policy {
  return { ...policy, sections: policy.sections.map((section) => (section.id === id ? edit(section) : section)) };
}

function useKeptPolicy(saved: Policy, key: string, mayWrite: boolean) {
  const [policy, setPolicy] = useState(saved);
  const [restored, setRestored] = useState(false);
  const changed = useMemo(() => JSON.stringify(policy) !== JSON.stringify(saved), [policy, saved]);
  useEffect(() => {
    const stored = mayWrite ? localStorage.getItem(key) : null;
    const read = stored ? readPolicy(JSON.parse(stored)) : null;
    if (read?.ok && JSON.stringify(read.value) !== JSON.stringify(saved)) {
      // The server renders the saved version; what this browser kept can only be put in its place afterwards.
      // oxlint-disable-next-line react/set-state-in-effect
      setPolicy(read.value);
      setRestored(true);
    }
    // Only once per version: later renders must not overwrite what has been edited since.
    // oxlint-disable-next-line react/exhaustive-deps
  }, [key]);
  useEffect(() => {
    if (!mayWrite) return;
    if (changed) localStorage.setItem(key, JSON.stringify(policy));
    else if (!restored) localStorage.removeItem(key);
  }, [policy, changed, key, mayWrite, restored]);
  const discard = () => {
    localStorage.removeItem(key);
    setRestored(false);
    setPolicy(saved);
  };
  return { policy, setPolicy, changed, discard, restored };
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
