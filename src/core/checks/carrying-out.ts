import { typeWords } from "../documents";
import { isAddress, personCalled, type Directory } from "../people";
import type { Level, Policy, Section } from "../policy";
import type { Examined } from "./dead-ends";
import type { Finding } from "./finding";

type Step = Policy["afterApproval"][number];

/** Which kinds of document a step after the approval does something to; the others it fails on, every time. */
const STEP_FITS: Readonly<Record<Step["kind"], readonly string[] | "all">> = {
  "release holds": "all",
  "apply changes": ["credit-limit-change", "supplier-account"],
  "send to supplier": ["purchase-order"],
  post: ["purchase-order", "supplier-invoice", "expense-claim"],
  "next payment run": ["supplier-invoice", "expense-claim"],
  tell: "all",
  "call address": "all",
};

/** Steps after the approval that cannot be carried out: on another kind of document, in another order, or telling somebody who is nobody. */
export function checkSteps(policy: Policy, directory: Directory): Finding[] {
  const { one, many } = typeWords(policy.documentType).name;
  const found = (about: string, message: string, mend: string): Finding => ({
    code: "step not possible",
    weight: "fatal",
    place: {},
    about,
    message,
    mend,
  });
  return policy.afterApproval.flatMap(({ kind, note }, index): Finding[] => {
    const fits = STEP_FITS[kind];
    const at = `step ${index + 1}`;
    if (fits !== "all" && !fits.includes(policy.documentType))
      return [
        found(
          at,
          `Step ${index + 1} after the approval, “${kind}”, does nothing to ${many}: it would fail on every ${one}.`,
          "Remove the step.",
        ),
      ];
    if (kind === "next payment run" && !policy.afterApproval.slice(0, index).some((step) => step.kind === "post"))
      return [
        found(
          at,
          `Step ${index + 1} after the approval pays what no step before it posts: it would fail on every ${one}.`,
          "Put “post” before it.",
        ),
      ];
    if (kind === "tell" && note.trim() && !personCalled(directory, note) && !isAddress(note))
      return [
        found(
          at,
          `Step ${index + 1} after the approval tells “${note.trim()}”, who is nobody here and no e-mail address.`,
          "Write a person’s name or an e-mail address.",
        ),
      ];
    return [];
  });
}

/** A rule for stopped orders that frees none: what is approved is not set, or nobody is left in whose name it is asked. */
export function checkStopped({ policy, directory }: Examined, at: string): Finding[] {
  const { stoppedOrders: rule, afterApproval } = policy;
  if (!rule) return [];
  const seller = rule.seller ? directory.person(rule.seller) : undefined;
  return [
    ...(afterApproval.some(({ kind }) => kind === "apply changes")
      ? []
      : [
          {
            code: "step not possible" as const,
            weight: "fatal" as const,
            place: {},
            about: "stopped orders",
            message:
              "Limits are asked for that stopped orders need, but no step sets what was approved: the orders would stay stopped.",
            mend: "Add the step “apply changes” after the approval.",
          },
        ]),
    ...(seller && !directory.isActive(seller, at)
      ? [
          {
            code: "inactive person" as const,
            weight: "doubtful" as const,
            place: {},
            about: "stopped orders",
            message: `Limits for stopped orders are asked for in the name of ${seller.name}, who is no longer active, where an order names nobody else.`,
            mend: "Name somebody else under “Stopped orders”.",
          },
        ]
      : []),
  ];
}

/** A policy without somebody to ask about it: nobody owns it, or whoever does has left or is about to. */
export function checkOwner({ policy, directory }: Examined, at: string): Finding[] {
  const finding = (message: string): Finding[] => [
    { code: "no owner", weight: "doubtful", place: {}, message, mend: "Choose an owner who stays." },
  ];
  if (!policy.owner) return finding("Nobody owns this policy, so that nobody is asked what it means.");
  const owner = directory.person(policy.owner);
  if (!owner) return finding("The owner of this policy is nobody known here.");
  if (!directory.isActive(owner, at)) return finding(`${owner.name} owns this policy and is no longer active.`);
  return owner.activeUntil ? finding(`${owner.name} owns this policy and leaves.`) : [];
}

/** Overdue work that is to go on and cannot: nobody is left in the pool, or whoever it goes to may not decide. */
export function checkEscalation({ policy, directory, asked }: Examined): Finding[] {
  return policy.sections.flatMap((section) =>
    section.levels.flatMap((level) => [
      ...nobodyNext(section, level, asked),
      ...withoutRole(section, level, directory),
    ]),
  );
}

function nobodyNext(section: Section, level: Level, asked: Examined["asked"]): Finding[] {
  if (level.overdue !== "next in pool" || level.kind === "notice" || level.kind === "check") return [];
  const alone = asked.answers(level, 1, null).some(({ answer }) => !answer.blocked && answer.pool.length === 1);
  if (!alone) return [];
  return [
    {
      code: "nobody next",
      weight: "doubtful",
      place: { section: section.id, level: level.id },
      message: `When “${level.name}” is overdue it is to go to the next who is asked there, and for some requesters one person alone is asked.`,
      mend: "Name a second person at the level, or let it go to the manager or to somebody by name.",
    },
  ];
}

function withoutRole(section: Section, level: Level, directory: Directory): Finding[] {
  if (level.overdue !== "named person" || !level.overduePerson) return [];
  const person = directory.person(level.overduePerson);
  if (!person || person.roles.includes("approver")) return [];
  return [
    {
      code: "escalation without role",
      weight: "fatal",
      place: { section: section.id, level: level.id },
      message: `When “${level.name}” is overdue it goes to ${person.name}, who does not have the role of an approver and cannot decide.`,
      mend: "Name an approver, or have the role given to them under People.",
    },
  ];
}
