import { capital, formatShare, joinWords } from "../text";
import type { Estimate, Simulated, Times } from "../time-to-decision";

type Noun = { one: string; many: string };

const number = (value: number) => value.toLocaleString("en-GB", { minimumFractionDigits: 1, maximumFractionDigits: 1 });

/** A time in days. @example sayDays(1) // "1.0 days" */
export function sayDays(days: number): string {
  return days === Infinity ? "never" : `${number(days)} days`;
}

/**
 * Between what nine of ten runs lie.
 * @param say how one of the two is said without its unit
 * @example sayRuns({ mean: 1, low: 0.94, high: 1.2 }) // "0.9 to 1.2"
 */
export function sayRuns({ low, high }: Estimate, say: (value: number) => string = number): string {
  const [least, most] = [low, high].map((value) => (value === Infinity ? "never" : say(value)));
  if (least === most) return `${least} in all runs`;
  return `${most!.endsWith(" %") ? least!.replace(" %", "") : least} to ${most}`;
}

/**
 * How long decisions would take under a version, and under another that it is compared with.
 * @param before null where there is nothing to compare with
 * @example "Half of the orders would be decided within 1.1 days instead of 0.9 and nine of ten within 3.4 days instead of 3.1; 82 % instead of 79 % of those with a time limit in time."
 */
export function sayTimes(after: Simulated | null, before: Simulated | null, { many }: Noun): string {
  if (!after) return `No ${many} of these days would ask anybody, so that there is nothing to wait for.`;
  const against = (is: string, was: string | null) => (was === null || was === is ? is : `${is} instead of ${was}`);
  const within = (of: (times: Times) => Estimate) => {
    const [is, was] = [of(after.all).mean, before && of(before.all).mean];
    const said = is === Infinity ? "never" : `within ${sayDays(is)}`;
    return against(said, was === null || sayDays(was) === sayDays(is) ? null : sayDays(was).replace(" days", ""));
  };
  const [timely, wasTimely] = [after, before].map((one) => one?.all.inTime && formatShare(one.all.inTime.mean));
  const parts = [
    `half of the ${many} would be decided ${within(({ median }) => median)}`,
    `nine of ten ${within(({ ninth }) => ninth)}`,
  ];
  const inTime = timely ? `; ${against(timely, wasTimely ?? null)} of those with a time limit in time` : "";
  return `${capital(joinWords(parts, "and"))}${inTime}.`;
}
