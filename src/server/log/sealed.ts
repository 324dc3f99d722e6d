import { randomBytes } from "node:crypto";
import { sealerOf, tokenOf, tokensIn, type ChainedEvent, type SealedText, type Sealer } from "@/core/records";
import type { Db } from "../db/open";
import { noteChange, unchangedSince } from "../db/changes";
import { likeText } from "../db/like";
import { statement } from "../db/statement";
import { nativeHash } from "./hash";
import { whole } from "./parts";

/** What says who somebody is. */
export type Identity = { id: string; name: string; email: string };
export type SealedRow = SealedText & { person: string; kind: "id" | "name" | "address" };

type Last = { changed: number; token: string };
type Kept = Partial<Last> & { seen: string | null; sealer: Sealer };
const sealers = new WeakMap<Db, Kept>();

/** The sealer of a log, with everybody it knows of. Made anew when somebody is added or replaced by a pseudonym, by whichever process. */
export function sealerOfLog(db: Db): Sealer {
  const kept = sealers.get(db);
  const seen = unchangedSince(db);
  if (kept && seen !== null && kept.seen === seen) return kept.sealer;
  // The token beside the count: a transaction that was undone took its rows with it, and the next may count to the same.
  const last = statement(db, "SELECT changed, token FROM sealed ORDER BY changed DESC LIMIT 1").get() as
    Last | undefined;
  const same = kept && kept.changed === last?.changed && kept.token === last?.token;
  const sealer = same ? kept.sealer : sealerOf(sealedRows(db));
  sealers.set(db, { ...last, seen, sealer });
  return sealer;
}

/** Everything that is sealed: of one person, by the token of their id, or of everybody. */
export function sealedRows(db: Db, person?: string): SealedRow[] {
  const columns = "token, person, kind, text, salt";
  return (
    person === undefined
      ? statement(db, `SELECT ${columns} FROM sealed ORDER BY changed`).all()
      : statement(db, `SELECT ${columns} FROM sealed WHERE person = ? ORDER BY changed`).all(person)
  ) as SealedRow[];
}

/** What a token stands for, as it is given to a reader of the log: with the salt it can be worked out again; without one it is a pseudonym. */
export type Opening = Pick<SealedRow, "token" | "kind" | "text" | "salt">;

/** What the tokens in a text stand for, each once, in the order of the tokens. */
export function openingsIn(db: Db, text: string): Opening[] {
  const find = statement(db, "SELECT token, kind, text, salt FROM sealed WHERE token = ?");
  return tokensIn(text).flatMap((token) => (find.get(token) as Opening | undefined) ?? []);
}

/** Every token of those whose name, id or address has a text in it, for a search of the log. */
export function tokensOfTextsWith(db: Db, text: string, most: number): string[] {
  return db
    .prepare(
      "SELECT token FROM sealed WHERE person IN (SELECT person FROM sealed WHERE text LIKE ? ESCAPE '\\') LIMIT ?",
    )
    .pluck()
    .all(`%${likeText(text)}%`, most) as string[];
}

const salts = new WeakMap<Db, () => string>();

/** Takes salts from elsewhere than the machine's randomness: a demonstration is the same every time. @param next gives 32 hexadecimal digits */
export function saltFrom(db: Db, next: () => string): void {
  salts.set(db, next);
}

/** Sees to it that what says who these people are is sealed in every event from now on. Call in the transaction that first writes of them. */
export function sealPeople(db: Db, people: readonly Identity[]): void {
  const find = statement(db, "SELECT token FROM sealed WHERE text = ? AND kind = ?").pluck();
  const insert = statement(
    db,
    `INSERT INTO sealed (token, person, kind, text, salt, changed)
     VALUES (@token, @person, @kind, @text, @salt, (SELECT COALESCE(MAX(changed), 0) + 1 FROM sealed))`,
  );
  const salt = salts.get(db) ?? (() => randomBytes(16).toString("hex"));
  const add = (kind: SealedRow["kind"], text: string, person?: string) => {
    const known = find.get(text, kind) as string | undefined;
    if (known) return known;
    const own = salt();
    const token = tokenOf(text, own, nativeHash);
    insert.run({ token, person: person ?? token, kind, text, salt: own });
    noteChange(db);
    return token;
  };
  for (const { id, name, email } of people) {
    const person = add("id", id);
    add("name", name, person);
    add("address", email, person);
  }
}

/** Puts pseudonyms in the place of what tokens stand for, and destroys the salts they were made with. */
export function setPseudonyms(db: Db, pseudonyms: readonly SealedText[]): void {
  const update = statement(
    db,
    "UPDATE sealed SET text = @text, salt = NULL, changed = (SELECT MAX(changed) + 1 FROM sealed) WHERE token = @token",
  );
  for (const { token, text } of pseudonyms) update.run({ token, text });
  noteChange(db);
}

/** Seals from now on who everybody in the organisation is. A log of an earlier version has them in clear up to here. */
export function sealThoseKnown(db: Db): void {
  const bodies = db.prepare("SELECT body FROM organisation_history WHERE kind = 'person'").pluck().all() as string[];
  db.transaction(() =>
    sealPeople(
      db,
      bodies.map((body) => JSON.parse(body) as Identity),
    ),
  ).immediate();
}

/** An event as it is read: with what the tokens stand for in the place of each. Its hash is of the event with the tokens, not of this. */
export function opened<E extends Sealed>(db: Db, event: E): E {
  return openedBy(db, sealerOfLog(db), event);
}

type Sealed = Partial<Pick<ChainedEvent, "stream" | "actor" | "inNameOf" | "data">>;

/** The same for many events that are read at one moment: the sealer is asked for once. */
export function openedBy<E extends Sealed>(db: Db, { open, openJson }: Pick<Sealer, "open" | "openJson">, event: E): E {
  return {
    ...event,
    ...(event.stream !== undefined && { stream: open(event.stream) }),
    ...(event.actor !== undefined && { actor: open(event.actor) }),
    ...(event.inNameOf && { inNameOf: open(event.inNameOf) }),
    ...(event.data !== undefined && { data: openJson(whole(db, event.data)) }),
  };
}
