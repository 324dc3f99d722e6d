import { useEffect, useRef } from "react";

/**
 * Asks a question whenever it has become another one. While one answer is awaited, only the newest question is kept for the next, so that whoever answers slowly is
 * never far behind.
 * @param ready somebody is there to answer; whoever is gone answers no more
 */
export function useNewest<Q>(ready: boolean, question: Q, ask: (question: Q) => Promise<void>): void {
  const asked = useRef<{ busy: boolean; next: { question: Q } | null }>({ busy: false, next: null });
  const latest = useRef(ask);
  useEffect(() => {
    latest.current = ask;
  });
  useEffect(() => {
    if (!ready) {
      asked.current = { busy: false, next: null };
      return;
    }
    const go = async (one: Q): Promise<void> => {
      const mine = asked.current;
      mine.busy = true;
      await latest.current(one);
      const { next } = mine;
      mine.busy = false;
      mine.next = null;
      if (next) await go(next.question);
    };
    if (asked.current.busy) asked.current.next = { question };
    else void go(question);
  }, [ready, question]);
}
