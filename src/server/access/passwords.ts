import { hash, verify } from "@node-rs/argon2";
import { refuse, type Refusal } from "@/core/refusal";

/** Argon2id with 19 MiB, two passes and one lane: the least that OWASP's password storage sheet asks for (from memory). */
const COST = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };

const SHORTEST = 10;
const LONGEST = 200;

/** @returns the encoded hash, salt and cost included, or why the password will not do */
export async function hashPassword(password: string, about: readonly string[]): Promise<string | Refusal> {
  if (password.length < SHORTEST) return refuse("password", `Choose at least ${SHORTEST} characters`, "password");
  if (password.length > LONGEST) return refuse("password", `Choose at most ${LONGEST} characters`, "password");
  const lower = password.toLowerCase();
  const given = about.find((word) => word.length > 3 && lower.includes(word.toLowerCase()));
  if (given) return refuse("password", "Leave your name and address out of the password", "password");
  if (new Set(password).size < 5) return refuse("password", "Choose at least five different characters", "password");
  return hash(password, COST);
}

export function matchesPassword(encoded: string, password: string): Promise<boolean> {
  return verify(encoded, password.slice(0, LONGEST + 1));
}

let decoy: Promise<string> | undefined;

/** Takes as long as a real comparison and is never true, so that an unknown address cannot be told from a wrong password by time. */
export async function matchesNobody(password: string): Promise<false> {
  decoy ??= hash("a password that nobody has", COST);
  await matchesPassword(await decoy, password);
  return false;
}
