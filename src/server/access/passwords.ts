import { hash, verify } from "@node-rs/argon2";
import { ZxcvbnFactory } from "@zxcvbn-ts/core";
import * as common from "@zxcvbn-ts/language-common";
import { type Refusal } from "@/core/refusal";
import { refuse } from "@/core/words";

/** Argon2id with 19 MiB, two passes and one lane: the least that OWASP's password storage sheet asks for (from memory). */
const COST = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };

/** OWASP ASVS 4.0, 2.1.1 and 2.1.2 (from memory): at least 12 characters, at least 64 allowed and more than 128 not. */
const SHORTEST = 12;
const LONGEST = 128;
/** Fewer guesses than this and a password falls to the throttled attempts of a patient stranger (scores 0 to 2 of the estimator). */
const FEWEST_GUESSES = 1e8;

const estimate = new ZxcvbnFactory({ dictionary: common.dictionary, graphs: common.adjacencyGraphs });

/**
 * Why a password will not do; null when it will. There are no rules of what it is made of (NIST SP 800-63B, 5.1.1.2, from memory): it is long enough, not known from
 * lists of passwords or by a pattern, and not the person's own name.
 */
export function whyNotPassword(password: string, about: readonly string[]): Refusal | null {
  if (password.length < SHORTEST) return refuse("password too short", { least: SHORTEST }, "password");
  if (password.length > LONGEST) return refuse("password too long", { most: LONGEST }, "password");
  const lower = password.toLowerCase();
  const given = about.find((word) => word.length > 3 && lower.includes(word.toLowerCase()));
  if (given) return refuse("password with own name", null, "password");
  // The estimator's time grows with the square of the length; the beginning tells enough.
  const { guesses } = estimate.check(password.slice(0, 64));
  return guesses < FEWEST_GUESSES ? refuse("password easily guessed", null, "password") : null;
}

/** @returns the encoded hash, salt and cost included, or why the password will not do */
export async function hashPassword(password: string, about: readonly string[]): Promise<string | Refusal> {
  return whyNotPassword(password, about) ?? inTurn(() => hash(password, COST));
}

/** Whether a password is the one that was encoded. */
export function matchesPassword(encoded: string, password: string): Promise<boolean> {
  return inTurn(() => verify(encoded, password.slice(0, LONGEST + 1)));
}

// One queue for the process: Next keeps several copies of a module.
const slot = globalThis as typeof globalThis & { bandeiraPasswords?: Promise<unknown> };

/** One after the other: each takes a processor and nineteen megabytes, and sixty at once would take all there is. */
function inTurn<T>(work: () => Promise<T>): Promise<T> {
  const own = (slot.bandeiraPasswords ?? Promise.resolve()).then(work);
  slot.bandeiraPasswords = own.catch(() => undefined);
  return own;
}

let decoy: Promise<string> | undefined;

/** Takes as long as a real comparison and is never true, so that an unknown address cannot be told from a wrong password by time. */
export async function matchesNobody(password: string): Promise<false> {
  decoy ??= hash("a password that nobody has", COST);
  await matchesPassword(await decoy, password);
  return false;
}
