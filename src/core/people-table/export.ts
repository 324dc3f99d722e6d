import { sayShifts } from "../calendar";
import { isKeyOf } from "../ids";
import { AUTHORITY_TYPES } from "../documents";
import { plainAmount } from "../money";
import type { Organisation } from "../people";
import type { Cell } from "../tables";
import { WEEKDAYS } from "./location-row";
import { TABLES, type Column, type TableName } from "./tables";

/** A table with its heading: what a file of it holds, people and units by their ids. Reading it back changes nothing. */
export function exportTable(organisation: Organisation, table: TableName): Cell[][] {
  const columns: readonly Column[] = TABLES[table].columns;
  return [columns.map((column) => column.label), ...ROWS[table](organisation)];
}

const ROWS: { readonly [T in TableName]: (organisation: Organisation) => Cell[][] } = {
  people: ({ people }) =>
    people.map((person) => [
      person.id,
      person.name,
      person.email,
      person.title,
      person.unit,
      person.manager ?? "",
      person.location ?? "",
      person.roles.join(" ") || "none",
      person.activeUntil ? { day: person.activeUntil } : "",
    ]),
  units: ({ units }) =>
    units.filter((unit) => !unit.closed).map((unit) => [unit.id, unit.name, unit.parent ?? "", unit.head ?? ""]),
  positions: ({ positions }) =>
    positions.map((one) => [one.id, one.name, one.unit, one.heads ? "yes" : "no", one.holder ?? ""]),
  groups: ({ groups }) => groups.map((group) => [group.id, group.name, group.members.join(" ")]),
  limits: ({ limits, people, positions }) =>
    limits
      .filter((one) => isKeyOf(AUTHORITY_TYPES, one.documentType))
      .map(({ holder, documentType, limit }) => [
        // A person and a position can have the same id; then which of them it is has to be said.
        positions.some(({ id }) => id === holder.id) && people.some(({ id }) => id === holder.id)
          ? `${holder.kind}:${holder.id}`
          : holder.id,
        documentType,
        limit.kind === "amount" ? { plain: plainAmount(limit) } : limit.kind,
        limit.kind === "amount" ? limit.currency : "",
      ]),
  locations: ({ locations }) =>
    locations.map(({ id, name, timeZone, week }) => [
      id,
      name,
      timeZone,
      ...WEEKDAYS.map((day) => sayShifts(week[day])),
    ]),
};
