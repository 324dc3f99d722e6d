import { createHash, randomBytes } from "node:crypto";
import type { Person } from "@/core/people";
import { type Result } from "@/core/refusal";
import { refused, type SCOPES } from "@/core/words";
import { authorise } from "../access/authorise";
import type { App } from "../app";
import { write } from "../ledger/write";
import { readReferenceData } from "../reference-data";

export type Scope = keyof typeof SCOPES;

export type Token = {
  id: string;
  name: string;
  person: string;
  scopes: Scope[];
  madeAt: string;
  endedAt: string | null;
  usedAt: string | null;
};

const hashOf = (token: string) => createHash("sha256").update(token).digest("hex");

/** The tokens of programs, the newest first; never the secrets. */
export function tokensOf(app: App): Token[] {
  const rows = app.db.prepare("SELECT * FROM token ORDER BY made_at DESC").all() as Record<string, string | null>[];
  return rows.map((row) => ({
    id: row.id!,
    name: row.name!,
    person: row.person!,
    scopes: JSON.parse(row.scopes!) as Scope[],
    madeAt: row.made_at!,
    endedAt: row.ended_at ?? null,
    usedAt: row.used_at ?? null,
  }));
}

/** Makes a token for an integration that acts as a person and no more than they may. It is shown this once. */
export function makeToken(
  app: App,
  actor: Person,
  { name, person, scopes }: { name: string; person: string; scopes: Scope[] },
  command: string,
): Result<{ token: string }> {
  const refusal = authorise(actor, "integrations.manage");
  if (refusal) return { ok: false, refusals: [refusal] };
  if (!readReferenceData(app).directory.person(person)) return refused("choose who it acts as", null, "person");
  const token = `bdr_${randomBytes(24).toString("base64url")}`;
  app.db
    .transaction(() => {
      const id = randomBytes(6).toString("base64url");
      app.db
        .prepare(
          "INSERT INTO token (id, name, token_hash, person, scopes, made_by, made_at) VALUES (?, ?, ?, ?, ?, ?, ?)",
        )
        .run(id, name, hashOf(token), person, JSON.stringify(scopes), actor.id, app.clock.now());
      write(app, "integrations", [{ type: "token made", data: { id, name, person, scopes } }], {
        actor: actor.id,
        command,
      });
    })
    .immediate();
  return { ok: true, value: { token } };
}

/** Ends a token. Refused for who may not manage integrations, and where there is none in use of that id. */
export function endToken(app: App, actor: Person, id: string, command: string): Result<{ ok: true }> {
  const refusal = authorise(actor, "integrations.manage");
  if (refusal) return { ok: false, refusals: [refusal] };
  return app.db
    .transaction((): Result<{ ok: true }> => {
      const { changes } = app.db
        .prepare("UPDATE token SET ended_at = ? WHERE id = ? AND ended_at IS NULL")
        .run(app.clock.now(), id);
      if (changes === 0) return refused("no such token");
      write(app, "integrations", [{ type: "token ended", data: { id } }], { actor: actor.id, command });
      return { ok: true, value: { ok: true } };
    })
    .immediate();
}

/** Who a request with a token acts as, if the token is in use and has the scope. */
export function bearerOf(app: App, header: string | null, scope: Scope): Result<{ token: string; person: Person }> {
  const given = /^Bearer (\S+)$/i.exec(header ?? "")?.[1];
  if (!given) return refused("token needed");
  const row = app.db
    .prepare("SELECT id, person, scopes FROM token WHERE token_hash = ? AND ended_at IS NULL")
    .get(hashOf(given)) as { id: string; person: string; scopes: string } | undefined;
  if (!row) return refused("token unknown");
  if (!(JSON.parse(row.scopes) as string[]).includes(scope)) return refused("token without the scope", { scope });
  const { directory } = readReferenceData(app);
  const person = directory.person(row.person);
  if (!person || !directory.isActive(person, app.clock.now())) return refused("token of somebody gone");
  app.db.prepare("UPDATE token SET used_at = ? WHERE id = ?").run(app.clock.now(), row.id);
  return { ok: true, value: { token: row.id, person } };
}
