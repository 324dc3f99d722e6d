import { fieldsCompared } from "../conditions";
import { isOwnKey } from "../own-fields";
import { askedToFill, type Level, type Section } from "../policy";
import type { Routable, RoutingContext } from "./types";

/** Keys of fields that a level before another is still to fill in, of those that its condition compares and those that say whom it asks. */
export type Awaited = { compared: readonly string[]; naming: readonly string[] };

export const NOTHING: Awaited = { compared: [], naming: [] };

/**
 * What a level has to wait for: fields that its condition compares or its rule looks into, which a level before it in the band asks for and which nobody has filled in yet.
 * @param band index of the band
 */
export function awaitedBy(
  level: Level,
  section: Section,
  band: number,
  document: Pick<Routable, "says">,
  { decided = [], directory }: Pick<RoutingContext, "decided" | "directory">,
): Awaited {
  // Most policies ask nobody to fill in anything.
  if (!section.levels.some(({ fills }) => fills)) return NOTHING;
  const levels = section.levels.filter(({ id }) => !decided.includes(id));
  const coming = new Set(askedToFill({ levels }, level, band).filter((field) => !document.says(field)));
  if (coming.size === 0) return NOTHING;
  const compared = level.when ? fieldsCompared(level.when) : [];
  const { approvers } = level;
  const naming =
    approvers.kind === "namedOnDocument"
      ? [approvers.field]
      : approvers.kind === "owner"
        ? directory.organisation.fields.filter(({ list }) => list === approvers.of).map(({ key }) => key)
        : [];
  const waits = (key: string) => isOwnKey(key) && coming.has(key);
  return { compared: compared.filter(waits), naming: naming.filter(waits) };
}
