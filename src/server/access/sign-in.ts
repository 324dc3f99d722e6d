import { type Person } from "@/core/people";
import { refuse, type Result } from "@/core/refusal";
import type { App } from "../app";
import { readWorld } from "../world";
import { forgetFailures, minutesToWait, noteFailure } from "./attempts";
import { stepOfCode } from "./codes";
import { NOBODY, noteAccess } from "./events";
import { matchesNobody, matchesPassword } from "./passwords";
import { startSession, type Token } from "./sessions";

export type SignIn = { email: string; password: string; code: string };
/** Where an attempt comes from: the address of the machine, and how its browser calls itself. */
export type Origin = { machine: string; device: string };

type Credential = { password_hash: string; code_secret: string | null; code_last_step: number };

export function credentialOf(app: App, person: string): Credential | undefined {
  return app.db
    .prepare("SELECT password_hash, code_secret, code_last_step FROM credential WHERE person = ?")
    .get(person) as Credential | undefined;
}

/**
 * Signs in by e-mail and password, and by a one-time code where the account asks for one. What is wrong is not told apart; after five wrong
 * attempts an account waits, whoever tries.
 */
export async function signIn(app: App, { email, password, code }: SignIn, origin: Origin): Promise<Result<Token>> {
  const address = email.trim().toLowerCase();
  const now = Date.parse(app.wall.now());
  const who = { account: address, machine: origin.machine };
  const person = personByEmail(app, address);
  const no = (refusalCode: string, message: string, why: string): Result<Token> => {
    noteAccess(app, person?.id ?? NOBODY, { type: "sign-in refused", data: { why, device: origin.device } });
    return { ok: false, refusals: [refuse(refusalCode, message)] };
  };
  const wait = minutesToWait(app.db, who, now);
  if (wait > 0)
    return no(
      "too many attempts",
      `Too many attempts; try again in ${wait} ${wait === 1 ? "minute" : "minutes"}, or ask an administrator for a new way in`,
      "too many attempts",
    );
  const { directory } = readWorld(app);
  const credential = person && directory.isActive(person, app.clock.now()) ? credentialOf(app, person.id) : undefined;
  const right = credential ? await matchesPassword(credential.password_hash, password) : await matchesNobody(password);
  if (!right || !person || !credential) {
    noteFailure(app.db, who, now);
    return no("wrong", "E-mail and password do not go together; check both and try again", "wrong password");
  }
  if (credential.code_secret) {
    if (!code)
      return { ok: false, refusals: [refuse("code required", "Enter the code your device shows now", "code")] };
    const step = stepOfCode(credential.code_secret, code.replace(/\s/g, ""), now / 1000, credential.code_last_step);
    if (step === null || !takeStep(app, person.id, step)) {
      noteFailure(app.db, who, now);
      return no("wrong code", "The code is not right, or was used before; wait for the next one", "wrong code");
    }
  }
  forgetFailures(app.db, who);
  const how = credential.code_secret ? "password and code" : "password";
  return { ok: true, value: startSession(app, person.id, how, origin.device) };
}

/** Of two attempts with the same code one wins, also when they come at once. */
function takeStep(app: App, person: string, step: number): boolean {
  const taken = app.db
    .prepare("UPDATE credential SET code_last_step = @step WHERE person = @person AND code_last_step < @step")
    .run({ person, step });
  return taken.changes === 1;
}

export function personByEmail(app: App, address: string): Person | undefined {
  return readWorld(app).directory.organisation.people.find((person) => person.email.toLowerCase() === address);
}
