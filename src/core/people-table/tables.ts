import { foldHeading as plain, guessColumns, type Mapping } from "../tables";
/** A column of a file: what it is called here, and other words it may stand under. */
export type Column = { key: string; label: string; needed: boolean; aliases: readonly string[] };

const column = (key: string, label: string, needed: boolean, ...aliases: string[]): Column => ({
  key,
  label,
  needed,
  aliases,
});

/** The files that can be read and written, each with its columns in the order in which they are written. */
export const TABLES = {
  people: {
    name: "People",
    columns: [
      column("id", "id", false, "person", "person id", "employee id", "employee number", "staff number", "user"),
      column("name", "name", true, "full name", "employee", "employee name", "display name"),
      column("email", "e-mail", true, "email", "email address", "mail", "work email", "e-mail address"),
      column("title", "title", false, "job title", "function", "role title", "job"),
      column("unit", "unit", true, "department", "unit id", "organisational unit", "team", "division"),
      column(
        "manager",
        "reports to",
        false,
        "manager",
        "manager id",
        "line manager",
        "supervisor",
        "boss",
        "manager email",
      ),
      column("location", "location", false, "site", "office", "workplace"),
      column("roles", "roles", false, "access", "access roles", "rights"),
      column(
        "activeUntil",
        "last day",
        false,
        "active until",
        "leaving date",
        "end date",
        "termination date",
        "leaves",
      ),
    ],
  },
  units: {
    name: "Units",
    columns: [
      column("id", "id", false, "unit", "unit id", "code", "department code"),
      column("name", "name", true, "unit name", "department", "department name", "description"),
      column("parent", "parent unit", false, "parent", "parent id", "lies in", "part of", "reports into"),
      column("head", "head", false, "head of unit", "manager", "head id", "led by", "head email"),
    ],
  },
  positions: {
    name: "Positions",
    columns: [
      column("id", "id", false, "position", "position id", "code"),
      column("name", "name", true, "position name", "title"),
      column("unit", "unit", true, "department", "unit id"),
      column("heads", "heads the unit", false, "heads", "is head", "head"),
      column("holder", "holder", false, "held by", "person", "incumbent"),
    ],
  },
  groups: {
    name: "Groups",
    columns: [
      column("id", "id", false, "group", "group id", "code"),
      column("name", "name", true, "group name"),
      column("members", "members", false, "people", "member ids", "member emails"),
    ],
  },
  limits: {
    name: "Limits",
    columns: [
      column("holder", "holder", true, "person", "position", "person or position", "who", "employee", "email"),
      column("documentType", "document type", true, "type", "documents", "for"),
      column("amount", "amount", true, "limit", "up to", "authority", "maximum"),
      column("currency", "currency", false, "ccy", "currency code"),
    ],
  },
  locations: {
    name: "Locations",
    columns: [
      column("id", "id", false, "location", "location id", "site"),
      column("name", "name", true, "location name", "site name", "place"),
      column("timeZone", "time zone", false, "timezone", "zone", "iana time zone"),
      column("monday", "Monday", false, "mon"),
      column("tuesday", "Tuesday", false, "tue"),
      column("wednesday", "Wednesday", false, "wed"),
      column("thursday", "Thursday", false, "thu"),
      column("friday", "Friday", false, "fri"),
      column("saturday", "Saturday", false, "sat"),
      column("sunday", "Sunday", false, "sun"),
    ],
  },
} as const satisfies Record<string, { name: string; columns: readonly Column[] }>;

export type { Mapping };
export type TableName = keyof typeof TABLES;
export const TABLE_NAMES = Object.keys(TABLES) as TableName[];

/** A guess at which column of a file is which, by its headings. */
export function guessMapping(header: readonly string[], table: TableName): Mapping {
  return guessColumns(header, TABLES[table].columns);
}

/** The table whose headings a file has most of. */
export function guessTable(header: readonly string[]): TableName {
  const score = (name: TableName) => {
    const mapping = guessMapping(header, name);
    const columns: readonly Column[] = TABLES[name].columns;
    return columns.reduce((sum, one) => sum + (mapping[one.key] == null ? (one.needed ? -2 : 0) : 2), 0);
  };
  return TABLE_NAMES.toSorted((a, b) => score(b) - score(a))[0]!;
}

/** The table that a sheet of a workbook is called after; null where it is called after none. */
export function tableCalled(name: string): TableName | null {
  return TABLE_NAMES.find((table) => plain(name) === plain(TABLES[table].name)) ?? null;
}
