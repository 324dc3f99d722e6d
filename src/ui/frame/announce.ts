import { useEffect, useRef } from "react";

/** The event by which something is said aloud on a page. */
export const SAID = "bandeira:said";

/** Says aloud what was done or has changed, for whoever does not see it. @param text a sentence */
export function announce(text: string): void {
  window.dispatchEvent(new CustomEvent(SAID, { detail: text }));
}

/** Says a sentence aloud whenever it has become another one; what stands there from the beginning is read with the page. */
export function useAnnounced(text: string): void {
  const said = useRef<string | null>(null);
  useEffect(() => {
    if (said.current !== null && said.current !== text && text) announce(text);
    said.current = text;
  }, [text]);
}
