import { z } from "zod";
import type { Signature, SignatureMethod } from "@/core/approval";
import { StrokesSchema } from "@/core/drawn";
import type { Person } from "@/core/people";
import { type Result } from "@/core/refusal";
import type { App } from "../app";
import { forgetAttempts, takeAttempt } from "./attempts";
import { stepOfCode } from "./codes";
import { keepDrawn } from "./drawn";
import { noteAccess } from "./events";
import { matchesPassword } from "./passwords";
import { credentialOf } from "./sign-in";
import { refused } from "@/core/words";

/** What people of a demonstration, who have no passwords, sign with; the page says so. */
export const DEMO_WORD = "demonstration";

/** What somebody types to sign: their name, and their password or a one-time code, for the document whose hash was shown to them. */
export const SigningSchema = z.strictObject({
  name: z.string().max(120),
  proof: z.string().max(200),
  documentHash: z.string().regex(/^[0-9a-f]{64}$/, "must be a SHA-256 hash"),
  drawn: StrokesSchema.optional(),
});
export type Signing = z.infer<typeof SigningSchema>;

/**
 * Proves again who somebody is before their signature counts: by password, or by a one-time code where the account has them. Wrong proofs count like wrong
 * sign-ins, so that a page left open is no way to guess a password.
 */
export async function signatureOf(
  app: App,
  actor: Person,
  { name, proof, documentHash, drawn }: Signing,
): Promise<Result<Signature>> {
  const who = { account: `proof ${actor.id}`, machine: null, device: null };
  const now = Date.parse(app.wall.now());
  const taken = takeAttempt(app.db, who, now);
  if (!taken.ok) return refused("too many signatures", { seconds: taken.seconds }, "signature.proof");
  const method = await proved(app, actor, proof, now);
  if (!method) {
    noteAccess(app, actor.id, {
      type: "refused",
      data: { what: "signing", why: { code: "wrong proof of signature", values: null } },
    });
    return refused("wrong proof of signature", null, "signature.proof");
  }
  forgetAttempts(app.db, who, now);
  const signed: Signature = { name: name.trim(), method, documentHash };
  if (!drawn?.length) return { ok: true, value: signed };
  const image = keepDrawn(app, actor.id, drawn, documentHash, "signature.drawn");
  return image.ok ? { ok: true, value: { ...signed, drawn: image.value } } : image;
}

async function proved(app: App, actor: Person, proof: string, now: number): Promise<SignatureMethod | null> {
  const known = credentialOf(app, actor.id);
  if (!known) return app.demo && proof === DEMO_WORD ? "demonstration" : null;
  const code = proof.replace(/\s/g, "");
  if (known.code_secret && /^\d{6}$/.test(code)) {
    const step = stepOfCode(known.code_secret, code, now / 1000, known.code_last_step);
    if (step === null) return null;
    app.db.prepare("UPDATE credential SET code_last_step = ? WHERE person = ?").run(step, actor.id);
    return "one-time code";
  }
  return (await matchesPassword(known.password_hash, proof)) ? "password" : null;
}
