/** What a person may decide, up to how much, and why: their limits, the levels that ask them, and who acts when they are away. */
import type { Money } from "../money";
import {
  coversType,
  inEffect,
  sayHolder,
  sayLimit,
  type Directory,
  type Person,
  type StandIn,
  byRule,
  type Covered,
} from "../people";
import { bandEdges, type Level, type Policy, type PolicyVersion, type Section } from "../policy";
import { joinWords } from "../text";
import { sayAskedBy, sayAskedFor, sayRange } from "../words";

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
      const rule = level.approvers;
      const reach = byRule(rule).asks(person, coveredBy(policy, directory, at), directory);
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
          forWhom: sayAskedFor(reach, directory),
          because: sayAskedBy(rule, directory),
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

function coveredBy(policy: Policy, directory: Directory, at: string): Covered {
  const unit = (id: string) => directory.unitsAbove(id).some((above) => policy.scope.units.includes(above.id));
  return { unit, person: (one) => directory.isActive(one, at) && unit(one.unit) };
}
