import { routeOf } from "../routing";
import { all, both, firstOf } from "./classes";
import type { Columns } from "./columns";
import { Memory } from "./memory";
import { outcomeOf, type Outcome } from "./outcome";
import { alikeInPeople, askedOf, contextAt, placesOf, routableAt, type Under } from "./placing";

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
  const classes = all(columns.count, [placed.classes, placed.bands, ...alikeInPeople(asked)]);
  const inTime = both(classes, asked.periods.classes);
  const first = firstOf(inTime);
  const memory = new Memory(asked.periods);
  const codes = new Int32Array(inTime.size);
  for (let code = 0; code < codes.length; code += 1) {
    const index = first[code]!;
    if (index < 0) continue;
    const period = asked.periods.classes.of[index]!;
    const alike = classes.of[index]!;
    const outcome = () => outcomeOf(routeOf(routableAt(asked, index), contextAt(asked, index)));
    codes[code] = memory.find(alike, period) ?? memory.keep(alike, period, outcome());
  }
  const { outcomes, routed } = memory;
  return { outcomes, of: inTime.of.map((code) => codes[code]!), compared: placed.compared, routed };
}
