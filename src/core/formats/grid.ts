import type { Condition } from "../conditions";
import { gaps, overlaps, type Table } from "../checks";
import { IdSchema, idFrom } from "../ids";
import { money } from "../money";
import type { ApproverRule } from "../people";
import type { Level, Mark, Policy, PolicyInput, Quorum, Section } from "../policy";
import { readPolicy } from "../policy";
import type { Result } from "../refusal";
import type { Span, TablePlace, TableProblem } from "./reasons";
import { keptOf } from "./losses";

/** One edge of a band as tables write it: an amount in minor units, and whether it belongs to the band. Null where the band is open. */
export type Edge = { minor: number; included: boolean } | null;

/** A section as decision tables hold it: bands by their edges, levels by what they do in each, and nothing else. `at` says where in the file. */
export type GridSection = {
  id?: string;
  name: string;
  when: Condition | "otherwise";
  bands: { from: Edge; to: Edge; approval: "required" | "none"; at: TablePlace }[];
  levels: GridLevel[];
  at: TablePlace;
};
export type GridLevel = {
  id?: string;
  name: string;
  kind: Level["kind"];
  approvers: ApproverRule;
  quorum: Quorum;
  refusal: Level["refusal"];
  stage: number;
  when?: Condition;
  marks: Mark[];
  at: TablePlace;
};

/** The part of a policy that tables carry. */
export function gridOf(policy: Policy): GridSection[] {
  return policy.sections.map((section) => ({
    id: section.id,
    name: section.name,
    when: section.when,
    bands: section.bands.map(({ approval }, band) => ({
      from: lowerEdge(section, band),
      to: upperEdge(section, band),
      approval,
      at: {},
    })),
    levels: section.levels.map(({ id, name, kind, approvers, quorum, refusal, stage, when, marks }) => ({
      id,
      name,
      kind,
      approvers,
      quorum,
      refusal,
      stage,
      ...(when && { when }),
      marks,
      at: {},
    })),
    at: {},
  }));
}

function lowerEdge(section: Section, band: number): Edge {
  const threshold = section.thresholds[band - 1];
  return threshold ? { minor: threshold.amount, included: threshold.exact === "above" } : null;
}

function upperEdge(section: Section, band: number): Edge {
  const threshold = section.thresholds[band];
  return threshold ? { minor: threshold.amount, included: threshold.exact === "below" } : null;
}

/**
 * A policy made of tables: its sections replace those of `base`, which gives everything tables do not carry; a level that `base` has too keeps what tables cannot
 * hold of it. Bands whose edges overlap or leave a gap are
 * refused with the amounts and where they stand.
 */
export function policyOf(grid: readonly GridSection[], base: PolicyInput): Result<Policy, TableProblem> {
  const refusals = grid.flatMap((section) => bandProblems(section, base.currency));
  if (refusals.length > 0) return { ok: false, refusals };
  const ids = new Set<string>();
  const sections = grid.map((section) => sectionOf(section, ids, base));
  const read = readPolicy({ ...base, sections });
  if (read.ok) return read;
  return {
    ok: false,
    refusals: read.refusals.map(({ code, message, path = "" }) => ({
      at: {},
      why: { code: "malformed", values: { code, found: message, path } },
    })),
  };
}

/** Band edges as spans of whole minor units. */
function spanOf({ from, to }: GridSection["bands"][number]): { from: number; to: number } {
  return {
    from: from === null ? -Infinity : from.included ? from.minor : from.minor + 1,
    to: to === null ? Infinity : to.included ? to.minor + 1 : to.minor,
  };
}

function bandProblems(section: GridSection, currency: string): TableProblem[] {
  const table: Table = {
    columns: [{ name: "amount", kind: "number" }],
    rules: section.bands.map((band) => [spanOf(band)]),
  };
  const spanned = ({ from, to }: { from: number; to: number }): Span => ({
    from: from === -Infinity ? null : money(from, currency),
    to: to === Infinity ? null : money(to - 1, currency),
  });
  const { name } = section;
  const empty = section.bands.filter((band) => spanOf(band).from >= spanOf(band).to);
  return [
    ...empty.map(({ at }) => ({ at, why: { code: "band ends before it begins" as const } })),
    ...overlaps(table).map(({ rules: [a, b], box }) => ({
      at: section.bands[b]!.at,
      why: {
        code: "bands overlap" as const,
        values: { section: name, bands: [a + 1, b + 1] as [number, number], span: spanned(box[0]!) },
      },
    })),
    ...gaps(table).map(([box]) => ({
      at: section.at,
      why: { code: "no band takes" as const, values: { section: name, span: spanned(box!) } },
    })),
  ];
}

function sectionOf(section: GridSection, ids: Set<string>, base: PolicyInput): PolicyInput["sections"][number] {
  const before = base.sections.find(({ id }) => id === section.id);
  const order = section.bands
    .map((_, band) => band)
    .sort((a, b) => spanOf(section.bands[a]!).from - spanOf(section.bands[b]!).from);
  const bands = order.map((band) => section.bands[band]!);
  const levels = [...section.levels].sort((a, b) => a.stage - b.stage);
  const stages = [...new Set(levels.map((level) => level.stage))];
  const taken = new Set<string>();
  return {
    id: freeId(section.id, section.name, ids),
    name: section.name,
    when: section.when,
    thresholds: bands.slice(0, -1).map(({ to }) => ({
      amount: to!.minor,
      exact: to!.included ? ("below" as const) : ("above" as const),
    })),
    bands: bands.map(({ approval }, band) => {
      // A note belongs to a band as long as there are as many; which of them is meant cannot be told otherwise.
      const note = before?.bands.length === bands.length ? before.bands[band]!.designNote : undefined;
      return { approval, ...(note && { designNote: note }) };
    }),
    ...(before?.designNote && { designNote: before.designNote }),
    levels: levels.map(({ at: _, stage, marks, id, ...level }) => ({
      ...keptOf(before?.levels.find((one) => one.id === id)),
      ...level,
      id: freeId(id, level.name, taken),
      stage: stages.indexOf(stage) + 1,
      marks: order.map((band) => marks[band] ?? "none"),
    })),
  };
}

/** The id a file gives, or one made of the name; never one that another has. */
function freeId(given: string | undefined, name: string, taken: Set<string>): string {
  const base = given && IdSchema.safeParse(given).success ? given : idFrom(name);
  let id = base;
  for (let count = 2; taken.has(id); count += 1) id = `${base}-${count}`;
  taken.add(id);
  return id;
}
