"use client";

import { useEffect } from "react";
import { canTake, focusNear, isSomewhere, standing, type Stood } from "./focus";

/**
 * Keeps the focus on the page (WCAG 2.4.3): where what has it goes away, is hidden or is switched off, what stands nearest to it takes it, from the inside out, and at last the
 * heading of the page. Who presses beside everything takes the focus away on purpose, and whoever opens something gives it a place themselves.
 */
export function FocusKeeper() {
  useEffect(() => {
    let stood: readonly Stood[] = [];
    let timer: ReturnType<typeof setTimeout> | undefined;
    const note = ({ target }: FocusEvent) => {
      if (target instanceof Element && target !== document.body) stood = standing(target);
    };
    const look = () => {
      const [last] = stood;
      if (!last || isSomewhere() || canTake(last.element)) return;
      const gone = stood;
      stood = [];
      focusNear(gone);
    };
    // Whoever takes something away may give the focus a place of their own right after.
    const soon = () => {
      clearTimeout(timer);
      timer = setTimeout(look, 50);
    };
    const pressed = () =>
      setTimeout(() => {
        if (!isSomewhere() && stood[0] && canTake(stood[0].element)) stood = [];
      });
    const observer = new MutationObserver(() => {
      if (stood.length > 0 && !isSomewhere()) soon();
    });
    document.addEventListener("focusin", note);
    document.addEventListener("pointerdown", pressed);
    observer.observe(document.body, {
      childList: true,
      subtree: true,
      attributes: true,
      attributeFilter: ["disabled", "hidden", "open"],
    });
    return () => {
      clearTimeout(timer);
      observer.disconnect();
      document.removeEventListener("focusin", note);
      document.removeEventListener("pointerdown", pressed);
    };
  }, []);
  return null;
}
