import { own } from "@/core/ids";
import type { Directory, Person } from "@/core/people";
import { plain } from "@/core/text";
import { rowOf, type PersonRow } from "./rows";

export type TableFilter = { q?: string; unit?: string; show?: string; sort?: string; page?: string };
export const TABLE_PAGE = 50;

/** A page of the people whose name, title, address or unit has the words searched for. */
export function peopleTable(
  directory: Directory,
  filter: TableFilter,
  at: string,
): { rows: PersonRow[]; total: number; page: number } {
  const words = plain(filter.q ?? "")
    .split(/\s+/)
    .filter(Boolean);
  const inside = (person: Person) =>
    !filter.unit || directory.unitsAbove(person.unit).some((unit) => unit.id === filter.unit);
  const found = directory.organisation.people.filter((person) => {
    const text = plain(`${person.name} ${person.title} ${person.email} ${directory.unit(person.unit)?.name ?? ""}`);
    return inside(person) && words.every((word) => text.includes(word));
  });
  const rows = found.map((person) => rowOf(person, directory, at)).filter((row) => shows(filter.show, row));
  const by = own(SORTS, filter.sort ?? "name") ?? SORTS.name!;
  rows.sort((a, b) => by(a).localeCompare(by(b), "en") || a.name.localeCompare(b.name, "en"));
  const page = Math.max(1, Math.min(Number(filter.page) || 1, Math.ceil(rows.length / TABLE_PAGE) || 1));
  return { rows: rows.slice((page - 1) * TABLE_PAGE, page * TABLE_PAGE), total: rows.length, page };
}

const SORTS: Record<string, (row: PersonRow) => string> = {
  name: (row) => row.name,
  unit: (row) => row.unitName,
  title: (row) => row.title,
  manager: (row) => row.manager?.name ?? "",
};

function shows(what: string | undefined, { state, roles }: PersonRow): boolean {
  switch (what) {
    case "away":
    case "leaves":
    case "gone":
      return state.kind === what;
    case "everybody":
      return true;
    case undefined:
    case "":
      return state.kind !== "gone";
    default:
      return state.kind !== "gone" && roles.includes(what);
  }
}
