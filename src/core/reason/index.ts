/**
 * Why something is as it is, as data: a code of a closed union and its values, which are ids, amounts, dates and counts. Nothing here is a sentence; those
 * are made at the edge, so that a wording can be mended without touching what was stored, hashed or compared.
 */

/**
 * The union of reasons of a table from code to values; null for a code that says it all.
 * @example Coded<{ away: { until: string }; inactive: null }> // { code: "away"; values: { until: string } } | { code: "inactive" }
 */
export type Coded<T extends Record<string, object | null>> = {
  [C in keyof T & string]: T[C] extends null ? { code: C } : { code: C; values: T[C] };
}[keyof T & string];

/** The values that go with one code of a union. */
export type ValuesOf<R extends { code: string }, C extends R["code"]> =
  Extract<R, { code: C }> extends { values: infer V } ? V : null;
