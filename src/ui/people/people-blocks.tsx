import Link from "next/link";
import { StateMark, type State } from "./state";

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

/** People as short blocks, on a phone. */
export function PeopleBlocks({ rows }: { rows: readonly PersonLine[] }) {
  return (
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
  );
}

/** Everybody may enter documents, so that role is not worth a word. */
export function sayRoles(roles: string[]): string {
  return roles.filter((role) => role !== "requester").join(", ");
}
