import { canonical } from "../records";
import { ATTRIBUTES, LISTS, LIST_IDS, foldKey, foreignTo, type Attribute, type Attributes, type Entry } from "../lists";
import { valueAt } from "./as-of";
import { effective, plain, withState, type Setting } from "./dates";
import { freeId, one } from "./edit";
import { noSuch, notEdited, type Edit, type EditReason } from "./reasons";
import { itemId, type EntryOf, type HistoryChange, type OrganisationHistory } from "./schema";
import type { Located } from "../refusal";

/** Makes a list of the organisation's own, or renames it from a day on; the name stands in the singular, as fields and sentences say it. */
export function saveList(
  history: OrganisationHistory,
  id: string | null,
  name: string,
  from: string | null,
  setting: Setting,
): Edit {
  const start = effective(from, setting);
  if (!start.ok) return start;
  const list = id === null ? null : history.list.get(id);
  if (list === undefined) return noSuch("list", id!);
  const called = [...history.list.values()].find(
    (other) => other.id !== id && foldKey(other.states.at(-1)!.name) === foldKey(name),
  );
  if (called) return notEdited({ code: "list of that name", values: { name } }, "name");
  return one(history, "list", {
    id: list?.id ?? freeId(history, "list", name, new Set(LIST_IDS)),
    states: withState(list?.states ?? [], { from: start.value, name }),
  });
}

/** What is entered of an entry: an attribute left out is taken away, days left out are open. */
export type ItemEdit = Pick<Entry, "name" | "firstDay" | "lastDay"> & Attributes;

/** Whether a list is there: one that everybody has, or one of the organisation's own. */
const isList = (history: OrganisationHistory, list: string) => Object.hasOwn(LISTS, list) || history.list.has(list);

/**
 * Puts an entry into a list, or changes what it says from a day on. Its key stays what it is, since documents name it; the days on which it may be used change at
 * once. Refused for a list that is not there, an attribute that the list has not, a name that another open entry has, and days in the wrong order.
 */
export function saveItem(
  history: OrganisationHistory,
  list: string,
  key: string,
  { firstDay, lastDay, ...edit }: ItemEdit,
  from: string | null,
  setting: Setting,
): Edit {
  const start = effective(from, setting);
  if (!start.ok) return start;
  if (!isList(history, list)) return noSuch("list", list, "list");
  const wrong = foreignTo(list, edit)[0];
  if (wrong) return notEdited({ code: "not said in this list", values: { attribute: wrong } }, wrong);
  if (firstDay && lastDay && lastDay < firstDay) return notEdited({ code: "last day before the first" }, "lastDay");
  const foreign = inOtherCurrency(edit, history.organisation.get("organisation")?.currency);
  if (foreign) return notEdited({ code: "not in the home currency", values: foreign }, foreign.attribute);
  const missing = attributeNeeded(list, edit);
  if (missing) return notEdited({ code: "attribute needed", values: { attribute: missing } }, missing);
  const id = itemId(list, key);
  const known = history.listItem.get(id) ?? itemWritten(history, list, key);
  const other = sameName(history, list, known?.key ?? key, edit.name);
  if (other) return notEdited({ code: "entry of that name", values: { name: edit.name, key: other } }, "name");
  const state = { from: start.value, ...saidOf(edit) };
  const now = known && valueAt(known.states, start.value);
  const same = now && canonical({ ...now, from: "" }) === canonical({ ...state, from: "" });
  return one(history, "listItem", {
    id: known?.id ?? id,
    list,
    key: known?.key ?? key,
    ...(firstDay && { firstDay }),
    ...(lastDay && { lastDay }),
    states: same ? known.states : withState(known?.states ?? [], state),
  });
}

/** Attributes without which an entry says nothing. */
const NEEDED: Partial<Record<string, Attribute>> = { "tax-rates": "percent" };

function attributeNeeded(list: string, edit: Attributes): Attribute | null {
  const needed = NEEDED[list];
  return needed && edit[needed] === undefined ? needed : null;
}

/** An amount that is in another currency than the organisation's: a ceiling that a missing rate would lift is none. */
function inOtherCurrency(edit: Attributes, home: string | undefined): { attribute: Attribute; home: string } | null {
  if (!home) return null;
  const found = Object.entries(edit).find(
    ([, value]) => typeof value === "object" && value !== null && "currency" in value && value.currency !== home,
  );
  return found ? { attribute: found[0] as Attribute, home } : null;
}

type State = EntryOf<"listItem">["states"][number];

/** What an entry says, of what is given: its name and attributes, and nothing else that came along. */
function saidOf(edit: ItemEdit): Omit<State, "from"> {
  const attributes = (Object.keys(ATTRIBUTES) as Attribute[]).map((attribute) => [attribute, edit[attribute]]);
  return plain({ name: edit.name, ...(Object.fromEntries(attributes) as Attributes) });
}

/** An entry whose key is written otherwise, in capitals or with other blanks: it is the same one. */
function itemWritten(history: OrganisationHistory, list: string, key: string): EntryOf<"listItem"> | undefined {
  for (const item of history.listItem.values())
    if (item.list === list && foldKey(item.key) === foldKey(key)) return item;
  return undefined;
}

/** The key of another entry that has not ended and has the same name, or one of whose names somebody would take for the key. */
function sameName(history: OrganisationHistory, list: string, key: string, name: string): string | null {
  for (const item of history.listItem.values()) {
    if (item.list !== list || item.key === key || item.lastDay) continue;
    if (foldKey(item.states.at(-1)!.name) === foldKey(name)) return item.key;
  }
  return null;
}

/** The last day on which an entry may be put on a document; null opens it again. Nothing that names it is touched. */
export function endItem(history: OrganisationHistory, list: string, key: string, lastDay: string | null): Edit {
  const item = history.listItem.get(itemId(list, key));
  if (!item) return noSuch("listItem", key);
  if (lastDay && item.firstDay && lastDay < item.firstDay)
    return notEdited({ code: "last day before the first" }, "lastDay");
  const { lastDay: _, ...open } = item;
  return one(history, "listItem", lastDay ? { ...open, lastDay } : open);
}

/** A row of a file of a list. */
export type ItemRow = { key: string } & ItemEdit;

/** All rows of a file as one edit, each as `saveItem` does it; what is not in the file stays. */
export function saveItems(
  history: OrganisationHistory,
  list: string,
  rows: readonly ItemRow[],
  from: string | null,
  setting: Setting,
): Edit {
  // One copy for all rows: each sees what those before it have done.
  const items = new Map(history.listItem);
  const after = { ...history, listItem: items };
  const changes: HistoryChange[] = [];
  const refusals: Located<EditReason>[] = [];
  rows.forEach(({ key, ...edit }, index) => {
    const made = saveItem(after, list, key, edit, from, setting);
    if (!made.ok) refusals.push(...made.refusals.map((why) => ({ ...why, path: `${index}.${why.path ?? "key"}` })));
    else
      for (const change of made.value) {
        changes.push(change);
        if (change.kind === "listItem") items.set(change.id, change.after);
      }
  });
  return refusals.length > 0 ? { ok: false, refusals } : { ok: true, value: changes };
}
