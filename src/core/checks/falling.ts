import type { ToCurrency } from "../money";
import type { Level, Section } from "../policy";
import type { Answer } from "./asked";
import { sureIn, waysThrough } from "./chain";
import { asksPeople, type Examined } from "./dead-ends";
import { edgesOf } from "./edges";
import type { Finding } from "./finding";
import type { LimitBehind } from "./reasons";

/** The limit that surely stands behind a decision, in minor units of the policy's currency, and whose it is at the least. */
type Behind = { limit: number; people: readonly string[] };

/**
 * Authority that falls while the amount rises, by the people and not by the levels: a higher band that can be decided by people whose limits all end below the one
 * that is needed in the band under it. Asked only where limits for the type are kept.
 */
export function checkFalling(looked: Examined, toCurrency: ToCurrency): Finding[] {
  const { policy, directory } = looked;
  if (!directory.organisation.limits.some(({ documentType }) => documentType === policy.documentType)) return [];
  const known = new Map<string, number>();
  const limitOf = (person: string) => {
    const limit = known.get(person) ?? highestLimit(looked, person, toCurrency);
    known.set(person, limit);
    return limit;
  };
  return policy.sections.flatMap((section) =>
    section.bands.slice(1).flatMap((_, band) => (drops(section, band) ? [] : falling(looked, section, band, limitOf))),
  );
}

/** Whether the higher of two bands simply lacks a level of the lower, which is a finding of its own. */
function drops(section: Section, lower: number): boolean {
  const approving = (band: number) => section.levels.filter((level) => level.marks[band] === "approves");
  return approving(lower + 1).every((level) => approving(lower).includes(level));
}

function highestLimit({ policy, directory }: Examined, person: string, toCurrency: ToCurrency): number {
  return directory.limitsOf(person, policy.documentType).reduce((highest, { limit }) => {
    if (limit.kind === "none") return highest;
    if (limit.kind === "unlimited") return Infinity;
    return Math.max(highest, toCurrency({ minor: limit.minor, currency: limit.currency }, policy.currency)?.minor ?? 0);
  }, 0);
}

function falling(looked: Examined, section: Section, lower: number, limitOf: (person: string) => number): Finding[] {
  const { policy, asked, unit } = looked;
  const higher = lower + 1;
  const { high } = edgesOf(policy, section, lower, unit);
  const { low } = edgesOf(policy, section, higher, unit);
  const below = behind(looked, section, lower, high, limitOf);
  const above = behind(looked, section, higher, low, limitOf);
  const fallen = asked.requesters.flatMap((requester) => {
    const [before, after] = [below.get(requester), above.get(requester)];
    return before && after && after.limit < before.limit ? [{ requester, before, after }] : [];
  });
  const [first] = fallen.sort((a, b) => a.after.limit - b.after.limit);
  if (!first) return [];
  return [
    {
      code: "falling authority",
      weight: "doubtful",
      place: { section: section.id, band: higher },
      values: { lower, before: asData(first.before), after: asData(first.after) },
      example: { minor: low, requester: first.requester },
    },
  ];
}

/** Infinity has no place in JSON. */
const asData = ({ limit, people }: Behind): LimitBehind => ({ minor: limit === Infinity ? null : limit, people });

/** For each requester who can be decided on: the limit that is sure to be brought in, whoever decides and whichever level is chosen to come next. */
function behind(
  looked: Examined,
  section: Section,
  band: number,
  minor: number,
  limitOf: (person: string) => number,
): Map<string, Behind> {
  const sure = sureIn(section, band);
  // Whoever a document names has a limit nobody knows yet.
  if (!sure.every(asksPeople)) return new Map();
  const ways = waysThrough(sure).map(({ levels }) => levels);
  const [first, ...others] = (ways.length > 0 ? ways : [sure]).map((levels) => along(looked, levels, minor, limitOf));
  for (const other of others)
    for (const [requester, one] of first!) {
      const here = other.get(requester);
      if (!here) first!.delete(requester);
      else if (here.limit < one.limit) first!.set(requester, here);
    }
  return first!;
}

/** The highest limit that some of these levels brings in for each requester whom all of them can decide on. */
function along(
  { asked }: Examined,
  levels: readonly Level[],
  minor: number,
  limitOf: (person: string) => number,
): Map<string, Behind> {
  const found = new Map<string, Behind>();
  const stuck = new Set<string>();
  for (const level of levels)
    for (const { requesters, answer } of asked.answers(level, minor, null)) {
      const sure = answer.blocked ? null : weakest(answer, limitOf);
      for (const requester of requesters) {
        if (!sure) stuck.add(requester);
        else if (sure.limit >= (found.get(requester)?.limit ?? -1)) found.set(requester, sure);
      }
    }
  for (const requester of stuck) found.delete(requester);
  return found;
}

/** As many as are needed, the lowest limits first: the highest of those stands behind the decision at the least. */
function weakest({ pool, needed }: Answer, limitOf: (person: string) => number): Behind {
  const sorted = [...new Set(pool)]
    .map((person) => ({ person, limit: limitOf(person) }))
    .sort((a, b) => a.limit - b.limit);
  const limit = sorted[Math.min(needed, sorted.length) - 1]?.limit ?? 0;
  return { limit, people: sorted.filter((one) => one.limit <= limit).map(({ person }) => person) };
}
