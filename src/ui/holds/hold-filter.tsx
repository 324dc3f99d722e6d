import { saySince } from "../format";
import { buttonClass } from "../primitives";

type Props = {
  search: { reason?: string; sort?: string; whose?: string };
  reasons: readonly { code: string; count: number; oldest: string }[];
  now: string;
  zone: string;
};

/** Which holds are shown, in the address: a plain form, so that it works before any script does. */
export function HoldFilter({ search, reasons, now, zone }: Props) {
  const all = reasons.reduce((sum, one) => sum + one.count, 0);
  return (
    <form className="no-print flex flex-wrap items-end gap-3 py-4" role="search">
      <label>
        <span className="block text-sm text-soft">Held because</span>
        <select name="reason" defaultValue={search.reason ?? ""} className="field w-80">
          <option value="">any reason, {all}</option>
          {reasons.map((one) => (
            <option key={one.code} value={one.code}>
              {one.code}, {one.count}, oldest {saySince(one.oldest, now, zone)}
            </option>
          ))}
        </select>
      </label>
      <label>
        <span className="block text-sm text-soft">Whose move</span>
        <select name="whose" defaultValue={search.whose ?? ""} className="field w-48">
          <option value="">anybody’s</option>
          <option value="approval">an approver’s</option>
          <option value="office">accounts or controller</option>
        </select>
      </label>
      <label>
        <span className="block text-sm text-soft">First</span>
        <select name="sort" defaultValue={search.sort ?? "age"} className="field w-40">
          <option value="age">the oldest</option>
          <option value="amount">the largest</option>
          <option value="reason">by reason</option>
        </select>
      </label>
      <button type="submit" className={buttonClass("outline", true)}>
        Show
      </button>
    </form>
  );
}
