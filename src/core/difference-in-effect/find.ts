import type { Condition } from "../conditions";
import { minorDigits, type ToCurrency } from "../money";
import type { Directory } from "../people";
import type { Policy, PolicyVersion } from "../policy";
import { canonical } from "../records";
import { TooMuch } from "./axis";
import { cellsOf, type Cell } from "./cells";
import { changeKey, type Change } from "./changes";
import { describe, type Described } from "./describe";
import { exampleIn, type Example, type Making } from "./example";
import { fewest, isCovered } from "./fewest";
import { spaceOf, wholeOf, type Part, type Space } from "./space";

/** Documents of which the same is to be said: in some sections of a version, by whom, of which amounts, where which conditions are met. */
export type DescribedArea = Described & {
  /** Ids of sections of the version that `Group.side` says; none where documents come under the policy in one version alone. */
  sections: readonly string[];
  /** Some of them are in another section in the other version. */
  moved: boolean;
  example: Example | null;
};
export type Area = DescribedArea & { parts: readonly { section: string | null; part: Part }[] };

/** Changes that always come together, and for which documents. */
export type Group = {
  changes: readonly Change[];
  /** By the sections of which version areas are told: what is asked no longer was asked in those of the first. */
  side: "before" | "after";
  areas: readonly Area[];
  /** The parts of the space that are in it. */
  cells: ReadonlySet<Cell>;
};

/** Settings of a whole policy, which count for all its documents whatever they are. */
const SETTINGS = [
  "selfApproval",
  "repeatedApprover",
  "edits",
  "holds",
  "afterApproval",
  "messages",
  "onSubmit",
  "tellsFindings",
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
    const groups = groupsOf(cells).map((group): Group => {
      const areas = areasOf(group, cells, space, directory);
      return { ...group, areas: areas.map((area) => ({ ...area, example: exampleOf(area, group, space, making) })) };
    });
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

type Members = Omit<Group, "areas">;

/** Changes by the parts in which they come; those that come in the same parts are said together. */
function groupsOf(cells: readonly Cell[]): Members[] {
  const byChange = new Map<string, { change: Change; cells: number[] }>();
  cells.forEach(({ changes }, index) => {
    for (const change of changes) {
      const key = changeKey(change);
      const known = byChange.get(key);
      if (known) known.cells.push(index);
      else byChange.set(key, { change, cells: [index] });
    }
  });
  const groups = new Map<string, { changes: Change[]; cells: number[] }>();
  for (const { change, cells: of } of byChange.values()) {
    const known = groups.get(of.join());
    if (known) known.changes.push(change);
    else groups.set(of.join(), { changes: [change], cells: of });
  }
  return [...groups.values()].map(({ changes, cells: of }) => ({
    changes,
    side: changes.every(({ code }) => code === "removed" || code === "comes under another") ? "before" : "after",
    cells: new Set(of.map((index) => cells[index]!)),
  }));
}

/** The section of one version that takes a part; null where it comes under the policy in one version alone, of which it is not said in which section. */
export function sectionOf(cell: Cell, side: Group["side"]): string | null {
  const { before, after } = cell;
  if (before.kind === "elsewhere" || after.kind === "elsewhere") return null;
  return (side === "before" ? before : after).section.id;
}

type Plain = Omit<Area, "example">;

/** The documents of a group, section by section; sections of which the same is to be said are said together. */
function areasOf({ cells: of, side }: Members, cells: readonly Cell[], space: Space, directory: Directory): Plain[] {
  const axes = space.axes.map(({ size, kind }) => ({ size, isLine: kind === "amount" }));
  const areas = new Map<string, Plain>();
  for (const section of new Set([...of].map((cell) => sectionOf(cell, side)))) {
    const own = [...of].filter((cell) => sectionOf(cell, side) === section);
    // What is outside of the section need not be left out, since it is said which section it is.
    const no = cells.filter((cell) => !of.has(cell) && (section === null || sectionOf(cell, side) === section));
    const parts = fewest(
      own.map(({ part }) => part),
      no.map(({ part }) => part),
      axes,
    );
    const moved = own.some((cell) => sectionOf(cell, "before") !== sectionOf(cell, "after"));
    for (const part of parts) {
      const said = describe(part, space, directory);
      const key = canonical({ ...said, moved });
      const known = areas.get(key);
      areas.set(key, {
        ...said,
        moved,
        sections: section === null ? [] : [...new Set([...(known?.sections ?? []), section])],
        parts: [...(known?.parts ?? []), { section, part }],
      });
    }
  }
  return [...areas.values()];
}

/** A document of an area, in a part that is really treated otherwise. */
function exampleOf({ parts }: Plain, { cells, side }: Members, space: Space, making: Making): Example | null {
  for (const { section, part } of parts)
    for (const cell of cells) {
      if (sectionOf(cell, side) !== section) continue;
      const shared = cell.part.map((pieces, axis) => pieces.filter((piece) => part[axis]!.includes(piece)));
      if (shared.some((pieces) => pieces.length === 0)) continue;
      const example = exampleIn(shared, space, making);
      if (example) return example;
    }
  return null;
}
