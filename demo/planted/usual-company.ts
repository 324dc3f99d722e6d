import type { DocumentState, LevelState } from "@/core/approval";

/** Decides whom a level of a document is decided by, of those who can; those whom it names are asked where they can. */
export type Company = (
  state: DocumentState,
  level: LevelState,
) => { only: readonly string[] } | { not: readonly string[] } | null;

/** Of those who can decide those whom usual company lets decide; all where none of them can. */
export function inCompany(
  companies: readonly Company[],
  state: DocumentState,
  level: LevelState,
  able: readonly string[],
): readonly string[] {
  for (const company of companies) {
    const asked = company(state, level);
    if (!asked) continue;
    const left = able.filter((id) => ("only" in asked ? asked.only.includes(id) : !asked.not.includes(id)));
    if (left.length > 0) return left;
  }
  return able;
}

/** What one person asks for is decided by one other, wherever that other can. */
export const decidesFor =
  (level: string, requester: string, decider: string): Company =>
  (state, { level: id }) =>
    id === level && state.document.requester === requester ? { only: [decider] } : null;

/** What goes to one supplier is decided by one person, wherever that one can. */
export const decidesOnParty =
  (level: string, party: string, decider: string): Company =>
  ({ document }, { level: id }) =>
    id === level && "supplier" in document && document.supplier === party && document.requester !== decider
      ? { only: [decider] }
      : null;

/** Of several who decide together two either both decide or neither: on six documents in ten they do. */
export const together =
  (level: string, both: readonly [string, string]): Company =>
  ({ number }, { level: id, decisions }) => {
    if (id !== level) return null;
    const isTheirs = Number(number.replace(/\D/g, "")) % 10 < 6;
    if (!isTheirs) return { not: both };
    const left = both.filter((one) => !decisions.some(({ by, inNameOf }) => (inNameOf ?? by) === one));
    return left.length > 0 ? { only: left } : null;
  };
