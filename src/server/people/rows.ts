import { dayIn } from "@/core/calendar";
import { inEffect, lastDayBefore, type Directory, type Person } from "@/core/people";

export type Link = { id: string; name: string };
export type PersonRow = Link & {
  title: string;
  unit: string;
  unitName: string;
  manager: Link | null;
  location: string;
  roles: string[];
  state: PersonState;
};

/** What has to be known of a person beside their name: away, leaving, gone. */
export type PersonState =
  | { kind: "present" }
  | { kind: "away"; until: string; standIn: string | null }
  | { kind: "leaves"; on: string }
  | { kind: "gone"; since: string }
  | { kind: "coming"; on: string };

/** Whether somebody is there, away, gone or still to come. */
export function stateOf(person: Person, directory: Directory, at: string): PersonState {
  const zone = directory.organisation.timeZone;
  if (!directory.isActive(person, at)) {
    if (person.activeUntil && person.activeUntil < dayIn(at, zone)) return { kind: "gone", since: person.activeUntil };
    return { kind: "coming", on: person.activeFrom ?? "" };
  }
  const absence = directory.standInsOf(person.id).find((entry) => entry.kind === "absence" && inEffect(entry, at));
  if (absence)
    return {
      kind: "away",
      until: absence.until ? lastDayBefore(absence.until, zone) : "",
      standIn: absence.standIn && (directory.person(absence.standIn)?.name ?? absence.standIn),
    };
  return person.activeUntil ? { kind: "leaves", on: person.activeUntil } : { kind: "present" };
}

/** A person as a link; null for nobody. */
export function linkTo(directory: Directory, id: string | null | undefined): Link | null {
  return id ? { id, name: directory.person(id)?.name ?? id } : null;
}

/** A person as a line of a list. */
export function rowOf(person: Person, directory: Directory, at: string): PersonRow {
  return {
    id: person.id,
    name: person.name,
    title: person.title,
    unit: person.unit,
    unitName: directory.unit(person.unit)?.name ?? person.unit,
    manager: linkTo(directory, person.manager),
    location: directory.organisation.locations.find((one) => one.id === person.location)?.name ?? "",
    roles: person.roles,
    state: stateOf(person, directory, at),
  };
}
