import { z } from "zod";

/*
 * What each question goes by. Every setting has a value to begin with and a reason for it, in docs/lookout.md and beside it on the screen; none of them is a law of nature.
 */

const share = z.number().positive().max(0.9);
const count = z.number().int().min(1).max(1_000_000);

/** What is usual among people, see `Usual`. */
const UsualSchema = z.strictObject({ least: share, alike: share, fewest: count });

export const LookoutSettingsSchema = z.strictObject({
  /** The chance with which a morning on which nothing is behind anything raises something all the same; and the share of false ones among what is raised. */
  falseAlarms: z.number().min(0.000_1).max(0.2),
  /** The time of day from which on it looks, once a morning, in the organisation's zone. */
  at: z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, "a time of day, such as 06:00"),
  /** Whether people are numbered and not named until somebody makes a case of a finding. */
  hidesNames: z.boolean(),
  crowding: z.strictObject({
    /** How far below a threshold is looked, as a share of it. */
    reach: z.number().min(0.005).max(0.25),
    /** How many times what is expected it is at least. */
    times: z.number().min(1).max(10),
    fewest: count,
  }),
  splitting: z.strictObject({
    /** Stretches in which amounts are added up, in days; a part of one is some hours. */
    days: z.array(z.number().positive().max(92)).min(1).max(6),
    fewest: count,
  }),
  duplicates: z.strictObject({
    /** How many days at most lie between the two. */
    days: z.number().int().min(1).max(740),
  }),
  digits: z.strictObject({
    fewest: count,
    /**
     * How many times what nine in ten stay above is what nine in ten stay below, at least. Of amounts that spread as these mostly do (log-normal) by twenty, shares of first digits differ from Benford's by less than
     * one in a hundred, which can be worked out: exp(-2 pi^2 s^2), s being the spread of their decimal logarithms.
     */
    spread: z.number().min(10).max(10_000),
  }),
  roundAmounts: z.strictObject({
    usual: UsualSchema,
    /** Of what they are multiples: the largest power of ten that is no more than this share of the amount in the middle. */
    share,
  }),
  haste: z.strictObject({ usual: UsualSchema, seconds: z.number().int().min(1).max(600) }),
  rest: z.strictObject({ usual: UsualSchema }),
  bursts: z.strictObject({ usual: UsualSchema, seconds: z.number().int().min(1).max(600) }),
  neverNo: z.strictObject({ usual: UsualSchema }),
  lapses: z.strictObject({ fewest: count }),
  overrides: z.strictObject({ fewest: count }),
  /** After how many days somebody who still stands in is told. */
  standIns: z.strictObject({ days: z.number().int().min(1).max(3_660) }),
  limits: z.strictObject({ fewest: count }),
  /** How many days before a payment are shortly before it. */
  bankChanges: z.strictObject({ days: z.number().int().min(1).max(366) }),
  /** How many different duties met in one person. */
  dutiesMet: z.strictObject({ fewest: z.number().int().min(2).max(7) }),
  noise: z.strictObject({ fewest: count, /** That a decision takes. */ minutes: z.number().positive().max(480) }),
  pairs: z.strictObject({
    fewest: count,
    /** How many times what is expected it is at least. */ times: z.number().min(1).max(10),
  }),
});
export type LookoutSettings = z.infer<typeof LookoutSettingsSchema>;

/** Rare habits: one in fifty is usual whatever others do, and people differ in them by as much again. */
const RARE = { least: 0.02, alike: 0.02, fewest: 20 } as const;

/** What a morning begins with. */
export const USUAL_LOOKOUT: LookoutSettings = {
  falseAlarms: 0.05,
  at: "06:00",
  hidesNames: false,
  crowding: { reach: 0.05, times: 1.5, fewest: 8 },
  splitting: { days: [0.125, 1, 7, 30], fewest: 2 },
  duplicates: { days: 370 },
  digits: { fewest: 300, spread: 20 },
  roundAmounts: { usual: RARE, share: 0.1 },
  haste: { usual: RARE, seconds: 6 },
  rest: { usual: RARE },
  bursts: { usual: RARE, seconds: 10 },
  neverNo: { usual: RARE },
  pairs: { fewest: 8, times: 1.5 },
  lapses: { fewest: 3 },
  overrides: { fewest: 3 },
  standIns: { days: 90 },
  limits: { fewest: 5 },
  bankChanges: { days: 14 },
  dutiesMet: { fewest: 3 },
  noise: { fewest: 200, minutes: 4 },
};

/**
 * Settings as they were kept, by this version or an earlier one: what is not known any more is left out, and what was not known then is as everybody begins.
 * @throws ZodError where what is left is not allowed
 */
export function keptLookoutSettings(kept: unknown): LookoutSettings {
  return LookoutSettingsSchema.parse(filled(USUAL_LOOKOUT, kept));
}

function filled(usual: object, kept: unknown): object {
  const known = (kept ?? {}) as Record<string, unknown>;
  return Object.fromEntries(
    Object.entries(usual).map(([key, value]: [string, unknown]) => {
      if (!Object.hasOwn(known, key)) return [key, value];
      const isGroup = typeof value === "object" && value !== null && !Array.isArray(value);
      return [key, isGroup ? filled(value, known[key]) : known[key]];
    }),
  );
}
