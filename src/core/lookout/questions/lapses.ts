import { Codes } from "../../codes";
import type { Activity, Lapse } from "../activity";
import type { Answer } from "../question";
import type { LookoutSettings } from "../settings";

/**
 * Levels that lapsed.
 * @property month as 2026-08, in UTC
 * @property at when each lapsed, in the order of the documents
 */
export type LapseFigures = { policy: string; level: string; month: string; at: number[]; asked: string[] };

/** Levels that ended since nobody answered in time, by level and month: a fact. */
export function lapses({ beside, documents }: Activity, settings: LookoutSettings["lapses"]): Answer<LapseFigures> {
  const groups = new Codes<{ key: string; all: Lapse[] }>(({ key }) => key);
  for (const lapse of beside.lapses) {
    const key = `${lapse.policy} ${lapse.level} ${monthOf(lapse.at)}`;
    groups.values[groups.of({ key, all: [] })]!.all.push(lapse);
  }
  const raised = groups.values
    .filter(({ all }) => all.length >= settings.fewest)
    .map(({ all }) => {
      const [{ policy, level, at }] = all as [Lapse, ...Lapse[]];
      const asked = [...new Set(all.flatMap((one) => one.asked))];
      const month = monthOf(at);
      const rows = all.toSorted(
        (a, b) => a.at - b.at || documents.ids[a.document]!.localeCompare(documents.ids[b.document]!),
      );
      return {
        about: [policy, level, month],
        people: asked,
        documents: rows.map(({ document }) => documents.ids[document]!),
        chance: null,
        figures: { policy, level, month, at: rows.map((one) => one.at), asked },
      };
    });
  return { asked: groups.values.length, raised };
}

function monthOf(at: number): string {
  return new Date(at).toISOString().slice(0, 7);
}
