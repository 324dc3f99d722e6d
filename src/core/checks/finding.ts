import { edit as policyEdit, type Level, type Place, type Policy, type Section } from "../policy";
import type { FindingReason } from "./reasons";

/**
 * How much a finding weighs: “fatal” keeps a policy from the reviewer; “doubtful” needs a sentence of why; “passing” is said and needs nothing, because
 * it ends by itself or cannot be known before there is a document.
 */
export type Weight = "fatal" | "doubtful" | "passing";

/** An edit that would mend a finding and can do no harm: it never lets more pass than before. */
export type Mend =
  | { kind: "mark"; section: string; level: string; band: number }
  | { kind: "quorum"; section: string; level: string; n: number }
  | { kind: "without person"; section: string; level: string; person: string }
  | { kind: "remove level"; section: string; level: string }
  | { kind: "remove section"; section: string }
  | { kind: "wait when overdue"; section: string; level: string };

/** What is wrong with a policy, as data; words for it are made at the edge. */
export type Finding = FindingReason & {
  weight: Weight;
  place: Place;
  /** Whom or which other part it is about, where several findings can have the same place. */
  about?: string;
  /** A document that shows it: an amount in minor units of the policy's currency, and who asks for it. */
  example?: { minor: number; requester: string };
  offer?: Mend;
};

/** What tells a finding from others of the same policy, so that a reason given for it stays with it while the policy is edited. */
export function keyOf({ code, place, about }: Pick<Finding, "code" | "place" | "about">): string {
  return [code, place.section ?? "", place.level ?? "", place.band ?? "", place.threshold ?? "", about ?? ""].join("/");
}

/** What a finding says, without where it stands. */
export function whyOf(finding: Finding): FindingReason {
  const { code } = finding;
  return ("values" in finding ? { code, values: finding.values } : { code }) as FindingReason;
}

/** Carries out what a finding offers. */
export function mend(policy: Policy, edit: Mend): Policy {
  const inSection = (change: (section: Section) => Section): Policy => ({
    ...policy,
    sections: policy.sections.map((section) => (section.id === edit.section ? change(section) : section)),
  });
  const inLevel = (id: string, change: (level: Level) => Level) =>
    inSection((section) => ({
      ...section,
      levels: section.levels.map((level) => (level.id === id ? change(level) : level)),
    }));
  switch (edit.kind) {
    case "remove section":
      return { ...policy, sections: policy.sections.filter((section) => section.id !== edit.section) };
    case "mark":
      return inSection((section) => policyEdit.setMarks(section, edit.level, edit.band, edit.band, "approves"));
    case "quorum":
      return inLevel(edit.level, (level) => ({ ...level, quorum: { kind: "n", n: edit.n } }));
    case "wait when overdue":
      return inLevel(edit.level, (level) => ({ ...level, overdue: "wait" }));
    case "without person":
      return inLevel(edit.level, (level) =>
        level.approvers.kind === "people"
          ? {
              ...level,
              approvers: { kind: "people", people: level.approvers.people.filter((id) => id !== edit.person) },
            }
          : level,
      );
    case "remove level":
      return inSection((section) => policyEdit.removeLevel(section, edit.level));
  }
}
