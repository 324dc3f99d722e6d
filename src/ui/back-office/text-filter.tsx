import { buttonClass } from "../primitives";

/** A search by name, and by group where there are groups, in the address. */
export function TextFilter({
  q,
  group,
  groups = [],
}: {
  q?: string | undefined;
  group?: string | undefined;
  groups?: string[];
}) {
  return (
    <form className="no-print flex flex-wrap items-end gap-3 pb-4" role="search">
      <label>
        <span className="block text-sm text-soft">Name</span>
        <input type="search" name="q" defaultValue={q} className="field w-64" />
      </label>
      {groups.length > 0 && (
        <label>
          <span className="block text-sm text-soft">Group</span>
          <select name="group" defaultValue={group ?? ""} className="field w-44">
            <option value="">any</option>
            {groups.map((one) => (
              <option key={one}>{one}</option>
            ))}
          </select>
        </label>
      )}
      <button type="submit" className={buttonClass("outline", true)}>
        Show
      </button>
    </form>
  );
}
