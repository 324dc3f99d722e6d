/**
 * The canonical form of a JSON value by RFC 8785 (JSON Canonicalization Scheme): keys sorted by UTF-16 code units, no
 * white space, numbers and strings as ECMAScript writes them. Properties that are undefined are left out.
 * @param change what is done to every text and key before it is written, as sealing does
 * @throws TypeError for what JSON cannot say: NaN, infinities, lone surrogates, functions, a bare undefined.
 */
export function canonical(value: unknown, change?: Change): string {
  switch (typeof value) {
    case "string":
      return canonicalText(change ? change(value) : value);
    case "number":
      if (!Number.isFinite(value)) throw new TypeError(`${value} cannot be written as JSON`);
      return JSON.stringify(value);
    case "boolean":
      return value ? "true" : "false";
    case "object":
      if (value === null) return "null";
      return Array.isArray(value)
        ? canonicalArray(value, change)
        : canonicalObject(value as Record<string, unknown>, change);
    default:
      throw new TypeError(`A value of type ${typeof value} cannot be written as JSON`);
  }
}

// Most texts have nothing to escape and no surrogates; those are written as they are.
const PLAIN = /^[ !#-[\]-~]*$/;

function canonicalText(text: string): string {
  if (PLAIN.test(text)) return `"${text}"`;
  if (!text.isWellFormed()) throw new TypeError("A lone surrogate cannot be written as JSON");
  return JSON.stringify(text);
}

function canonicalArray(items: readonly unknown[], change: Change | undefined): string {
  let text = "[";
  for (let index = 0; index < items.length; index += 1) text += `${index ? "," : ""}${canonical(items[index], change)}`;
  return `${text}]`;
}

type Change = (text: string) => string;

// Keys are few and come again in every event, so each is quoted once; the bound keeps hostile data from filling the memory.
const MOST_QUOTED = 5_000;
let quoted = new Map<string, string>();
let quotedBy: Change | undefined;
/** Stands for a key that is changed, and may therefore belong somewhere else in the order. */
const MOVED = "";

function quotedKey(key: string, change: Change | undefined): string {
  if (change !== quotedBy) {
    quoted = new Map();
    quotedBy = change;
  }
  const found = quoted.get(key);
  if (found !== undefined) return found;
  const made = change && change(key) !== key ? MOVED : `${canonicalText(key)}:`;
  if (quoted.size < MOST_QUOTED) quoted.set(key, made);
  return made;
}

function canonicalObject(value: Record<string, unknown>, change: Change | undefined): string {
  let text = "";
  for (const key of sortedKeys(value)) {
    const item = value[key];
    if (item === undefined) continue;
    const name = quotedKey(key, change);
    if (name === MOVED) return canonicalObject(withKeys(value, change!), change);
    text += `${text ? "," : ""}${name}${canonical(item, change)}`;
  }
  return `{${text}}`;
}

function withKeys(value: Record<string, unknown>, change: Change): Record<string, unknown> {
  return Object.fromEntries(Object.entries(value).map(([key, item]) => [change(key), item]));
}

/** What was read from canonical text is sorted already, and sorting again would cost more than looking. */
function sortedKeys(value: Record<string, unknown>): string[] {
  const keys = Object.keys(value);
  for (let index = 1; index < keys.length; index += 1) if (keys[index - 1]! > keys[index]!) return keys.sort();
  return keys;
}
