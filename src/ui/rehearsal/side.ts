import type { Policy, Section } from "@/core/policy";

/** One of the two versions: what it is called, its policy, null for none at all, and the section that is shown, null where it has none of that name. */
export type Side = { name: string; policy: Policy | null; section: Section | null };

/** A section with its thresholds moved. */
export type Moves = (section: Section) => void;

/** How wide the names of levels are, in pixels. */
export const HEAD = 168;
