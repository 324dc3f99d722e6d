"use client";

import { createContext, useContext } from "react";
import type { Refusal } from "@/core/refusal";

/** What was refused in the form that a field is in. */
export const RefusedIn = createContext<readonly Refusal[]>([]);

/** The name of the sentence of a refusal, by which its field is described. */
export const saidAbout = (path: string) => `refused-${path}`;

/** What describes a field that was refused, which is then invalid: by its own name or the end of a longer path. Undefined where nothing was refused of it. */
export function useRefused(name: string): string | undefined {
  const path = useContext(RefusedIn).find((one) => one.path === name || one.path?.endsWith(`.${name}`))?.path;
  return path && saidAbout(path);
}
