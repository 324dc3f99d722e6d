import { evaluate, type Comparison } from "../conditions";
import { typeWords } from "../documents";
import type { Directory } from "../people";
import { outsideScope, type PolicyVersion } from "../policy";
import { choosePolicy } from "../routing";
import { metBy, type Axis } from "./axis";

/** People who are alike to all policies, and units that are: any of them for any of these where a unit is chosen with a document, else each for their own. */
export type Askers = { people: readonly string[]; units: readonly string[] };

/** Whoever asks, by which policies their documents come under. */
export type WhoAxis = Axis & {
  kind: "who";
  /** The unit is chosen with the document. */
  chosen: boolean;
  unitOf(person: string): string | undefined;
  /** The piece of somebody and a unit, also of one that was theirs once; -1 for whom nobody is like. */
  pieceOf(person: string, unit: string): number;
  pieces: readonly (readonly Askers[])[];
  /** By version and piece, the policy that their documents come under; null where there is none. */
  policies: readonly (readonly (string | null)[])[];
};

/** Versions that are looked at, each among others that are in force with it. */
export type Among = readonly (readonly PolicyVersion[])[];

/** Everybody, by which policy their documents come under and how comparisons of their unit come out. */
export function whoAxis(
  documentType: string,
  among: Among,
  comparisons: readonly Comparison[],
  directory: Directory,
): WhoAxis {
  const versions = [...new Set(among.flat())];
  const personKey = remembered((person: string) =>
    versions.map(({ policy }) => outsideScope(policy.scope, person, directory) === null),
  );
  const named = new Set(versions.flatMap(({ policy }) => policy.scope.units));
  const unitKey = remembered((unit: string) => {
    const above = directory.unitsAbove(unit).map(({ id }) => id);
    return [above.filter((id) => named.has(id)), comparisons.map((one) => isMet(one, unit))];
  });
  const { people, units } = directory.organisation;
  const ids = units.map(({ id }) => id);
  const chosen = typeWords(documentType).unitChosen === true;
  const groups = chosen
    ? grouped(people, ({ id }) => personKey(id)).flatMap((alike) =>
        grouped(ids, unitKey).map((some) => ({ people: alike.map(({ id }) => id), units: some })),
      )
    : grouped(people, ({ id, unit }) => `${personKey(id)} ${unitKey(unit)}`).map((alike) => ({
        people: alike.map(({ id }) => id),
        units: [...new Set(alike.map(({ unit }) => unit))],
      }));
  return {
    ...joined(documentType, among, comparisons, groups, directory),
    kind: "who",
    chosen,
    unitOf: (person) => directory.person(person)?.unit,
  };
}

const isMet = (comparison: Comparison, unit: string) => evaluate(comparison, { unit }).outcome === "met";

function remembered(of: (id: string) => unknown): (id: string) => string {
  const known = new Map<string, string>();
  return (id) => {
    const before = known.get(id) ?? JSON.stringify(of(id));
    known.set(id, before);
    return before;
  };
}

function grouped<T>(items: readonly T[], keyOf: (item: T) => string): T[][] {
  const found = new Map<string, T[]>();
  for (const item of items) {
    const key = keyOf(item);
    const known = found.get(key);
    if (known) known.push(item);
    else found.set(key, [item]);
  }
  return [...found.values()];
}

/** Those together who come under the same policies, in whatever way. */
function joined(
  documentType: string,
  among: Among,
  comparisons: readonly Comparison[],
  groups: readonly Askers[],
  directory: Directory,
): Omit<WhoAxis, "kind" | "chosen" | "unitOf"> {
  const lookedAt = (requester: string, unit: string) => {
    const placed = { documentType, requester, onBehalfOf: null, unit };
    const policies = among.map((versions) => choosePolicy(placed, versions, directory).chosen?.policy.id ?? null);
    const outcomes = comparisons.map((one) => isMet(one, unit));
    return { policies, outcomes, key: JSON.stringify([policies, outcomes]) };
  };
  const pieces = new Map<string, { askers: Askers[]; policies: (string | null)[]; outcomes: boolean[] }>();
  for (const askers of groups) {
    const { key, ...found } = lookedAt(askers.people[0]!, askers.units[0]!);
    const known = pieces.get(key);
    if (known) known.askers.push(askers);
    else pieces.set(key, { ...found, askers: [askers] });
  }
  const all = [...pieces.values()];
  const keys = [...pieces.keys()];
  return {
    comparisons,
    size: all.length,
    met: metBy(
      comparisons,
      all.map(({ outcomes }) => outcomes),
    ),
    pieces: all.map(({ askers }) => askers),
    policies: among.map((_, version) => all.map(({ policies }) => policies[version]!)),
    pieceOf: (person, unit) => keys.indexOf(lookedAt(person, unit).key),
  };
}
