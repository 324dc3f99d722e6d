import type { Column } from "@/core/listing";
import { atHand, type Source } from "../listing/source";
import { rowOf, type PersonRow } from "./rows";

export type PersonLine = PersonRow & { email: string };

const COLUMNS: readonly Column<PersonLine>[] = [
  { key: "name", name: "Name", kind: "text", plain: true, value: (row) => row.name },
  { key: "title", name: "Title", kind: "text", value: (row) => row.title },
  { key: "in", name: "Unit", kind: "text", plain: true, value: (row) => row.unitName },
  { key: "manager", name: "Reports to", kind: "text", apart: true, value: (row) => row.manager?.name ?? null },
  { key: "location", name: "Location", kind: "choice", apart: true, value: (row) => row.location },
  { key: "roles", name: "Roles", kind: "text", plain: true, apart: true, value: (row) => row.roles.join(", ") },
  { key: "state", name: "State", kind: "text", plain: true, apart: true, value: (row) => row.state.kind },
  { key: "email", name: "E-mail", kind: "text", plain: true, extra: true, value: (row) => row.email },
];

/** Everybody, by a unit and all below it, and by what they are or do. */
export const peopleSource: Source<PersonLine> = atHand({
  action: "people.read",
  size: 50,
  usual: "name",
  columns: () => COLUMNS,
  rowsOf: ({ directory, now }, { unit, show }) =>
    directory.organisation.people
      .filter((person) => !unit || directory.unitsAbove(person.unit).some(({ id }) => id === unit))
      .map((person) => ({ ...rowOf(person, directory, now), email: person.email }))
      .filter((row) => shows(show, row)),
});

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
