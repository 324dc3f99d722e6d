import { lookThrough, USUAL_LOOKOUT } from "@/core/lookout";
import type { Plant, PlantedSize } from "./plant";
import { activityOfYear, madeUpYear } from "./year";

/** Whether what is planted in a made-up year is found, by the question that is to find it and about whom it is. */
export function wasFound({ plant, question }: Plant, size: PlantedSize, seed: number): boolean {
  const year = madeUpYear(seed);
  const isIt = plant(year, size);
  const activity = activityOfYear(year);
  return lookThrough(activity, USUAL_LOOKOUT).raised.some(
    (one) => one.question === question && one.corrected !== null && isIt(one),
  );
}
