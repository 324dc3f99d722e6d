import { isActive, type Directory } from "./directory";
import type { ApproverRule } from "./rules";

/** What of a document decides who may approve it. */
export type Subject = {
  requester: string;
  unit: string;
  /** People who may never decide on it, each with the reason: the one on whose behalf it is, the last editor of the amount. */
  excluded: readonly { person: string; reason: string }[];
};

export type Candidate = { person: string; name: string; eligible: boolean; reason: string };

/** The people a rule names for a document; `gap` says why when it leads to nobody at all. */
export type Resolved = { candidates: Candidate[]; gap?: string };

/**
 * Who a rule names for a document, each with "eligible" or the reason why not. Total: a rule that leads nowhere gives
 * an empty list and a `gap`.
 * @param at ISO date-time at which people must be active
 */
export function resolveApprovers(rule: ApproverRule, subject: Subject, directory: Directory, at: string): Resolved {
  const named = namedBy(rule, subject, directory);
  const ids = [...new Set(named.ids)];
  const candidates = ids.map((id) => candidate(id, subject, directory, at));
  return { candidates, ...(ids.length === 0 && { gap: named.gap }) };
}

function candidate(id: string, subject: Subject, directory: Directory, at: string): Candidate {
  const person = directory.person(id);
  if (!person) return { person: id, name: id, eligible: false, reason: "not: unknown person" };
  const not = (reason: string): Candidate => ({
    person: id,
    name: person.name,
    eligible: false,
    reason: `not: ${reason}`,
  });
  if (id === subject.requester) return not("is the requester");
  const exclusion = subject.excluded.find((excluded) => excluded.person === id);
  if (exclusion) return not(exclusion.reason);
  if (!isActive(person, at)) return not("inactive");
  return { person: id, name: person.name, eligible: true, reason: "eligible" };
}

type Named = { ids: readonly string[]; gap: string };

function namedBy(rule: ApproverRule, subject: Subject, directory: Directory): Named {
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
    case "position":
    case "lineByLimit":
    case "owner":
    case "namedOnDocument":
      return { ids: [], gap: `the approver rule “${rule.kind}” is not carried out by this version of Bandeira` };
  }
}

function managerOf(start: string, up: number, directory: Directory): Named {
  let person = directory.person(start);
  for (let step = 0; step < up; step += 1) {
    const name = person?.name ?? start;
    person = person?.manager ? directory.person(person.manager) : undefined;
    if (!person) return { ids: [], gap: `${name} reports to nobody` };
  }
  return { ids: [person!.id], gap: "" };
}

function headOf(start: string, up: number, directory: Directory): Named {
  const chain = directory.unitsAbove(start);
  const unit = chain[up];
  if (!unit) return { ids: [], gap: `there is no unit ${up} above ${chain[0]?.name ?? start}` };
  return unit.head ? { ids: [unit.head], gap: "" } : { ids: [], gap: `the head of ${unit.name} is vacant` };
}
