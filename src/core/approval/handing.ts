import { coverage, sayLimit, type Candidate, type CandidateReason } from "../people";
import type { Result } from "../refusal";
import { ownAmount, subjectOf } from "../routing";
import { namesOf, sayWhyCandidate } from "../words";
import { decidedElsewhere } from "./repeated";
import { beyondReach } from "./reach";
import { actorsOfSeat, seatFor } from "./seats";
import { acceptedOf } from "./status";
import type { DecideContext, DocumentCommand, DocumentEvent, DocumentState, LevelState } from "./types";
import { done, fold, levelOf, no, routingOf } from "./under";

type Handing = Extract<DocumentCommand, { type: "hand over" | "add approver" }>;

/** Somebody to whom a level could go, with what their limit is and whether they can take it. */
export type Taker = Pick<Candidate, "person" | "eligible" | "why"> & { name: string; title: string; limit: string };

/**
 * To whom a level may be handed over, or who may be asked to approve before it: everybody with the role approver, each with their limit and the reason why
 * not. Authority is handed to authority: only a limit that covers the amount counts.
 * @param seat in whose place they would decide; null for one more approver
 */
export function takersOf(
  state: DocumentState,
  level: LevelState,
  seat: string | null,
  context: DecideContext,
): Taker[] {
  const { directory } = context.routing;
  const rule = levelOf(state, level.level, context);
  const amount = ownAmount(state.route?.measured);
  const subject = subjectOf(acceptedOf(state), amount, routingOf(state, context));
  const taken = new Set(level.decisions.map((one) => one.by));
  const toPool = seat !== null && rule?.handOver === "to the pool";
  const barred = new Map(decidedElsewhere(state, level.level).map((one) => [one.person, one.why]));
  return directory.organisation.people.flatMap((person): Taker[] => {
    if (!person.roles.includes("approver") || person.id === seat || person.id === context.actor) return [];
    if (toPool && !level.pool.includes(person.id)) return [];
    const limits = directory.limitsOf(person.id, state.document.documentType).map((one) => sayLimit(one.limit));
    const [own] = actorsOfSeat(state, person.id, context.routing, context.at, level.level);
    const because = (): CandidateReason[] => {
      if (!own?.eligible) return own?.why ?? [{ code: "unknown person" }];
      const elsewhere = barred.get(person.id);
      if (elsewhere) return [elsewhere];
      if (taken.has(person.id)) return [{ code: "has decided already" }];
      if (toPool) return [];
      if (level.pool.includes(person.id)) return [{ code: "is asked already" }];
      if (!amount) return [{ code: "amount unknown" }];
      const covered = coverage(person.id, subject.documentType, amount, directory, subject.toCurrency);
      return covered.outcome === "covers" ? [] : [covered.why];
    };
    const why = because();
    const base = { person: person.id, name: person.name, title: person.title, limit: limits[0] ?? "no limit" };
    return [{ ...base, eligible: why.length === 0, why }];
  });
}

/** Handing over a level, or having one more person approve before it. When an answer is due stays as it was. */
export function hand(state: DocumentState, command: Handing, context: DecideContext): Result<DocumentEvent[]> {
  const level = state.levels.find((one) => one.level === command.level);
  if (!level) return no("unknown", `${state.number} has no level “${command.level}”`, "level");
  if (state.status !== "waiting" || level.status !== "open")
    return no("already decided", `${level.name} is ${level.status}, so there is nothing to hand over`);
  if (command.revision !== state.revision)
    return no("other revision", `Revision ${state.revision} has come meanwhile; look at it first`, "revision");
  const seat = seatFor(state, level, context.actor, context.routing, context.at);
  if (!seat.ok) return seat;
  const rule = levelOf(state, level.level, context);
  const adding = command.type === "add approver";
  const allowed = adding ? rule?.mayAddApprover === true : rule !== undefined && rule.handOver !== "no";
  if (!allowed)
    return no(
      "not allowed",
      `The policy does not let ${level.name} ${adding ? "ask one more to approve" : "be handed over"}`,
    );
  const taker = takersOf(state, level, adding ? null : seat.value, context).find((one) => one.person === command.to);
  if (!taker?.eligible) {
    const names = namesOf(context.routing.directory, state);
    const why = taker ? sayWhyCandidate(taker, names) : "is not among those who could";
    return no("not eligible", `${names.person(command.to)} cannot take it: ${why}`, "to");
  }
  const said = { by: context.actor, comment: command.comment.trim() };
  if (adding && !said.comment) return no("comment required", `Say what ${taker.name} is to look at`, "comment");
  const handed = adding ? added(state, level, taker, said) : handOver(level, seat.value, taker, said);
  const after = fold(state, [handed], context.at);
  const before = beyondReach(state, context).map((one) => one.level);
  const lost = beyondReach(after, context).find((one) => !before.includes(one.level));
  if (lost)
    return no("not eligible", `${lost.name} needs ${lost.needed} of those it asks, and too few of them would be left`);
  return done([handed]);
}

type Said = { by: string; comment: string };

function handOver(level: LevelState, from: string, taker: Taker, said: Said): DocumentEvent {
  const rest = level.pool.filter((one) => one !== from && one !== taker.person);
  const decided = level.pool.filter((one) =>
    level.decisions.some((decision) => (decision.inNameOf ?? decision.by) === one),
  );
  const later = rest.filter((one) => !decided.includes(one));
  // In front of the others, since they may be asked by turns.
  const pool = [...decided, taker.person, ...later];
  return { type: "handed over", data: { level: level.level, from, to: taker.person, pool, ...said } };
}

function added(state: DocumentState, level: LevelState, taker: Taker, said: Said): DocumentEvent {
  const count = state.levels.filter((one) => one.added?.before === level.level).length + 1;
  const data = {
    level: `${level.level}-before-${count}`,
    name: `Before ${level.name}`,
    before: level.level,
    person: taker.person,
    ...said,
  };
  return { type: "approver added", data };
}
