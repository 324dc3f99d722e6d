"use client";

import { useEffect, useState } from "react";
import { SAID } from "./announce";

/** So many sentences are kept, so that what is said at the same time is all read. */
const KEPT = 5;

/** Says aloud, once and in few words, what changed without a new page (WCAG 4.1.3). */
export function Announcer() {
  const [said, setSaid] = useState<readonly { id: number; text: string }[]>([]);
  useEffect(() => {
    const say = (event: Event) => {
      const text = (event as CustomEvent<string>).detail;
      setSaid((now) => [...now, { id: (now.at(-1)?.id ?? 0) + 1, text }].slice(-KEPT));
    };
    window.addEventListener(SAID, say);
    return () => window.removeEventListener(SAID, say);
  }, []);
  return (
    <div aria-live="polite" className="sr-only">
      {said.map(({ id, text }) => (
        <p key={id}>{text}</p>
      ))}
    </div>
  );
}
