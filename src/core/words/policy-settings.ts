import { typeWords } from "../documents";
import { RECIPIENTS } from "../messages";
import { formatAmount } from "../money";
import type { Directory } from "../people";
import { joinWords, withArticle } from "../text";
import { fieldsIn, vocabularyIn, type Level, type Policy } from "../policy";
import { sayCondition } from "./conditions";
import { sayTimeLimit, sayDuration } from "./policy-bands";
import { sayRule } from "./rules";

type Hold = Policy["holds"][number];
type Step = Policy["afterApproval"][number];

/** What a hold keeps from happening, as verbs. */
export const BLOCKS: Record<Hold["blocks"][number], string> = {
  send: "sent to the supplier",
  post: "posted",
  pay: "paid",
  ship: "shipped",
  use: "used",
};

export const AFTER_APPROVAL: Record<Step["kind"], string> = {
  "release holds": "release its holds",
  "apply changes": "apply the accepted changes to the account",
  "send to supplier": "send it to the supplier with a copy to the requester",
  post: "post it to the ledger",
  "next payment run": "put it in the next payment run",
  tell: "notify somebody",
  "call address": "call a web address",
};

/** @example "Held as “No order” if the match is without an order: not paid until it is approved, or the Accounts payable release it" */
export function sayHold(policy: Pick<Policy, "documentType">, hold: Hold, directory: Directory): string {
  const when = hold.when ? ` if ${sayCondition(hold.when, vocabularyIn(policy.documentType, directory))}` : "";
  const blocks = hold.blocks.length
    ? `not ${joinWords(
        hold.blocks.map((block) => BLOCKS[block]),
        "or",
      )}`
    : "blocking nothing";
  const release = hold.release ? `, or ${sayRule(hold.release, directory)} may release it` : "";
  const until = hold.keeps
    ? `until its cause is gone${release || ", or the accounts clerk releases it"}`
    : `until it is approved${release}`;
  return `Held as “${hold.reason}”${when}: ${blocks} ${until}`;
}

/** The steps after the last approval, in order, as one sentence; null when there are none. */
export function sayAfterApproval(policy: Pick<Policy, "afterApproval">): string | null {
  if (policy.afterApproval.length === 0) return null;
  const steps = policy.afterApproval.map(({ kind, note }) => `${AFTER_APPROVAL[kind]}${note ? ` (${note})` : ""}`);
  return `After the last approval: ${steps.length < 2 ? steps[0] : `${steps.slice(0, -1).join(", then ")}, then ${steps.at(-1)}`}`;
}

/** Who is told of what by a policy, as one sentence; null when it adds nobody to those who hear anyway. */
export function sayMessages({
  messages,
  onSubmit,
  tellsFindings,
}: Pick<Policy, "messages" | "onSubmit" | "tellsFindings">): string | null {
  const byOccasion = new Map<string, string[]>();
  for (const { on, to } of messages) byOccasion.set(on, [...(byOccasion.get(on) ?? []), RECIPIENTS[to]]);
  const said = [...byOccasion].map(
    ([on, to]) => `${joinWords(to, "and")} when it is ${on === "opened" ? "put before somebody" : on}`,
  );
  const parts = [
    ...(onSubmit ? [`Said to whoever submits: “${onSubmit.replace(/\.$/, "")}”`] : []),
    ...(tellsFindings ? ["Approvers read of open findings of the lookout about what they decide on"] : []),
    ...(said.length > 0 ? [`Told as well: ${said.join("; ")}`] : []),
  ];
  return parts.length > 0 ? parts.join(". ") : null;
}

/** Who sees every document under a policy and cannot act on it, as one sentence; null when nobody does. */
export function sayReaders({ readers }: Pick<Policy, "readers">, directory: Directory): string | null {
  const who = [
    ...(readers?.people ?? []).map((id) => directory.person(id)?.name ?? id),
    ...(readers?.groups ?? []).map((id) => directory.group(id)?.name ?? id),
  ];
  return who.length > 0 ? `Read-only access: ${joinWords(who, "and")}` : null;
}

/**
 * What an edit of a document in approval does. The tolerance is on the amount alone: another supplier is another supplier. It is of the whole way since each
 * approval, and some things count whatever the policy names.
 */
export function sayEdits(policy: Pick<Policy, "edits" | "documentType" | "currency">, directory?: Directory): string {
  const { fields, effect, toleranceMinor, tolerancePercent } = policy.edits;
  const words = typeWords(policy.documentType);
  const known = fieldsIn(policy.documentType, directory);
  const what = fields.length
    ? `An edit of the ${joinWords(
        fields.map((key) => known.find((field) => field.key === key)?.label ?? key),
        "or",
      )}`
    : `Any edit of ${withArticle(words.name.one)} in approval`;
  const within = [
    ...(toleranceMinor > 0 ? [`${formatAmount({ minor: toleranceMinor, currency: policy.currency })}`] : []),
    ...(tolerancePercent > 0 ? [`${tolerancePercent} per cent`] : []),
  ];
  const tolerance = within.length
    ? `; a move of the amount by no more than ${joinWords(within, "and")} in all since it was approved does not`
    : "";
  const always =
    effect === "carry on"
      ? "; but never an edit of whose it is, with whom, its currency or date, nor a higher amount"
      : fields.length > 0
        ? "; so does one of whose it is, with whom, its currency or date, or to a higher amount"
        : "";
  return `${what} ${{ "carry on": "leaves the approvals as they are", "from the level": "sends it back to the first level it concerns", "start again": "starts the approval again" }[effect]}${always}${tolerance}`;
}

/** What happens when the requester is the one who would approve. */
export function saySelfApproval({ selfApproval }: Pick<Policy, "selfApproval">, directory: Directory): string {
  const { rule, substitute } = selfApproval;
  const named = substitute ? (directory.person(substitute)?.name ?? substitute) : "nobody yet";
  return {
    hold: "Nobody approves their own; where only the requester could, the document is held",
    "next level": "Where only the requester could approve, the next level decides",
    substitute: `Where only the requester could approve, ${named} does`,
    manager: "Where only the requester could approve, their manager does",
    "own limit": "Where only the requester could approve, it counts as approved up to the requester’s own limit",
  }[rule];
}

/** How the other party signs what it fills in; null for policies of documents that have no such form. */
export function sayPartySigns({
  documentType,
  partySigns,
}: Pick<Policy, "documentType" | "partySigns">): string | null {
  if (!typeWords(documentType).partyForm) return null;
  return `The other party signs its form with its name${partySigns === "drawn" ? " and by hand" : ""}`;
}

/** What happens to who stands at two levels. */
export function sayRepeated({ repeatedApprover }: Pick<Policy, "repeatedApprover">): string {
  return {
    "ask twice": "Who stands at two levels is asked at each",
    "count once": "Who stands at two levels is asked once, and it counts for both",
    "must differ": "Nobody decides at two levels of one document",
  }[repeatedApprover];
}

/** @example "the next level, of “Finance” and “Directors”; what is not chosen is skipped" */
function sayChoices(policy: Policy, level: Level, ids: readonly string[]): string {
  const section = policy.sections.find(({ levels }) => levels.includes(level));
  const names = ids.map((id) => `“${section?.levels.find((one) => one.id === id)?.name ?? id}”`);
  return `the next level, of ${joinWords(names, "and")}; what is not chosen is skipped`;
}

/**
 * Every property of a level beyond who and where, one sentence each, by its effect. Empty for a plain level.
 */
export function sayLevelDetails(policy: Policy, level: Level, directory: Directory): string[] {
  const type = policy.documentType;
  const said: string[] = [];
  if (level.timeLimit) {
    const calendar = level.timeLimit.before
      ? ", by the approver’s calendar; without that date there is no limit"
      : " of the approver’s calendar";
    said.push(`Due ${sayTimeLimit(level.timeLimit, type)}${calendar}`);
  }
  for (const { before, after, to, person } of level.reminders) {
    const named = person ? (directory.person(person)?.name ?? person) : "Nobody yet";
    const who = {
      approver: "A reminder goes out",
      manager: "Their manager is notified",
      person: `${named} is notified`,
    }[to];
    said.push(`${who} ${sayDuration(after)} ${before ? "before" : "after"} it is due`);
  }
  if (level.timeLimit || level.overdue !== "wait") said.push(sayOverdue(level, directory));
  if (level.handOver !== "no")
    said.push(
      level.handOver === "to the pool"
        ? "May be handed over to another of those asked"
        : "May be handed over to anybody who is eligible",
    );
  if (level.signature)
    said.push(`Whoever approves signs with name and password${level.signature === "drawn" ? ", and by hand" : ""}`);
  if (level.commentOn.includes("approve")) said.push("A comment is needed to approve");
  for (const effect of ["decline", "sendBack"] as const)
    if (!level.commentOn.includes(effect))
      said.push(`No comment is needed to ${effect === "decline" ? "decline" : "send back"}`);
  for (const { effect, word } of level.outcomes ?? [])
    said.push(`“${word}” stands for ${{ approve: "approve", decline: "decline", sendBack: "send back" }[effect]}`);
  if (level.fills) said.push(`Whoever approves fills in ${sayFills(level.fills, policy.documentType, directory)}`);
  if (level.choosesNext) said.push(`Whoever decides chooses ${sayChoices(policy, level, level.choosesNext)}`);
  if (level.mayAddApprover) said.push("Whoever decides may have one more person approve first");
  if (level.instruction) said.push(`Told to whoever decides: “${level.instruction}”`);
  return said;
}

/** Fields that a level asks for, in the order in which it does. @example "“account code” and, if they like, “asset number”" */
function sayFills(fills: NonNullable<Level["fills"]>, type: string, directory: Directory): string {
  const labels = new Map(fieldsIn(type, directory).map(({ key, label }) => [key, label]));
  const ofLines = new Set(directory.organisation.fields.flatMap(({ key, part }) => (part === "line" ? [key] : [])));
  const name = (key: string) => `“${labels.get(key) ?? key}”${ofLines.has(key) ? " of each line" : ""}`;
  const named = (needed: boolean) =>
    joinWords(
      fills.filter((one) => one.needed === needed).map(({ field }) => name(field)),
      "and",
    );
  const [must, may] = [named(true), named(false)];
  return [must, may && `if they like, ${may}`].filter(Boolean).join(" and, ");
}

function sayOverdue({ overdue, overduePerson }: Level, directory: Directory): string {
  const named = overduePerson ? (directory.person(overduePerson)?.name ?? overduePerson) : "nobody yet";
  return {
    wait: "When overdue it goes on waiting",
    "next in pool": "When overdue the next of them is asked",
    "named person": `When overdue it goes to ${named}`,
    manager: "When overdue it goes to the approver’s manager",
    decline: "When overdue it is declined",
    "approve by lapse": "When overdue it counts as approved: approved automatically when time runs out, a weakness",
  }[overdue];
}
