import type { Candidate } from "../people";
import { enoughInAll, heldAt, type HeldReason } from "../routing";
import { place, ofRouting, released, releaseAll } from "./chain";
import { actorsOfSeat } from "./seats";
import { activeHolds, approvalsIn } from "./status";
import { fold } from "./under";
import type { DecideContext, DocumentEvent, DocumentState, LevelState } from "./types";

type Reach = "now" | "later" | "never";

/**
 * Whether the quorums of open levels can still be reached, where nobody decides at two of them, by people who can still decide: not by those who have left,
 * are away without a stand-in, have decided here, or at another level where nobody decides at two; and nobody fills two seats.
 * @returns "later" where only an absence stands in the way, "never" where nothing will change by itself
 */
function reachOf(state: DocumentState, levels: readonly LevelState[], context: DecideContext): Reach {
  const asked = levels.map((level) => stillAsked(state, level, context));
  if (enoughInAll(asked)) return "now";
  const back = (one: Candidate) => (one.away ? { ...one, eligible: true } : one);
  return enoughInAll(asked.map(({ needed, candidates }) => ({ needed, candidates: candidates.map(back) })))
    ? "later"
    : "never";
}

/** How many a level still needs, and everybody who could be one of them. */
function stillAsked(state: DocumentState, level: LevelState, { routing, at }: DecideContext) {
  const candidates = level.pool
    .filter((seat) => !level.decisions.some((one) => (one.inNameOf ?? one.by) === seat))
    .flatMap((seat) => actorsOfSeat(state, seat, routing, at, level.level))
    .filter((one) => !level.decisions.some((said) => said.by === one.person));
  return { needed: level.needed - approvalsIn(level), candidates };
}

/** How far an open level is in reach by itself, and together with the levels beside it that need other people. */
type OfLevel = { level: LevelState; alone: Reach; together: Reach; beside: readonly LevelState[] };

/** Of every open level. Where nobody decides at two, the levels are gone through in their order, each with those before it that have their people. */
function ofOpenLevels(state: DocumentState, context: DecideContext): OfLevel[] {
  const placed: LevelState[] = [];
  return state.levels
    .filter((level) => level.status === "open" && level.kind !== "check")
    .map((level) => {
      const alone = reachOf(state, [level], context);
      const beside = state.route?.mustDiffer ? [...placed] : [];
      const together = alone === "now" && beside.length > 0 ? reachOf(state, [...beside, level], context) : alone;
      if (together === "now") placed.push(level);
      return { level, alone, together, beside };
    });
}

/** The open levels that too few can still decide, by themselves or with those beside them. */
export function beyondReach(state: DocumentState, context: DecideContext): LevelState[] {
  return ofOpenLevels(state, context).flatMap(({ level, together }) => (together === "now" ? [] : [level]));
}

/**
 * What follows where the quorum of an open level is out of reach: it is declined if somebody declined there, else the document is held and says why; and where
 * it can be reached again, that hold goes. Nothing waits for somebody who cannot come.
 */
export function outOfReach(state: DocumentState, context: DecideContext): DocumentEvent[] {
  if (state.status !== "waiting") return [];
  const levels = ofOpenLevels(state, context);
  const refused = levels.find(
    ({ level, alone }) => alone === "never" && level.decisions.some((one) => one.outcome === "decline"),
  );
  if (refused) return declined(state, refused.level);
  return levels.reduce<DocumentEvent[]>(
    (events, one) => [...events, ...ofLevel(fold(state, events, context.at), one, context)],
    [],
  );
}

function ofLevel(state: DocumentState, of: OfLevel, context: DecideContext): DocumentEvent[] {
  const { level, together } = of;
  const held = activeHolds(state).find((hold) => hold.kind === "routing" && hold.level === level.level);
  if (together === "now") return held ? [released(held, "cause gone", null, { code: "enough can decide" })] : [];
  if (held) return [];
  const beside = of.beside.map((one) => one.level);
  const why: HeldReason =
    of.alone === "now"
      ? { code: "too few beside", values: { level: level.level, beside } }
      : { code: TOO_FEW[together], values: { level: level.level } };
  return place(state, [ofRouting(heldAt(level.level, why))], context.actor);
}

const TOO_FEW = { later: "too few there", never: "too few left" } as const satisfies Record<
  Exclude<Reach, "now">,
  HeldReason["code"]
>;

/** A level that is refused ends the document. */
export function declined(state: DocumentState, level: LevelState): DocumentEvent[] {
  return [
    { type: "level declined", data: { level: level.level } },
    { type: "declined", data: { level: level.level } },
    ...releaseAll(state, "declined"),
  ];
}
