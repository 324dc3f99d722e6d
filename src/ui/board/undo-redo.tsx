"use client";

import { useEffect, useRef } from "react";
import { Button } from "../primitives";
import { TYPED } from "./use-gesture";

type Move = (() => void) | null;

/** One step back and one forward, by button or by Ctrl+Z and Ctrl+Shift+Z; in a field these keys stay the field’s own. */
export function UndoRedo({ undo, redo }: { undo: Move; redo: Move }) {
  const moves = useRef({ undo, redo });
  useEffect(() => {
    moves.current = { undo, redo };
  }, [undo, redo]);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.altKey) return;
      const key = event.key.toLowerCase();
      const move = key === "y" || (key === "z" && event.shiftKey) ? "redo" : key === "z" ? "undo" : null;
      const inField = (event.target as HTMLElement).matches(TYPED);
      if (!move || inField) return;
      event.preventDefault();
      moves.current[move]?.();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, []);
  return (
    <span className="flex">
      <Button look="quiet" disabled={!undo} onClick={() => undo?.()}>
        Undo
      </Button>
      <Button look="quiet" disabled={!redo} onClick={() => redo?.()}>
        Redo
      </Button>
    </span>
  );
}
