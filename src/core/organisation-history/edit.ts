import { dayIn } from "../calendar";
import { UNNAMED, idFrom } from "../ids";
import type { Holder, Limit, Role } from "../people";
import { canonical } from "../records";
import { conflictsOf, inOrder } from "../segregation";
import { valueAt } from "./as-of";
import { effective, withState, withValue, type Setting } from "./dates";
import { noSuch, notEdited, type Edit, type EditReason } from "./reasons";
import {
  limitId,
  type EntryOf,
  type Kind,
  type OrganisationHistory,
  type HistoryChange,
  type Seat,
  type SegregationRule,
} from "./schema";

/** The change that makes an entry what it is to be; none when it is so already. */
export function changeTo<K extends Kind>(history: OrganisationHistory, kind: K, after: EntryOf<K>): HistoryChange[] {
  const before = (history[kind] as ReadonlyMap<string, EntryOf<K>>).get(after.id) ?? null;
  if (before && canonical(before) === canonical(after)) return [];
  return [{ kind, id: after.id, before, after } as unknown as HistoryChange];
}

/** The one change that puts an entry in its place. */
export const one = <K extends Kind>(history: OrganisationHistory, kind: K, after: EntryOf<K>): Edit => ({
  ok: true,
  value: changeTo(history, kind, after),
});

/** An id that nothing of a kind has yet, made of a name. */
export function freeId(
  history: OrganisationHistory,
  kind: Kind,
  name: string,
  used: ReadonlySet<string> = new Set(),
): string {
  const base = idFrom(name);
  for (let count = 1; ; count += 1) {
    const id = count === 1 ? base : `${base}-${count}`;
    if (!history[kind].has(id) && !used.has(id)) return id;
  }
}

/** An id for somebody new, of their name, or of their address where the name has no letter that an id can have. */
export function newPersonId(
  history: OrganisationHistory,
  { name, email }: { name: string; email: string },
  used?: ReadonlySet<string>,
): string {
  return freeId(history, "person", idFrom(name) === UNNAMED ? email.split("@")[0]! : name, used);
}

export type NewPerson = Omit<Seat, "from"> & { id?: string; name: string; email: string; roles: Role[] };

/** Takes somebody in, active from a day on. */
export function addPerson(
  history: OrganisationHistory,
  person: NewPerson,
  from: string | null,
  setting: Setting,
): Edit {
  const start = effective(from, setting);
  if (!start.ok) return start;
  const { id = newPersonId(history, person), name, email, roles, ...seat } = person;
  if (history.person.has(id)) return notEdited({ code: "id taken", values: { id } }, "id");
  const conflicts = conflictsOf(roles, rulesOf(history));
  if (conflicts.length > 0)
    return refusedEach(conflicts, "roles", (rule) => ({ code: "roles not to meet", values: { rule, person: null } }));
  return one(history, "person", {
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
  history: OrganisationHistory,
  id: string,
  { name, email, ...seat }: PersonEdit,
  from: string | null,
  setting: Setting,
): Edit {
  const person = history.person.get(id);
  if (!person) return noSuch("person", id!);
  const start = effective(from, setting);
  if (!start.ok) return start;
  const now = valueAt(person.seats, start.value) ?? person.seats[0]!;
  const moved = { ...now, ...seat, from: start.value };
  const same = (Object.keys(seat) as (keyof typeof seat)[]).every((key) => now[key] === moved[key]);
  return one(history, "person", {
    ...person,
    ...(name !== undefined && { name }),
    ...(email !== undefined && { email }),
    seats: same ? person.seats : withState(person.seats, moved),
  });
}

/** The roles that must not meet. */
export function rulesOf(history: OrganisationHistory): readonly SegregationRule[] {
  return history.organisation.get("organisation")?.segregation ?? [];
}

/**
 * Gives a person roles. Roles that must not meet are refused, or need a reason where the rule allows exceptions; the reason is kept with who
 * gave it.
 */
export function setRoles(
  history: OrganisationHistory,
  id: string,
  roles: readonly Role[],
  reason: string,
  setting: Setting,
): Edit {
  const person = history.person.get(id);
  if (!person) return noSuch("person", id!);
  const conflicts = conflictsOf(roles, rulesOf(history));
  const kept = person.exceptions.filter((exception) =>
    conflicts.some((rule) => sameRoles(rule.roles, exception.roles) && rule.exceptions),
  );
  const open = conflicts.filter((rule) => !kept.some((exception) => sameRoles(rule.roles, exception.roles)));
  const forbidden = open.filter((rule) => !rule.exceptions);
  if (forbidden.length > 0)
    return refusedEach(forbidden, "roles", (rule) => ({ code: "roles not to meet", values: { rule, person: id } }));
  if (open.length > 0 && !reason.trim())
    return refusedEach(open, "reason", (rule) => ({ code: "roles need a reason", values: { rule } }));
  const added = open.map((rule) => ({ roles: rule.roles, reason: reason.trim(), by: setting.actor, at: setting.at }));
  return one(history, "person", { ...person, roles: inOrder(roles), exceptions: [...kept, ...added] });
}

/** Rules that are broken, each as a reason. */
function refusedEach(
  rules: readonly SegregationRule[],
  path: string,
  why: (rule: SegregationRule) => EditReason,
): Edit {
  return { ok: false, refusals: rules.map((rule) => ({ ...why(rule), path })) };
}

const sameRoles = (a: readonly Role[], b: readonly Role[]) => a.every((role) => b.includes(role));

export type UnitEdit = { name: string; parent: string | null; head: string | null };

/** Makes a unit, or renames it, moves it or gives it another head, from a day on. */
export function saveUnit(
  history: OrganisationHistory,
  id: string | null,
  state: UnitEdit,
  from: string | null,
  setting: Setting,
): Edit {
  const start = effective(from, setting);
  if (!start.ok) return start;
  const unit = id === null ? null : history.unit.get(id);
  if (unit === undefined) return noSuch("unit", id!);
  return one(history, "unit", {
    id: unit?.id ?? freeId(history, "unit", state.name),
    states: withState(unit?.states ?? [], { from: start.value, ...state }),
  });
}

/** Closes a unit in which nobody sits and below which none is open. */
export function closeUnit(history: OrganisationHistory, id: string, setting: Setting): Edit {
  const unit = history.unit.get(id);
  if (!unit) return noSuch("unit", id!);
  const today = dayIn(setting.at, setting.zone);
  const sits = [...history.person.values()].find(
    (person) => valueAt(person.seats, setting.at)?.unit === id && (!person.activeUntil || person.activeUntil >= today),
  );
  if (sits) return notEdited({ code: "somebody sits here", values: { person: sits.id } });
  const below = [...history.unit.values()].find((other) => {
    const state = valueAt(other.states, setting.at);
    return state?.parent === id && !state.closed;
  });
  if (below) return notEdited({ code: "a unit lies below", values: { unit: below.id } });
  const { from: _, ...state } = valueAt(unit.states, setting.at) ?? unit.states[0]!;
  return one(history, "unit", {
    id,
    states: withValue(unit.states, { ...state, head: null, closed: true, from: setting.at }),
  });
}

export type PositionEdit = { name: string; unit: string; heads: boolean };

/** Saves a position; a new one, under an id made of its name, where none is given. Who holds it is another edit. Refused for an id that is not known. */
export function savePosition(history: OrganisationHistory, id: string | null, edit: PositionEdit): Edit {
  const position = id === null ? null : history.position.get(id);
  if (position === undefined) return noSuch("position", id!);
  return one(history, "position", {
    id: position?.id ?? freeId(history, "position", edit.name),
    ...edit,
    holders: position?.holders ?? [],
  });
}

/** Says who holds a position from a day on; null leaves it vacant. Whoever heads a unit holds its heading position. */
export function holdPosition(
  history: OrganisationHistory,
  id: string,
  person: string | null,
  from: string | null,
  setting: Setting,
): Edit {
  const position = history.position.get(id);
  if (!position) return noSuch("position", id!);
  if (position.heads) return notEdited({ code: "held by the head", values: { position: id } }, "holder");
  const start = effective(from, setting);
  if (!start.ok) return start;
  return one(history, "position", {
    ...position,
    holders: withValue(position.holders, { from: start.value, person }),
  });
}

/** Makes a group, or changes its name at once and its members from a day on. */
export function saveGroup(
  history: OrganisationHistory,
  id: string | null,
  edit: { name: string; people: readonly string[] },
  from: string | null,
  setting: Setting,
): Edit {
  const start = effective(from, setting);
  if (!start.ok) return start;
  const group = id === null ? null : history.group.get(id);
  if (group === undefined) return noSuch("group", id!);
  const people = [...new Set(edit.people)];
  const now = group ? valueAt(group.members, start.value) : undefined;
  const same = now && now.people.length === people.length && now.people.every((member) => people.includes(member));
  return one(history, "group", {
    id: group?.id ?? freeId(history, "group", edit.name),
    name: edit.name,
    members: same ? group!.members : withValue(group?.members ?? [], { from: start.value, people }),
  });
}

/** Sets up to how much a person or position may decide for a type of document, from a day on. */
export function setLimit(
  history: OrganisationHistory,
  holder: Holder,
  documentType: string,
  limit: Limit,
  from: string | null,
  setting: Setting,
): Edit {
  const start = effective(from, setting);
  if (!start.ok) return start;
  if (!history[holder.kind].has(holder.id)) return noSuch(holder.kind, holder.id, "holder");
  const id = limitId(holder, documentType);
  const known = history.limit.get(id);
  const now = known ? valueAt(known.limits, start.value)?.limit : undefined;
  if (canonical(now ?? { kind: "none" }) === canonical(limit)) return { ok: true, value: [] };
  return one(history, "limit", {
    id,
    holder,
    documentType,
    limits: withValue(known?.limits ?? [], { from: start.value, limit }),
  });
}

/** Says who owns a cost centre, customer or supplier from a day on. */
export function setOwner(
  history: OrganisationHistory,
  { of, key, person }: Pick<EntryOf<"owner">, "of" | "key"> & { person: string },
  from: string | null,
  setting: Setting,
): Edit {
  const start = effective(from, setting);
  if (!start.ok) return start;
  const id = `${of}.${key}`;
  const known = history.owner.get(id);
  return one(history, "owner", {
    id,
    of,
    key,
    owners: withValue(known?.owners ?? [], { from: start.value, person }),
  });
}

/** Saves a location with its calendar: its holidays in order, each day once. */
export function saveLocation(history: OrganisationHistory, calendar: EntryOf<"location">): Edit {
  const holidays = [...new Map(calendar.holidays.map((day) => [day.date, day])).values()];
  holidays.sort((a, b) => (a.date < b.date ? -1 : 1));
  return one(history, "location", { ...calendar, holidays });
}

/** Changes which roles must not meet. Those who hold both today keep them until their roles are next changed, and are shown. */
export function setSegregation(history: OrganisationHistory, segregation: SegregationRule[]): Edit {
  const settings = history.organisation.get("organisation");
  if (!settings) return notEdited({ code: "not set up" });
  const twice = segregation.find((rule) => rule.roles[0] === rule.roles[1]);
  if (twice) return notEdited({ code: "role apart from itself", values: { role: twice.roles[0] } }, "roles");
  return one(history, "organisation", { ...settings, segregation });
}
