/**
 * Patterns that an organisation writes itself, which texts have to fit. They are those of RE2: no look-around and no references back, so that no text takes more than time
 * in proportion to its length, whoever wrote the pattern.
 */
import { RE2JS, RE2JSSyntaxException } from "re2js";

/** Whether a text fits a pattern from its beginning to its end. What is no pattern fits nothing. */
export type Fits = (pattern: string, text: string) => boolean;

const read = new Map<string, RE2JS | null>();
const MOST_KEPT = 500;

function compiled(pattern: string): RE2JS | null {
  const known = read.get(pattern);
  if (known !== undefined) return known;
  if (read.size >= MOST_KEPT) read.clear();
  const made = patternOf(pattern);
  read.set(pattern, made);
  return made;
}

function patternOf(pattern: string): RE2JS | null {
  try {
    return RE2JS.compile(pattern);
  } catch (fault) {
    if (fault instanceof RE2JSSyntaxException) return null;
    throw fault;
  }
}

export const fits: Fits = (pattern, text) => compiled(pattern)?.matches(text) ?? false;

/** Whether something can be read as a pattern. */
export function isPattern(pattern: string): boolean {
  return compiled(pattern) !== null;
}
