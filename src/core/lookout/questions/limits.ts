import { Codes } from "../../codes";
import type { Activity, LimitRow } from "../activity";
import type { Answer, Suspicion } from "../question";
import type { LookoutSettings } from "../settings";

type Kind = "never used" | "always exceeded";

/** Limits for a type of document that bind nothing: nothing ever came to them, or everything is beyond. @property largest of the amounts that each was put to, 0 where there is none */
export type LimitFigures = {
  kind: Kind;
  documentType: string;
  limits: (Pick<LimitRow, "holder" | "currency" | "limit"> & { of: number; largest: number })[];
};

/** Limits never used though enough was decided by others, or always exceeded: a fact, one for each type of document. */
export function limits({ beside }: Activity, settings: LookoutSettings["limits"]): Answer<LimitFigures> {
  const used = new Map<string, number>();
  for (const { documentType, amounts } of beside.limits)
    used.set(documentType, (used.get(documentType) ?? 0) + amounts.length);
  const groups = new Codes<{ kind: Kind; documentType: string; rows: LimitRow[] }>(
    ({ kind, documentType }) => `${kind} ${documentType}`,
  );
  for (const row of beside.limits) {
    const { documentType } = row;
    const kind = kindOf(row, used.get(documentType)!, settings.fewest);
    if (kind) groups.values[groups.of({ kind, documentType, rows: [] })]!.rows.push(row);
  }
  const raised = groups.values.map(({ kind, documentType, rows }): Suspicion<LimitFigures> => ({
    about: [kind, documentType],
    people: rows.flatMap(({ holder }) => (holder.kind === "person" ? [holder.id] : [])),
    documents: [],
    chance: null,
    figures: { kind, documentType, limits: rows.map(shown) },
  }));
  return { asked: beside.limits.length, raised };
}

function kindOf({ amounts, limit }: LimitRow, used: number, fewest: number): Kind | null {
  if (amounts.length === 0) return used >= fewest ? "never used" : null;
  return amounts.length >= fewest && amounts.every((one) => one > limit) ? "always exceeded" : null;
}

function shown({ holder, currency, limit, amounts }: LimitRow): LimitFigures["limits"][number] {
  const largest = amounts.reduce((most, one) => Math.max(most, one), 0);
  return { holder, currency, limit, of: amounts.length, largest };
}
