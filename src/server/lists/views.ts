import { addDays, dayIn, startOfDay } from "@/core/calendar";
import { LIST_IDS, isOpen, kindOf, nameOfEntry, type Attribute, type Entry, type List } from "@/core/lists";
import { formatAmount, formatMoney, type Money } from "@/core/money";
import type { Directory } from "@/core/people";
import { LIST_WORDS, listName } from "@/core/words";
import type { App } from "../app";
import { directoryAt, readReferenceData } from "../reference-data";

/** A list as the overview shows it. */
export type ListRow = { id: string; name: string; about: string; own: boolean; open: number; ended: number };

/** Every list with how much stands in it today. */
export function listRows(app: App): ListRow[] {
  const { organisation } = readReferenceData(app).directory;
  const today = dayIn(app.clock.now(), organisation.timeZone);
  return organisation.lists.map(({ id, name, entries }) => {
    const open = entries.filter((entry) => isOpen(entry, today)).length;
    const own = !(LIST_IDS as readonly string[]).includes(id);
    const about = own ? "A list of your own, for fields of your own." : LIST_WORDS[id as keyof typeof LIST_WORDS].about;
    return { id, name: listName(id, name), about, own, open, ended: entries.length - open };
  });
}

/** What an attribute of an entry says: as it is shown, and as it is typed. */
export type ShownAttribute = { attribute: Attribute; shown: string; typed: string };
export type EntryRow = {
  key: string;
  name: string;
  firstDay: string;
  lastDay: string;
  open: boolean;
  owner: { id: string; name: string } | null;
  attributes: ShownAttribute[];
};
export type ListView = {
  id: string;
  name: string;
  ownName: string;
  about: string;
  own: boolean;
  with: readonly Attribute[];
  entries: EntryRow[];
};

/**
 * A list with all that ever stood in it, as it was on a day.
 * @param on ISO date; null for now
 * @returns null where there was no such list then
 */
export function listView(app: App, list: string, on: string | null): ListView | null {
  const { history, directory: now } = readReferenceData(app);
  const zone = now.organisation.timeZone;
  const today = dayIn(app.clock.now(), zone);
  // The last moment of the day, so that what was changed on it is in it.
  const directory = on === null || on === today ? now : directoryAt(history, lastMomentOf(on, zone));
  const found = directory.organisation.lists.find(({ id }) => id === list);
  const row = found && listRows(app).find(({ id }) => id === list);
  if (!found || !row) return null;
  return {
    id: list,
    name: listName(list, found.name),
    ownName: found.name,
    about: row.about,
    own: row.own,
    with: kindOf(list).with,
    entries: found.entries.map((entry) => entryRow(entry, found, directory, on ?? today)),
  };
}

const lastMomentOf = (day: string, zone: string) =>
  new Date(Date.parse(startOfDay(addDays(day, 1), zone)) - 1).toISOString();

function entryRow(entry: Entry, { id }: List, directory: Directory, day: string): EntryRow {
  const { key, name, firstDay = "", lastDay = "", owner } = entry;
  return {
    key,
    name,
    firstDay,
    lastDay,
    open: isOpen(entry, day),
    owner: owner ? { id: owner, name: directory.person(owner)?.name ?? owner } : null,
    attributes: kindOf(id).with.flatMap((attribute) => {
      const value = entry[attribute];
      if (value === undefined) return [];
      const shown = SHOWN[attribute] as (value: unknown, directory: Directory) => [string, string];
      const [said, typed] = shown(value, directory);
      return [{ attribute, shown: said, typed }];
    }),
  };
}

const money = (value: Money): [string, string] => [formatMoney(value), formatAmount(value)];
const yes = (): [string, string] => ["yes", "yes"];

/** How each attribute is shown and typed again; total. */
const SHOWN: { [A in Attribute]: (value: NonNullable<Entry[A]>, directory: Directory) => [string, string] } = {
  owner: (id, directory) => [directory.person(id)?.name ?? id, id],
  unit: (id, directory) => [directory.unit(id)?.name ?? id, id],
  percent: (percent) => [`${percent} %`, percent],
  country: (country) => [country, country],
  days: (days) => [String(days), String(days)],
  usual: yes,
  tax: (key, { organisation }) => [nameOfEntry(organisation.lists, "tax-rates", key), key],
  ceiling: money,
  receiptFrom: money,
  allowance: money,
  inAllowance: yes,
  firstLimit: yes,
  newSupplier: yes,
};
