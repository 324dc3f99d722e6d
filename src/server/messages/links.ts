import { seatFor, type DocumentState, type LevelState } from "@/core/approval";
import type { Person } from "@/core/people";
import { type Refusal, type Result } from "@/core/refusal";
import { refuse } from "@/core/words";
import { hashOf, newToken } from "../access/sessions";
import type { App } from "../app";
import { statement } from "../db/statement";
import { readState } from "../documents/state";
import { write } from "../ledger/write";
import { readReferenceData, routingFor, namesNow } from "../reference-data";
import { settingsOf } from "./settings";
import { saidOf } from "../documents/names";

const DAY_MS = 86_400_000;

type Bound = { letter: number; person: string; document: string; level: string; revision: number };
type Stored = Bound & { made_at: string; expires_at: string; used_at: string | null; ended_at: string | null };

/** Makes a link by which one person decides once, at one level, on one revision. Call inside a transaction. */
export function makeLink(app: App, { letter, person, document, level, revision }: Bound): void {
  const token = newToken();
  const at = app.clock.now();
  const expires = new Date(Date.parse(at) + settingsOf(app).linkDays * DAY_MS).toISOString();
  statement(
    app.db,
    `INSERT INTO mail_link (token_hash, token, letter, person, document, level, revision, made_at, expires_at)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)`,
  ).run(hashOf(token), token, letter, person, document, level, revision, at, expires);
}

/** The token of a letter's link while it can still be used; null when it has none or it is over. */
export function tokenOf(app: App, letter: number): string | null {
  const found = statement(
    app.db,
    "SELECT token FROM mail_link WHERE letter = ? AND used_at IS NULL AND ended_at IS NULL AND expires_at > ?",
  )
    .pluck()
    .get(letter, app.clock.now()) as string | null | undefined;
  return found ?? null;
}

export type OpenLink = { person: Person; state: DocumentState; level: LevelState };

/**
 * What a link opens: the document and level for the person it was made for; or in one sentence why it no longer does. Looking changes nothing, whoever or
 * whatever looks.
 * @param visitor who is signed in on this device, if anybody is
 */
export function openLink(app: App, token: string, visitor: Person | null): Result<OpenLink> {
  const no = (refusal: Refusal): Result<never> => ({ ok: false, refusals: [refusal] });
  const found = statement(app.db, "SELECT * FROM mail_link WHERE token_hash = ?").get(hashOf(token)) as
    Stored | undefined;
  if (!found) return no(refuse("link unknown"));
  const world = readReferenceData(app);
  const person = world.directory.person(found.person);
  const state = readState(app.db, found.document);
  if (!person || !state) return no(refuse("link to nothing"));
  if (visitor && visitor.id !== person.id)
    return no(refuse("link of another", { person: person.id, visitor: visitor.id }, undefined, namesNow(app)));
  const why = whyOver(app, found, state);
  if (why) return no(why);
  const level = state.levels.find((one) => one.level === found.level)!;
  const at = app.clock.now();
  const seat = seatFor(state, level, person.id, routingFor(app.db, world, at, state.route?.ratesOn), at);
  if (!seat.ok) return saidOf(world, state, seat);
  return { ok: true, value: { person, state, level } };
}

function whyOver(app: App, link: Stored, state: DocumentState): Refusal | null {
  if (link.used_at) return refuse("link used");
  if (link.ended_at) return refuse("link ended");
  if (app.clock.now() >= link.expires_at) return refuse("link expired");
  if (state.revision !== link.revision)
    return refuse("link of another revision", { link: link.revision, now: state.revision });
  if (state.status !== "waiting") return refuse("document is over", { document: state.number, status: state.status });
  const level = state.levels.find((one) => one.level === link.level);
  if (level?.status !== "open") return refuse("level is decided", { level: level?.name ?? null });
  return null;
}

/** Ends every link of a person that has not been used: their mailbox may be in other hands. */
export function endLinks(app: App, actor: Person): Result<{ ended: number }> {
  return app.db
    .transaction((): Result<{ ended: number }> => {
      const { changes } = app.db
        .prepare(
          "UPDATE mail_link SET ended_at = ?, token = NULL WHERE person = ? AND used_at IS NULL AND ended_at IS NULL",
        )
        .run(app.clock.now(), actor.id);
      write(app, "messages", [{ type: "links ended", data: { person: actor.id } }], { actor: actor.id });
      return { ok: true, value: { ended: changes } };
    })
    .immediate();
}
