import type { Condition } from "../conditions";
import { freeId } from "./names";
import type { Policy, Section } from "./schema";

/** What a designer can do to the sections of a policy and to the order of a section's levels. Each returns a new policy; the last section stays last and unconditional. */

function freeName(name: string, taken: readonly string[]): string {
  let found = name;
  for (let count = 2; taken.includes(found); count += 1) found = `${name} ${count}`;
  return found;
}

const index = (policy: Policy, id: string) => policy.sections.findIndex((section) => section.id === id);

/** A new section before another, with the bands of "everything else" and its levels, for documents that fit a condition. */
export function insertSection(policy: Policy, name: string, when: Condition, before: string): Policy {
  const place = Math.min(Math.max(0, index(policy, before)), policy.sections.length - 1);
  const model = policy.sections.at(-1)!;
  const own = freeName(
    name,
    policy.sections.map((section) => section.name),
  );
  const section: Section = {
    ...model,
    id: freeId(
      "section",
      policy.sections.map(({ id }) => id),
    ),
    name: own,
    when,
  };
  return { ...policy, sections: policy.sections.toSpliced(place, 0, section) };
}

/** The same section once more, before itself; a copy of "everything else" needs a condition of its own. */
export function copySection(policy: Policy, id: string, when: Condition): Policy {
  const place = index(policy, id);
  const model = policy.sections[place];
  if (!model) return policy;
  const name = freeName(
    `${model.name}, copy`,
    policy.sections.map((section) => section.name),
  );
  const copy: Section = {
    ...model,
    id: freeId(
      "section",
      policy.sections.map((section) => section.id),
    ),
    name,
    when: model.when === "otherwise" ? when : model.when,
  };
  return { ...policy, sections: policy.sections.toSpliced(place, 0, copy) };
}

/** Moves a section one place forward (-1) or back (+1); "everything else" stays last. */
export function moveSection(policy: Policy, id: string, by: -1 | 1): Policy {
  const from = index(policy, id);
  const to = from + by;
  const last = policy.sections.length - 1;
  if (from < 0 || from === last || to < 0 || to >= last) return policy;
  const section = policy.sections[from]!;
  return { ...policy, sections: policy.sections.toSpliced(from, 1).toSpliced(to, 0, section) };
}

/** Takes a section out; "everything else" cannot be taken out. */
export function removeSection(policy: Policy, id: string): Policy {
  return index(policy, id) === policy.sections.length - 1
    ? policy
    : { ...policy, sections: policy.sections.filter((section) => section.id !== id) };
}

/** The same level once more, in the same stage or after it. */
export function copyLevel(section: Section, id: string): Section {
  const place = section.levels.findIndex((level) => level.id === id);
  const model = section.levels[place];
  if (!model) return section;
  const name = freeName(
    `${model.name.slice(0, 50)}, copy`,
    section.levels.map((level) => level.name),
  );
  const copy = {
    ...model,
    id: freeId(
      "level",
      section.levels.map((level) => level.id),
    ),
    name,
    stage: model.stage + 1,
  };
  const after = section.levels.map((level) =>
    level.stage > model.stage ? { ...level, stage: level.stage + 1 } : level,
  );
  // After the whole side-by-side group, so that stages keep counting up.
  const end = section.levels.findLastIndex((level) => level.stage === model.stage) + 1;
  return { ...section, levels: after.toSpliced(end, 0, copy) };
}
