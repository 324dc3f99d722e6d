import type { Level } from "../policy";
import { routeOf } from "../routing";
import { all, both, firstOf, mapped, merged, type Classes } from "./classes";
import type { Columns } from "./columns";
import { Memory } from "./memory";
import { outcomeOf, type Outcome } from "./outcome";
import { alikeInPeople } from "./people-alike";
import { askedOf, contextIn, periodsIn, placesOf, routableAt, type Placed, type Under } from "./placing";

/** Where every document would have gone. */
export type Replayed = {
  /** What documents came to, each outcome once. */
  outcomes: readonly Outcome[];
  /** For each document which of them. */
  of: Int32Array;
  /** What bands were compared with, minor units of the policy's currency; not a number where it could not be told. */
  compared: Float64Array;
  /** How many documents were really routed: one for all that are alike. */
  routed: number;
};

/**
 * Replays documents of the past under versions of policies. Documents that agree in all that routing looks at go the same way, so that one of them is routed, by the
 * very code that routes documents, and stands for all: the outcome is what routing gives for each, by construction and by test.
 */
export function replay(columns: Columns, under: Under): Replayed {
  const asked = askedOf(columns, under);
  const placed = placesOf(asked);
  const where = both(placed.classes, placed.bands);
  const asking = alikeInLevels(where, placed);
  const people = both(asking, all(columns.count, alikeInPeople(asked)));
  const periods = periodsIn(asked);
  const inTime = both(people, periods.classes);
  const first = firstOf(inTime);
  const memory = new Memory(periods);
  const codes = new Int32Array(inTime.size);
  for (let code = 0; code < codes.length; code += 1) {
    const index = first[code]!;
    if (index < 0) continue;
    const period = periods.classes.of[index]!;
    const alike = people.of[index]!;
    const outcome = () =>
      outcomeOf(routeOf(routableAt(asked, index), contextIn(asked, index, placed.places[placed.classes.of[index]!]!)));
    codes[code] = memory.find(alike, period) ?? memory.keep(alike, period, outcome());
  }
  const reached = both({ of: mapped(inTime.of, codes), size: memory.outcomes.length }, where);
  return { ...named(reached, placed, inTime, codes, memory), compared: placed.compared, routed: memory.routed };
}

/** Documents whose sections ask the same of the same levels in the bands that they are in, whatever these are called. */
function alikeInLevels(where: Classes, { classes, places, parts, bands }: Placed): Classes {
  const first = firstOf(where);
  return merged(where, (code) => {
    const index = first[code]!;
    if (index < 0) return "";
    const place = places[classes.of[index]!];
    if (!place) return JSON.stringify(["none", classes.of[index]]);
    const { version, section } = place;
    const band = bands.of[index]!;
    const marks = section.levels.map((level) => [level.marks[band], definitionOf(level)]);
    const { id, selfApproval, repeatedApprover } = version.policy;
    return JSON.stringify([
      id,
      version.version,
      selfApproval,
      repeatedApprover,
      section.bands[band]!.approval,
      marks,
      parts[classes.of[index]!],
    ]);
  });
}

const definitions = new WeakMap<Level, string>();

/** All of a level but its marks and its own condition. */
function definitionOf(level: Level): string {
  const { marks: _, when: __, ...rest } = level;
  const known = definitions.get(level) ?? JSON.stringify(rest);
  definitions.set(level, known);
  return known;
}

/** The outcomes of classes that were routed together, each with the section and band that its documents have. */
function named(
  reached: Classes,
  { classes, places, bands }: Placed,
  inTime: Classes,
  codes: Int32Array,
  memory: Memory,
): Pick<Replayed, "outcomes" | "of"> {
  const first = firstOf(reached);
  const outcomes: Outcome[] = [];
  const known = new Map<string, number>();
  const to = new Int32Array(reached.size);
  for (let code = 0; code < reached.size; code += 1) {
    const index = first[code]!;
    if (index < 0) continue;
    const base = codes[inTime.of[index]!]!;
    const place = places[classes.of[index]!];
    const section = place?.section.id ?? null;
    const band = place ? bands.of[index]! : null;
    const key = JSON.stringify([base, section, band]);
    const before = known.get(key) ?? outcomes.push({ ...memory.outcomes[base]!, section, band }) - 1;
    known.set(key, before);
    to[code] = before;
  }
  return { outcomes, of: mapped(reached.of, to) };
}

/** Which section takes each document and in which band it is, by its place among `places`; without levels and people. */
export type PlacedIn = {
  places: readonly ({ policy: string; section: string } | null)[];
  place: Int32Array;
  band: Int32Array;
};

/** The same without asking for levels and people, for whoever wants to know only where documents lie. */
export function placedIn(columns: Columns, under: Under): PlacedIn {
  const { classes, places, bands } = placesOf(askedOf(columns, under));
  const named = places.map((one) => one && { policy: one.version.policy.id, section: one.section.id });
  return { places: named, place: classes.of, band: bands.of };
}
