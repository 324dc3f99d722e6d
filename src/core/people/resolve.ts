import { actorsFor, type Candidate, type Subject } from "./actors";
import type { Directory } from "./directory";
import { coverage } from "./limits";
import type { ApproverRule } from "./rules";
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
  gap?: string;
};

/**
 * Who may decide on a document by a rule, each with "eligible" or the reason why not. Total: a rule that leads nowhere gives a `gap`.
 * @param at ISO date-time in UTC at which people must be active and present
 */
export function whoMayDecide(rule: ApproverRule, subject: Subject, directory: Directory, at: string): Resolved {
  if (rule.kind === "lineByLimit") return climb(rule.climb, subject, directory, at);
  const named = namedBy(rule, subject, directory);
  const ids = [...new Set(named.ids)];
  const groups = ids.map((id) => actorsFor(id, subject, directory, at));
  return { ...gathered(ids, groups), inTurn: false, ...(ids.length === 0 && { gap: named.gap }) };
}

function gathered(
  ids: readonly string[],
  groups: readonly Candidate[][],
): Pick<Resolved, "candidates" | "seats" | "away"> {
  const canAct = (index: number) => groups[index]!.some((one) => one.eligible);
  return {
    candidates: groups.flat(),
    seats: ids.filter((_, index) => canAct(index)),
    away: ids.filter((_, index) => !canAct(index) && groups[index]![0]!.away === true),
  };
}

type Named = { ids: readonly string[]; gap: string };

function namedBy(rule: Exclude<ApproverRule, { kind: "lineByLimit" }>, subject: Subject, directory: Directory): Named {
  switch (rule.kind) {
    case "people":
      return { ids: rule.people, gap: "no person is named" };
    case "group": {
      const group = directory.group(rule.group);
      return {
        ids: group?.members ?? [],
        gap: group ? `the group ${group.name} has no members` : `there is no group “${rule.group}”`,
      };
    }
    case "manager":
      return managerOf(subject.requester, rule.up, directory);
    case "headOfUnit":
      return headOf(subject.unit, rule.up, directory);
    case "position": {
      const position = directory.position(rule.position);
      const holder = directory.holderOf(rule.position);
      const gap = position ? `the position ${position.name} is vacant` : `there is no position “${rule.position}”`;
      return { ids: holder ? [holder] : [], gap };
    }
    case "owner":
      return ownersOf(rule.of, subject, directory);
    case "namedOnDocument": {
      const person = subject.named[rule.field];
      return { ids: person ? [person] : [], gap: `the document names nobody as ${rule.field}` };
    }
  }
}

function managerOf(start: string, up: number, directory: Directory): Named {
  const line = directory.lineUp(start);
  const manager = line[up - 1];
  if (manager) return { ids: [manager.id], gap: "" };
  const last = line.at(-1) ?? directory.person(start);
  return { ids: [], gap: `${last?.name ?? start} reports to nobody` };
}

function headOf(start: string, up: number, directory: Directory): Named {
  const chain = directory.unitsAbove(start);
  const unit = chain[up];
  if (!unit) return { ids: [], gap: `there is no unit ${up} above ${chain[0]?.name ?? start}` };
  return unit.head ? { ids: [unit.head], gap: "" } : { ids: [], gap: `the head of ${unit.name} is vacant` };
}

const OWNED = { costCentre: "cost centre", customer: "customer", supplier: "supplier" } as const;

/** One key without an owner is a gap, even if others have one: its part of the document would have nobody to answer for it. */
function ownersOf(of: keyof typeof OWNED, subject: Subject, directory: Directory): Named {
  const keys = subject.concerns[of] ?? [];
  if (keys.length === 0) return { ids: [], gap: `the document names no ${OWNED[of]}` };
  const without = keys.find((key) => !directory.ownerOf(of, key));
  if (without !== undefined) return { ids: [], gap: `the ${OWNED[of]} ${without} has no owner` };
  return { ids: keys.map((key) => directory.ownerOf(of, key)!), gap: "" };
}

/**
 * Up the reporting line to the first person whose limit covers the amount and who can act, in person or through a stand-in. "One by one" asks
 * everybody on the way as well, in turn; "straight" only the one at its end. A line that ends without such a person is a dead end.
 */
function climb(how: "one by one" | "straight", subject: Subject, directory: Directory, at: string): Resolved {
  const line = directory.lineUp(subject.requester);
  const steps: { id: string; actors: Candidate[] }[] = [];
  const result = (gap?: string): Resolved => ({
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
  if (!amount) return result("the amount is not known");
  for (const person of line) {
    const covered = coverage(person.id, subject.documentType, amount, directory, subject.toCurrency);
    const actors = actorsFor(person.id, subject, directory, at);
    const asked = covered.outcome === "covers" || how === "one by one";
    steps.push({ id: person.id, actors: actors.map((one) => explain(one, person, covered.reason, asked)) });
    if (covered.outcome === "covers" && actors.some((one) => one.eligible)) return result();
  }
  return result(sayDeadEnd(line, subject, directory));
}

function explain(one: Candidate, asked: Person, why: string, isAsked: boolean): Candidate {
  const whose = one.person === asked.id ? why : `${asked.name}: ${why}`;
  if (!isAsked && one.eligible) return { ...one, eligible: false, reason: `not: ${whose}` };
  return { ...one, reason: `${one.reason}${one.reason.includes(":") ? "; " : ": "}${whose}` };
}

function sayDeadEnd(line: readonly Person[], subject: Subject, directory: Directory): string {
  const name = directory.person(subject.requester)?.name ?? subject.requester;
  const last = line.at(-1);
  return last
    ? `the reporting line of ${name} ends with ${last.name}, and nobody in it can decide this amount`
    : `${name} reports to nobody`;
}

/**
 * How many of the seats can be filled by different people at once: nobody counts twice, in whatever names they act.
 * A largest matching of seats and people, by augmenting paths (Kuhn's algorithm).
 */
export function mostDeciders(seats: readonly string[], candidates: readonly Candidate[]): number {
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
