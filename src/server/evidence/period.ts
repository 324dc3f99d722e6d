/** The days that a report is about, the first and the last included, in ISO form. */
export type Period = { from: string; until: string };
