import { minorDigits } from "../money";
import type { Policy, Section } from "../policy";
import type { Columns } from "./columns";
import { figuresOf } from "./figures";
import { hoursFor, type HoursOf, type MinutesOf } from "./load";
import { movableOf, movedTo, type Movable } from "./movable";
import type { Under } from "./placing";
import { replay } from "./replay";
import { asTheyAre, costCurve, roundAmounts, suggested, type Suggested, type Suggestion } from "./suggest";

/** What thresholds are to reach, as the page asks for it. */
export type Wanted = {
  /** The section whose thresholds they are, by its id. */
  section: string;
  seenBy: string | null;
  share: number;
  mostBands: number;
  /** Hours that people have in the days that are replayed; null for as many as it takes. */
  hours: HoursOf | null;
  /** Amounts to choose from, minor units, rising; null for the round ones. */
  amounts: readonly number[] | null;
};

/** Thresholds for a goal, those as they are, and what more control costs. */
export type Found = {
  documents: number;
  /** Amounts that were chosen from. */
  amounts: number[];
  now: Suggestion;
  suggested: Suggested;
  curve: Suggestion[];
};

/** Better thresholds for one section of a version, over documents that come under it; null where it has no such section. */
export function findThresholds(
  columns: Columns,
  under: Under,
  policy: Policy,
  { section: id, amounts, hours: most, ...wanted }: Wanted,
  minutes: MinutesOf,
): Found | null {
  const section = policy.sections.find((one) => one.id === id);
  if (!section) return null;
  const movable = movableOf(columns, under, policy.id, section, minutes);
  const candidates = [...(amounts ?? roundAmounts(movable, 10 ** minorDigits(policy.currency)))];
  const hours = most && {
    minutesOf: (person: string) => hoursFor(most, person) * 60,
    elsewhere: elsewhereOf(columns, under, movable, section, minutes),
  };
  return {
    documents: movable.documents,
    amounts: candidates,
    now: asTheyAre(movable, section.thresholds, wanted.seenBy),
    suggested: suggested(movable, candidates, { ...wanted, hours }),
    curve: costCurve(movable, candidates, wanted),
  };
}

/** Minutes that everybody who may decide in a section has to do beside its documents. */
function elsewhereOf(
  columns: Columns,
  under: Under,
  movable: Movable,
  { thresholds }: Section,
  minutes: MinutesOf,
): Map<string, number> {
  const { byPerson } = figuresOf(columns, replay(columns, under), minutes);
  const here = movedTo(movable, thresholds).minutes;
  return new Map(movable.people.map((one, place) => [one, (byPerson.get(one)?.minutes ?? 0) - here[place]!]));
}
