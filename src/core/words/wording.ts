import type { ValuesOf } from "../reason";
import { IDS, type Names } from "./names";

/** The words for every code of a union; a code without its line does not compile. */
export type Wording<R extends { code: string }> = {
  [C in R["code"]]: (values: ValuesOf<R, C>, names: Names) => string;
};

let spoken: (sentence: string) => string = (sentence) => sentence;

/**
 * Sets what every sentence goes through on its way out. For a test that speaks with other words and sees that nothing which is stored, hashed or compared is
 * touched by it.
 * @returns a function that puts things back as they were
 */
export function speakThrough(way: (sentence: string) => string): () => void {
  const before = spoken;
  spoken = way;
  return () => {
    spoken = before;
  };
}

/** A sentence as it leaves this module. */
export function speak(sentence: string): string {
  return spoken(sentence);
}

/** A reason in the words of its table, as a part of another sentence: it does not go out by itself. */
export function sayPart<R extends { code: string; values?: unknown }>(
  wording: Wording<R>,
  reason: R,
  names: Names = IDS,
): string {
  // The table has a line for every code with the values that go with it; the compiler cannot follow the two together.
  const say = wording[reason.code as R["code"]] as (values: unknown, names: Names) => string;
  return say(reason.values ?? null, names);
}

/** A reason in the words of its table. */
export function sayBy<R extends { code: string; values?: unknown }>(
  wording: Wording<R>,
  reason: R,
  names: Names = IDS,
): string {
  return speak(sayPart(wording, reason, names));
}

/**
 * A function that makes sentences, with each of them going through what every sentence goes through. Inside this folder the plain one is used, so that a part
 * of a sentence is not taken for one.
 */
export function aloud<A extends unknown[], R extends string | string[] | null>(
  say: (...given: A) => R,
): (...given: A) => R {
  return (...given) => {
    const said = say(...given);
    if (said === null) return said;
    return (typeof said === "string" ? spoken(said) : said.map((one) => spoken(one))) as R;
  };
}
