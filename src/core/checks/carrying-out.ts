import { STEPS_OF_ALL, typeWords } from "../documents";
import { isAddress, personCalled, type Directory } from "../people";
import type { Level, Policy, Section } from "../policy";
import type { Examined } from "./dead-ends";
import type { Finding } from "./finding";
import type { OwnerReason, StepReason } from "./reasons";

type Step = Policy["afterApproval"][number];

/** Steps after the approval that cannot be carried out: on another kind of document, in another order, or telling somebody who is nobody. */
export function checkSteps(policy: Policy, directory: Directory): Finding[] {
  return policy.afterApproval.flatMap((step, index): Finding[] => {
    const why = whyNotStep(policy, step, index, directory);
    if (!why) return [];
    const values = { step: index + 1, kind: step.kind, why };
    return [{ code: "step not possible", weight: "fatal", place: {}, about: `step ${index + 1}`, values }];
  });
}

function whyNotStep(policy: Policy, { kind, note }: Step, index: number, directory: Directory): StepReason | null {
  const fits = [...STEPS_OF_ALL, ...typeWords(policy.documentType).steps];
  if (!fits.includes(kind)) return { code: "does nothing" };
  if (kind === "next payment run" && !policy.afterApproval.slice(0, index).some((step) => step.kind === "post"))
    return { code: "not posted before" };
  const nobody = kind === "tell" && note.trim() && !personCalled(directory, note) && !isAddress(note);
  return nobody ? { code: "nobody told", values: { note: note.trim() } } : null;
}

/** A rule for stopped orders that frees none: what is approved is not set, or nobody is left in whose name it is asked. */
export function checkStopped({ policy, directory }: Examined, at: string): Finding[] {
  const { stoppedOrders: rule, afterApproval } = policy;
  if (!rule) return [];
  const found: Finding[] = [];
  if (!afterApproval.some(({ kind }) => kind === "apply changes"))
    found.push({ code: "stopped orders stay", weight: "fatal", place: {} });
  const seller = rule.seller ? directory.person(rule.seller) : undefined;
  if (seller && !directory.isActive(seller, at)) {
    const values = { person: seller.id, as: "seller" as const };
    found.push({ code: "inactive person", weight: "doubtful", place: {}, about: "stopped orders", values });
  }
  return found;
}

/** A policy without somebody to ask about it: nobody owns it, or whoever does has left or is about to. */
export function checkOwner({ policy, directory }: Examined, at: string): Finding[] {
  const why = whyNoOwner(policy, directory, at);
  return why ? [{ code: "no owner", weight: "doubtful", place: {}, values: { why } }] : [];
}

function whyNoOwner({ owner }: Policy, directory: Directory, at: string): OwnerReason | null {
  if (!owner) return { code: "none" };
  const person = directory.person(owner);
  if (!person) return { code: "unknown" };
  if (!directory.isActive(person, at)) return { code: "inactive", values: { person: owner } };
  return person.activeUntil ? { code: "leaves", values: { person: owner } } : null;
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
  return [{ code: "nobody next", weight: "doubtful", place: { section: section.id, level: level.id } }];
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
      values: { person: person.id },
    },
  ];
}
