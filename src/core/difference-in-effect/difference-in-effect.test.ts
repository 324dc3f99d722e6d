// What two versions treat differently, against routing: on random versions no document outside the parts that are named is routed otherwise, and each inside is.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { evaluate, fieldsCompared } from "../conditions";
import { FILLED, RATES } from "../fixtures/random-world";
import { anotherVersion } from "../fixtures/random-versions";
import { worlds } from "../fixtures/random-past";
import { versionOf } from "../fixtures";
import { converterByDay, pastRoutable, type PastDocument } from "../rehearsal";
import { routeOf, type Routable, type Route, type RoutingContext } from "../routing";
import type { Level, Policy, PolicyVersion } from "../policy";
import { differenceInEffect, whereIn, type Area, type DifferenceInEffect, type Where } from ".";

const versionsKnown = new WeakMap<Policy, PolicyVersion>();
/** Hashing it for every document would take longer than all the rest. */
function versionOnce(policy: Policy): PolicyVersion {
  const known = versionsKnown.get(policy) ?? versionOf(policy);
  versionsKnown.set(policy, known);
  return known;
}

type Versions = readonly [before: Policy, after: Policy];
const convert = converterByDay(RATES);
type Context = Omit<RoutingContext, "policies">;

/** Where either version sends a document. */
const routesOf = (versions: Versions, document: Routable, context: Context) =>
  versions.map((policy) => routeOf(document, { ...context, policies: [versionOnce(policy)] }));

const isAlike = (versions: Versions, routes: readonly Route[]) =>
  askedBy(versions[0], routes[0]!) === askedBy(versions[1], routes[1]!);

/** What a version asks for a document as routing has it, by the rules alone: whoever is away or may not approve is asked all the same. */
function askedBy(policy: Policy, found: Route): string {
  if (!found.policy) return "elsewhere";
  const section = policy.sections.find(({ id }) => id === found.section?.id);
  if (!section) return JSON.stringify(found.holds.map(({ code }) => code));
  const comes = found.levels.filter(
    ({ why }) => why.code !== "no part in the band" && why.code !== "condition not met",
  );
  const levels = comes.map(({ level }) => section.levels.find(({ id }) => id === level)!);
  const stages = [...new Set(levels.map(({ stage }) => stage))].sort((a, b) => a - b);
  const said = levels.map((level) => {
    const told = level.marks[found.band!.index] === "told";
    return JSON.stringify([stages.indexOf(level.stage), told, told ? level.approvers : plain(level, levels)]);
  });
  const nobody = !levels.some(({ marks }) => marks[found.band!.index] === "approves");
  const free = section.bands[found.band!.index]!.approval === "none";
  return JSON.stringify([said.sort(), nobody && free, nobody && !free]);
}

function plain(
  { id: _, name: __, marks: ___, when: ____, stage: _____, choosesNext, ...rest }: Level,
  levels: Level[],
): unknown {
  return [rest, (choosesNext ?? []).filter((one) => levels.some(({ id }) => id === one)).length];
}

const at = (past: Pick<PastDocument, "date" | "at">, directory: Context["directory"]): Context => ({
  directory,
  rates: RATES,
  ratesOn: past.date,
  at: past.at,
});

/** Whether what is said of an area is so for a document. */
function isSaid(area: Area, document: Routable, context: Context, asFilled: boolean): boolean {
  const { whose, amounts, when } = area;
  const asker = document.onBehalfOf ?? document.requester;
  return (
    (whose.length === 0 ||
      whose.some(
        ({ people, units }) => (people?.includes(asker) ?? true) && (units?.includes(document.unit) ?? true),
      )) &&
    amounts.every(({ measure, currency, spans }) => {
      const found = document.measured(measure, { currency, on: context.ratesOn! });
      const amount = found && "amount" in found ? document.toCurrency(found.amount, currency) : null;
      return (
        amount !== null &&
        spans.some(({ from, to }) => (from ?? -Infinity) <= amount.minor && amount.minor < (to ?? Infinity))
      );
    }) &&
    // What an earlier level is still to fill in may come out either way.
    when.every(
      (condition) =>
        (asFilled && fieldsCompared(condition).includes(FILLED)) ||
        evaluate(condition, document.facts([]), document.toCurrency).outcome === "met",
    )
  );
}

describe("what two versions treat differently", () => {
  it("is all that routing treats differently, and nothing else", () => {
    const met = { inside: 0, outside: 0, examples: 0, without: 0 };
    fc.assert(
      fc.property(worlds, anotherVersion, (world, change) => {
        const versions: Versions = [world.version.policy, change(world.version.policy)];
        const { directory } = world.today.organisations[0]!;
        const { date } = world.sent[0]!.past;
        const found = differenceInEffect(...versions, [], directory, (amount, currency) =>
          convert(amount, currency, date),
        )!;
        expect(found.proven).toBe(true);
        const where = whereIn(found);
        for (const { past } of world.sent.slice(0, 20)) {
          const document = pastRoutable(ofOwnUnit(past, directory), convert);
          const place = where(document);
          if (place === "not told") continue;
          met[place === "alike" ? "outside" : "inside"] += 1;
          agrees(place, found, versions, document, at(past, directory));
        }
        for (const { example } of found.groups.flatMap(({ areas }) => areas)) {
          met[example ? "examples" : "without"] += 1;
          // Whether amounts of two currencies lie apart depends on rates; else there always is one.
          if (!example) expect(JSON.stringify(versions)).toContain("NOK");
          else expect(differ({ ...example, id: "", at: world.sent[0]!.past.at, date }, versions, directory)).toBe(true);
        }
      }),
      { numRuns: 1000, seed: 20_261_130 },
    );
    expect([met.inside > 2_500, met.outside > 5_000, met.examples > 1_200]).toEqual([true, true, true]);
  });
});

/** That routing agrees with where a document is said to be, and so does what is said of the areas. */
function agrees(
  place: Exclude<Where, "not told">,
  { groups }: DifferenceInEffect,
  versions: Versions,
  document: Routable,
  context: Context,
) {
  const routes = routesOf(versions, document, context);
  const sections = routes.map(({ section }) => section?.id ?? null);
  const said = groups.flatMap(({ areas, side }) =>
    areas.filter(
      (area) => isIn(area, sections[side === "before" ? 0 : 1]!) && isSaid(area, document, context, place !== "alike"),
    ),
  );
  if (place === "alike") {
    expect([isAlike(versions, routes), said]).toEqual([true, []]);
    return;
  }
  // What a level is still to fill in may make the difference.
  const filled = [true, false].map((asset) => routesOf(versions, filledIn(document, asset), context));
  expect([routes, ...filled].every((one) => isAlike(versions, one))).toBe(false);
  expect(said).toEqual(expect.arrayContaining(place.map(({ group, area }) => groups[group]!.areas[area]!)));
}

function differ(past: PastDocument, versions: Versions, directory: Context["directory"]): boolean {
  return !isAlike(versions, routesOf(versions, pastRoutable(past, convert), at(past, directory)));
}

function filledIn(document: Routable, asset: boolean): Routable {
  return { ...document, facts: () => ({ ...document.facts([]), [FILLED]: asset }), says: () => true };
}

/** A document as it is sent today: of the unit of whose it is. */
function ofOwnUnit(past: PastDocument, directory: Context["directory"]): PastDocument {
  const { unit } = directory.person(past.onBehalfOf ?? past.requester)!;
  return { ...past, unit, facts: { ...past.facts, unit } };
}

/** Whether an area says that it is about documents that are in a section. */
function isIn({ sections }: Area, section: string | null): boolean {
  return sections.length === 0 || sections.includes(section!);
}
