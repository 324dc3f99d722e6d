/**
 * Who did what, as it reads in the thread, with what they said beside. Where `colon` is set, what happened is told after a colon: “Held: No order.” and not
 * “Rui Tavares approved it.”
 */
export type Said = { who: string; did: string; colon?: true; comment?: string; weight: "said" | "quiet" | "held" };
