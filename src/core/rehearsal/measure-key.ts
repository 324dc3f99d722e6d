import { USUAL_DAYS, typeWords } from "../documents";
import type { Policy } from "../policy";

/** What of a policy says which amounts it compares. */
export type Measuring = Pick<Policy, "documentType" | "currency" | "measure">;

/**
 * By which key the amounts that a policy compares stand with a document of the past: running totals by the days over which they run and the currency in which they are added up, so that versions that
 * measure otherwise can be put side by side.
 */
export function measureKey({ documentType, currency, measure: { kind, days = USUAL_DAYS } }: Measuring): string {
  return totalsOf(documentType, kind) ? `${kind} ${days} ${currency}` : kind;
}

/** What a document or a column of documents has by the measure of a policy; by the measure as it was kept where no total was made anew. */
export function byMeasureOf<T>(measures: Readonly<Record<string, T>>, policy: Measuring): T | undefined {
  return measures[measureKey(policy)] ?? measures[policy.measure.kind];
}

/** What a measure adds up, where it is a running total. */
export function totalsOf(documentType: string, kind: string) {
  return typeWords(documentType).measures.find(({ key }) => key === kind)?.totals;
}
