import Link from "next/link";
import { Empty } from "../primitives";
import { PersonLink, StateMark, type State } from "./state";
import { Table } from "../tables";

type Named = { id: string; name: string };
export type PersonLine = Named & {
  title: string;
  unitName: string;
  unit: string;
  manager: Named | null;
  location: string;
  roles: string[];
  state: State;
};

const COLUMNS = [
  ["name", "Name"],
  ["title", "Title"],
  ["unit", "Unit"],
  ["manager", "Reports to"],
] as const;

/** Everybody as a dense table; on a phone the same as short blocks. `hrefFor` sorts by a column. */
export function PeopleTable({
  rows,
  sort,
  hrefFor,
}: {
  rows: PersonLine[];
  sort: string;
  hrefFor(sort: string): string;
}) {
  if (rows.length === 0) return <Empty>Nobody fits. Take a word out of the search, or show everybody.</Empty>;
  return (
    <>
      <Table
        wide
        label="People"
        heads={[
          ...COLUMNS.map(([key, name]) => ({
            key,
            sorted: sort === key,
            label: (
              <Link href={hrefFor(key)} className={sort === key ? "font-semibold text-ink" : "text-soft"}>
                {name}
              </Link>
            ),
          })),
          { label: "Location" },
          { label: "Roles" },
          { label: "State" },
        ]}
      >
        {rows.map((row) => (
          <tr key={row.id} className="hover:bg-panel">
            <td className="font-medium whitespace-nowrap">
              <PersonLink person={row} />
            </td>
            <td>{row.title}</td>
            <td>
              <Link href={`/people?unit=${row.unit}`}>{row.unitName}</Link>
            </td>
            <td className="whitespace-nowrap">
              {row.manager ? row.manager.name : <span className="text-soft">nobody</span>}
            </td>
            <td className="whitespace-nowrap text-soft">{row.location}</td>
            <td className="text-sm text-soft">{sayRoles(row.roles)}</td>
            <td>
              <StateMark state={row.state} />
            </td>
          </tr>
        ))}
      </Table>
      <ul className="border-t border-rule md:hidden">
        {rows.map((row) => (
          <li key={row.id} className="border-b border-rule">
            <Link href={`/people/${row.id}`} className="block py-2.5 text-ink no-underline">
              <span className="block font-semibold">{row.name}</span>
              <span className="block text-sm text-soft">
                {row.title}, {row.unitName}
              </span>
              <StateMark state={row.state} />
            </Link>
          </li>
        ))}
      </ul>
    </>
  );
}

/** Everybody may enter documents, so that role is not worth a word. */
function sayRoles(roles: string[]): string {
  return roles.filter((role) => role !== "requester").join(", ");
}
