"use client";

import { useEffect, useState } from "react";
import { Sheet } from "./sheet";
import { useSigns } from "./keys";

const KEYS: [string, string][] = [
  ["↑ ↓", "In a list: the line before or after; Home and End: the first and the last"],
  ["→", "On the desk: from the list to the decision on what is open beside it"],
  ["Enter", "Open or press what has the focus, and nothing else"],
  ["A, then Enter", "In the bar where you decide: approve; the first key asks, the second approves"],
  ["P", "The same for approving in part"],
  ["D", "Decline"],
  ["B", "Send back"],
  ["Q", "Ask somebody"],
  ["H", "Hand over"],
  ["/", "Search"],
  ["Ctrl K", "Go anywhere: a document, a person, a policy, a place"],
  ["← →", "On the band board: move a stake to the next round amount, or the end of a pennant to the next band"],
  ["Shift + ← →", "Move a stake by one unit of the currency"],
  ["Delete", "Remove the stake"],
  ["Space", "On a band of a level: approves, is notified, has no part"],
  ["Ctrl Z, Ctrl Shift Z", "On the band board: undo and redo"],
  ["Esc", "Close and go back to where you were"],
  ["?", "These keys"],
];

export function KeyHelp() {
  const [open, setOpen] = useState(false);
  useSigns({
    "?": () => setOpen(true),
    "/": () => document.querySelector<HTMLInputElement>('input[type="search"]')?.focus(),
  });
  useEffect(() => {
    const show = () => setOpen(true);
    window.addEventListener("bandeira:keys", show);
    return () => window.removeEventListener("bandeira:keys", show);
  }, []);
  return (
    <Sheet open={open} onOpenChange={setOpen} title="Keys">
      <dl className="grid grid-cols-[7rem_1fr] gap-y-2">
        {KEYS.map(([key, what]) => (
          <div key={key} className="contents">
            <dt className="font-semibold">{key}</dt>
            <dd>{what}</dd>
          </div>
        ))}
      </dl>
    </Sheet>
  );
}
