import { coverage, sayLimit, type Candidate, type CandidateReason } from "../people";
import { ownAmount, subjectOf } from "../routing";
import { no, type Decided } from "./barred";
import { decidedElsewhere } from "./repeated";
import { beyondReach } from "./reach";
import { actorsOfSeat, seatFor } from "./seats";
import { finishedOf } from "./filled";
import type { DecideContext, DocumentCommand, DocumentEvent, DocumentState, LevelState } from "./types";
import { done, fold, levelOf, routingOf } from "./under";

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
  const subject = subjectOf(finishedOf(state), amount, routingOf(state, context));
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
export function hand(state: DocumentState, command: Handing, context: DecideContext): Decided<DocumentEvent[]> {
  const level = state.levels.find((one) => one.level === command.level);
  if (!level) return no({ code: "no such level", values: { level: command.level } }, "level");
  if (state.status !== "waiting" || level.status !== "open")
    return no({ code: "nothing to hand over", values: { level: level.level, status: level.status } });
  if (command.revision !== state.revision)
    return no({ code: "another revision", values: { revision: state.revision } }, "revision");
  const seat = seatFor(state, level, context.actor, context.routing, context.at);
  if (!seat.ok) return seat;
  const rule = levelOf(state, level.level, context);
  const adding = command.type === "add approver";
  const allowed = adding ? rule?.mayAddApprover === true : rule !== undefined && rule.handOver !== "no";
  if (!allowed) return no({ code: adding ? "nobody to be added" : "not handed over", values: { level: level.level } });
  const taker = takersOf(state, level, adding ? null : seat.value, context).find((one) => one.person === command.to);
  if (!taker?.eligible) {
    const person = command.to;
    return taker
      ? no({ code: "cannot take it", values: { person, why: taker.why } }, "to")
      : no({ code: "not among those", values: { person } }, "to");
  }
  const said = { by: context.actor, comment: command.comment.trim() };
  if (adding && !said.comment) return no({ code: "say what to look at", values: { person: taker.person } }, "comment");
  const handed = adding ? added(state, level, taker, said) : handOver(level, seat.value, taker, said);
  const after = fold(state, [handed], context.at);
  const before = beyondReach(state, context).map((one) => one.level);
  const lost = beyondReach(after, context).find((one) => !before.includes(one.level));
  if (lost) return no({ code: "too few would be left", values: { level: lost.level, needed: lost.needed } });
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
