import type { Term } from "@/core/policy";

/** One version of one policy in a set. */
export type SetMember = { policy: string; version: number };

/** A set of reviewed versions, with the time it is or was last switched on for and those before. */
export type KeptSet = { id: string; name: string; members: SetMember[]; term: Term; earlier: Term[] };
