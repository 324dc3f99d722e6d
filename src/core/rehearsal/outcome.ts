import type { HeldReason, Route, RoutedLevel } from "../routing";

/** What came of one person at a level: the codes of why they may decide or not, in their order. */
export type PersonOutcome = { person: string; inNameOf?: string; eligible: boolean; why: readonly string[] };

/** What a level has to do with a document. */
export type LevelOutcome = Pick<
  RoutedLevel,
  "level" | "stage" | "outcome" | "needed" | "kind" | "inTurn" | "counts"
> & {
  why: string;
  people: readonly PersonOutcome[];
  /** Code of why its people cannot decide. */
  blocked?: string;
};

/** Why a document is held: the kind of hold, the code of its reason, and the level it is at. */
export type HoldOutcome = { code: string; why: string; level?: string };

/**
 * Where a document goes and why, without the amounts and names that its reasons carry: what two documents can have in common, and by which two policies are compared.
 */
export type Outcome = {
  policy: string | null;
  section: string | null;
  band: number | null;
  outcome: Route["outcome"];
  holds: readonly HoldOutcome[];
  levels: readonly LevelOutcome[];
};

/** What a route comes to. */
export function outcomeOf({ policy, section, band, outcome, holds, levels }: Route): Outcome {
  return {
    policy: policy?.id ?? null,
    section: section?.id ?? null,
    band: band?.index ?? null,
    outcome,
    holds: holds.map(({ code, why, level }) => ({ code, why: innermost(why), ...(level !== undefined && { level }) })),
    levels: levels.map(levelOutcome),
  };
}

function innermost(why: HeldReason): string {
  return why.code === "level blocked" ? why.values.why.code : why.code;
}

function levelOutcome(routed: RoutedLevel): LevelOutcome {
  const { level, stage, outcome, needed, kind, inTurn, counts, why, candidates, blocked } = routed;
  return {
    level,
    stage,
    outcome,
    needed,
    ...(kind && { kind }),
    ...(inTurn && { inTurn }),
    ...(counts && { counts }),
    why: why.code,
    people: candidates.map(({ person, inNameOf, eligible, why: reasons }) => ({
      person,
      ...(inNameOf !== undefined && { inNameOf }),
      eligible,
      why: reasons.map(({ code }) => code),
    })),
    ...(blocked && { blocked: blocked.code }),
  };
}
