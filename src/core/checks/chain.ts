import type { Level, Section } from "../policy";

/** Levels in which people decide in a band, in order. */
export function decidingIn(section: Section, band: number): Level[] {
  return section.levels.filter((level) => level.marks[band] === "approves" && level.kind === "approval");
}

/** Those of them that come whatever the document is like. */
export function sureIn(section: Section, band: number): Level[] {
  return decidingIn(section, band).filter((level) => !level.when);
}

/** What is left of a chain when one of its levels has chosen which comes next: the others it could have chosen are passed over. */
export type Way = { chooser: Level; chosen: Level; levels: Level[] };

/** A chain by each choice that can be made in it; none where nobody chooses. */
export function waysThrough(levels: readonly Level[]): Way[] {
  return levels.flatMap((chooser) =>
    (chooser.choosesNext ?? []).flatMap((id): Way[] => {
      const chosen = levels.find((one) => one.id === id);
      const skipped = new Set(chooser.choosesNext!.filter((one) => one !== id));
      return chosen ? [{ chooser, chosen, levels: levels.filter((one) => !skipped.has(one.id)) }] : [];
    }),
  );
}
