import type { Random } from "./random";

export const HOUR = 3_600_000;
export const DAY = 24 * HOUR;

/** What happens at a moment; carrying it out may bring further happenings. */
export type Happening = { at: number; run: () => void };
export type Push = (happening: Happening) => void;

/**
 * The same moment, or the next one in working hours: Monday to Friday, ten hours.
 * @param opens hour in UTC at which these begin
 */
export function workingMoment(random: Random, at: number, opens: number): number {
  const later = (opens - 8) * HOUR;
  return fromEight(random, at - later) + later;
}

function fromEight(random: Random, at: number): number {
  let moment = Math.floor(at / 60_000) * 60_000;
  const early = moment % DAY < 8 * HOUR;
  if (moment % DAY >= 18 * HOUR) moment = (Math.floor(moment / DAY) + 1) * DAY + 8 * HOUR + random.int(0, 150) * 60_000;
  else if (early) moment = Math.floor(moment / DAY) * DAY + 8 * HOUR + random.int(0, 150) * 60_000;
  while ([0, 6].includes(new Date(moment).getUTCDay())) moment += DAY;
  return moment;
}
