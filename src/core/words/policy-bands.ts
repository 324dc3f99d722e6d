import { joinWords, lowerFirst, sayCount, capital, withArticle } from "../text";
import { nameOfEntry } from "../lists";
import { typeWords } from "../documents";
import { formatAmount } from "../money";
import type { Directory } from "../people";
import {
  bandEdges,
  stagesOf,
  dateFields,
  fieldsIn,
  vocabularyIn,
  type Threshold,
  type Level,
  type Policy,
  type Section,
  type TimeLimit,
} from "../policy";
import { sayCondition } from "./conditions";
import { sayRule } from "./rules";

/**
 * The range of a band in words; who reads it can say on which side the exact amount is.
 * @example "Up to 2,500.00, that amount included"
 * @example "Over 2,500.00 and under 10,000.00"
 */
export function sayRange(section: Pick<Section, "thresholds">, band: number, currency: string): string {
  const { from, to } = bandEdges(section, band);
  const amount = (threshold: Threshold) => formatAmount({ minor: threshold.amount, currency });
  if (!from && !to) return "Every amount";
  if (!from) return to!.exact === "below" ? `Up to ${amount(to!)}, that amount included` : `Under ${amount(to!)}`;
  const start = from.exact === "below" ? `Over ${amount(from)}` : `From ${amount(from)} on, that amount included`;
  if (!to) return start;
  if (from.exact === "below")
    return to.exact === "below"
      ? `${start} up to ${amount(to)}, that amount included`
      : `${start} and under ${amount(to)}`;
  return to.exact === "below"
    ? `From ${amount(from)} up to ${amount(to)}, both included`
    : `From ${amount(from)}, that amount included, and under ${amount(to)}`;
}

/**
 * The range of several neighbouring bands in words, as what comes after a colon.
 * @example "from 500.00 up to 5,000.00, both included"
 */
export function sayStretch(section: Pick<Section, "thresholds">, start: number, end: number, currency: string): string {
  const ends = [section.thresholds[start - 1], section.thresholds[end]];
  const thresholds = ends.filter((one) => one !== undefined);
  const said = sayRange({ thresholds }, start > 0 ? 1 : 0, currency);
  return lowerFirst(said);
}

/** One sentence for a band: who approves, in which order, who is told. It is what a head of department would sign. */
export function sayBand(policy: Policy, section: Section, band: number, directory: Directory): string {
  return `${sayRange(section, band, policy.currency)}: ${sayChain(policy, section, band, directory)}.`;
}

/** The chain of a band without its range, for use inside other sentences. */
export function sayChain(policy: Policy, section: Section, band: number, directory: Directory): string {
  const told = section.levels.filter((level) => level.marks[band] === "told");
  const tail = told.length
    ? `; ${joinWords(
        told.map((level) => sayTold(level, directory)),
        "and",
      )} notified`
    : "";
  if (section.bands[band]?.approval === "none") return `nobody needs to approve${tail}`;
  const stages = stagesOf(section.levels.filter((level) => level.marks[band] === "approves"));
  if (stages.length === 0) return `no level approves here, so such ${aDocument(policy)} would be held${tail}`;
  const said = stages.map((levels) => {
    const together = joinWords(
      levels.map((level) => sayLevel(policy, level, directory)),
      "and",
    );
    return levels.length > 1 ? `side by side ${together}` : together;
  });
  return joinSequence(said) + tail;
}

function aDocument(policy: Policy): string {
  return withArticle(typeWords(policy.documentType).name.one);
}

function joinSequence(parts: string[]): string {
  return parts.length < 2 ? (parts[0] ?? "") : `${parts.slice(0, -1).join(", then ")}, then ${parts.at(-1)}`;
}

function sayLevel(policy: Policy, level: Level, directory: Directory): string {
  const condition = level.when ? ` (if ${sayCondition(level.when, vocabularyIn(policy.documentType, directory))})` : "";
  // In brackets: whom it goes to when it is late must not read as the next in the chain.
  const limit = level.timeLimit
    ? ` (${sayTimeLimit(level.timeLimit, policy.documentType, directory)}${sayLate(level, directory)})`
    : "";
  return `${sayDoer(policy, level, directory)}${condition}${limit}${level.signature ? " (signing)" : ""}`;
}

/** Who does what at a level, without when and how long: "anyone of the Directors", "Ivo Sampaio does “Count the goods”, two things to tick off". */
export function sayDoer(policy: Policy, level: Level, directory: Directory): string {
  if (level.kind === "check") return `the system checks ${sayChecks(policy, level, directory)}`;
  if (level.kind !== "task") return sayWho(level, directory);
  const items = level.checklist.length;
  return `${sayWho(level, directory)} ${level.quorum.kind === "one" ? "does" : "do"} “${level.name}”${items ? `, ${sayCount(items)} ${items === 1 ? "thing" : "things"} to tick off` : ""}`;
}

/** What a level of kind “check” verifies: "that the supplier is filled in and a paper “Offer” is attached". */
export function sayChecks(
  policy: Pick<Policy, "documentType">,
  { checks = [] }: Pick<Level, "checks">,
  directory: Directory,
): string {
  if (checks.length === 0) return "nothing yet";
  const fields = fieldsIn(policy.documentType, directory);
  const said = checks.map((check) => {
    if (check.kind === "paper")
      return `an attachment “${nameOfEntry(directory.organisation.lists, "papers", check.name)}” is attached`;
    if (check.kind === "totals") return "the totals add up";
    const names = check.fields.map((key) => fields.find((field) => field.key === key)?.label ?? key);
    return `the ${joinWords(names, "and")} ${names.length === 1 ? "is" : "are"} filled in`;
  });
  return `that ${joinWords(said, "and")}`;
}

/** @example sayDuration({ amount: 2, unit: "working days" }) // "two working days" */
export function sayDuration({ amount, unit }: Pick<TimeLimit, "amount" | "unit">): string {
  return `${sayCount(amount)} ${amount === 1 ? unit.replace(/s$/, "") : unit}`;
}

/**
 * By when, as a part of a sentence.
 * @example sayTimeLimit({ amount: 2, unit: "working days" }, type) // "within two working days"
 * @example sayTimeLimit({ amount: 4, unit: "working hours", before: "dueDate" }, type) // "at the latest four working hours before the end of its due date"
 */
export function sayTimeLimit(limit: TimeLimit, type: string, directory?: Directory): string {
  if (!limit.before) return `within ${sayDuration(limit)}`;
  const label = dateFields(type, directory).find(({ key }) => key === limit.before)?.label ?? limit.before;
  return `at the latest ${sayDuration(limit)} before the end of its ${label}`;
}

/** What happens when a level is late, as the end of a sentence; empty when it simply goes on waiting. */
function sayLate({ overdue, overduePerson }: Level, directory: Directory): string {
  const named = overduePerson ? (directory.person(overduePerson)?.name ?? overduePerson) : "nobody yet";
  return {
    wait: "",
    "next in pool": ", else the next of them is asked",
    "named person": `, else it goes to ${named}`,
    manager: ", else it goes to the approver’s manager",
    decline: ", else it is declined",
    "approve by lapse": ", else it counts as approved automatically when time runs out",
  }[overdue];
}

function sayTold(level: Level, directory: Directory): string {
  const who = sayRule(level.approvers, directory, "and");
  return level.approvers.kind === "group" ? `the ${who.replace(/^the /i, "")}` : who;
}

/** Who and how many of them: "anyone of the Directors", "two of the Directors", "Ivo Sampaio and Marta Quelhas together". */
export function sayWho(level: Pick<Level, "approvers" | "quorum">, directory: Directory): string {
  const { approvers, quorum } = level;
  if (approvers.kind === "group") {
    const group = `the ${sayRule(approvers, directory).replace(/^the /i, "")}`;
    return `${{ one: "anyone of", all: "everyone of", majority: "a majority of", n: `${sayCount(quorum.kind === "n" ? quorum.n : 1)} of` }[quorum.kind]} ${group}`;
  }
  if (approvers.kind !== "people" || approvers.people.length === 1) return sayRule(approvers, directory);
  if (quorum.kind === "one") return sayRule(approvers, directory, "or");
  if (quorum.kind === "all") return `${sayRule(approvers, directory, "and")} together`;
  return `${quorum.kind === "majority" ? "a majority" : sayCount(quorum.n)} of ${sayRule(approvers, directory, "and")}`;
}

/** The section's condition as a sentence of its own. */
export function saySection(policy: Policy, section: Section, directory?: Directory): string {
  const { many } = typeWords(policy.documentType).name;
  const vocabulary = vocabularyIn(policy.documentType, directory);
  if (section.when === "otherwise")
    return policy.sections.length === 1 ? `All ${many}.` : `All ${many} that no section before this one takes.`;
  return `${capital(many)} where ${sayCondition(section.when, vocabulary)}.`;
}

/** What the exact amount of a threshold needs, said at the threshold: "5,000.00 itself: the requester’s manager". */
export function sayThreshold(policy: Policy, section: Section, index: number, directory: Directory): string {
  const threshold = section.thresholds[index]!;
  const band = threshold.exact === "below" ? index : index + 1;
  const amount = formatAmount({ minor: threshold.amount, currency: policy.currency });
  return `${amount} itself: ${sayChain(policy, section, band, directory)}`;
}
