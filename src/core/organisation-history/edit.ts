import { dayIn } from "../calendar";
import { UNNAMED, idFrom } from "../ids";
import type { Holder, Limit, Role } from "../people";
import { canonical } from "../records";
import { refuse, type Result, refused, refusedFor } from "../refusal";
import { conflictsOf, inOrder, sayConflict } from "../segregation";
import { valueAt } from "./as-of";
import { effective, withState, withValue, type Setting } from "./dates";
import {
  limitId,
  type EntryOf,
  type Kind,
  type OrganisationHistory,
  type RegisterChange,
  type Seat,
  type SegregationRule,
} from "./schema";

export type Edit = Result<RegisterChange[]>;

/** The change that makes an entry what it is to be; none when it is so already. */
export function changeTo<K extends Kind>(register: OrganisationHistory, kind: K, after: EntryOf<K>): RegisterChange[] {
  const before = (register[kind] as ReadonlyMap<string, EntryOf<K>>).get(after.id) ?? null;
  if (before && canonical(before) === canonical(after)) return [];
  return [{ kind, id: after.id, before, after } as unknown as RegisterChange];
}

/** The one change that puts an entry in its place. */
export const one = <K extends Kind>(register: OrganisationHistory, kind: K, after: EntryOf<K>): Edit => ({
  ok: true,
  value: changeTo(register, kind, after),
});

/** An id that nothing of a kind has yet, made of a name. */
export function freeId(
  register: OrganisationHistory,
  kind: Kind,
  name: string,
  used: ReadonlySet<string> = new Set(),
): string {
  const base = idFrom(name);
  for (let count = 1; ; count += 1) {
    const id = count === 1 ? base : `${base}-${count}`;
    if (!register[kind].has(id) && !used.has(id)) return id;
  }
}

/** An id for somebody new, of their name, or of their address where the name has no letter that an id can have. */
export function newPersonId(
  register: OrganisationHistory,
  { name, email }: { name: string; email: string },
  used?: ReadonlySet<string>,
): string {
  return freeId(register, "person", idFrom(name) === UNNAMED ? email.split("@")[0]! : name, used);
}

export type NewPerson = Omit<Seat, "from"> & { id?: string; name: string; email: string; roles: Role[] };

/** Takes somebody in, active from a day on. */
export function addPerson(
  register: OrganisationHistory,
  person: NewPerson,
  from: string | null,
  setting: Setting,
): Edit {
  const start = effective(from, setting);
  if (!start.ok) return start;
  const { id = newPersonId(register, person), name, email, roles, ...seat } = person;
  if (register.person.has(id)) return refused("exists", `There is a person “${id}” already`, "id");
  const conflicts = conflictsOf(roles, rulesOf(register));
  if (conflicts.length > 0)
    return refusedFor(
      ...conflicts.map((rule) => refuse("segregation", `These roles must not meet: ${sayConflict(rule)}`, "roles")),
    );
  return one(register, "person", {
    id,
    name,
    email,
    roles: inOrder(roles),
    exceptions: [],
    ...(from && from > dayIn(setting.at, setting.zone) && { activeFrom: from }),
    seats: [{ from: start.value, ...seat }],
  });
}

export type PersonEdit = Partial<Omit<Seat, "from">> & { name?: string; email?: string };

/** Changes what is said of a person. Name and address change at once; title, unit, manager and location from a day on. */
export function changePerson(
  register: OrganisationHistory,
  id: string,
  { name, email, ...seat }: PersonEdit,
  from: string | null,
  setting: Setting,
): Edit {
  const person = register.person.get(id);
  if (!person) return refused("unknown", `There is no person “${id}”`);
  const start = effective(from, setting);
  if (!start.ok) return start;
  const now = valueAt(person.seats, start.value) ?? person.seats[0]!;
  const moved = { ...now, ...seat, from: start.value };
  const same = (Object.keys(seat) as (keyof typeof seat)[]).every((key) => now[key] === moved[key]);
  return one(register, "person", {
    ...person,
    ...(name !== undefined && { name }),
    ...(email !== undefined && { email }),
    seats: same ? person.seats : withState(person.seats, moved),
  });
}

/** The roles that must not meet. */
export function rulesOf(register: OrganisationHistory): readonly SegregationRule[] {
  return register.organisation.get("organisation")?.segregation ?? [];
}

/**
 * Gives a person roles. Roles that must not meet are refused, or need a reason where the rule allows exceptions; the reason is kept with who
 * gave it.
 */
export function setRoles(
  register: OrganisationHistory,
  id: string,
  roles: readonly Role[],
  reason: string,
  setting: Setting,
): Edit {
  const person = register.person.get(id);
  if (!person) return refused("unknown", `There is no person “${id}”`);
  const conflicts = conflictsOf(roles, rulesOf(register));
  const kept = person.exceptions.filter((exception) =>
    conflicts.some((rule) => sameRoles(rule.roles, exception.roles) && rule.exceptions),
  );
  const open = conflicts.filter((rule) => !kept.some((exception) => sameRoles(rule.roles, exception.roles)));
  const forbidden = open.filter((rule) => !rule.exceptions);
  if (forbidden.length > 0)
    return refusedFor(
      ...forbidden.map((rule) =>
        refuse("segregation", `${person.name} cannot be both ${sayConflict(rule)}; take one role away first`, "roles"),
      ),
    );
  if (open.length > 0 && !reason.trim())
    return refusedFor(
      ...open.map((rule) =>
        refuse(
          "segregation reason",
          `These roles should not meet: ${sayConflict(rule)}. Say why they may here`,
          "reason",
        ),
      ),
    );
  const added = open.map((rule) => ({ roles: rule.roles, reason: reason.trim(), by: setting.actor, at: setting.at }));
  return one(register, "person", { ...person, roles: inOrder(roles), exceptions: [...kept, ...added] });
}

const sameRoles = (a: readonly Role[], b: readonly Role[]) => a.every((role) => b.includes(role));

export type UnitEdit = { name: string; parent: string | null; head: string | null };

/** Makes a unit, or renames it, moves it or gives it another head, from a day on. */
export function saveUnit(
  register: OrganisationHistory,
  id: string | null,
  state: UnitEdit,
  from: string | null,
  setting: Setting,
): Edit {
  const start = effective(from, setting);
  if (!start.ok) return start;
  const unit = id === null ? null : register.unit.get(id);
  if (unit === undefined) return refused("unknown", `There is no unit “${id}”`);
  return one(register, "unit", {
    id: unit?.id ?? freeId(register, "unit", state.name),
    states: withState(unit?.states ?? [], { from: start.value, ...state }),
  });
}

/** Closes a unit in which nobody sits and below which none is open. */
export function closeUnit(register: OrganisationHistory, id: string, setting: Setting): Edit {
  const unit = register.unit.get(id);
  if (!unit) return refused("unknown", `There is no unit “${id}”`);
  const today = dayIn(setting.at, setting.zone);
  const sits = [...register.person.values()].find(
    (person) => valueAt(person.seats, setting.at)?.unit === id && (!person.activeUntil || person.activeUntil >= today),
  );
  if (sits) return refused("not empty", `${sits.name} still sits in this unit; move everybody first`);
  const below = [...register.unit.values()]
    .map((other) => valueAt(other.states, setting.at))
    .find((state) => state?.parent === id && !state.closed);
  if (below) return refused("not empty", `${below.name} still lies below this unit; move it or close it first`);
  const { from: _, ...state } = valueAt(unit.states, setting.at) ?? unit.states[0]!;
  return one(register, "unit", {
    id,
    states: withValue(unit.states, { ...state, head: null, closed: true, from: setting.at }),
  });
}

export type PositionEdit = { name: string; unit: string; heads: boolean };

/** Saves a position; a new one, under an id made of its name, where none is given. Who holds it is another edit. Refused for an id that is not known. */
export function savePosition(register: OrganisationHistory, id: string | null, edit: PositionEdit): Edit {
  const position = id === null ? null : register.position.get(id);
  if (position === undefined) return refused("unknown", `There is no position “${id}”`);
  return one(register, "position", {
    id: position?.id ?? freeId(register, "position", edit.name),
    ...edit,
    holders: position?.holders ?? [],
  });
}

/** Says who holds a position from a day on; null leaves it vacant. Whoever heads a unit holds its heading position. */
export function holdPosition(
  register: OrganisationHistory,
  id: string,
  person: string | null,
  from: string | null,
  setting: Setting,
): Edit {
  const position = register.position.get(id);
  if (!position) return refused("unknown", `There is no position “${id}”`);
  if (position.heads)
    return refused(
      "heads",
      `${position.name} is held by whoever heads the unit; change the head of the unit`,
      "holder",
    );
  const start = effective(from, setting);
  if (!start.ok) return start;
  return one(register, "position", {
    ...position,
    holders: withValue(position.holders, { from: start.value, person }),
  });
}

/** Makes a group, or changes its name at once and its members from a day on. */
export function saveGroup(
  register: OrganisationHistory,
  id: string | null,
  edit: { name: string; people: readonly string[] },
  from: string | null,
  setting: Setting,
): Edit {
  const start = effective(from, setting);
  if (!start.ok) return start;
  const group = id === null ? null : register.group.get(id);
  if (group === undefined) return refused("unknown", `There is no group “${id}”`);
  const people = [...new Set(edit.people)];
  const now = group ? valueAt(group.members, start.value) : undefined;
  const same = now && now.people.length === people.length && now.people.every((member) => people.includes(member));
  return one(register, "group", {
    id: group?.id ?? freeId(register, "group", edit.name),
    name: edit.name,
    members: same ? group!.members : withValue(group?.members ?? [], { from: start.value, people }),
  });
}

/** Sets up to how much a person or position may decide for a type of document, from a day on. */
export function setLimit(
  register: OrganisationHistory,
  holder: Holder,
  documentType: string,
  limit: Limit,
  from: string | null,
  setting: Setting,
): Edit {
  const start = effective(from, setting);
  if (!start.ok) return start;
  if (!register[holder.kind].has(holder.id))
    return refused("unknown", `There is no ${holder.kind} “${holder.id}”`, "holder");
  const id = limitId(holder, documentType);
  const known = register.limit.get(id);
  const now = known ? valueAt(known.limits, start.value)?.limit : undefined;
  if (canonical(now ?? { kind: "none" }) === canonical(limit)) return { ok: true, value: [] };
  return one(register, "limit", {
    id,
    holder,
    documentType,
    limits: withValue(known?.limits ?? [], { from: start.value, limit }),
  });
}

/** Says who owns a cost centre, customer or supplier from a day on. */
export function setOwner(
  register: OrganisationHistory,
  { of, key, person }: Pick<EntryOf<"owner">, "of" | "key"> & { person: string },
  from: string | null,
  setting: Setting,
): Edit {
  const start = effective(from, setting);
  if (!start.ok) return start;
  const id = `${of}.${key}`;
  const known = register.owner.get(id);
  return one(register, "owner", {
    id,
    of,
    key,
    owners: withValue(known?.owners ?? [], { from: start.value, person }),
  });
}

/** Saves a location with its calendar: its holidays in order, each day once. */
export function saveLocation(register: OrganisationHistory, calendar: EntryOf<"location">): Edit {
  const holidays = [...new Map(calendar.holidays.map((day) => [day.date, day])).values()];
  holidays.sort((a, b) => (a.date < b.date ? -1 : 1));
  return one(register, "location", { ...calendar, holidays });
}

/** Changes which roles must not meet. Those who hold both today keep them until their roles are next changed, and are shown. */
export function setSegregation(register: OrganisationHistory, segregation: SegregationRule[]): Edit {
  const settings = register.organisation.get("organisation");
  if (!settings) return refused("unknown", "The organisation has not been set up");
  const twice = segregation.find((rule) => rule.roles[0] === rule.roles[1]);
  if (twice) return refused("invalid", `A role cannot be kept apart from itself: ${twice.roles[0]}`, "roles");
  return one(register, "organisation", { ...settings, segregation });
}

/** The name of a person; the id of somebody who is not known. */
export function nameOf(register: OrganisationHistory, person: string): string {
  return register.person.get(person)?.name ?? person;
}
