import type { App } from "../app";
import { statement } from "../db/statement";
import { append, newCommandId } from "../log/log";
import { project } from "../log/projection";
import type { AccountEvent, LedgerEvent, LetterData } from "./events";

export type Cause = { actor: string; command?: string };

/** Writes events of the ledger with their projection. Call inside a transaction. */
export function writeLedger(app: App, events: readonly LedgerEvent[], cause: Cause): void {
  write(app, "ledger", events, cause);
}

/** The same for one account. */
export function writeAccount(app: App, id: string, events: readonly AccountEvent[], cause: Cause): void {
  write(app, `account:${id}`, events, cause);
}

/** Writes events to a stream with their projection. Call inside a transaction. */
export function write(
  app: App,
  stream: string,
  events: readonly { type: string; data: unknown }[],
  cause: Cause,
): void {
  if (events.length === 0) return;
  const command = cause.command ?? (app.newId ?? newCommandId)();
  project(app.db, append(app.db, stream, events, { actor: cause.actor, at: app.clock.now(), command }));
}

/** Puts a letter into the post room. @returns its number, by which a secret of its reader's is kept beside it */
export function writeLetter(app: App, letter: LetterData, cause: Cause = { actor: "system" }): number {
  writeLedger(app, [{ type: "letter sent", data: letter }], cause);
  return statement(app.db, "SELECT MAX(id) FROM letter").pluck().get() as number;
}

/** The same to somebody outside, at once. */
export function sendLetter(
  app: App,
  letter: Pick<LetterData, "document" | "to" | "subject" | "body" | "encloses">,
): number {
  const id = writeLetter(app, letter);
  toOutbox(app, id);
  return id;
}

/** Marked to leave the machine; it does where a mail server is set, and never in a demonstration. */
export function toOutbox(app: App, letter: number): void {
  if (app.demo || !process.env.BANDEIRA_SMTP) return;
  statement(app.db, "INSERT OR IGNORE INTO outbox (letter, next_at) VALUES (?, ?)").run(letter, app.wall.now());
}
