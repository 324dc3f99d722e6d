import { Codes } from "../../codes";
import type { Act, Activity } from "../activity";
import type { Answer } from "../question";
import type { LookoutSettings } from "../settings";

export type Override = Extract<Act["kind"], "route again" | "skip step">;

/** How often somebody routed documents again, or left out a step. */
export type OverrideFigures = { kind: Override; person: string; at: number[] };

/** Who takes documents out of the way that the rules gave them, and how often: a fact, with the number from which it is told. */
export function overrides(
  { beside, documents }: Activity,
  settings: LookoutSettings["overrides"],
): Answer<OverrideFigures> {
  const groups = new Codes<{ kind: Override; person: string; all: Act[] }>(({ kind, person }) => `${kind} ${person}`);
  for (const act of beside.acts)
    if (act.kind === "route again" || act.kind === "skip step")
      groups.values[groups.of({ kind: act.kind, person: act.person, all: [] })]!.all.push(act);
  const raised = groups.values
    .filter(({ all }) => all.length >= settings.fewest)
    .map(({ kind, person, all }) => ({
      about: [kind, person],
      people: [person],
      documents: [...new Set(all.map(({ document }) => documents.ids[document]!))],
      chance: null,
      figures: { kind, person, at: all.map(({ at }) => at) },
    }));
  return { asked: groups.values.length, raised };
}
