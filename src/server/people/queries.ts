import type { Person, Role } from "@/core/people";
import { plain } from "@/core/text";
import type { App } from "../app";
import { latelyFirst, peopleNamedLately } from "../recent";
import { readReferenceData } from "../reference-data";

export type FoundPerson = {
  id: string;
  name: string;
  title: string;
  unit: string;
  unitId: string;
  active: boolean;
  /** Whether whoever looks chose them lately. */
  lately: boolean;
};

const MOST = 20;

/** Active people whose name, address or id has all the words, those first whom `viewer` named lately. */
export function findPeople(app: App, viewer: Pick<Person, "id">, text: string, role: string | null): FoundPerson[] {
  const { directory } = readReferenceData(app);
  const words = plain(text).split(/\s+/).filter(Boolean);
  const at = app.clock.now();
  const found = directory.organisation.people
    .filter((person) => directory.isActive(person, at) && (!role || person.roles.includes(role as Role)))
    .filter((person) => {
      const where = plain(`${person.name} ${person.email} ${person.id} ${person.title}`);
      return words.every((word) => where.includes(word));
    });
  return latelyFirst(found, peopleNamedLately(app, viewer.id), ({ id }) => id)
    .slice(0, MOST)
    .map(({ id, name, title, unit, lately }) => ({
      id,
      name,
      title,
      unit: directory.unit(unit)?.name ?? unit,
      unitId: unit,
      active: true,
      lately,
    }));
}
