import { byRule, type Directory } from "../people";
import type { Level, Policy, Section } from "../policy";
import type { Answer, Asked, Group } from "./asked";
import { edgesOf } from "./edges";
import type { Given, Reach } from "./reach";
import type { DeadEndReason } from "./reasons";

/**
 * Requesters for whom a level asks nobody who could decide, in some bands. `passing` ends by itself, when somebody is back: `at` is when it begins, and
 * without the absences somebody could decide.
 */
export type DeadEnd = {
  section: string;
  level: string;
  bands: readonly number[];
  requesters: readonly string[];
  why: DeadEndReason;
  at: string;
  passing: boolean;
};

/** What is looked through: the policy, whom it asks, and which documents can come where. */
export type Examined = { policy: Policy; directory: Directory; asked: Asked; reach: Reach; unit: number };

/** Days ahead in which absences are looked at. */
export const DAYS_AHEAD = 30;

/** Whether a level needs people who decide or do something, and can be told before there is a document. */
export function asksPeople(level: Level): boolean {
  return (level.kind === "approval" || level.kind === "task") && !byRule(level.approvers).perDocument;
}

/**
 * Every dead end of a policy, for each requester in its scope, band and level, at both edges of the band: those that are there even if nobody is away,
 * and those that come and go with absences at the given moments.
 * @param moments ISO date-times at which absences are looked at
 */
export function deadEnds(looked: Examined, moments: readonly string[]): DeadEnd[] {
  const found = [null, ...moments].flatMap((when) =>
    looked.policy.sections.flatMap((section) =>
      section.levels
        .filter(asksPeople)
        .flatMap((level) => atLevel(looked, section, level, when, when ?? moments[0] ?? "")),
    ),
  );
  // An absence that goes on blocks the same people at the next moment too; it is told once, from when it begins.
  const seen = new Set<string>();
  return found.filter((one) => {
    const key = JSON.stringify([one.section, one.level, one.bands, one.requesters, one.why]);
    return !one.passing || (!seen.has(key) && seen.add(key));
  });
}

function atLevel(looked: Examined, section: Section, level: Level, when: string | null, moment: string): DeadEnd[] {
  const { policy, asked, unit } = looked;
  // The same people get the same answer in several bands, which is then the same object.
  const blocked = new Map<Group, Map<number, Set<number>>>();
  section.bands.forEach((_, band) => {
    if (level.marks[band] !== "approves") return;
    const { low, high } = edgesOf(policy, section, band, unit);
    for (const amount of [high, low])
      for (const group of asked.answers(level, amount, when)) {
        // What no absence touches is among the lasting ones already.
        if (!group.answer.blocked || (when !== null && !group.afresh)) continue;
        const bands = blocked.get(group) ?? new Map<number, Set<number>>();
        bands.set(band, (bands.get(band) ?? new Set()).add(amount));
        blocked.set(group, bands);
      }
  });
  return [...blocked].flatMap(([group, bands]) =>
    reachable(looked, section, level, group, bands, moment, when !== null),
  );
}

/** The dead ends of a group of requesters that some document of theirs can really come to. */
function reachable(
  { reach, directory }: Examined,
  section: Section,
  level: Level,
  { requesters, answer }: Group,
  bands: ReadonlyMap<number, ReadonlySet<number>>,
  at: string,
  passing: boolean,
): DeadEnd[] {
  const bandsOf = (given: Given): number[] =>
    [...bands].flatMap(([band, amounts]) =>
      [...amounts].some((one) => reach.comes(section, level, { ...given, amount: { from: one, to: one } }))
        ? [band]
        : [],
    );
  const one = (who: readonly string[], where: readonly number[]): DeadEnd[] =>
    where.length === 0 || who.length === 0
      ? []
      : [
          {
            section: section.id,
            level: level.id,
            bands: [...where].sort((a, b) => a - b),
            requesters: who,
            why: whyDead(answer, who[0]!),
            at,
            passing,
          },
        ];
  if (!reach.looksAtRequester(section)) return one(requesters, bandsOf({}));
  return requesters.flatMap((requester) =>
    one([requester], bandsOf({ requester, unit: directory.person(requester)!.unit })),
  );
}

/** Why nobody can decide, without the requester's name where it is of them, so that all to whom it happens are one finding. */
function whyDead({ blocked, candidates }: Answer, requester: string): DeadEndReason {
  const self = candidates.length > 0 && candidates.every((one) => one.person === requester);
  if (self) return { code: "nobody but the requester" };
  const why = blocked!;
  return why.code === "line ends" ? { code: "their line ends", values: { last: why.values.last } } : why;
}

/** Now, and the beginnings of absences in the days ahead: between them nobody goes away. */
export function momentsAhead(directory: Directory, from: string): string[] {
  const until = new Date(Date.parse(from) + DAYS_AHEAD * 86_400_000).toISOString();
  const starts = directory.organisation.standIns
    .filter((entry) => entry.kind === "absence" && entry.from > from && entry.from < until)
    .map((entry) => entry.from);
  return [from, ...[...new Set(starts)].sort()];
}
