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

/**
 * The text of an event's data as it is stored. Call in the transaction that stores it.
 * @param data canonical JSON
 */
export function divided(db: Db, data: string): string {
  if (data.length < 2 * SHORTEST) return data;
  // Something typed that looks like the name of a part would be read as one; kept apart as it is, it is never looked into.
  if (data.includes('{"§":')) return nameOf(db, data);
  return canonical(walk(db, JSON.parse(data)));
}

function walk(db: Db, value: unknown, under = ""): unknown {
  if (typeof value !== "object" || value === null) return value;
  if (Array.isArray(value)) return value.map((one) => walk(db, one));
  const route = under === "route";
  return Object.fromEntries(
    Object.entries(value).map(([key, part]): [string, unknown] => {
      if (route && EACH_IN_ROUTES.has(key) && Array.isArray(part)) return [key, part.map((one) => apart(db, one))];
      const repeated = REPEATED.has(key) || (route && IN_ROUTES.has(key));
      return [key, repeated ? apart(db, part) : walk(db, part, key)];
    }),
  );
}

function apart(db: Db, value: unknown): unknown {
  if (typeof value !== "object" || value === null) return value;
  const text = canonical(value);
  return text.length < SHORTEST ? value : { "§": idOf(db, text) };
}

const nameOf = (db: Db, text: string) => `{"§":${idOf(db, text)}}`;

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
