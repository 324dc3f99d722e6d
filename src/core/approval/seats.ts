import { actorsFor, type Candidate } from "../people";
import { ownAmount, subjectOf, type RoutingContext } from "../routing";
import { no, type Decided } from "./barred";
import { decidedElsewhere } from "./repeated";
import { finishedOf } from "./filled";
import { openSeats } from "./status";
import { routingOf } from "./under";
import type { DocumentState, LevelState } from "./types";

type Routing = Omit<RoutingContext, "at">;

/**
 * In whose name somebody may decide at an open level now: their own if they are asked, else that of somebody they stand in for. Worked out
 * at the moment of deciding, so that an absence set after the level opened counts. Nobody decides twice at a level, in whatever names.
 * @returns the id of the one who is asked, or why the person may not decide
 */
export function seatFor(
  state: DocumentState,
  level: LevelState,
  person: string,
  routing: Routing,
  at: string,
): Decided<string> {
  const asked = { level: level.level, person };
  if (level.decisions.some((one) => one.by === person)) return no({ code: "has decided", values: asked });
  const seats = openSeats(level);
  const chances = seats.flatMap((seat) =>
    actorsOfSeat(state, seat, routing, at, level.level)
      .filter((one) => one.person === person)
      .map((one) => ({ seat, one })),
  );
  const own = chances.find(({ seat, one }) => one.eligible && seat === person);
  const any = own ?? chances.find(({ one }) => one.eligible);
  if (any) return { ok: true, value: any.seat };
  if (chances[0]) return no({ code: "may not decide", values: { ...asked, why: chances[0].one.why } });
  if (level.inTurn && level.pool.includes(person)) {
    return no({ code: "not their turn", values: { level: level.level, next: seats[0] ?? "" } });
  }
  return no({ code: "level does not ask", values: asked });
}

/**
 * Everybody who could act for one who is asked, with "eligible" or the reason why not, at a moment.
 * @param level the level at which; where nobody decides at two levels it matters
 */
export function actorsOfSeat(
  state: DocumentState,
  seat: string,
  routing: Routing,
  at: string,
  level?: string,
): Candidate[] {
  const subject = subjectOf(finishedOf(state), ownAmount(state.route?.measured), routingOf(state, { routing, at }));
  const excluded = level ? [...subject.excluded, ...decidedElsewhere(state, level)] : subject.excluded;
  return actorsFor(seat, { ...subject, excluded }, routing.directory, at, true);
}

/** The levels at which a person may decide now, in their own name or another's. */
export function levelsToDecide(state: DocumentState, person: string, routing: Routing, at: string): LevelState[] {
  if (state.status !== "waiting") return [];
  return state.levels.filter((level) => level.status === "open" && seatFor(state, level, person, routing, at).ok);
}
