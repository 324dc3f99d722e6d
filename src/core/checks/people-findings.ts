import { typeWords } from "../documents";
import { formatMoney } from "../money";
import { joinWords, sayDate, lowerFirst } from "../text";
import { lastDayBefore, type CandidateReason, type Directory } from "../people";
import { sayRange, type Level, type Policy, type Section } from "../policy";
import { namesOf, sayBlocked } from "../words";
import type { DeadEnd, DeadEndReason, Examined } from "./dead-ends";
import { deadEnds } from "./dead-ends";
import { edgesOf } from "./edges";
import type { Finding } from "./finding";

/** "an order of 31,000.00 EUR by Rui Tavares, Engineering" */
export function exampleOf(policy: Policy, minor: number, requester: string, directory: Directory): string {
  const { one } = typeWords(policy.documentType).name;
  const person = directory.person(requester);
  const unit = person && directory.unit(person.unit)?.name;
  const amount = formatMoney({ minor, currency: policy.currency });
  return `${/^[aeiou]/.test(one) ? "an" : "a"} ${one} of ${amount} by ${person?.name ?? requester}${unit ? `, ${unit}` : ""}`;
}

/** Up to three names, and how many more. */
export function someNames(ids: readonly string[], directory: Directory): string {
  const names = ids.map((id) => directory.person(id)?.name ?? id);
  return names.length <= 3 ? joinWords(names, "and") : `${names.slice(0, 2).join(", ")} and ${names.length - 2} others`;
}

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

function sayDeadEnd(why: DeadEndReason, { policy, directory }: Examined, level: Level): string {
  if (why.code === "nobody but the requester") return "nobody but the requester is asked";
  return sayBlocked(why, level.id, namesOf(directory, { policy }));
}

function partsOf({ policy }: Examined, { section: id, level: levelId }: DeadEnd): { section: Section; level: Level } {
  const section = policy.sections.find((one) => one.id === id)!;
  return { section, level: section.levels.find((one) => one.id === levelId)! };
}

function lasting(looked: Examined, group: readonly DeadEnd[]): Finding {
  const { policy, directory, unit } = looked;
  const { section, level } = partsOf(looked, group[0]!);
  const people = [...new Set(group.flatMap((one) => one.requesters))];
  const bands = [...new Set(group.flatMap((one) => one.bands))].sort((a, b) => a - b);
  const { many } = typeWords(policy.documentType).name;
  const all = people.length === looked.asked.requesters.length;
  const why = worst(group);
  const whose = all ? "anybody" : someNames(people, directory);
  const ranges = joinWords(rangesOf(section, bands, policy.currency), "and");
  return {
    code: "dead end",
    weight: "fatal",
    place: { section: section.id, level: level.id, band: bands[0]! },
    message: `Nobody can decide ${many} of ${whose} ${ranges}: at “${level.name}” ${sayDeadEnd(why, looked, level)}.`,
    example: exampleOf(policy, edgesOf(policy, section, bands[0]!, unit).high, people[0]!, directory),
    ...mendFor(section, level, why),
  };
}

/** Bands next to each other said as one range. */
function rangesOf(section: Section, bands: readonly number[], currency: string): string[] {
  const runs: { first: number; last: number }[] = [];
  for (const band of bands) {
    const run = runs.at(-1);
    if (run?.last === band - 1) run.last = band;
    else runs.push({ first: band, last: band });
  }
  return runs.map(({ first, last }) => {
    const edges = [section.thresholds[first - 1], section.thresholds[last]].filter((edge) => edge !== undefined);
    return lowerFirst(sayRange({ thresholds: edges }, first > 0 ? 1 : 0, currency));
  });
}

function mendFor(section: Section, level: Level, why: DeadEndReason): Pick<Finding, "mend" | "offer"> {
  const most = eligibleIn(why);
  if (level.quorum.kind === "n" && most > 0)
    return {
      mend: `Ask for ${most} at most, or name more people.`,
      offer: {
        label: `Ask for ${most === 1 ? "one" : most}`,
        edit: { kind: "quorum", section: section.id, level: level.id, n: most },
      },
    };
  if (UNFILLED.has(why.code)) return { mend: "Fill it under People, or have somebody else asked at this level." };
  if (ALONE.has(why.code) || looksAt(why, ["is the requester"]))
    return {
      mend: "Name a second person at this level, or give these requesters a section of their own with somebody else to ask.",
    };
  if (looksAt(why, ["inactive", "succeeded", "unknown person", "no approver"]))
    return { mend: "Name somebody who is active and has the role approver, or give them the role under People." };
  return { mend: "Name more people at this level, or ask for fewer of them." };
}

const UNFILLED: ReadonlySet<DeadEndReason["code"]> = new Set(["vacant position", "vacant head", "empty group"]);
const ALONE: ReadonlySet<DeadEndReason["code"]> = new Set([
  "nobody but the requester",
  "reports to nobody",
  "line ends",
]);

/** Whether somebody who was looked at may not decide for one of these reasons. */
function looksAt(why: DeadEndReason, codes: readonly CandidateReason["code"][]): boolean {
  return lookedAt(why).some((one) => one.why.some(({ code }) => codes.includes(code)));
}

const lookedAt = (why: DeadEndReason) => (why.code === "nobody eligible" ? why.values.people : []);

function passing(looked: Examined, group: readonly DeadEnd[]): Finding {
  const { policy, directory } = looked;
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
  const zone = directory.organisation.timeZone;
  const { many } = typeWords(policy.documentType).name;
  return {
    code: "passing dead end",
    weight: "passing",
    place: { section: section.id, level: level.id },
    message: `${until ? `Until ${sayDate(lastDayBefore(until, zone))}` : `From ${sayDate(from)}`} ${many} of ${someNames(people, directory)} wait at “${level.name}”: ${sayDeadEnd(group[0]!.why, looked, level)}.`,
    mend: "It ends by itself. A stand-in set under People ends it sooner.",
  };
}

/** Levels for which nothing can be said before there is a document: the owner or the person it names. */
export function perDocument(policy: Policy): Finding[] {
  const { one } = typeWords(policy.documentType).name;
  return policy.sections.flatMap((section) =>
    section.levels.flatMap((level): Finding[] => {
      const { approvers } = level;
      if (approvers.kind !== "owner" && approvers.kind !== "namedOnDocument") return [];
      const what =
        approvers.kind === "owner"
          ? `whose ${approvers.of === "costCentre" ? "cost centre" : approvers.of} has no owner`
          : `that names nobody as ${approvers.field}`;
      return [
        {
          code: "known per document",
          weight: "passing",
          place: { section: section.id, level: level.id },
          message: `“${level.name}” is known for each document only: one ${one} ${what} would be held.`,
          mend: "Nothing is wrong here; see that the owners are kept and the field is filled in.",
        },
      ];
    }),
  );
}
