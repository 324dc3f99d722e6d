import { beforeKey } from "../conditions";
import type { OwnField } from "./schema";
import { HIDDEN } from "./values";

/** Keys of fields whose values are hidden from somebody. */
export type HiddenKeys = ReadonlySet<string>;

/** Keys of the fields that are hidden from some. */
export function hiddenKeys(fields: readonly OwnField[]): HiddenKeys {
  const known = hiddenIn.get(fields);
  if (known) return known;
  const keys = new Set(fields.flatMap(({ key, seenBy }) => (seenBy ? [key] : [])));
  hiddenIn.set(fields, keys);
  return keys;
}

const hiddenIn = new WeakMap<readonly OwnField[], HiddenKeys>();

/** What of an object about a field holds a value of it. */
const HOLDERS = ["value", "before", "after"] as const;

/**
 * The same data with `HIDDEN` in place of whatever stands in some fields: under their keys, in changes and shown values that name one, and in what a condition saw of one. What
 * rules say of a field is no value of it and stays. What has nothing of the kind is the same object as before, so that both can be compared.
 * @param data a document, a state, events, or anything made of them, as JSON has it
 */
export function withHidden<T>(data: T, keys: HiddenKeys): T {
  return keys.size === 0 ? data : (hide(data, keys) as T);
}

function hide(data: unknown, keys: HiddenKeys): unknown {
  if (typeof data !== "object" || data === null) return data;
  if (Array.isArray(data)) {
    const all = data.map((one) => hide(one, keys));
    return all.some((one, index) => one !== data[index]) ? all : data;
  }
  return hideIn(data as Record<string, unknown>, keys);
}

function hideIn(thing: Record<string, unknown>, keys: HiddenKeys): Record<string, unknown> {
  let changed: Record<string, unknown> | null = null;
  const put = (key: string, value: unknown) => {
    if (value !== thing[key]) (changed ??= { ...thing })[key] = value;
  };
  const held = heldBy(thing, keys);
  for (const key of Object.keys(thing)) {
    const value = thing[key];
    const isHeld = isNamed(key, keys) || held.includes(key);
    put(key, isHeld && value !== null && value !== undefined ? HIDDEN : hide(value, keys));
  }
  return changed ?? thing;
}

/** Facts have what a field was under a key of its own. */
function isNamed(key: string, keys: HiddenKeys): boolean {
  return keys.has(key) || (key.endsWith(AFTER_KEY) && keys.has(key.slice(0, -AFTER_KEY.length)));
}
const AFTER_KEY = beforeKey("");

/** Which parts of an object hold a value of a hidden field that it names. */
function heldBy(thing: Record<string, unknown>, keys: HiddenKeys): readonly string[] {
  const { field, condition } = thing as { field?: unknown; condition?: { field?: unknown } };
  // A comparison names what it compares with, which is the rule's; what it saw stands beside it.
  if (typeof field === "string" && keys.has(field) && !("is" in thing)) return HOLDERS;
  if (typeof condition?.field === "string" && keys.has(condition.field)) return ["saw"];
  return [];
}
