"use client";

import { useLettersOn } from "../frame/keys";
import { Tick } from "../labelled";

/** Switches off that single letters are commands, for whoever speaks to their computer or strikes keys by accident. */
export function Letters() {
  const [on, set] = useLettersOn();
  return (
    <>
      <Tick label="Single letters and signs are commands" checked={on} onChange={set} />
      <p className="text-sm text-soft">
        Such as A in the bar where you decide, and ? for the list of keys. This counts for this browser; Ctrl K and the
        arrow keys always work.
      </p>
    </>
  );
}
