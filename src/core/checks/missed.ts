import { minorDigits, type Rate, type ToCurrency } from "../money";
import { directoryOf, type Directory } from "../people";
import type { Level, Policy, Section } from "../policy";
import { peopleUnder, type LevelPeople } from "../routing";
import { askedBy, converterOn, subjectBefore } from "./asked";
import { sureIn } from "./chain";
import { asksPeople } from "./dead-ends";
import { edgesOf } from "./edges";

/** More than so many people at once are not looked for. */
export const MOST_MISSED = 3;

/** People of whom each would have to be gone, and how many further sets of the same size there are. */
export type MissedSet = { people: readonly string[]; others: number };

/**
 * How few people would have to be away without a stand-in, or leave, before a band can no longer be decided. `all`: for nobody at all who asks; `some`: for
 * somebody, the set that stops most of them, where that takes fewer. Null where it takes more than `MOST_MISSED`. `asking` counts those who could be decided on
 * with everybody there.
 */
export type Missed = {
  section: string;
  band: number;
  asking: number;
  all: MissedSet | null;
  some: (MissedSet & { stopped: number }) | null;
};

type Examined = {
  policy: Policy;
  at: string;
  toCurrency: ToCurrency;
  without(people: readonly string[]): Directory;
};

/**
 * The same for every band in which somebody has to approve, in the order of the policy. Levels under a condition and those that a decider may pass over are left
 * out, since without them the document goes on, and so are those that ask whoever a document names. Who is stopped without anybody being missed is a dead end, and a finding.
 * @param at ISO date-time
 */
export function missedIn(policy: Policy, directory: Directory, rates: readonly Rate[], at: string): Missed[] {
  const toCurrency = converterOn(directory, at, rates);
  const asked = askedBy(policy, directory, at, toCurrency);
  const looked: Examined = { policy, at, toCurrency, without: leavers(directory) };
  const unit = 10 ** minorDigits(policy.currency);
  return policy.sections.flatMap((section) =>
    section.bands.flatMap((_, band): Missed[] => {
      const levels = levelsOf(section, band);
      if (levels.length === 0) return [];
      const { high } = edgesOf(policy, section, band, unit);
      const answered = levels.flatMap((level) => asked.answers(level, high, null).map((one) => ({ ...one, level })));
      const stuck = new Set(answered.filter(({ answer }) => answer.blocked).flatMap(({ requesters }) => requesters));
      const groups = answered
        .filter(({ answer }) => !answer.blocked)
        .map(({ level, requesters }) => groupOf(looked, level, requesters, high));
      const asking = asked.requesters.filter((one) => !stuck.has(one));
      const all = fewestForAll(groups, asking);
      const some = fewestForSome(groups, all ? all.people.length - 1 : MOST_MISSED);
      return [{ section: section.id, band, asking: asking.length, all, some }];
    }),
  );
}

function levelsOf(section: Section, band: number): Level[] {
  const sure = sureIn(section, band).filter(asksPeople);
  const optional = new Set(sure.flatMap(({ choosesNext }) => choosesNext ?? []));
  return sure.filter(({ id }) => !optional.has(id));
}

/** Requesters whom a level answers alike, and its answer when some people are gone; null when all of the requesters are. */
type Group = { requesters: ReadonlySet<string>; without(gone: readonly string[]): LevelPeople | null };

function groupOf(
  { policy, at, toCurrency, without }: Examined,
  level: Level,
  members: readonly string[],
  minor: number,
): Group {
  const known = new Map<string, LevelPeople | null>();
  return {
    requesters: new Set(members),
    without(gone) {
      const key = gone.join(" ");
      const before = known.get(key);
      if (before !== undefined) return before;
      const requester = members.find((one) => !gone.includes(one));
      const directory = without(gone);
      const answer = requester
        ? peopleUnder(
            policy,
            level,
            subjectBefore(policy, directory, requester, minor, toCurrency),
            directory,
            at,
            [],
            true,
          )
        : null;
      known.set(key, answer);
      return answer;
    },
  };
}

/** The smallest sets that stop everybody who asks and is not gone. */
function fewestForAll(groups: readonly Group[], asking: readonly string[]): MissedSet | null {
  const ofPerson = new Map(asking.map((one) => [one, groups.filter(({ requesters }) => requesters.has(one))]));
  const goesOn = (gone: readonly string[]) =>
    asking.find((one) => !gone.includes(one) && !ofPerson.get(one)!.some((group) => group.without(gone)?.blocked));
  const stopsAnybody = (gone: readonly string[]) => asking.some((one) => !gone.includes(one));
  const sets = smallest(MOST_MISSED, (gone) => {
    const still = goesOn(gone);
    if (still === undefined) return stopsAnybody(gone) ? "stopped" : [];
    // Whoever still asks could also be gone themselves.
    const ways = ofPerson.get(still)!.flatMap((group) => wayOf(group.without(gone)));
    return [...ways, { people: [still], atLeast: 1 }];
  });
  const [people] = sets;
  return people ? { people, others: sets.length - 1 } : null;
}

/** Of the smallest sets that stop somebody, the one that stops most. */
function fewestForSome(groups: readonly Group[], most: number): Missed["some"] {
  const sets = new Map<string, Set<string>>();
  let least = most;
  for (const group of groups)
    for (const people of smallest(least, (gone) => {
      const answer = group.without(gone);
      return answer?.blocked ? "stopped" : wayOf(answer);
    })) {
      if (people.length < least) sets.clear();
      least = people.length;
      const key = people.join(" ");
      const stopped = sets.get(key) ?? new Set();
      for (const one of group.requesters) if (!people.includes(one)) stopped.add(one);
      sets.set(key, stopped);
    }
  const [first] = [...sets].sort(([a, one], [b, other]) => other.size - one.size || (a < b ? -1 : 1));
  return first ? { people: first[0].split(" "), stopped: first[1].size, others: sets.size - 1 } : null;
}

/** People one of whom has to be gone, and how many at least, before a level is stopped. */
type Way = { people: readonly string[]; atLeast: number };

function wayOf(answer: LevelPeople | null): Way[] {
  return answer ? [{ people: [...deciders(answer)], atLeast: atLeast(answer) }] : [];
}

/**
 * Every smallest set of people that stops something, each sorted, found by taking away one after the other of those who still decide: whoever else is gone changes
 * nothing.
 * @param look "stopped", or the ways one of which has to be gone
 */
function smallest(most: number, look: (gone: readonly string[]) => "stopped" | readonly Way[]): string[][] {
  for (let size = 1; size <= most; size += 1) {
    const found = new Map<string, string[]>();
    const tried = new Set<string>();
    const search = (gone: readonly string[]): void => {
      const key = gone.join(" ");
      if (tried.has(key)) return;
      tried.add(key);
      const left = look(gone);
      if (left === "stopped") return void (gone.length === size && found.set(key, [...gone]));
      for (const { people, atLeast: more } of left) {
        if (gone.length + more > size) continue;
        for (const person of people) if (!gone.includes(person)) search([...gone, person].sort());
      }
    };
    search([]);
    if (found.size > 0) return [...found.values()];
  }
  return [];
}

/** In whose right somebody decides: themselves, or whom they stand in for. */
function deciders(answer: LevelPeople): Set<string> {
  const pool = new Set(answer.pool);
  return new Set(
    answer.candidates
      .filter(({ person }) => pool.has(person))
      .flatMap(({ person, inNameOf }) => [inNameOf ?? person, person]),
  );
}

/** So many have to go at least. Each takes one decision with them, or more where somebody decides for others too; then nothing is known beforehand. */
function atLeast({ candidates, pool, needed, inTurn }: LevelPeople): number {
  if (inTurn || candidates.some(({ inNameOf }) => inNameOf)) return 1;
  return Math.max(1, new Set(pool).size - needed + 1);
}

/** The directory without some people, as if they had left and nobody stood in for them; the same set is made once. */
function leavers(directory: Directory): (people: readonly string[]) => Directory {
  const { organisation } = directory;
  const standIns = organisation.standIns.filter((entry) => entry.kind !== "absence");
  const made = new Map<string, Directory>();
  return (gone) => {
    const key = gone.join(" ");
    const before = made.get(key);
    if (before) return before;
    const people = organisation.people.map((one) =>
      gone.includes(one.id) ? { ...one, activeUntil: "1970-01-01" } : one,
    );
    const without = directoryOf({
      ...organisation,
      people,
      standIns: standIns.filter(({ person }) => !gone.includes(person)),
    });
    made.set(key, without);
    return without;
  };
}
