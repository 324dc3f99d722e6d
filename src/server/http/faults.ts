import { sayDatabase } from "../db/open";

// One for the process: what notes a fault and what is asked about it are bundled apart.
const slot = globalThis as typeof globalThis & { bandeiraFaults?: Map<string, string> };
const MOST_KEPT = 200;

/** Notes that a page could not be made because of the database, under the reference that its reader is shown. */
export function noteFault(error: unknown): void {
  const sentence = sayDatabase(error);
  const { digest } = error as { digest?: unknown };
  if (!sentence || typeof digest !== "string") return;
  const faults = (slot.bandeiraFaults ??= new Map());
  faults.set(digest, sentence);
  if (faults.size > MOST_KEPT) faults.delete(faults.keys().next().value!);
}

/** What is wrong with the database, in one sentence with what to do; null where a reference is of something else, or of nothing. */
export function faultOf(reference: string): string | null {
  return slot.bandeiraFaults?.get(reference) ?? null;
}
