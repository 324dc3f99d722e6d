import type { Activity } from "../activity";
import type { Answer } from "../question";
import type { LookoutSettings } from "../settings";

/** Somebody who acts for somebody for very long. @property days since it began; until null where nobody gave it an end */
export type StandInFigures = { person: string; standIn: string; from: number; until: number | null; days: number };

const DAY = 86_400_000;

/** Stand-ins and delegations that were never ended: begun long ago, without an end or with one far off. A fact. */
export function standIns(
  { beside, until: now }: Activity,
  settings: LookoutSettings["standIns"],
): Answer<StandInFigures> {
  const running = beside.standIns.filter(({ from, until }) => from < now && (until === null || until > now));
  const raised = running
    .filter(({ from }) => now - from >= settings.days * DAY)
    .map(({ person, standIn, from, until }) => {
      const days = Math.floor((now - from) / DAY);
      return {
        about: [person, standIn, String(from)],
        people: [person, standIn],
        documents: [],
        chance: null,
        figures: { person, standIn, from, until, days },
      };
    });
  return { asked: running.length, raised };
}
