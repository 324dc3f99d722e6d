import type { Metadata } from "next";
import { RoleSchema } from "@/core/people";
import { authorise } from "@/server/access/authorise";
import { INVITED_DAYS, withoutWayIn } from "@/server/access/invitations";
import { visitFor, singles } from "@/server/http/page";
import { TABLE_PAGE, peopleTable, type TableFilter } from "@/server/people/table";
import { Pager } from "@/ui/lists/list-filter";
import { InviteAll } from "@/ui/people/invite-all";
import { PeopleTable } from "@/ui/people/people-table";
import { buttonClass } from "@/ui/primitives";

export const metadata: Metadata = { title: "Everybody" };

const STATES = [
  ["", "active"],
  ["away", "away now"],
  ["leaves", "leaving"],
  ["gone", "left"],
  ["everybody", "active or left"],
] as const;

export default async function Everybody({ searchParams }: { searchParams: Promise<TableFilter> }) {
  const { app, person, directory, now } = await visitFor("people.read");
  const filter = singles(await searchParams);
  const { rows, total, page } = peopleTable(directory, filter, now);
  const sort = filter.sort ?? "name";
  return (
    <div className="py-2">
      <h1 className="sr-only">Everybody</h1>
      {!authorise(person, "access.manage") && <InviteAll count={withoutWayIn(app).length} usual={INVITED_DAYS.usual} />}
      <form className="no-print flex flex-wrap items-end gap-3 py-3" role="search">
        <label className="w-full sm:w-72">
          <span className="block text-sm text-soft">Name, title, e-mail or unit</span>
          <input type="search" name="q" defaultValue={filter.q} className="field" />
        </label>
        <label>
          <span className="block text-sm text-soft">Unit and below</span>
          <select name="unit" defaultValue={filter.unit ?? ""} className="field w-52">
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
          <select name="show" defaultValue={filter.show ?? ""} className="field w-44">
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
        <input type="hidden" name="sort" value={sort} />
        <button type="submit" className={buttonClass("outline", true)}>
          Show
        </button>
      </form>
      <PeopleTable
        rows={rows}
        sort={sort}
        hrefFor={(by) => `/people/everybody?${new URLSearchParams({ ...filter, sort: by })}`}
      />
      <Pager
        path="/people/everybody"
        filter={filter}
        page={page}
        total={total}
        size={TABLE_PAGE}
        words={["Earlier", "Later"]}
      />
    </div>
  );
}
