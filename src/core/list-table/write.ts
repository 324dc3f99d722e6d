import type { Cell } from "../tables";
import { entriesOf, type Attribute, type Entry } from "../lists";
import { plainAmount, type Money } from "../money";
import type { Directory } from "../people";
import { columnsOf } from "./columns";

/** A list as a table that comes back as it was, its heading first: people by their e-mail, days in ISO form, amounts in the organisation's currency. */
export function listTable(list: string, directory: Directory): Cell[][] {
  const columns = columnsOf(list);
  return [
    columns.map(({ names }) => names[0]!),
    ...entriesOf(directory.organisation.lists, list).map((entry) =>
      columns.map(({ key }) => cellOf(key, entry, directory)),
    ),
  ];
}

function cellOf(key: ReturnType<typeof columnsOf>[number]["key"], entry: Entry, directory: Directory): Cell {
  if (key === "key" || key === "name") return entry[key];
  if (key === "firstDay" || key === "lastDay") return entry[key] === undefined ? "" : { day: entry[key] };
  const value = entry[key];
  return value === undefined ? "" : (WRITE[key] as (value: unknown, directory: Directory) => Cell)(value, directory);
}

const amount = (value: Money): Cell => ({ plain: plainAmount(value) });
const yes = () => "yes";

/** How each attribute is written; total. */
const WRITE: { [A in Attribute]: (value: NonNullable<Entry[A]>, directory: Directory) => Cell } = {
  owner: (id, directory) => directory.person(id)?.email ?? id,
  unit: (id) => id,
  percent: (percent) => ({ plain: percent }),
  country: (country) => country,
  days: (days) => ({ plain: String(days) }),
  usual: yes,
  tax: (key) => key,
  ceiling: amount,
  receiptFrom: amount,
  allowance: amount,
  inAllowance: yes,
  firstLimit: yes,
  newSupplier: yes,
};
