import type { CandidateReason } from "../people";
import type { Level, Policy, Section } from "../policy";
import { deadEnds, type DeadEnd, type Examined } from "./dead-ends";
import { edgesOf } from "./edges";
import type { Finding } from "./finding";
import type { DeadEndHelp, DeadEndReason } from "./reasons";

/** Dead ends as findings: those of one level for the same reason are one finding, with everybody and every band it concerns. */
export function deadEndFindings(looked: Examined, moments: readonly string[]): Finding[] {
  const groups = new Map<string, DeadEnd[]>();
  for (const one of deadEnds(looked, moments)) {
    // A quorum that different people miss by different counts is one thing to mend.
    const why = one.why.code === "too few eligible" ? one.why.code : one.why;
    const key = JSON.stringify([one.section, one.level, one.passing, why]);
    const group = groups.get(key);
    if (group) group.push(one);
    else groups.set(key, [one]);
  }
  return [...groups.values()].map((group) => (group[0]!.passing ? passing(looked, group) : lasting(looked, group)));
}

/** How many could decide where they are fewer than are needed; none for any other reason. */
const eligibleIn = (why: DeadEndReason) => (why.code === "too few eligible" ? why.values.eligible : 0);

/** The reason of the one who finds the fewest. */
function worst(group: readonly DeadEnd[]): DeadEndReason {
  return [...group].sort((a, b) => eligibleIn(a.why) - eligibleIn(b.why))[0]!.why;
}

function partsOf({ policy }: Examined, { section: id, level: levelId }: DeadEnd): { section: Section; level: Level } {
  const section = policy.sections.find((one) => one.id === id)!;
  return { section, level: section.levels.find((one) => one.id === levelId)! };
}

function lasting(looked: Examined, group: readonly DeadEnd[]): Finding {
  const { policy, unit } = looked;
  const { section, level } = partsOf(looked, group[0]!);
  const people = [...new Set(group.flatMap((one) => one.requesters))];
  const bands = [...new Set(group.flatMap((one) => one.bands))].sort((a, b) => a - b);
  const everybody = people.length === looked.asked.requesters.length;
  const why = worst(group);
  const help = helpFor(level, why);
  const n = eligibleIn(why);
  return {
    code: "dead end",
    weight: "fatal",
    place: { section: section.id, level: level.id, band: bands[0]! },
    values: { people, everybody, bands, why, help },
    example: { minor: edgesOf(policy, section, bands[0]!, unit).high, requester: people[0]! },
    ...(help === "ask for fewer" && { offer: { kind: "quorum" as const, section: section.id, level: level.id, n } }),
  };
}

/** What helps first: fewer people where some could decide, else whatever opens the way at the place that blocks it. */
function helpFor(level: Level, why: DeadEndReason): DeadEndHelp {
  if (level.quorum.kind === "n" && eligibleIn(why) > 0) return "ask for fewer";
  if (UNFILLED.has(why.code)) return "fill the position";
  if (ALONE.has(why.code) || looksAt(why, ["is the requester"])) return "name a second person";
  if (looksAt(why, ["inactive", "succeeded", "unknown person", "no approver"])) return "name somebody active";
  return "name more people";
}

const UNFILLED: ReadonlySet<DeadEndReason["code"]> = new Set(["vacant position", "vacant head", "empty group"]);
const ALONE: ReadonlySet<DeadEndReason["code"]> = new Set([
  "nobody but the requester",
  "reports to nobody",
  "their line ends",
]);

/** Whether somebody who was looked at may not decide for one of these reasons. */
function looksAt(why: DeadEndReason, codes: readonly CandidateReason["code"][]): boolean {
  return lookedAt(why).some((one) => one.why.some(({ code }) => codes.includes(code)));
}

const lookedAt = (why: DeadEndReason) => (why.code === "nobody eligible" ? why.values.people : []);

function passing(looked: Examined, group: readonly DeadEnd[]): Finding {
  const { directory } = looked;
  const { section, level } = partsOf(looked, group[0]!);
  const people = [...new Set(group.flatMap((one) => one.requesters))];
  const from = group.map((one) => one.at).sort()[0]!;
  const absent = directory.organisation.standIns.filter(
    (entry) =>
      entry.kind === "absence" &&
      group.some((one) => entry.from <= one.at && (entry.until === null || one.at < entry.until)) &&
      group.some((one) => lookedAt(one.why).some(({ person }) => person === entry.person)),
  );
  const until = absent
    .map((entry) => entry.until)
    .filter((one) => one !== null)
    .sort()
    .at(-1);
  return {
    code: "passing dead end",
    weight: "passing",
    place: { section: section.id, level: level.id },
    values: { people, from, until: until ?? null, why: group[0]!.why },
  };
}

/** Levels for which nothing can be said before there is a document: the owner or the person it names. */
export function perDocument(policy: Policy): Finding[] {
  return policy.sections.flatMap((section) =>
    section.levels.flatMap((level): Finding[] => {
      const { approvers } = level;
      if (approvers.kind !== "owner" && approvers.kind !== "namedOnDocument") return [];
      return [
        {
          code: "known per document",
          weight: "passing",
          place: { section: section.id, level: level.id },
          values: { by: approvers },
        },
      ];
    }),
  );
}
