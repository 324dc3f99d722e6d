import type { Coded } from "../reason";
import { circleOf } from "./stand-ins";
import type { Organisation } from "./schema";

/** Something in an organisation that leads nowhere or in a circle; `kind` and `id` name the entry it stands in. */
export type Problem = { kind: string; id: string; path: (string | number)[]; why: OrganisationProblem };

/** What does not fit together in an organisation. Everything by its id; a circle as the ids on it, in order. */
export type OrganisationProblem = Coded<{
  "leads nowhere": { what: "person" | "unit" | "position" | "location"; id: string };
  "there twice": { id: string };
  "reporting in a circle": { people: readonly string[] };
  "units in a circle": { units: readonly string[] };
  "stand-ins in a circle": { people: readonly string[] };
  "same address": { person: string; other: string };
  "auditor with another role": { person: string };
}>;

type What = "person" | "unit" | "position" | "location";
type Need = (known: ReadonlyMap<string, unknown>, id: string | null | undefined, what: What, field: string) => void;

/** Every reference of an organisation that leads nowhere, every circle and everything that is there twice. */
export function brokenReferences(organisation: Organisation): Problem[] {
  const byId = <T extends { id: string }>(items: readonly T[]) => new Map(items.map((item) => [item.id, item]));
  const [people, units] = [byId(organisation.people), byId(organisation.units)];
  const [positions, locations] = [byId(organisation.positions), byId(organisation.locations)];
  const problems: Problem[] = [];
  const each = <T>(
    list: string,
    items: readonly T[],
    idOf: (item: T) => string,
    check: (item: T, need: Need) => void,
  ) =>
    items.forEach((item, index) =>
      check(item, (known, id, what, field) => {
        if (id != null && !known.has(id))
          problems.push({
            kind: list,
            id: idOf(item),
            path: [list, index, field],
            why: { code: "leads nowhere", values: { what, id } },
          });
      }),
    );
  const own = (item: { id: string }) => item.id;
  each("people", organisation.people, own, (person, need) => {
    need(units, person.unit, "unit", "unit");
    need(people, person.manager, "person", "manager");
    need(locations, person.location, "location", "location");
    need(people, person.successor, "person", "successor");
  });
  each("units", organisation.units, own, (unit, need) => {
    need(units, unit.parent, "unit", "parent");
    need(people, unit.head, "person", "head");
  });
  for (const { id: list, entries } of organisation.lists)
    each(
      "lists",
      entries,
      ({ key }) => `${list}.${key}`,
      (entry, need) => {
        need(people, entry.owner, "person", "owner");
        need(units, entry.unit, "unit", "unit");
      },
    );
  each("positions", organisation.positions, own, (position, need) => {
    need(units, position.unit, "unit", "unit");
    need(people, position.holder, "person", "holder");
  });
  organisation.groups.forEach((group, index) =>
    group.members.forEach((id, at) => {
      if (!people.has(id))
        problems.push({
          kind: "groups",
          id: group.id,
          path: ["groups", index, "members", at],
          why: { code: "leads nowhere", values: { what: "person", id } },
        });
    }),
  );
  const holderOf = ({ holder }: { holder: { id: string } }) => holder.id;
  each("limits", organisation.limits, holderOf, ({ holder }, need) =>
    need(holder.kind === "person" ? people : positions, holder.id, holder.kind, "holder"),
  );
  each("standIns", organisation.standIns, own, (entry, need) => {
    need(people, entry.person, "person", "person");
    need(people, entry.standIn, "person", "standIn");
  });
  each(
    "owners",
    organisation.owners,
    (owner) => owner.key,
    (owner, need) => need(people, owner.person, "person", "person"),
  );
  return [...problems, ...circles(organisation, people, units), ...doubles(organisation)];
}

function circles(
  organisation: Organisation,
  people: ReadonlyMap<string, Organisation["people"][number]>,
  units: ReadonlyMap<string, Organisation["units"][number]>,
): Problem[] {
  const inLine = circlesThrough(people.keys(), (id) => people.get(id)?.manager ?? null);
  const inTree = circlesThrough(units.keys(), (id) => units.get(id)?.parent ?? null);
  const lines = organisation.people.flatMap(({ id }, index): Problem[] => {
    const circle = inLine.get(id);
    const why = circle && { code: "reporting in a circle" as const, values: { people: circle } };
    return why ? [{ kind: "people", id, path: ["people", index, "manager"], why }] : [];
  });
  const trees = organisation.units.flatMap(({ id }, index): Problem[] => {
    const circle = inTree.get(id);
    const why = circle && { code: "units in a circle" as const, values: { units: circle } };
    return why ? [{ kind: "units", id, path: ["units", index, "parent"], why }] : [];
  });
  const actors = circleOf(organisation.standIns);
  const standIns: Problem[] = actors
    ? [
        {
          kind: "standIns",
          id: actors[0]!.id,
          path: ["standIns"],
          why: { code: "stand-ins in a circle", values: { people: actors.map((one) => one.person) } },
        },
      ]
    : [];
  return [...lines, ...trees, ...standIns];
}

/** For everything that lies on a circle, where each leads to at most one other, that circle. Every node is walked once. */
function circlesThrough(ids: Iterable<string>, next: (id: string) => string | null): Map<string, readonly string[]> {
  const done = new Set<string>();
  const found = new Map<string, readonly string[]>();
  for (const start of ids) {
    const path: string[] = [];
    const here = new Set<string>();
    let id: string | null = start;
    while (id !== null && !done.has(id) && !here.has(id)) {
      path.push(id);
      here.add(id);
      id = next(id);
    }
    if (id !== null && here.has(id)) {
      const circle = path.slice(path.indexOf(id));
      for (const one of circle) found.set(one, circle);
    }
    for (const one of path) done.add(one);
  }
  return found;
}

function doubles(organisation: Organisation): Problem[] {
  return (["people", "units", "positions", "groups", "locations", "standIns"] as const).flatMap((list) => {
    const seen = new Set<string>();
    return organisation[list].flatMap(({ id }, index): Problem[] => {
      const twice = seen.has(id);
      seen.add(id);
      return twice ? [{ kind: list, id, path: [list, index, "id"], why: { code: "there twice", values: { id } } }] : [];
    });
  });
}
