import { isGroup, type Condition } from "../conditions";
import { bandOf, type Level, type Policy, type Section } from "../policy";
import { amountIn } from "./axis";
import type { Part, Space } from "./space";

/** A level that has a part in a document, as it is asked or notified. */
export type Asked = { level: Level; part: "asked" | "told" };

/** What a version makes of all documents of a part of the space. */
export type Treatment =
  /** They come under another policy, or under none. */
  | { kind: "elsewhere"; policy: string | null }
  | {
      kind: "here";
      section: Section;
      band: number;
      outcome: "chain" | "no approval needed" | "held";
      levels: readonly Asked[];
    };

/** It depends: on which axis, and how its pieces are to be told apart. */
export type Depends = { axis: number; apart: (piece: number) => unknown };

/** Whether a condition is met in a part: everywhere, nowhere, or on what that depends (Kleene's strong three-valued logic, from memory). */
export function metIn(condition: Condition, part: Part, space: Space): boolean | Depends {
  if (!isGroup(condition)) {
    const { axis, met } = space.placeOf(condition);
    const pieces = part[axis]!;
    const first = met[pieces[0]!]!;
    return pieces.every((piece) => met[piece] === first) ? first : { axis, apart: (piece) => met[piece] };
  }
  // One part that comes out so decides for all of them.
  const decides = condition.kind !== "all";
  let depends: Depends | null = null;
  for (const one of condition.of) {
    const met = metIn(one, part, space);
    if (met === decides) return condition.kind !== "none" && decides;
    if (typeof met === "object") depends ??= met;
  }
  return depends ?? (condition.kind === "none" || !decides);
}

/** What a version makes of a part, or on what that depends. @param version its place among the versions of the space */
export function treatmentIn(policy: Policy | null, version: number, part: Part, space: Space): Treatment | Depends {
  const place = placeIn(policy, version, part, space);
  if (!("section" in place)) return place;
  const { section, band } = place;
  const levels: Asked[] = [];
  for (const level of section.levels) {
    const mark = level.marks[band] ?? "none";
    if (mark === "none") continue;
    const met = level.when ? metIn(level.when, part, space) : true;
    if (typeof met === "object") return met;
    if (met) levels.push({ level, part: mark === "told" || level.kind === "notice" ? "told" : "asked" });
  }
  const approves = levels.some((one) => one.part === "asked" && one.level.kind === "approval");
  const free = section.bands[band]!.approval === "none";
  const outcome = approves ? "chain" : free ? "no approval needed" : "held";
  return { kind: "here", section, band, outcome, levels };
}

/** Which section takes a part and which band it is in; or that it comes under another policy, or on what it depends. */
export function placeIn(
  policy: Policy | null,
  version: number,
  part: Part,
  space: Space,
): { section: Section; band: number } | Extract<Treatment, { kind: "elsewhere" }> | Depends {
  const policies = space.who.policies[version]!;
  const under = policies[part[0]![0]!]!;
  if (part[0]!.some((piece) => policies[piece] !== under)) return { axis: 0, apart: (piece) => policies[piece] };
  if (!policy || under !== policy.id) return { kind: "elsewhere", policy: under };
  for (const section of policy.sections) {
    const met = section.when === "otherwise" || metIn(section.when, part, space);
    if (typeof met === "object") return met;
    if (!met) continue;
    const axis = space.amountOf[version]!;
    const bandAt = (piece: number) => bandIn(section, axis, piece, space);
    const band = bandAt(part[axis]![0]!);
    return part[axis]!.every((piece) => bandAt(piece) === band) ? { section, band } : { axis, apart: bandAt };
  }
  // The last section takes what no other does.
  throw new Error(`the policy ${policy.id} has no section for everything else`);
}

function bandIn({ thresholds }: Section, axis: number, piece: number, { axes }: Space): number {
  const amounts = axes[axis]!;
  if (amounts.kind !== "amount") throw new Error("bands are of amounts");
  return bandOf(Math.abs(amountIn(amounts.pieces[piece]![0]!)), thresholds);
}
