"use client";

import { useEffect, useRef, useSyncExternalStore, type KeyboardEvent as ReactKeyboardEvent } from "react";

/** Whether somebody is typing, so that letters are text and not commands. */
function isTyping(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable || ["INPUT", "TEXTAREA", "SELECT"].includes(target.tagName))
  );
}

/** Where a browser keeps that single letters do nothing in it. */
const OFF = "bandeira:letters-off";
const CHANGED = "bandeira:letters";

/** Whether single letters and signs are commands in this browser; they are until somebody switches them off in their account (WCAG 2.1.4). */
export function useLettersOn(): [on: boolean, set: (on: boolean) => void] {
  const on = useSyncExternalStore(
    (changed) => {
      window.addEventListener(CHANGED, changed);
      return () => window.removeEventListener(CHANGED, changed);
    },
    lettersOn,
    () => true,
  );
  const set = (next: boolean) => {
    if (next) localStorage.removeItem(OFF);
    else localStorage.setItem(OFF, "1");
    window.dispatchEvent(new Event(CHANGED));
  };
  return [on, set];
}

const lettersOn = () => localStorage.getItem(OFF) === null;

type Bindings = Readonly<Record<string, () => void>>;
type Key = Pick<KeyboardEvent, "ctrlKey" | "metaKey" | "altKey" | "key" | "target" | "preventDefault">;

/** Does what a letter stands for, unless it is switched off, is text, or comes with another key. */
export function pressLetter(event: Key | ReactKeyboardEvent, bindings: Bindings): void {
  if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target) || !lettersOn()) return;
  const command = bindings[event.key.length === 1 ? event.key.toLowerCase() : event.key];
  if (!command) return;
  event.preventDefault();
  command();
}

/**
 * Single signs as commands on a whole page, as long as nobody types and no dialog is open. For what acts on a document, letters belong to its bar alone: see `pressLetter`.
 * @param bindings a sign such as "?" or "/" to what it does
 */
export function useSigns(bindings: Bindings): void {
  const current = useRef(bindings);
  useEffect(() => {
    current.current = bindings;
  });
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      if (!document.querySelector('[role="dialog"]')) pressLetter(event, current.current);
    };
    window.addEventListener("keydown", listen);
    return () => window.removeEventListener("keydown", listen);
  }, []);
}

/** Which line of a list an arrow key leads to, by the place of the one that has the focus. */
const STEPS: Readonly<Record<string, (at: number, last: number) => number>> = {
  ArrowDown: (at, last) => Math.min(last, at + 1),
  ArrowUp: (at) => Math.max(0, at - 1),
  Home: () => 0,
  End: (_, last) => last,
};

/**
 * Walks the lines of a list while one of them has the focus: up, down, to the first and to the last. A line is what has the attribute `data-line`, as far as it is to be seen.
 * @param event of whatever holds all of the lines
 */
export function walkLines(event: ReactKeyboardEvent<HTMLElement>): void {
  const step = STEPS[event.key];
  if (!step || event.ctrlKey || event.metaKey || event.altKey || event.shiftKey) return;
  const lines = [...event.currentTarget.querySelectorAll<HTMLElement>("[data-line]")].filter(
    (line) => line.getClientRects().length > 0,
  );
  const at = lines.indexOf(event.target as HTMLElement);
  if (at < 0) return;
  event.preventDefault();
  lines[step(at, lines.length - 1)]!.focus();
}
