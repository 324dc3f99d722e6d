import { entriesOf, isOpen } from "../lists";
import type { Taken } from "../own-fields";
import type { Directory } from "../people";

/**
 * What a new document can take over from whoever enters it and from their unit: ids of people, the key of a cost centre; null where there is none. A unit with several cost
 * centres that are open has none that would be taken over.
 * @param day ISO date
 */
export function takenFrom(
  directory: Directory,
  { requester, unit }: { requester: string; unit: string },
  day: string,
): Record<Taken, string | null> {
  const centres = entriesOf(directory.organisation.lists, "cost-centres").filter(
    (entry) => entry.unit === unit && isOpen(entry, day),
  );
  return {
    requester,
    "manager of the requester": directory.person(requester)?.manager ?? null,
    "head of the unit": directory.unit(unit)?.head ?? null,
    "cost centre of the unit": centres.length === 1 ? centres[0]!.key : null,
  };
}
