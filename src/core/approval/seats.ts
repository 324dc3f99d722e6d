import { actorsFor, type Candidate } from "../people";
import { refuse, type Result } from "../refusal";
import { ownAmount, subjectOf, type RoutingContext } from "../routing";
import { namesOf, sayWhyCandidate } from "../words";
import { decidedElsewhere } from "./repeated";
import { acceptedOf, openSeats } from "./status";
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
): Result<string> {
  const name = routing.directory.person(person)?.name ?? person;
  const not = (code: string, message: string): Result<string> => ({ ok: false, refusals: [refuse(code, message)] });
  if (level.decisions.some((one) => one.by === person))
    return not("already decided", `${level.name}: ${name} has decided already`);
  const seats = openSeats(level);
  const chances = seats.flatMap((seat) =>
    actorsOfSeat(state, seat, routing, at, level.level)
      .filter((one) => one.person === person)
      .map((one) => ({ seat, one })),
  );
  const own = chances.find(({ seat, one }) => one.eligible && seat === person);
  const any = own ?? chances.find(({ one }) => one.eligible);
  if (any) return { ok: true, value: any.seat };
  if (chances[0]) {
    const why = sayWhyCandidate(chances[0].one, namesOf(routing.directory, state));
    return not("not eligible", `${level.name}: ${name} ${why}`);
  }
  if (level.inTurn && level.pool.includes(person)) {
    const next = routing.directory.person(seats[0] ?? "")?.name ?? seats[0];
    return not("not yet", `${level.name} asks one after the other; it is ${next}’s turn`);
  }
  return not("not asked", `${level.name} does not ask ${name}`);
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
  const subject = subjectOf(acceptedOf(state), ownAmount(state.route?.measured), routingOf(state, { routing, at }));
  const excluded = level ? [...subject.excluded, ...decidedElsewhere(state, level)] : subject.excluded;
  return actorsFor(seat, { ...subject, excluded }, routing.directory, at, true);
}

/** The levels at which a person may decide now, in their own name or another's. */
export function levelsToDecide(state: DocumentState, person: string, routing: Routing, at: string): LevelState[] {
  if (state.status !== "waiting") return [];
  return state.levels.filter((level) => level.status === "open" && seatFor(state, level, person, routing, at).ok);
}
