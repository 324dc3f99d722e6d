import { directoryOf, type Directory } from "../people";
import { asOf, turningPoints } from "./as-of";
import type { OrganisationHistory } from "./schema";

/** People and all that belongs to them, each from an ISO date-time in UTC on, the first first; as of one moment alone where it is given. */
export function throughTime(history: OrganisationHistory, at: string | null): { from: string; directory: Directory }[] {
  const from = (moment: string) => ({ from: moment, directory: directoryOf(asOf(history, moment)) });
  if (at !== null) return [from(at)];
  const points = turningPoints(history, "");
  return points.length > 0 ? points.map(from) : [from("1970-01-01T00:00:00.000Z")];
}
