/** Why something was not done: a code for programs, a sentence for people, and where the cause is. */
import type { z } from "zod";
import { lettersBetween, lowerFirst } from "../text";

export type Refusal = {
  code: string;
  message: string;
  path?: string;
  /** The same as data, where it is of a closed union: what is kept of a refusal, since a sentence is not. */
  why?: Reason;
};

/** A reason as it is kept, of whichever union. */
export type Reason = { code: string; values: unknown };

/** A refusal whose sentence is made. @param path what of the input it is about, as in `sayPath` */
export function refusal(code: string, message: string, path?: string): Refusal {
  return path === undefined ? { code, message } : { code, message, path };
}

/** A result that is either done, with what came of it, or refused, with why. */
export type Result<T, R = Refusal> = { ok: true; value: T } | { ok: false; refusals: R[] };

/** A reason with what of the input it is about, as in `sayPath`, where there is one. */
export type Located<R extends { code: string }> = R & { path?: string };

/** What is refused for a reason that is said at the edge. @param path what of the input the reason is about */
export function no<const R extends { code: string }>(why: R, path?: string): { ok: false; refusals: Located<R>[] } {
  return { ok: false, refusals: [path === undefined ? why : { ...why, path }] };
}

/** A result that is refused, for reasons that are known already. */
export function refusedFor(...refusals: Refusal[]): Result<never> {
  return { ok: false, refusals };
}

/** The problems Zod found, each with its path and a sentence; unknown fields get the name they were probably meant to have. */
export function refusalsOf(error: z.ZodError, known: readonly string[] = []): Refusal[] {
  return error.issues.flatMap((issue): Refusal[] => {
    const path = sayPath(issue.path);
    if (issue.code !== "unrecognized_keys")
      return [refusal("invalid", `${path || "the whole"}: ${lowerFirst(issue.message)}`, path)];
    return issue.keys.map((key) => {
      const at = sayPath([...issue.path, key]);
      const meant = nearest(key, known);
      return refusal(
        "unknown field",
        `${at}: unknown field${meant ? `; did you mean “${meant}”?` : "; remove it or correct its name"}`,
        at,
      );
    });
  });
}

/** @example sayPath(["sections", 0, "levels", 1]) // "sections[0].levels[1]" */
export function sayPath(path: readonly PropertyKey[]): string {
  return path
    .map((part, at) => (typeof part === "number" ? `[${part}]` : at === 0 ? String(part) : `.${String(part)}`))
    .join("");
}

function nearest(word: string, known: readonly string[]): string | undefined {
  const close = known
    .map((candidate) => ({ candidate, distance: lettersBetween(word, candidate) }))
    .sort((a, b) => a.distance - b.distance)[0];
  return close && close.distance <= 2 ? close.candidate : undefined;
}
