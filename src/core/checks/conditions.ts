import { satisfiable, type Wanted } from "../conditions";
import { openBands, type Level, type Policy, type Section } from "../policy";
import { decidingIn } from "./chain";
import { edgesOf } from "./edges";
import type { Finding } from "./finding";
import { fieldsNamed, type Reach } from "./reach";

const not = (condition: Wanted["condition"]): Wanted => ({ condition, met: false });

/** Sections and levels that nothing can come to, sections that only their order tells apart, bands that may end without a level. @param unit minor units in one major unit of the policy’s currency */
export function checkConditions(policy: Policy, reach: Reach, unit: number): Finding[] {
  return [
    ...policy.sections.flatMap((section) => deadSection(section, reach)),
    ...overlaps(policy, reach),
    ...policy.sections.flatMap((section) => [
      ...open(section),
      ...conditionalOnly(policy, section, reach, unit),
      ...section.levels.flatMap((level) => idleLevel(policy, section, level, reach, unit)),
    ]),
  ];
}

function deadSection(section: Section, reach: Reach): Finding[] {
  if (reach.possible(section)) return [];
  const itself = section.when !== "otherwise" && !satisfiable([{ condition: section.when, met: true }], reach.known);
  const last = section.when === "otherwise";
  return [
    {
      code: "section never applies",
      weight: last ? "doubtful" : "fatal",
      place: { section: section.id },
      values: { itself, last },
      ...(!last && { offer: { kind: "remove section" as const, section: section.id } }),
    },
  ];
}

/**
 * Two sections that fit the same document. Where they look at the same field that is doubtful; where each looks at its own, an order is needed and only said.
 * A document of many lines that have one each of two categories is not counted: that the first section takes it is what an order is for.
 */
function overlaps(policy: Policy, reach: Reach): Finding[] {
  const single = Object.fromEntries(
    Object.entries(reach.known).map(([key, field]) => [key, { ...field, many: false }]),
  );
  const conditional = policy.sections.filter((section) => section.when !== "otherwise");
  return conditional.flatMap((second, index) =>
    conditional.slice(0, index).flatMap((first): Finding[] => {
      const [a, b] = [first.when, second.when];
      if (a === "otherwise" || b === "otherwise") return [];
      const shared = [...fieldsNamed(a)].some((field) => fieldsNamed(b).has(field));
      const both = satisfiable(
        [a, b].map((condition) => ({ condition, met: true })),
        single,
      );
      if (!shared || !both || !reach.possible(second)) return [];
      return [
        {
          code: "sections overlap",
          weight: "doubtful",
          about: first.id,
          place: { section: second.id },
          values: { first: first.id },
        },
      ];
    }),
  );
}

function open(section: Section): Finding[] {
  return openBands(section).map((band) => {
    const nearest = section.levels.find(
      (level) =>
        level.kind === "approval" && (level.marks[band - 1] === "approves" || level.marks[band + 1] === "approves"),
    );
    return {
      code: "no approving level",
      weight: "fatal",
      place: { section: section.id, band },
      ...(nearest && { offer: { kind: "mark" as const, section: section.id, level: nearest.id, band } }),
    } satisfies Finding;
  });
}

/** A band in which every level that approves has a condition, and none of the conditions need be met. */
function conditionalOnly(policy: Policy, section: Section, reach: Reach, unit: number): Finding[] {
  return section.bands.flatMap((band, index): Finding[] => {
    const levels = decidingIn(section, index);
    if (band.approval === "none" || levels.length === 0 || levels.some((level) => !level.when)) return [];
    const { low, high } = edgesOf(policy, section, index, unit);
    const unmet = levels.map((level) => not(level.when!));
    const to = index === section.bands.length - 1 ? null : high;
    if (!reach.possible(section, unmet, { amount: { from: low, to } })) return [];
    return [
      {
        code: "conditional levels only",
        weight: "fatal",
        place: { section: section.id, band: index },
      },
    ];
  });
}

function idleLevel(policy: Policy, section: Section, level: Level, reach: Reach, unit: number): Finding[] {
  const place = { section: section.id, level: level.id };
  const offer = { kind: "remove level" as const, section: section.id, level: level.id };
  const parts = level.marks.flatMap((mark, band) => (mark === "none" ? [] : [band]));
  if (parts.length === 0) return [{ code: "level without part", weight: "doubtful", place, offer }];
  if (!level.when || !reach.possible(section)) return [];
  const met = [{ condition: level.when, met: true }];
  const comes = parts.some((band) => {
    const { low, high } = edgesOf(policy, section, band, unit);
    const to = band === section.bands.length - 1 ? null : high;
    return reach.possible(section, met, { amount: { from: low, to } });
  });
  if (comes) return [];
  return [{ code: "level never applies", weight: "doubtful", place, offer }];
}
