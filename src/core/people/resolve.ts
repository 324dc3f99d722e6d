import { actorsFor, type Candidate, type Subject } from "./actors";
import { byRule } from "./approver-rules";
import type { Directory } from "./directory";
import { coverage, type LimitReason } from "./limits";
import type { CandidateReason, GapReason } from "./reasons";
import type { ApproverRule } from "./approver-rules";
import type { Person } from "./schema";

/**
 * The people a rule names for a document. `seats` are those who are asked and can be decided for now, by whomever; `away` those who are
 * asked but for whom nobody can decide. `gap` says why the rule leads to nobody who could.
 */
export type Resolved = {
  candidates: Candidate[];
  seats: string[];
  away: string[];
  /** Asked one after the other and not at once. */
  inTurn: boolean;
  gap?: GapReason;
};

/**
 * Who may decide on a document by a rule, each with "eligible" or the reason why not. Total: a rule that leads nowhere gives a `gap`.
 * @param at ISO date-time in UTC at which people must be active and present
 */
export function whoMayDecide(rule: ApproverRule, subject: Subject, directory: Directory, at: string): Resolved {
  if (rule.kind === "lineByLimit") return climb(rule.climb, subject, directory, at);
  const named = byRule(rule).names(subject, directory);
  const ids = [...new Set(named.ids)];
  const groups = ids.map((id) => actorsFor(id, subject, directory, at));
  return { ...gathered(ids, groups), inTurn: false, ...(ids.length === 0 && named.gap && { gap: named.gap }) };
}

function gathered(
  ids: readonly string[],
  groups: readonly Candidate[][],
): Pick<Resolved, "candidates" | "seats" | "away"> {
  const seats: string[] = [];
  const away: string[] = [];
  for (const [index, id] of ids.entries()) {
    const group = groups[index]!;
    if (group.some((one) => one.eligible)) seats.push(id);
    else if (group[0]!.away === true) away.push(id);
  }
  return { candidates: groups.flat(), seats, away };
}

/**
 * Up the reporting line to the first person whose limit covers the amount and who can act, in person or through a stand-in. "One by one" asks
 * everybody on the way as well, in turn; "straight" only the one at its end. A line that ends without such a person is a dead end.
 */
function climb(how: "one by one" | "straight", subject: Subject, directory: Directory, at: string): Resolved {
  const line = directory.lineUp(subject.requester);
  const steps: { id: string; actors: Candidate[] }[] = [];
  const result = (gap?: GapReason): Resolved => ({
    ...gathered(
      steps.map((step) => step.id),
      steps.map((step) => step.actors),
    ),
    // Nobody on the way up holds a document back by being away: whoever is above covers the same and more.
    away: [],
    inTurn: how === "one by one",
    ...(gap && { gap }),
  });
  const { amount } = subject;
  if (!amount) return result({ code: "amount unknown" });
  for (const person of line) {
    const covered = coverage(person.id, subject.documentType, amount, directory, subject.toCurrency);
    const actors = actorsFor(person.id, subject, directory, at);
    const asked = covered.outcome === "covers" || how === "one by one";
    steps.push({ id: person.id, actors: actors.map((one) => explain(one, person, covered.why, asked)) });
    if (covered.outcome === "covers" && actors.some((one) => one.eligible)) return result();
  }
  return result(deadEnd(line, subject));
}

/** Each with the limit that was looked at; whoever acts for somebody else is told whose it is. */
function explain(one: Candidate, asked: Person, why: LimitReason, isAsked: boolean): Candidate {
  const limit: CandidateReason =
    one.person === asked.id ? why : { code: "limit of", values: { person: asked.id, why } };
  if (!isAsked && one.eligible) return { ...one, eligible: false, why: [limit] };
  return { ...one, why: [...one.why, limit] };
}

function deadEnd(line: readonly Person[], { requester }: Subject): GapReason {
  const last = line.at(-1)?.id;
  return last
    ? { code: "line ends", values: { requester, last } }
    : { code: "reports to nobody", values: { person: requester } };
}

/**
 * How many of the seats can be filled by different people at once: nobody counts twice, in whatever names they act.
 * A largest matching of seats and people, by augmenting paths (Kuhn's algorithm).
 */
export function mostDeciders(seats: readonly string[], candidates: readonly Candidate[]): number {
  // Where one is asked, as at most levels, anybody who can act for them will do.
  if (seats.length === 1)
    return candidates.some((one) => one.eligible && (one.inNameOf ?? one.person) === seats[0]) ? 1 : 0;
  const actors = seats.map((seat) =>
    candidates.filter((one) => one.eligible && (one.inNameOf ?? one.person) === seat).map((one) => one.person),
  );
  const takenBy = new Map<string, number>();
  const place = (seat: number, tried: Set<string>): boolean =>
    actors[seat]!.some((person) => {
      if (tried.has(person)) return false;
      tried.add(person);
      const other = takenBy.get(person);
      if (other !== undefined && !place(other, tried)) return false;
      takenBy.set(person, seat);
      return true;
    });
  return actors.filter((_, seat) => place(seat, new Set())).length;
}
