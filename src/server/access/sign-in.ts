import { type Person } from "@/core/people";
import { type Result } from "@/core/refusal";
import { refused } from "@/core/words";
import type { App } from "../app";
import { readReferenceData } from "../reference-data";
import { forgetAttempts, takeAttempt } from "./attempts";
import { stepOfCode } from "./codes";
import { knownDevice, rememberDevice } from "./devices";
import { noteAccess, type NOT_SIGNED_IN } from "./events";
import { matchesNobody, matchesPassword } from "./passwords";
import { startSession, type Token } from "./sessions";

export type SignIn = { email: string; password: string; code: string };
/**
 * Where an attempt comes from: the address of the machine, if a trusted proxy names it; how its browser calls itself; and what that browser keeps from an earlier
 * sign-in.
 */
export type Origin = { machine: string | null; device: string; known?: string | undefined };

type Credential = { password_hash: string; code_secret: string | null; code_last_step: number };

/** By what somebody proves who they are; undefined for who has no password yet. */
export function credentialOf(app: App, person: string): Credential | undefined {
  return app.db
    .prepare("SELECT password_hash, code_secret, code_last_step FROM credential WHERE person = ?")
    .get(person) as Credential | undefined;
}

/**
 * Signs in by e-mail and password, and by a one-time code where the account asks for one. What is wrong is not told apart. Every attempt is counted before it is
 * tried; after ten wrong ones each waits longer than the one before, and nobody is locked out.
 */
export async function signIn(app: App, { email, password, code }: SignIn, origin: Origin): Promise<Result<Token>> {
  const address = email.trim().toLowerCase();
  const now = Date.parse(app.wall.now());
  const person = personByEmail(app, address);
  const who = { account: address, machine: origin.machine, device: knownDevice(app, person?.id, origin.known) };
  // What is tried under addresses that nobody has is counted, and not logged for ever.
  const note = (why: keyof typeof NOT_SIGNED_IN) =>
    person && noteAccess(app, person.id, { type: "sign-in refused", data: { why, device: origin.device } });
  const no = (code: "wrong sign-in" | "wrong code of sign-in", why: keyof typeof NOT_SIGNED_IN): Result<Token> => {
    note(why);
    return refused(code);
  };
  const taken = takeAttempt(app.db, who, now);
  if (!taken.ok) {
    if (taken.first) note("too many attempts");
    return refused("too many sign-ins", { seconds: taken.seconds });
  }
  const { directory } = readReferenceData(app);
  const credential = person && directory.isActive(person, app.clock.now()) ? credentialOf(app, person.id) : undefined;
  const right = credential ? await matchesPassword(credential.password_hash, password) : await matchesNobody(password);
  if (!right || !person || !credential) return no("wrong sign-in", "wrong password");
  if (credential.code_secret) {
    if (!code) {
      forgetAttempts(app.db, who, now);
      return refused("code needed", null, "code");
    }
    const step = stepOfCode(credential.code_secret, code.replace(/\s/g, ""), now / 1000, credential.code_last_step);
    if (step === null || !takeStep(app, person.id, step)) return no("wrong code of sign-in", "wrong code");
  }
  forgetAttempts(app.db, who, now);
  const how = credential.code_secret ? "password and code" : "password";
  const session = startSession(app, person.id, how, origin.device);
  return { ok: true, value: { ...session, device: rememberDevice(app, person.id, origin.known) } };
}

/** Of two attempts with the same code one wins, also when they come at once. */
function takeStep(app: App, person: string, step: number): boolean {
  const taken = app.db
    .prepare("UPDATE credential SET code_last_step = @step WHERE person = @person AND code_last_step < @step")
    .run({ person, step });
  return taken.changes === 1;
}

/** The person with an e-mail address, which is given in small letters. */
export function personByEmail(app: App, address: string): Person | undefined {
  return readReferenceData(app).directory.organisation.people.find((person) => person.email.toLowerCase() === address);
}
