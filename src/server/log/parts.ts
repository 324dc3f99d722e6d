/**
 * What many events repeat, such as the rules that were known, a level with whom it asks, or the document that was sent in as it was drafted, is stored once and
 * named where it stands: `{"§":<id>}`. Only the storage knows of it: an event is hashed, chained, shown and given away whole, so that a part that was changed
 * makes the hashes of all events with it wrong.
 */
import { createHash } from "node:crypto";
import { canonical } from "@/core/records";
import type { Db } from "../db/open";
import { statement } from "../db/statement";

/** Keys of an event whose values are repeated, wherever they stand. */
const REPEATED = new Set(["document", "rules", "basis"]);
/** Those of a route: taken out whole, or each of a list by itself. */
const IN_ROUTES = new Set(["policies", "policy"]);
const EACH_IN_ROUTES = new Set(["levels", "sections"]);
/** Shorter ones, in letters of their JSON, stay where they are. */
const SHORTEST = 80;

const NAMED = /\{"§":(\d+)\}/g;

/** The data of an event as it is hashed, and as it is stored; both canonical JSON. */
export type Divided = { whole: string; stored: string };

/**
 * Divides the data of an event, and stores the parts of it that are new. Call in the transaction that stores it.
 * @param seal puts tokens for those who are named, as in `canonical`
 */
export function divided(db: Db, data: unknown, seal: (text: string) => string): Divided {
  const texts = new Map<number, string>();
  const apart = (value: unknown): unknown => {
    if (typeof value !== "object" || value === null) return value;
    const text = canonical(value, seal);
    if (text.length < SHORTEST) return value;
    const id = idOf(db, text);
    texts.set(id, text);
    return { "§": id };
  };
  const stored = canonical(walk(data, apart), seal);
  const whole = stored.replace(NAMED, (name, id: string) => texts.get(Number(id)) ?? name);
  return { whole, stored };
}

/** Data with its repeated parts taken out. */
function walk(value: unknown, apart: (part: unknown) => unknown, under = ""): unknown {
  if (typeof value !== "object" || value === null) return value;
  if (Array.isArray(value)) return value.map((one) => walk(one, apart));
  const route = under === "route";
  return Object.fromEntries(
    Object.entries(value).map(([key, part]): [string, unknown] => {
      if (key === "§" && typeof part === "number")
        throw new TypeError("What looks like the name of a part cannot be logged");
      if (route && EACH_IN_ROUTES.has(key) && Array.isArray(part)) return [key, part.map(apart)];
      const repeated = REPEATED.has(key) || (route && IN_ROUTES.has(key));
      return [key, repeated ? apart(part) : walk(part, apart, key)];
    }),
  );
}

/** The id of a part, which is stored if it is new. */
function idOf(db: Db, text: string): number {
  const key = createHash("sha256").update(text).digest().readUIntBE(0, 6);
  const alike = statement(db, "SELECT id, body FROM part WHERE key = ?").all(key) as { id: number; body: string }[];
  const known = alike.find(({ body }) => body === text);
  if (known) return known.id;
  return Number(statement(db, "INSERT INTO part (key, body) VALUES (?, ?)").run(key, text).lastInsertRowid);
}

/** Data as it was written, made of what is stored; a part that is missing stays a name, which no hash fits. */
export function whole(db: Db, stored: string): string {
  if (!stored.includes('{"§":')) return stored;
  const find = statement(db, "SELECT body FROM part WHERE id = ?").pluck();
  return stored.replace(NAMED, (name, id: string) => (find.get(Number(id)) as string | undefined) ?? name);
}

/** A condition in SQL on the parts of an event, whose text is `part.body`; for a query of `event`. */
export function inParts(condition: string): string {
  return `EXISTS (SELECT 1 FROM json_tree(data) named JOIN part ON part.id = named.value WHERE named.key = '§' AND (${condition}))`;
}
