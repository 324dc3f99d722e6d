import type { Coded } from "../reason";
import { kindOf } from "./kinds";
import { foldKey, type Entry, type List } from "./schema";

/** The lists of an organisation at one moment. */
export type Lists = readonly List[];

type Index = {
  known: boolean;
  byKey: Map<string, Entry>;
  /** By what somebody may type for them; made when it is first asked for. */
  byText(): Map<string, Entry[]>;
  all: readonly Entry[];
  names: Readonly<Record<string, string>>;
};
const indexes = new WeakMap<Lists, Map<string, Index>>();

/** Entries by key, by name and by what somebody may type for them; made once for lists of thousands, which are asked for every line. */
function indexOf(lists: Lists, list: string): Index {
  const known = indexes.get(lists) ?? new Map<string, Index>();
  indexes.set(lists, known);
  const found = known.get(list);
  if (found) return found;
  const there = lists.find(({ id }) => id === list);
  const all = there?.entries ?? [];
  let texts: Map<string, Entry[]> | null = null;
  const index = {
    known: there !== undefined,
    byKey: new Map(all.map((entry) => [entry.key, entry])),
    byText: () => (texts ??= textsOf(all)),
    all,
    names: Object.fromEntries(all.map(({ key, name }) => [key, name])),
  };
  known.set(list, index);
  return index;
}

function textsOf(all: readonly Entry[]): Map<string, Entry[]> {
  const byText = new Map<string, Entry[]>();
  for (const entry of all)
    for (const text of new Set([foldKey(entry.key), foldKey(entry.name)]))
      byText.set(text, [...(byText.get(text) ?? []), entry]);
  return byText;
}

/** Everything that a list has or had, in its order. */
export function entriesOf(lists: Lists, list: string): readonly Entry[] {
  return indexOf(lists, list).all;
}

/** What the entries of a list are called, ended or not, by their keys; the same object each time. */
export function namesIn(lists: Lists, list: string): Readonly<Record<string, string>> {
  return indexOf(lists, list).names;
}

/** The entry of a key, ended or not; undefined where the list never had it. */
export function entryOf(lists: Lists, list: string, key: string): Entry | undefined {
  return indexOf(lists, list).byKey.get(key);
}

/** What an entry is called; its key where the list does not have it. */
export function nameOfEntry(lists: Lists, list: string, key: string): string {
  return entryOf(lists, list, key)?.name ?? key;
}

/** Whether an entry may be chosen on a day. @param day ISO date */
export function isOpen({ firstDay, lastDay }: Pick<Entry, "firstDay" | "lastDay">, day: string): boolean {
  return (!firstDay || firstDay <= day) && (!lastDay || day <= lastDay);
}

/** What a list offers on a day, in its order. @param day ISO date */
export function offered(lists: Lists, list: string, day: string): readonly Entry[] {
  return entriesOf(lists, list).filter((entry) => isOpen(entry, day));
}

/**
 * The entry that somebody means who types its key or its name, however it is capitalised; null where none is meant, or more than one.
 * @param day ISO date on which it has to be open
 */
export function entryCalled(lists: Lists, list: string, text: string, day: string): Entry | null {
  const { byKey, byText } = indexOf(lists, list);
  const exact = byKey.get(text.trim());
  if (exact && isOpen(exact, day)) return exact;
  const open = (byText().get(foldKey(text)) ?? []).filter((entry) => isOpen(entry, day));
  return open.length === 1 ? open[0]! : null;
}

/** Why something may not stand on a document. `day` is that on which it would have to be open. */
export type PickReason = Coded<{
  "choose from the list": { list: string };
  "not in the list": { list: string; key: string };
  "not open in the list": { list: string; key: string; firstDay: string | null; lastDay: string | null; day: string };
}>;

/**
 * Whether the key of an entry may stand on a document; null where it may, and where the list is not among those that are known here, as one of thousands is not in
 * a browser.
 * @param key empty where nothing was chosen
 * @param day ISO date that counts for the list
 * @param needed whether something has to be chosen, where the list offers anything
 */
export function whyNotPicked(lists: Lists, list: string, key: string, day: string, needed: boolean): PickReason | null {
  const { all, known } = indexOf(lists, list);
  if (!known) return null;
  if (!key) {
    return needed && all.some((entry) => isOpen(entry, day))
      ? { code: "choose from the list", values: { list } }
      : null;
  }
  const entry = entryOf(lists, list, key);
  if (!entry) return all.length === 0 && kindOf(list).free ? null : { code: "not in the list", values: { list, key } };
  const { firstDay = null, lastDay = null } = entry;
  return isOpen(entry, day) ? null : { code: "not open in the list", values: { list, key, firstDay, lastDay, day } };
}
