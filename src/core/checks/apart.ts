import { enoughInAll } from "../routing";
import type { Section } from "../policy";
import type { Answer } from "./asked";
import { asksPeople, type Examined } from "./dead-ends";
import { edgesOf } from "./edges";
import type { Finding } from "./finding";

/**
 * Levels of one band that ask the same people where nobody decides at two: for some requesters there are too few to decide at each, so that their documents
 * would be held. Levels with a condition may well be asked together, and are doubtful rather than fatal.
 */
export function checkApart(looked: Examined): Finding[] {
  if (looked.policy.repeatedApprover !== "must differ") return [];
  return looked.policy.sections.flatMap((section) =>
    section.bands.flatMap((_, band): Finding[] => {
      const found = tooFew(looked, section, band);
      return found ? [found] : [];
    }),
  );
}

function tooFew(looked: Examined, section: Section, band: number): Finding | null {
  const { policy, unit } = looked;
  const levels = section.levels.filter((level) => level.marks[band] === "approves" && asksPeople(level));
  if (levels.length < 2) return null;
  const { low, high } = edgesOf(policy, section, band, unit);
  const always = levels.filter((level) => !level.when);
  const stuck = (some: typeof levels, minor: number) => {
    const answers = some.map((level) => answersBy(looked, level, minor));
    return looked.asked.requesters.filter((requester) => {
      const asked = answers.flatMap((by) => by.get(requester) ?? []).filter((one) => !one.blocked && one.needed > 0);
      return asked.length > 1 && !enoughInAll(asked);
    });
  };
  for (const minor of [high, low]) {
    const lasting = stuck(always, minor);
    const people = lasting.length > 0 ? lasting : stuck(levels, minor);
    if (people.length === 0) continue;
    return {
      code: "same people",
      weight: lasting.length > 0 ? "fatal" : "doubtful",
      place: { section: section.id, band },
      values: { levels: (lasting.length > 0 ? always : levels).map(({ id }) => id), people },
      example: { minor, requester: people[0]! },
    };
  }
  return null;
}

function answersBy({ asked }: Examined, level: Section["levels"][number], minor: number): Map<string, Answer> {
  return new Map(
    asked
      .answers(level, minor, null)
      .flatMap(({ requesters, answer }) => requesters.map((one): [string, Answer] => [one, answer])),
  );
}
