"use client";

import { useEffect, useRef } from "react";

/** Fields into which letters are typed, and whose own undo takes them back. */
export const TYPED = "input:not([type=checkbox]):not([type=radio]), textarea";

/** Tells whether an edit belongs to the one before: made while the same pointer is held down, or typed into the same field. */
export function useGesture(): () => boolean {
  const gesture = useRef({ id: 0, held: false, last: -1 });
  useEffect(() => {
    const now = gesture.current;
    const begin = () => {
      now.id += 1;
      now.held = true;
    };
    const end = () => (now.held = false);
    const move = () => (now.id += 1);
    window.addEventListener("pointerdown", begin, true);
    window.addEventListener("pointerup", end, true);
    window.addEventListener("pointercancel", end, true);
    window.addEventListener("focusin", move, true);
    return () => {
      window.removeEventListener("pointerdown", begin, true);
      window.removeEventListener("pointerup", end, true);
      window.removeEventListener("pointercancel", end, true);
      window.removeEventListener("focusin", move, true);
    };
  }, []);
  return () => {
    const now = gesture.current;
    const typing = document.activeElement?.matches(TYPED) ?? false;
    const joined = (now.held || typing) && now.last === now.id;
    now.last = now.id;
    return joined;
  };
}
