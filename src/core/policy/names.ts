import { IdSchema, idFrom } from "../ids";
import type { Coded } from "../reason";
import { lettersBetween } from "../text";

/** Letters of a name that tell it from others: case, accents, blanks and signs do not. */
function letters(name: string): string {
  return name
    .normalize("NFD")
    .replace(/[^\p{L}\p{N}]/gu, "")
    .toLowerCase();
}

/** How many letters two names are apart, case, accents, blanks and signs aside. */
export function lettersApart(a: string, b: string): number {
  return lettersBetween(letters(a), letters(b));
}

/** Names nearer to each other than this are taken for each other. */
const APART = 3;

/** Why a policy cannot be called so: which one it would be taken for, and what it could be called instead. */
export type NameReason = Coded<{
  "no name": null;
  "name taken": { by: string; instead: string };
  "name too near": { by: string; instead: string };
}>;

/**
 * Why a policy cannot be called so: another one has the name, or one within two letters of it.
 * @param distinction what the policy could be told by, such as the unit it is for
 */
export function whyNotName(
  name: string,
  others: readonly { id: string; name: string }[],
  distinction: string,
  own?: string,
): NameReason | null {
  if (letters(name) === "") return { code: "no name" };
  const taken = others.filter(({ id }) => id !== own);
  const near = taken.find((one) => lettersApart(one.name, name) < APART);
  if (!near) return null;
  const used = taken.map((one) => one.name);
  const values = { by: near.name, instead: suggestName(name, used, distinction) };
  return { code: letters(near.name) === letters(name) ? "name taken" : "name too near", values };
}

/** A name that is three letters or more from every other. */
export function suggestName(name: string, others: readonly string[], distinction: string): string {
  const base = name.trim().slice(0, 50);
  const free = (candidate: string) => others.every((other) => lettersApart(candidate, other) >= APART);
  const tried = [`${base}, ${distinction}`, `${base}, ${distinction}, separate`];
  const found = tried.find((candidate) => candidate.length <= 80 && free(candidate));
  if (found) return found;
  let count = 1;
  const numbered = () => `${base}, separate number ${count}`;
  while (!free(numbered()) && count < 1000) count += 7;
  return numbered();
}

/**
 * An id for a section or a level that is made here. It is a number, since names are changed and ids stand in files, addresses and records for good.
 * @param from the number to begin with
 * @example freeId("level", ["level-1"]) // "level-2"
 */
export function freeId(of: "section" | "level", taken: readonly string[], from = 1): string {
  let number = from;
  while (taken.includes(`${of}-${number}`)) number += 1;
  return `${of}-${number}`;
}

/** An id for a new policy, made of its name and not taken. */
export function policyId(name: string, taken: readonly string[]): string {
  const made = idFrom(name);
  const base = IdSchema.safeParse(made).success ? made : "policy";
  let id = base;
  for (let count = 2; taken.includes(id); count += 1) id = `${base.slice(0, 50)}-${count}`;
  return id;
}
