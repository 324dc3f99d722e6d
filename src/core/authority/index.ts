/** What a person may decide, up to how much, and why: their limits, the levels that ask them, and who acts when they are away. */
import type { Money } from "../money";
import {
  coversType,
  inEffect,
  sayHolder,
  sayLimit,
  type ApproverRule,
  type Directory,
  type Person,
  type StandIn,
} from "../people";
import { bandEdges, type Level, type Policy, type PolicyVersion, type Section } from "../policy";
import { joinWords, sayCount } from "../text";
import { sayRange } from "../words";

/** A level of a policy in force that asks a person: for which amounts, for whose documents, and by what. */
export type AskedBy = {
  policy: string;
  policyName: string;
  version: number;
  section: string;
  level: string;
  /** In the policy's currency, in words. */
  amounts: string;
  /** The highest amount it asks them for; null when there is no top. */
  top: Money | null;
  /** Whether it asks them for more than the largest of their limits. */
  beyondLimit: boolean;
  forWhom: string;
  because: string;
};

export type LimitLine = { words: string; holder: string };

/** Somebody who acts, or will act, in a person's name. */
export type ActsFor = { entry: StandIn; name: string | null; now: boolean };

export type Authority = {
  documentType: string;
  limits: LimitLine[];
  asked: AskedBy[];
  acts: ActsFor[];
  /** Why the person cannot decide anything at all now, whatever asks them. */
  barred: string | null;
};

/**
 * What a person may decide of a type of document at a moment. Levels ask by rules, and a rule asks the same person for some documents and not for
 * others; `forWhom` says for which.
 * @param policies versions in force at the moment
 * @param at ISO date-time in UTC
 */
export function authorityOf(
  person: string,
  documentType: string,
  policies: readonly PolicyVersion[],
  directory: Directory,
  at: string,
): Authority {
  return {
    documentType,
    limits: directory
      .limitsOf(person, documentType)
      .map((one) => ({ words: sayLimit(one.limit), holder: sayHolder(one, directory) })),
    asked: policies
      .filter(({ policy }) => policy.documentType === documentType)
      .flatMap((version) => askedUnder(person, version, directory, at)),
    acts: directory
      .standInsOf(person)
      .filter((entry) => coversType(entry, documentType) && (entry.until === null || entry.until > at))
      .map((entry) => ({
        entry,
        name: entry.standIn && (directory.person(entry.standIn)?.name ?? entry.standIn),
        now: inEffect(entry, at),
      })),
    barred: whyBarred(directory.person(person), directory, at),
  };
}

function whyBarred(person: Person | undefined, directory: Directory, at: string): string | null {
  if (!person) return "is not known";
  if (!directory.isActive(person, at)) return "is not active";
  return person.roles.includes("approver") ? null : "has not the role approver";
}

function askedUnder(person: string, { policy, version }: PolicyVersion, directory: Directory, at: string): AskedBy[] {
  return policy.sections.flatMap((section) =>
    section.levels.flatMap((level): AskedBy[] => {
      const reach = reachOf(level.approvers, person, policy, directory, at);
      const runs = runsOf(level, section);
      if (!reach || runs.length === 0) return [];
      const edges = bandEdges(section, runs.at(-1)![1]);
      return [
        {
          policy: policy.id,
          policyName: policy.name,
          version,
          section: section.name,
          level: level.name,
          amounts: `${joinWords(
            runs.map((run) => sayRun(section, run, policy.currency)),
            "and",
          )} (${policy.currency})`,
          top: edges.to ? { minor: edges.to.amount, currency: policy.currency } : null,
          beyondLimit: isBeyond(edges.to?.amount ?? Infinity, policy, person, directory),
          ...reach,
        },
      ];
    }),
  );
}

/** Limits in another currency are not compared here, where no document says at which day’s rate. */
function isBeyond(top: number, { documentType, currency }: Policy, person: string, directory: Directory): boolean {
  const limits = directory.limitsOf(person, documentType).map(({ limit }) => limit);
  if (limits.some((limit) => limit.kind === "unlimited" || (limit.kind === "amount" && limit.currency !== currency)))
    return false;
  const largest = Math.max(0, ...limits.map((limit) => (limit.kind === "amount" ? limit.minor : 0)));
  return top > largest;
}

/** Neighbouring bands in which a level approves, as first and last. */
function runsOf(level: Level, section: Section): [number, number][] {
  const runs: [number, number][] = [];
  section.bands.forEach((_, band) => {
    if (level.marks[band] !== "approves") return;
    const last = runs.at(-1);
    if (last && last[1] === band - 1) last[1] = band;
    else runs.push([band, band]);
  });
  return runs;
}

function sayRun(section: Section, [first, last]: [number, number], currency: string): string {
  const { from } = bandEdges(section, first);
  const { to } = bandEdges(section, last);
  const thresholds = [from, to].filter((edge) => edge != null);
  return sayRange({ thresholds }, from ? 1 : 0, currency);
}

type Reach = { forWhom: string; because: string };

/** For whose documents a rule asks a person, and by what; null when it never does. */
function reachOf(rule: ApproverRule, person: string, policy: Policy, directory: Directory, at: string): Reach | null {
  const everybody = "everyone it covers";
  switch (rule.kind) {
    case "people":
      return rule.people.includes(person) ? { forWhom: everybody, because: "named in the level" } : null;
    case "group": {
      const group = directory.group(rule.group);
      return group?.members.includes(person) ? { forWhom: everybody, because: `as a member of ${group.name}` } : null;
    }
    case "position":
      return directory.holderOf(rule.position) === person
        ? { forWhom: everybody, because: `as holder of ${directory.position(rule.position)!.name}` }
        : null;
    case "manager": {
      const reports = within(rule.up, person, directory).filter(
        (one) => directory.isActive(one, at) && covers(policy, one.unit, directory),
      );
      const because = rule.up === 1 ? "they report to them" : `${sayCount(rule.up)} steps up their line`;
      return reports.length > 0 ? { forWhom: sayNames(reports.map((one) => one.name)), because } : null;
    }
    case "headOfUnit": {
      const units = directory.organisation.units.filter(
        (unit) =>
          directory.unitsAbove(unit.id)[rule.up]?.head === person && !unit.closed && covers(policy, unit.id, directory),
      );
      const because = rule.up === 0 ? "as head of the unit" : `as head of the unit ${sayCount(rule.up)} above`;
      return units.length > 0 ? { forWhom: sayNames(units.map((unit) => unit.name)), because } : null;
    }
    case "lineByLimit": {
      const below = everybodyBelow(person, directory).filter(
        (one) => directory.isActive(one, at) && covers(policy, one.unit, directory),
      );
      const because =
        rule.climb === "straight"
          ? "as the first in their line whose limit covers the amount"
          : "on the way up their line to the first whose limit covers the amount";
      return below.length > 0 ? { forWhom: sayNames(below.map((one) => one.name)), because } : null;
    }
    case "owner": {
      const keys = directory.organisation.owners.filter((one) => one.of === rule.of && one.person === person);
      return keys.length > 0 ? { forWhom: sayNames(keys.map((one) => one.key)), because: "as their owner" } : null;
    }
    case "namedOnDocument":
      return { forWhom: "documents that name them", because: `as ${rule.field}` };
  }
}

/** Everybody whose line has the person at a given step. */
function within(up: number, person: string, directory: Directory): readonly Person[] {
  let reached: readonly Person[] = directory.lineDown(person);
  for (let step = 1; step < up; step += 1) reached = reached.flatMap((one) => directory.lineDown(one.id));
  return reached;
}

function everybodyBelow(person: string, directory: Directory): Person[] {
  const found = [...directory.lineDown(person)];
  for (const one of found) found.push(...directory.lineDown(one.id));
  return found;
}

function covers(policy: Policy, unit: string, directory: Directory): boolean {
  return directory.unitsAbove(unit).some((above) => policy.scope.units.includes(above.id));
}

/** @example sayNames(["A", "B", "C", "D", "E"]) // "A, B, C and two more" */
function sayNames(names: readonly string[]): string {
  if (names.length <= 4) return joinWords(names, "and");
  const more = names.length - 3;
  return `${names.slice(0, 3).join(", ")} and ${sayCount(more)} more`;
}
