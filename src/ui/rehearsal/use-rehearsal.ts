"use client";

import { proxy, wrap, type Remote } from "comlink";
import { useCallback, useEffect, useMemo, useRef, useState, type RefObject } from "react";
import type { Policy, PolicyVersion } from "@/core/policy";
import type { Found, MinutesOf, PastDocument, RehearsalAnswer, Wanted } from "@/core/rehearsal";
import type { Rate } from "@/core/money";
import type { HistoryLists } from "@/core/organisation-history";
import type { RehearsalWorker, TimesAnswer, TimesAsked } from "@/workers/rehearsal";
import { useNewest } from "../newest";

type Material = {
  documents: PastDocument[];
  labels: { number: string; title: string; ofFile?: true }[];
  rates: Rate[];
  history: HistoryLists;
  withheld: string[];
};

export type Rehearsed = {
  answer: RehearsalAnswer | null;
  /** The answer is not yet that for the versions as they are now. */
  busy: boolean;
  labels: Material["labels"];
  withheld: readonly string[];
  problem: string;
  /** What a third version would have meant against the one above; null without one, or before it is known. */
  third: RehearsalAnswer | null;
  /** Which share of the first answer is there; null before its documents are. */
  share: number | null;
  /** The first answer was stopped; `again` begins anew. */
  stopped: boolean;
  stop(): void;
  again(): void;
  /** Looks for better thresholds of a version; null where nothing was given to look through yet. */
  find(policy: Policy, wanted: Wanted): Promise<Found | null>;
  /** How long decisions would take under both versions; null where it was stopped or nothing was given yet. @param goOn told how far it is, says whether to go on */
  time(asked: Omit<TimesAsked, "minutes">, goOn: (share: number) => boolean): Promise<TimesAnswer | null>;
};

type Answered = Pick<Rehearsed, "answer" | "labels" | "withheld" | "problem"> & { of: object | null };

/** What is replayed: documents of which days, under which other policies, and with people as of which moment. */
export type Replaying = {
  /** Where documents, people and rates are asked for. */
  material: string;
  others: readonly PolicyVersion[];
  /** ISO date-time; null for people as they were. */
  today: string | null;
  /** Conditions on what nothing is known of are taken as not met. */
  takesUnknown: boolean;
};

/**
 * Has a worker replay the documents of some days under two versions, again whenever one of them is changed. While one answer is awaited, only the newest question is kept
 * for the next.
 */
export function useRehearsal(
  replaying: Replaying,
  before: Policy | null,
  after: Policy | null,
  minutes: MinutesOf,
  third: { policy: Policy | null } | null,
): Rehearsed {
  const [state, setState] = useState<Answered>({
    answer: null,
    of: null,
    labels: [],
    withheld: [],
    problem: "",
  });
  const worker = useRef<Remote<RehearsalWorker> | null>(null);
  const [ready, setReady] = useState(false);
  const [share, setShare] = useState<number | null>(null);
  const [stopped, setStopped] = useState(false);
  const [round, setRound] = useState(0);
  const going = useRef(new AbortController());
  const { material, today, takesUnknown } = replaying;
  useEffect(() => {
    const thread = new Worker(new URL("../../workers/rehearsal.ts", import.meta.url), { type: "module" });
    const remote = wrap<RehearsalWorker>(thread);
    worker.current = remote;
    const { signal } = (going.current = new AbortController());
    let over = false;
    void (async () => {
      try {
        const response = await fetch(material, { signal });
        if (!response.ok) throw new Error(String(response.status));
        const { documents, labels, rates, history, withheld } = (await response.json()) as Material;
        await remote.give({ documents, rates, history, others: replaying.others, today, takesUnknown });
        if (over || signal.aborted) return;
        setState((now) => ({ ...now, labels, withheld }));
        setReady(true);
      } catch {
        if (!over && !signal.aborted)
          setState((now) => ({
            ...now,
            problem: "The documents of these days cannot be read now; load the page again.",
          }));
      }
    })();
    return () => {
      over = true;
      setReady(false);
      thread.terminate();
    };
    // Other policies are those with which the page was opened.
    // oxlint-disable-next-line react/exhaustive-deps
  }, [material, today, takesUnknown, round]);

  const question = useMemo(() => ({ before, after, minutes }), [before, after, minutes]);
  useNewest(ready, question, async (one) => {
    // Whoever moves a threshold has an answer that is followed by the next at once.
    const { signal } = going.current;
    const goOn = (done: number) => {
      setShare(done);
      return Promise.resolve(!signal.aborted);
    };
    const steps = state.answer === null ? proxy(goOn) : null;
    const answer = await worker.current?.compare(one.before, one.after, one.minutes, steps);
    if (answer) setState((now) => ({ ...now, answer, of: one }));
  });
  const besides = useThird(ready && state.answer !== null, worker, before, third?.policy, minutes);
  const find = useCallback(
    async (policy: Policy, wanted: Wanted) => (await worker.current?.find(policy, wanted, minutes)) ?? null,
    [minutes],
  );
  const time = useCallback(
    async (asked: Omit<TimesAsked, "minutes">, goOn: (share: number) => boolean) =>
      (await worker.current?.times(
        before,
        after,
        { ...asked, minutes },
        proxy((share: number) => Promise.resolve(goOn(share))),
      )) ?? null,
    [before, after, minutes],
  );
  const stop = () => {
    going.current.abort();
    setStopped(true);
  };
  const again = () => {
    setStopped(false);
    setShare(null);
    setRound((now) => now + 1);
  };
  return { ...state, third: besides, find, time, share, stopped, stop, again, busy: state.of !== question };
}

/**
 * What a third version would have meant against the one above, worked out after the two were.
 * @param third undefined for none; null for that there is no such policy
 */
function useThird(
  ready: boolean,
  worker: RefObject<Remote<RehearsalWorker> | null>,
  before: Policy | null,
  third: Policy | null | undefined,
  minutes: MinutesOf,
): RehearsalAnswer | null {
  const [found, setFound] = useState<{ of: object; answer: RehearsalAnswer | null } | null>(null);
  const question = useMemo(() => ({ before, third, minutes }), [before, third, minutes]);
  useNewest(ready, question, async (one) => {
    if (one.third === undefined || (one.before === null && one.third === null)) return;
    const answer = await worker.current?.compare(one.before, one.third, one.minutes, null);
    setFound({ of: one, answer: answer ?? null });
  });
  return found?.of === question ? found.answer : null;
}
