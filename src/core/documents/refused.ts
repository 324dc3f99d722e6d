import { canonical } from "../records";
import type { Basics, DocumentType, Part, RefusedPart } from "./registry";

/** What became of refused parts in an edit: those that are refused as before, and those that the edit asks for again. */
export type RefusedAfter = { kept: RefusedPart[]; asked: Part[] };

/**
 * What was refused of a document, as it stands in an edited one. A part is the same when it says the same, wherever it stands now. One that says
 * something else, or comes a second time, is asked for again; one that is left out is gone.
 * @param parts of the document before, and `now` of the edited one
 */
export function refusedAfter(
  parts: readonly Part[],
  now: readonly Part[],
  refused: readonly RefusedPart[],
): RefusedAfter {
  if (refused.length === 0) return { kept: [], asked: [] };
  const where = sameParts(parts, now);
  const fresh = now.filter((part) => ![...where.values()].includes(part.key));
  const result: RefusedAfter = { kept: [], asked: [] };
  for (const { part: key, allowed } of refused) {
    const part = parts.find((one) => one.key === key);
    if (!part) continue;
    const stands = where.get(key);
    if (stands !== undefined) result.kept.push({ part: stands, allowed });
    // A changed line cannot be told from a new one in its place, so whatever is new beside a refused part that is gone counts as asking for it.
    const again = stands === undefined ? fresh.length > 0 : fresh.some((one) => saysSame(one, part));
    if (again) result.asked.push(part);
  }
  return result;
}

/** Where each part of before stands now, by keys: at its own place if it is the same there, else wherever the same stands that no other part claims. */
function sameParts(before: readonly Part[], now: readonly Part[]): Map<string, string> {
  const where = new Map<string, string>();
  const free = new Map(now.map((part) => [part.key, part]));
  const put = (key: string, at: string) => {
    where.set(key, at);
    free.delete(at);
  };
  for (const part of before) {
    const own = free.get(part.key);
    if (own && saysSame(own, part)) put(part.key, own.key);
  }
  for (const part of before) {
    if (where.has(part.key)) continue;
    const other = [...free.values()].find((one) => saysSame(one, part));
    if (other) put(part.key, other.key);
  }
  return where;
}

function saysSame(one: Part, other: Part): boolean {
  // Fields have keys of their own, so that two that happen to say the same are still two; lines are told apart by what they say alone.
  const line = /^line \d+$/;
  const alike = one.key === other.key || (line.test(one.key) && line.test(other.key));
  return alike && canonical(one.content) === canonical(other.content);
}

/** What a document says beside its amounts and quantities, as one text. */
export function wordingOf<D extends Basics>(document: D, { amountKeys }: Pick<DocumentType<D>, "amountKeys">): string {
  const strip = (value: unknown): unknown => {
    if (Array.isArray(value)) return value.map(strip);
    if (value === null || typeof value !== "object") return value;
    const entries = Object.entries(value).filter(([key, part]) => !amountKeys.includes(key) && part !== undefined);
    return Object.fromEntries(entries.map(([key, part]) => [key, strip(part)]));
  };
  // Who edited it is no part of what it says.
  const { editedBy: _, ...said } = document;
  return canonical(strip(said));
}
