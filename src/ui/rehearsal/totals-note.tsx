import { USUAL_DAYS, typeWords } from "@/core/documents";
import type { Policy } from "@/core/policy";
import { countOf } from "@/core/text";

/** What running totals in a rehearsal are made of, where a version compares them. */
export function TotalsNote({ policies }: { policies: readonly (Policy | null)[] }) {
  const totals = policies.flatMap((policy) => {
    if (!policy) return [];
    const measure = typeWords(policy.documentType).measures.find(({ key }) => key === policy.measure.kind);
    return measure?.totals ? [policy.measure.days ?? USUAL_DAYS] : [];
  });
  if (totals.length === 0) return null;
  return (
    <p className="text-sm text-soft">
      Totals with the same supplier are added up from these documents, by when they were sent: in the first{" "}
      {countOf(Math.max(...totals), "day")} they are too low, since what was before is not in them, and what was
      declined counts as well.
    </p>
  );
}
