import type { Metadata } from "next";
import Link from "next/link";
import { RoleSchema } from "@/core/people";
import { authorise } from "@/server/access/authorise";
import { INVITED_DAYS, withoutWayIn } from "@/server/access/invitations";
import { visitFor } from "@/server/http/page";
import { givenOf, listed } from "@/server/listing";
import { shownOf } from "@/ui/listing/columns";
import { ListFrame } from "@/ui/listing/list-frame";
import { ListTable } from "@/ui/listing/list-table";
import { InviteAll } from "@/ui/people/invite-all";
import { PeopleBlocks, sayRoles } from "@/ui/people/people-blocks";
import { PersonLink, StateMark } from "@/ui/people/state";

export const metadata: Metadata = { title: "Everybody" };

const STATES = [
  ["", "active"],
  ["away", "away now"],
  ["leaves", "leaving"],
  ["gone", "left"],
  ["everybody", "active or left"],
] as const;

export default async function Everybody({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[]>>;
}) {
  const visitor = await visitFor("people.read");
  const { app, person, directory } = visitor;
  const { rows, ...list } = listed("people", visitor, givenOf(await searchParams));
  const columns = shownOf<(typeof rows)[number]>(list.columns, list.query.columns, {
    name: (row) => (
      <span className="font-medium whitespace-nowrap">
        <PersonLink person={row} />
      </span>
    ),
    title: (row) => row.title,
    in: (row) => <Link href={`/people?unit=${row.unit}`}>{row.unitName}</Link>,
    manager: (row) => row.manager?.name ?? <span className="text-soft">nobody</span>,
    location: (row) => <span className="whitespace-nowrap text-soft">{row.location}</span>,
    roles: (row) => <span className="text-soft">{sayRoles(row.roles)}</span>,
    state: (row) => <StateMark state={row.state} />,
    email: (row) => row.email,
  });
  return (
    <div className="py-2">
      <h1 className="sr-only">Everybody</h1>
      {!authorise(person, "access.manage") && <InviteAll count={withoutWayIn(app).length} usual={INVITED_DAYS.usual} />}
      <ListFrame
        listed={list}
        words={{
          search: "Name, title, e-mail or unit",
          counted: ["person", "people"],
          empty: "Nobody fits. Remove a word from the search, or show everybody.",
        }}
        filters={
          <>
            <label>
              <span className="block text-sm text-soft">Unit and below</span>
              <select name="unit" defaultValue={list.given.unit ?? ""} className="field w-52">
                <option value="">any</option>
                {directory.organisation.units.map((unit) => (
                  <option key={unit.id} value={unit.id}>
                    {unit.name}
                  </option>
                ))}
              </select>
            </label>
            <label>
              <span className="block text-sm text-soft">State or role</span>
              <select name="show" defaultValue={list.given.show ?? ""} className="field w-44">
                {STATES.map(([value, name]) => (
                  <option key={value} value={value}>
                    {name}
                  </option>
                ))}
                {RoleSchema.options.map((role) => (
                  <option key={role}>{role}</option>
                ))}
              </select>
            </label>
          </>
        }
      >
        <ListTable label="People" wide rows={rows} columns={columns} given={list.given} sort={list.query.sort} />
        <PeopleBlocks rows={rows} />
      </ListFrame>
    </div>
  );
}
