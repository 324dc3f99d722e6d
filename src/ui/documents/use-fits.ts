"use client";

import { useEffect, useState } from "react";
import type { OwnField } from "@/core/own-fields";
import type { Fits } from "@/core/patterns";

/** What tells whether a text fits a pattern, fetched where any field has one; until it is here, and where it cannot be had, the server alone tells. */
export function useFits(fields: readonly OwnField[]): Fits | null {
  const [fits, setFits] = useState<Fits | null>(null);
  const asked = fields.some(({ pattern }) => pattern !== undefined);
  useEffect(() => {
    if (!asked) return;
    let gone = false;
    void import("@/core/patterns").then(
      (module) => {
        if (!gone) setFits(() => module.fits);
      },
      () => undefined,
    );
    return () => {
      gone = true;
    };
  }, [asked]);
  return fits;
}
