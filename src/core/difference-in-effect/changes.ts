import type { Level } from "../policy";
import { canonical } from "../records";
import type { Asked, Treatment } from "./treatment";

/** One thing that a version changes for documents of a part, whatever they are. */
export type Change =
  /** They come under the policy in one version alone, and else under another, or under none. */
  | { code: "comes under it" | "comes under another"; policy: string | null }
  /** What comes of it without regard to people. */
  | { code: "outcome"; before: Outcome; after: Outcome }
  | { code: "added" | "removed"; part: Asked["part"]; level: Level }
  /** A level that both ask or notify, but not alike: others, or another number of them, or within another time. */
  | { code: "changed"; before: Level; after: Level }
  /** The same levels in another order. */
  | { code: "reordered" };
type Outcome = Extract<Treatment, { kind: "here" }>["outcome"];

/** All of a level that says what is asked of whom; not what it is called, nor where it stands or when it comes. */
export function definitionOf({
  id: _id,
  name: _name,
  marks: _marks,
  when: _when,
  designNote: _note,
  stage: _stage,
  ...rest
}: Level): string {
  return canonical(rest);
}

/** The same of one that is notified, which is of nobody but whom. */
const saidOf = ({ level, part }: Asked) => (part === "told" ? canonical(level.approvers) : definitionOf(level));

/** What a version makes of documents, so that two are the same where nobody can tell them apart. */
export function keyOf(treatment: Treatment): string {
  if (treatment.kind === "elsewhere") return canonical(treatment);
  const { levels, outcome } = treatment;
  const stages = stagesOf(levels);
  // Levels of one stage are asked at once, in whatever order they stand; whom a level chooses next is one of those that come.
  const said = levels.map((one, index) => canonical([stages[index]!, one.part, chosenAmong(one, levels)])).sort();
  return canonical([outcome, said]);
}

function chosenAmong(asked: Asked, levels: readonly Asked[]): unknown {
  const { choosesNext, ...level } = asked.level;
  if (asked.part === "told" || !choosesNext) return saidOf(asked);
  const chosen = levels.filter((one) => choosesNext.includes(one.level.id)).map((one) => saidOf(one));
  return [definitionOf(level), chosen];
}

/** Stages counted among those that come. */
function stagesOf(levels: readonly Asked[]): number[] {
  const stages = [...new Set(levels.map(({ level }) => level.stage))].sort((a, b) => a - b);
  return levels.map(({ level }) => stages.indexOf(level.stage));
}

/** All that differs between two treatments that are not the same; to be called where `keyOf` differs. At least one. */
export function changesBetween(before: Treatment, after: Treatment): Change[] {
  if (before.kind === "elsewhere" || after.kind === "elsewhere") {
    if (after.kind === "elsewhere") return [{ code: "comes under another", policy: after.policy }];
    return [{ code: "comes under it", policy: before.kind === "elsewhere" ? before.policy : null }];
  }
  const pairs = paired(before.levels, after.levels);
  const removed = before.levels.filter((one) => !pairs.some(([was]) => was === one));
  const added = after.levels.filter((one) => !pairs.some(([, is]) => is === one));
  const [order, orderNow] = [stagesOf(pairs.map(([was]) => was)), stagesOf(pairs.map(([, is]) => is))];
  const found: Change[] = [
    ...(before.outcome === after.outcome
      ? []
      : [{ code: "outcome" as const, before: before.outcome, after: after.outcome }]),
    ...removed.map((one) => ({ code: "removed" as const, ...one })),
    ...added.map((one) => ({ code: "added" as const, ...one })),
    ...pairs.flatMap(([was, is]) =>
      saidOf(was) === saidOf(is) ? [] : [{ code: "changed" as const, before: was.level, after: is.level }],
    ),
  ];
  return found.length === 0 || order.join() !== orderNow.join() ? [...found, { code: "reordered" }] : found;
}

/** Levels that are the same ones in both: by their ids, else by what they say, else by their names. */
function paired(before: readonly Asked[], after: readonly Asked[]): [Asked, Asked][] {
  const pairs: [Asked, Asked][] = [];
  const ways: ((one: Asked) => string)[] = [({ level }) => level.id, saidOf, ({ level }) => level.name];
  for (const way of ways)
    for (const was of before) {
      if (pairs.some(([one]) => one === was)) continue;
      const is = after.find(
        (one) => one.part === was.part && way(one) === way(was) && !pairs.some(([, other]) => other === one),
      );
      if (is) pairs.push([was, is]);
    }
  return pairs.toSorted(([a], [b]) => before.indexOf(a) - before.indexOf(b));
}

/** What of a change is the same wherever it is, so that it is one. */
export function changeKey(change: Change): string {
  if (change.code === "added" || change.code === "removed")
    return canonical([change.code, change.part, change.level.name, definitionOf(change.level)]);
  if (change.code === "changed")
    return canonical([change.code, ...[change.before, change.after].map((level) => [level.name, definitionOf(level)])]);
  return canonical(change);
}
