"use client";

import { useMemo, useState } from "react";
import { minorDigits } from "@/core/money";
import { directoryOf, type Organisation } from "@/core/people";
import type { Policy, PolicyVersion, Section } from "@/core/policy";
import { domainOf, type Domain } from "./geometry";
import type { Board, Selection, Tried } from "./types";
import { useDraft, type DraftState, type KeptDraft } from "./use-draft";
import { NO_TIDE, useLook, type EvaluationContext } from "./use-look";
import { policiesOf, sayFinding } from "@/core/words";

export type BoardState = Board &
  Omit<DraftState, "policy" | "setPolicy"> & {
    /** Changes what belongs to the whole policy and not to a section. */
    changePolicy(edit: (policy: Policy) => Policy): void;
    choose(section: string): void;
    look: EvaluationContext;
  };

/** What the board was opened with. */
export type Opened = {
  saved: Policy;
  kept: KeptDraft | null;
  organisation: Organisation;
  versions: readonly PolicyVersion[];
  at: string;
  mayWrite: boolean;
  /** What it is compared with from the beginning, as where it is reviewed. */
  against: Policy | null;
};

/** The board's working copy of a version: edits, selection, and what is derived from them. */
export function useBoard({ saved, kept, organisation, versions, at, mayWrite, against }: Opened): BoardState {
  const { policy, setPolicy, ...draft } = useDraft(saved, kept, mayWrite);
  const [sectionId, setSectionId] = useState(saved.sections.at(-1)!.id);
  const [selection, select] = useState<Selection>(null);
  const [tried, setTried] = useState<Tried | null>(null);
  const [compared, setCompared] = useState<Policy | null>(against);
  const section = policy.sections.find((one) => one.id === sectionId) ?? policy.sections.at(-1)!;
  const directory = useMemo(() => directoryOf(organisation), [organisation]);
  const others = useMemo(() => policiesOf(versions), [versions]);
  const unit = 10 ** minorDigits(policy.currency);
  const look = useLook(policy, organisation, versions, at);
  const tide = look.tides[section.id] ?? NO_TIDE;
  const domain = useSteadyDomain(section, tide.sorted, unit, tried?.section === section.id ? tried.minor : undefined);
  return {
    ...draft,
    policy,
    section,
    directory,
    at,
    tide,
    counted: Object.hasOwn(look.tides, section.id),
    histories: look.histories,
    untold: look.untold,
    daysPerStage: look.daysPerStage,
    domain,
    unit,
    selection,
    mayWrite,
    findings: look.findings,
    say: (finding) => sayFinding(finding, policy, directory, others),
    tried,
    setTried,
    compared,
    setCompared,
    select,
    change: (edit) => setPolicy((current) => replaceSection(current, section.id, edit)),
    changePolicy: setPolicy,
    choose: (id) => {
      setSectionId(id);
      select(null);
    },
    look,
  };
}

function replaceSection(policy: Policy, id: string, edit: (section: Section) => Section): Policy {
  return { ...policy, sections: policy.sections.map((section) => (section.id === id ? edit(section) : section)) };
}

/** The axis stays where it is while a stake moves, and grows only when one has left it. */
function useSteadyDomain(section: Section, sorted: Float64Array, unit: number, tried: number | undefined): Domain {
  const fresh = domainOf(section.thresholds, sorted, unit, tried);
  const [kept, setKept] = useState({ id: section.id, domain: fresh, known: sorted });
  const { from, to } = kept.domain;
  // An axis that begins at one unit of the currency cannot begin any lower.
  const outside = section.thresholds.some(({ amount }) => (amount < from * 1.05 && from > unit) || amount > to / 1.05);
  const beyond = tried !== undefined && (tried < from || tried > to);
  if (kept.id === section.id && kept.known === sorted && !outside && !beyond) return kept.domain;
  setKept({ id: section.id, domain: fresh, known: sorted });
  return fresh;
}
