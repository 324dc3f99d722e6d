"use client";

import { wrap, type Remote } from "comlink";
import { useCallback, useEffect, useRef, useState } from "react";
import type { Finding, KnownNames, Missed } from "@/core/checks";
import type { Rate } from "@/core/money";
import type { Organisation } from "@/core/people";
import type { Policy, PolicyVersion } from "@/core/policy";
import { distributionOf, type PastDocument, type AmountDistribution } from "@/core/rehearsal";
import type { BoardWorker, InEffect } from "@/workers/board";
import { useNewest } from "../newest";

export type Look = {
  tides: Record<string, AmountDistribution>;
  /** Documents of which too little is known to tell in which section they belong. */
  untold: number;
  findings: Finding[];
  /** Of which policy the findings are; another one is being looked at while it is not the present one. */
  of: Policy | null;
  daysPerStage: number;
  rates: readonly Rate[];
  /** Keys of fields of which nothing is known of past documents, since they are hidden from the viewer. */
  withheld: readonly string[];
  /** Names of the histories that stand in for documents of the organisation's own, as long as it has sent none. */
  histories: readonly string[];
  /** Numbers of past documents that have a page, by their ids. */
  numbers: Readonly<Record<string, string>>;
  problem: string;
};
export type EvaluationContext = Look & {
  /** Who would be missed in each band; null as long as there is nothing to look with. */
  missed: ((policy: Policy) => Promise<Missed[]>) | null;
  /** What two versions treat differently; null as long as there is nothing to look with. */
  inEffect: ((before: Policy, after: Policy) => Promise<InEffect | null>) | null;
};

type History = {
  documents: PastDocument[];
  rates: Rate[];
  months: number;
  daysPerStage: number;
  names: KnownNames;
  withheld: string[];
  histories: string[];
  numbers: Record<string, string>;
};

export const NO_TIDE = distributionOf([], 12);

/**
 * Has a worker look at the policy as it is edited: last year's documents under it, and its findings. While one answer is awaited, only the newest policy is kept
 * for the next.
 */
export function useLook(
  policy: Policy,
  organisation: Organisation,
  versions: readonly PolicyVersion[],
  at: string,
): EvaluationContext {
  const [look, setLook] = useState<Look>({
    tides: {},
    untold: 0,
    findings: [],
    of: null,
    daysPerStage: 0,
    rates: [],
    withheld: [],
    histories: [],
    numbers: {},
    problem: "",
  });
  const worker = useRef<Remote<BoardWorker> | null>(null);
  const [ready, setReady] = useState(false);
  const { documentType } = policy;
  useEffect(() => {
    const thread = new Worker(new URL("../../workers/board.ts", import.meta.url), { type: "module" });
    const remote = wrap<BoardWorker>(thread);
    worker.current = remote;
    let over = false;
    void (async () => {
      try {
        const response = await fetch(`/api/policies/history?type=${documentType}`);
        if (!response.ok) throw new Error(String(response.status));
        const { documents, rates, months, daysPerStage, names, withheld, histories, numbers } =
          (await response.json()) as History;
        await remote.give({ organisation, versions, documents, rates, months, names, at });
        if (over) return;
        setLook((now) => ({ ...now, daysPerStage, rates, withheld, histories, numbers }));
        setReady(true);
      } catch {
        if (!over)
          setLook((now) => ({ ...now, problem: "Last year’s documents cannot be read now; load the page again." }));
      }
    })();
    return () => {
      over = true;
      setReady(false);
      thread.terminate();
    };
    // What the page was opened with; a newer state of people or policies comes with a newer page.
    // oxlint-disable-next-line react/exhaustive-deps
  }, [documentType, at]);

  useNewest(ready, policy, async (one) => {
    const found = await worker.current?.look(one);
    if (found)
      setLook((now) => ({
        ...now,
        tides: found.tides ?? now.tides,
        untold: found.untold,
        findings: found.findings,
        of: one,
      }));
  });
  const missed = useCallback(async (one: Policy) => (await worker.current?.missed(one)) ?? [], []);
  const inEffect = useCallback(
    async (before: Policy, after: Policy) => (await worker.current?.inEffect(before, after)) ?? null,
    [],
  );
  return { ...look, missed: ready ? missed : null, inEffect: ready ? inEffect : null };
}
