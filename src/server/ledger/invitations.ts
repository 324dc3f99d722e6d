import { createHash, randomBytes } from "node:crypto";
import { addDays, dayIn } from "@/core/calendar";
import { isAddress, type Person } from "@/core/people";
import { type Refusal, type Result } from "@/core/refusal";
import { refuse, refused } from "@/core/words";
import { sayDate } from "@/core/text";
import { authorise } from "../access/authorise";
import { personByEmail } from "../access/sign-in";
import type { App } from "../app";
import { statement } from "../db/statement";
import { publicAddress } from "../root";
import { readReferenceData, namesNow } from "../reference-data";
import { readAccount, type Account } from "./accounts";
import type { AccountKind } from "./events";
import { sendLetter } from "./write";

/** Links by which another party fills in and signs its details. Each is a secret of that party: kept as a hash, and until it is used as itself for delivery. */

const DAYS_OPEN = 14;
const hashOf = (token: string) => createHash("sha256").update(token).digest("hex");

/** Why a link cannot be sent to an address: there must be one, of the party and of nobody here. */
export function whyNotPartyAddress(app: App, email: string): Refusal | null {
  const address = email.trim().toLowerCase();
  if (!address) return refuse("address of the party needed", null, "email");
  if (!isAddress(address)) return refuse("no e-mail address", { typed: email.trim() }, "email");
  return personByEmail(app, address) ? refuse("address of our own", null, "email") : null;
}

type Invited = Pick<Account, "id"> & { email: string };

/**
 * Makes a link for a party, in place of an earlier one, and writes to it. The letter and the log say that there is one, and never which.
 * @returns the link where it may be seen here, in a demonstration; else null
 */
export function invite(app: App, { id, email }: Invited): string | null {
  const token = app.newId ? app.newId().replaceAll("-", "") : randomBytes(24).toString("base64url");
  const expires = new Date(Date.parse(app.clock.now()) + DAYS_OPEN * 86_400_000).toISOString();
  const { organisation } = readReferenceData(app).directory;
  const until = sayDate(addDays(dayIn(app.clock.now(), organisation.timeZone), DAYS_OPEN));
  const letter = sendLetter(app, {
    document: null,
    to: email,
    subject: `${organisation.name}: your details`,
    body: `Please fill in and sign your details by the link below. It works once, until ${until}, and is for you alone.`,
  });
  app.db.prepare("DELETE FROM party_invitation WHERE account = ?").run(id);
  app.db
    .prepare(
      `INSERT INTO party_invitation (token_hash, id, token, letter, account, expires_at, used_at)
       VALUES (?, ?, ?, ?, ?, ?, NULL)`,
    )
    .run(hashOf(token), hashOf(`id of ${token}`).slice(0, 16), token, letter, id, expires);
  return app.demo ? `${publicAddress()}/particulars/${token}` : null;
}

/** A new link in place of the last, for whoever may ask for accounts. */
export function inviteAgain(app: App, actor: Person, id: string): Result<{ link: string | null }> {
  const refusal = authorise(actor, "accounts.ask");
  if (refusal) return { ok: false, refusals: [refusal] };
  const account = readAccount(app.db, id);
  if (account?.status !== "asked for") return refused("not filled in by its party");
  if (account.askedBy !== actor.id && authorise(actor, "accounts.private")) return refused("invited by others");
  const last = statement(
    app.db,
    "SELECT l.recipient FROM party_invitation i JOIN letter l ON l.id = i.letter WHERE i.account = ?",
  )
    .pluck()
    .get(id) as string | undefined;
  const email = last?.includes("@") ? last : "";
  const wrong = whyNotPartyAddress(app, email);
  if (wrong) return { ok: false, refusals: [wrong] };
  return app.db
    .transaction((): Result<{ link: string | null }> => ({
      ok: true,
      value: { link: invite(app, { id, email }) },
    }))
    .immediate();
}

/** The address of the party's form that a letter carries, while it can still be used; null for other letters. */
export function partyLinkOf(app: App, letter: number): string | null {
  const token = statement(
    app.db,
    "SELECT token FROM party_invitation WHERE letter = ? AND used_at IS NULL AND expires_at > ?",
  )
    .pluck()
    .get(letter, app.clock.now()) as string | null | undefined;
  return token ? `${publicAddress()}/particulars/${token}` : null;
}

export type OpenInvitation = { id: string; account: Account };

/** What a link opens, or why it opens nothing: it is over, or somebody who works here holds it. */
export function openInvitation(app: App, token: string, visitor: Person | null): Result<OpenInvitation> {
  const row = statement(
    app.db,
    "SELECT id, account, expires_at, used_at FROM party_invitation WHERE token_hash = ?",
  ).get(hashOf(token)) as { id: string; account: string; expires_at: string; used_at: string | null } | undefined;
  const account = row && !row.used_at && row.expires_at > app.clock.now() ? readAccount(app.db, row.account) : null;
  if (!row || account?.status !== "asked for") return refused("form link is over");
  if (visitor)
    return refused("form for its party", { account: account.name, visitor: visitor.id }, undefined, namesNow(app));
  return { ok: true, value: { id: row.id, account } };
}

/** What the page of an invitation shows: whom it is for and by whom, and nothing else. */
export type Particulars = {
  account: Account;
  kind: AccountKind;
  name: string;
  host: string;
  askedBy: string;
  on: string;
};

/** What a party sees that follows the link it was sent. Refused for a link that does not open, or not for this visitor. */
export function invitedParty(app: App, token: string, visitor: Person | null): Result<Particulars> {
  const open = openInvitation(app, token, visitor);
  if (!open.ok) return open;
  const { account } = open.value;
  const { kind, name, askedBy } = account;
  const { directory } = readReferenceData(app);
  const { name: host, timeZone } = directory.organisation;
  const by = directory.person(askedBy ?? "")?.name ?? host;
  return { ok: true, value: { account, kind, name, host, askedBy: by, on: dayIn(app.clock.now(), timeZone) } };
}

/** Who an upload of an invitation is noted as. */
export function uploaderOf(invitation: string): string {
  return `party:${invitation}`;
}

/** Whether a paper was attached in the form of that invitation, and not only named by the hash of one that is here. */
export function cameBy(app: App, invitation: string, hash: string): boolean {
  const find = statement(app.db, "SELECT 1 FROM upload WHERE hash = ? AND person = ?");
  return find.get(hash, uploaderOf(invitation)) !== undefined;
}

/** The link has done what it was for; its secret goes. */
export function useUp(app: App, invitation: string): void {
  app.db.prepare("UPDATE party_invitation SET used_at = ?, token = NULL WHERE id = ?").run(app.clock.now(), invitation);
}
