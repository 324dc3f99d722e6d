import { mostDeciders } from "../people";
import { place, ofRouting, released, releaseAll } from "./chain";
import { actorsOfSeat } from "./seats";
import { activeHolds, approvalsIn } from "./status";
import { fold } from "./under";
import type { DecideContext, DocumentEvent, DocumentState, LevelState } from "./types";

type Reach = "now" | "later" | "never";

/**
 * Whether the quorum of an open level can still be reached by people who can still decide: not by those who have left, are away without a stand-in, have
 * decided here, or at another level where nobody decides at two; and nobody fills two seats.
 * @returns "later" where only an absence stands in the way, "never" where nothing will change by itself
 */
export function reachOf(state: DocumentState, level: LevelState, context: DecideContext): Reach {
  const decided = new Set(level.decisions.map((one) => one.by));
  const left = level.pool.filter((seat) => !level.decisions.some((one) => (one.inNameOf ?? one.by) === seat));
  const actors = left
    .flatMap((seat) => actorsOfSeat(state, seat, context.routing, context.at, level.level))
    .filter((one) => !decided.has(one.person));
  const open = level.needed - approvalsIn(level);
  if (mostDeciders(left, actors) >= open) return "now";
  const back = actors.map((one) => (one.away ? { ...one, eligible: true } : one));
  return mostDeciders(left, back) >= open ? "later" : "never";
}

/**
 * What follows where the quorum of an open level is out of reach: it is declined if somebody declined there, else the document is held and says why; and where
 * it can be reached again, that hold goes. Nothing waits for somebody who cannot come.
 */
export function outOfReach(state: DocumentState, context: DecideContext): DocumentEvent[] {
  if (state.status !== "waiting") return [];
  return state.levels
    .filter((level) => level.status === "open" && level.kind !== "check")
    .reduce<DocumentEvent[]>((events, { level: id }) => {
      const now = fold(state, events, context.at);
      const level = now.levels.find((one) => one.level === id)!;
      return now.status === "waiting" ? [...events, ...ofLevel(now, level, context)] : events;
    }, []);
}

function ofLevel(state: DocumentState, level: LevelState, context: DecideContext): DocumentEvent[] {
  const reach = reachOf(state, level, context);
  const held = activeHolds(state).find((hold) => hold.kind === "routing" && hold.level === level.level);
  if (reach === "now") return held ? [released(held, "cause gone", null, "enough people can decide again")] : [];
  if (reach === "never" && level.decisions.some((one) => one.outcome === "decline")) return declined(state, level);
  if (held) return [];
  const reason =
    reach === "later"
      ? `${level.name}: too few of those it asks are there, and nobody stands in for the others`
      : `${level.name}: those who can still decide are too few for what it needs`;
  return place(state, [ofRouting({ code: "no eligible approver", reason, level: level.level })], context.actor);
}

/** A level that is refused ends the document. */
export function declined(state: DocumentState, level: LevelState): DocumentEvent[] {
  return [
    { type: "level declined", data: { level: level.level } },
    { type: "declined", data: { level: level.level } },
    ...releaseAll(state, "it was declined"),
  ];
}
