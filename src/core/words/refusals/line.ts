import type { Names } from "../names";

/** One refusal in words: what programs are told of it, several of ours being one thing to them, and the sentence for people. */
export type Line<V> = { code: string | ((values: V) => string); say: (values: V, names: Names) => string };

/** A line of a table of refusals. @param code what programs are told @param say the sentence, of values alone; `null` where it needs none */
export const as = <V = null>(code: Line<V>["code"], say: Line<V>["say"]): Line<V> => ({ code, say });
