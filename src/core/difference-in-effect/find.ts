import type { Condition } from "../conditions";
import { minorDigits, type ToCurrency } from "../money";
import type { Directory } from "../people";
import type { Policy, PolicyVersion } from "../policy";
import { canonical } from "../records";
import { TooMuch } from "./axis";
import { cellsOf, type Cell } from "./cells";
import { describe, type Described } from "./describe";
import { exampleIn, type Example, type Making } from "./example";
import { fewest, isCovered } from "./fewest";
import type { Otherwise } from "./otherwise";
import { spaceOf, wholeOf, type Part, type Space } from "./space";
import type { Treatment } from "./treatment";

/** Ids of the sections that take documents in either version; null where they come under another policy. */
export type SectionPair = { before: string | null; after: string | null };

/** Documents that are treated otherwise in the same way: in these sections, by whom, of these amounts, where these conditions are met. */
export type Area = Described & {
  sections: readonly SectionPair[];
  parts: readonly { sections: SectionPair; part: Part }[];
  example: Example | null;
};

/** One thing that differs, and for which documents. */
export type Group = { key: string; otherwise: Otherwise; areas: readonly Area[] };

/** Settings of a whole policy, which count for all its documents whatever they are. */
export const SETTINGS = [
  "selfApproval",
  "repeatedApprover",
  "edits",
  "holds",
  "afterApproval",
  "messages",
  "onSubmit",
  "readers",
  "stoppedOrders",
  "partySigns",
] as const satisfies (keyof Policy)[];
export type Setting = (typeof SETTINGS)[number];

/** What two versions treat differently, and nothing else. */
export type DifferenceInEffect = {
  groups: readonly Group[];
  /** Settings that differ, for every document that they concern. */
  settings: readonly Setting[];
  /** Every document there can be was looked at: what is not in a group is treated alike. */
  proven: boolean;
  space: Space;
  cells: readonly Cell[];
};

/**
 * All that two versions of a policy treat differently, not of documents there were but of all there can be: by sections, amounts, requesters and conditions, merged into
 * few sentences. What people come to (who is away, who may approve how much) is the same for both and left out.
 *
 * The space of all documents is cut into parts that either version treats in one way each; that the parts are the whole of it is proven by cutting them out of it, as gaps
 * of a decision table are found (Calvanese et al. 2016).
 * @param before null for that there is no such policy, as `after`; one of them is a policy
 * @param others versions of other policies that are in force with either
 * @param toCurrency at the rates of a day, for examples where amounts are compared in several currencies
 * @returns null where there is too much to be looked through
 */
export function differenceInEffect(
  before: Policy | null,
  after: Policy | null,
  others: readonly PolicyVersion[],
  directory: Directory,
  toCurrency: ToCurrency,
): DifferenceInEffect | null {
  const policies = [before, after].filter((policy) => policy !== null);
  const { documentType, currency } = policies[0]!;
  const making = { documentType, unit: 10 ** minorDigits(currency), toCurrency };
  const ofType = others.filter(({ policy }) => policy.documentType === documentType);
  try {
    const space = spaceOf([before, after], ofType, policies.flatMap(conditionsOf), directory);
    const cells = cellsOf(before, after, space);
    const groups = groupsOf(cells, space, directory).map((group) => ({
      ...group,
      areas: group.areas.map((area) => ({
        ...area,
        example: exampleOf(area, group.key, cells, space, making),
      })),
    }));
    const proven = isCovered(
      wholeOf(space),
      cells.map(({ part }) => part),
    );
    return { groups, settings: settingsOf(before, after), proven, space, cells };
  } catch (error) {
    if (error instanceof TooMuch) return null;
    throw error;
  }
}

function conditionsOf({ sections }: Policy): Condition[] {
  return sections.flatMap(({ when, levels }) => [
    ...(when === "otherwise" ? [] : [when]),
    ...levels.flatMap((level) => level.when ?? []),
  ]);
}

function settingsOf(before: Policy | null, after: Policy | null): Setting[] {
  if (!before || !after) return [];
  return SETTINGS.filter((key) => canonical(before[key] ?? null) !== canonical(after[key] ?? null));
}

type Plain = Omit<Area, "example">;

function groupsOf(
  cells: readonly Cell[],
  space: Space,
  directory: Directory,
): { key: string; otherwise: Otherwise; areas: Plain[] }[] {
  const found = new Map<string, Cell[]>();
  for (const cell of cells)
    if (cell.differs) found.set(cell.differs.key, [...(found.get(cell.differs.key) ?? []), cell]);
  return [...found].map(([key, of]) => ({
    key,
    otherwise: of[0]!.differs!.otherwise,
    areas: areasOf(key, of, cells, space, directory),
  }));
}

/** In which sections the documents of a part are. */
export function pairOf({ before, after }: Pick<Cell, "before" | "after">): SectionPair {
  const section = (treatment: Treatment) => (treatment.kind === "here" ? treatment.section.id : null);
  const pair = { before: section(before), after: section(after) };
  // Of what comes under the policy in one version alone it says nothing in which section that is.
  return pair.before !== null && pair.after !== null ? pair : { before: null, after: null };
}

/** The documents of one difference, section by section; sections of which the same is to be said are said together. */
function areasOf(
  key: string,
  of: readonly Cell[],
  cells: readonly Cell[],
  space: Space,
  directory: Directory,
): Plain[] {
  const sizes = space.axes.map(({ size, kind }) => ({ size, isLine: kind === "amount" }));
  const pairs = new Map(of.map((cell) => [canonical(pairOf(cell)), pairOf(cell)]));
  const areas = new Map<string, Plain>();
  for (const [name, sections] of pairs) {
    const isIn = (cell: Cell) => canonical(pairOf(cell)) === name;
    // What is in the section needs no saying, so that what is outside may be left to it; where a document has moved to another section it is said which.
    const around = sections.before !== null && sections.before === sections.after ? cells.filter(isIn) : cells;
    const no = around.filter((cell) => cell.differs?.key !== key || !isIn(cell));
    const parts = fewest(
      of.filter(isIn).map(({ part }) => part),
      no.map(({ part }) => part),
      sizes,
    );
    for (const part of parts) {
      const said = describe(part, space, directory);
      const known = areas.get(canonical(said));
      areas.set(canonical(said), {
        ...said,
        sections: known ? [...new Set([...known.sections, sections])] : [sections],
        parts: [...(known?.parts ?? []), { sections, part }],
      });
    }
  }
  return [...areas.values()];
}

/** A document of an area, in a part that is really treated otherwise. */
function exampleOf(
  { parts }: Plain,
  key: string,
  cells: readonly Cell[],
  space: Space,
  making: Making,
): Example | null {
  for (const { sections, part } of parts)
    for (const cell of cells) {
      if (cell.differs?.key !== key || canonical(pairOf(cell)) !== canonical(sections)) continue;
      const shared = cell.part.map((pieces, axis) => pieces.filter((piece) => part[axis]!.includes(piece)));
      if (shared.some((pieces) => pieces.length === 0)) continue;
      const example = exampleIn(shared, space, making);
      if (example) return example;
    }
  return null;
}
