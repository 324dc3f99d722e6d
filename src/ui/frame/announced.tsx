"use client";

import { useAnnounced } from "./announce";

/** Says aloud what has become another on a page that stays: how many rows there are since somebody else has acted, or which document is open. */
export function Announced({ text }: { text: string }) {
  useAnnounced(text);
  return null;
}
