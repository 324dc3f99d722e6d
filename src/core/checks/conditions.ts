import type { Wanted } from "../conditions";
import { satisfiable } from "../conditions";
import { typeWords } from "../documents";
import { openBands, sayRange, type Level, type Policy, type Section } from "../policy";
import { decidingIn } from "./chain";
import { edgesOf } from "./edges";
import type { Finding } from "./finding";
import { fieldsNamed, type Reach } from "./reach";

const not = (condition: Wanted["condition"]): Wanted => ({ condition, met: false });

/** Sections and levels that nothing can come to, sections that only their order tells apart, bands that may end without a level. */
export function checkConditions(policy: Policy, reach: Reach, unit: number): Finding[] {
  return [
    ...policy.sections.flatMap((section) => deadSection(policy, section, reach)),
    ...overlaps(policy, reach),
    ...policy.sections.flatMap((section) => [
      ...open(policy, section),
      ...conditionalOnly(policy, section, reach, unit),
      ...section.levels.flatMap((level) => idleLevel(policy, section, level, reach, unit)),
    ]),
  ];
}

function deadSection(policy: Policy, section: Section, reach: Reach): Finding[] {
  if (reach.possible(section)) return [];
  const { many } = typeWords(policy.documentType).name;
  const self = section.when !== "otherwise" && !satisfiable([{ condition: section.when, met: true }], reach.known);
  const last = section.when === "otherwise";
  return [
    {
      code: "section never applies",
      weight: last ? "doubtful" : "fatal",
      place: { section: section.id },
      message: self
        ? `No ${many} can come to “${section.name}”: its condition contradicts itself.`
        : `No ${many} can come to “${section.name}”: the sections before it take all that it names.`,
      mend: last
        ? "Keep it for what is added later and say so, or make the conditions before it narrower."
        : "Change its condition, move it forward, or take it out.",
      ...(!last && {
        offer: { label: "Take the section out", edit: { kind: "remove section" as const, section: section.id } },
      }),
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
          message: `Some ${typeWords(policy.documentType).name.many} fit both “${first.name}” and “${second.name}”; only their order decides that “${first.name}” takes them.`,
          mend: `Make the condition of one of them narrower, or say why “${first.name}” goes first.`,
        },
      ];
    }),
  );
}

function open(policy: Policy, section: Section): Finding[] {
  const { many } = typeWords(policy.documentType).name;
  return openBands(section).map((band) => {
    const nearest = section.levels.find(
      (level) =>
        level.kind === "approval" && (level.marks[band - 1] === "approves" || level.marks[band + 1] === "approves"),
    );
    return {
      code: "no approving level",
      weight: "fatal",
      place: { section: section.id, band },
      message: `${sayRange(section, band, policy.currency)}: no level approves, and the band does not say that nobody needs to: such ${many} would be held.`,
      mend: "Raise a pennant there, or choose the band and say that nobody needs to approve.",
      ...(nearest && {
        offer: {
          label: `Let ${nearest.name} approve there too`,
          edit: { kind: "mark" as const, section: section.id, level: nearest.id, band },
        },
      }),
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
        message: `${sayRange(section, index, policy.currency)}: every level has a condition; a document that meets none of them would be held.`,
        mend: "Add a level without a condition, or take the condition from one.",
      },
    ];
  });
}

function idleLevel(policy: Policy, section: Section, level: Level, reach: Reach, unit: number): Finding[] {
  const place = { section: section.id, level: level.id };
  const offer = {
    label: "Take the level out",
    edit: { kind: "remove level" as const, section: section.id, level: level.id },
  };
  const parts = level.marks.flatMap((mark, band) => (mark === "none" ? [] : [band]));
  if (parts.length === 0)
    return [
      {
        code: "level without part",
        weight: "doubtful",
        place,
        message: `“${level.name}” has a part in no band of “${section.name}”.`,
        mend: "Raise its pennant somewhere, or take the level out.",
        offer,
      },
    ];
  if (!level.when || !reach.possible(section)) return [];
  const met = [{ condition: level.when, met: true }];
  const comes = parts.some((band) => {
    const { low, high } = edgesOf(policy, section, band, unit);
    const to = band === section.bands.length - 1 ? null : high;
    return reach.possible(section, met, { amount: { from: low, to } });
  });
  if (comes) return [];
  return [
    {
      code: "level never applies",
      weight: "doubtful",
      place,
      message: `“${level.name}” is always passed over: nothing that comes to its bands of “${section.name}” can meet its condition.`,
      mend: "Change its condition or the bands it stands in, or take the level out.",
      offer,
    },
  ];
}
