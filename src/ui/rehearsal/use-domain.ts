import { useState } from "react";
import { minorDigits } from "@/core/money";
import { domainOf } from "../board/geometry";
import type { Sides } from "./side";

/** The axis is made for what the versions say and what was sent, and stays where it is while thresholds are moved over it. */
export function useDomain({ name, before, after }: Sides, amounts: Float64Array | null, currency: string) {
  const unit = 10 ** minorDigits(currency);
  const fresh = () => {
    const sorted = (amounts ?? new Float64Array()).filter((amount) => !Number.isNaN(amount)).sort();
    return domainOf([...(before.section?.thresholds ?? []), ...(after.section?.thresholds ?? [])], sorted, unit);
  };
  const of = `${name} ${amounts?.length ?? 0}`;
  const [kept, setKept] = useState({ of: "", domain: { from: unit, to: 1000 * unit } });
  if (kept.of === of) return kept.domain;
  const domain = fresh();
  setKept({ of, domain });
  return domain;
}
