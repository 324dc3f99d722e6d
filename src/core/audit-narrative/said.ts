/** Who did what, as it reads in the thread, with what they said beside. */
export type Said = { who: string; did: string; comment?: string; weight: "said" | "quiet" | "held" };
