"use client";

import type { ReactNode } from "react";
import { walkLines } from "../frame/keys";

/** What holds lines that are walked with arrow keys while one of them has the focus. */
export function Walked({ children }: { children: ReactNode }) {
  return <div onKeyDown={walkLines}>{children}</div>;
}
