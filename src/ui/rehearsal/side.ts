import type { Policy, Section } from "@/core/policy";

/** One of the two versions: what it is called, its policy, null for none at all, and the section that is shown, null where it has none of that name. */
export type Side = { name: string; policy: Policy | null; section: Section | null };

/** A section with its thresholds moved. */
export type Moves = (section: Section) => void;

/** How wide the names of levels are, in pixels. */
export const HEAD = 168;

/** A version as it was opened. */
type Called = { name: string; policy: Policy | null };

const titleOf = (name: string, isMoved: boolean) => (isMoved ? `${name}, moved` : name);

/** A policy with one of its sections as it was moved. */
export function withSection(policy: Policy, section: Section): Policy {
  return { ...policy, sections: policy.sections.map((one) => (one.id === section.id ? section : one)) };
}

export type Sides = { name: string; before: Side; after: Side };

/** The section of both versions that has a name, or the last of the second. */
export function sidesOf(
  { section: asked, ...props }: { section: string; before: Called; after: Called },
  before: Policy | null,
  after: Policy | null,
): Sides {
  const named = (policy: Policy | null, name: string) => policy?.sections.find((one) => one.name === name) ?? null;
  const name = named(after, asked) || named(before, asked) ? asked : (after ?? before)!.sections.at(-1)!.name;
  const side = (one: Called, policy: Policy | null): Side => ({
    name: titleOf(one.name, policy !== one.policy),
    policy,
    section: named(policy, name),
  });
  return { name, before: side(props.before, before), after: side(props.after, after) };
}

/** Those of some that are policies. */
export function policiesIn(...sides: (Policy | null)[]): Policy[] {
  return sides.filter((one) => one !== null);
}
