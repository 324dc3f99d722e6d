"use client";

import { useEffect, useRef } from "react";

/** Whether somebody is typing, so that letters are text and not commands. */
function isTyping(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable || ["INPUT", "TEXTAREA", "SELECT"].includes(target.tagName))
  );
}

/**
 * Single keys as commands on a page, as long as nobody types, no dialog is open and no modifier is held.
 * @param bindings key (lower case, or "?", "/", "Enter") to what it does
 */
export function useKeys(bindings: Record<string, () => void>): void {
  const current = useRef(bindings);
  useEffect(() => {
    current.current = bindings;
  });
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) return;
      if (document.querySelector('[role="dialog"]')) return;
      const command = current.current[event.key.length === 1 ? event.key.toLowerCase() : event.key];
      if (!command) return;
      event.preventDefault();
      command();
    };
    window.addEventListener("keydown", listen);
    return () => window.removeEventListener("keydown", listen);
  }, []);
}
