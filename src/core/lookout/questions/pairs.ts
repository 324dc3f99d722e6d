import type { Activity } from "../activity";
import { chanceOfMeeting } from "../against-others";
import { WORTH_KEEPING, type Answer, type Suspicion } from "../question";
import type { LookoutSettings } from "../settings";
import { bothOf, whoMeetsWhom, type WhoMeetsWhom } from "./who-meets-whom";

/**
 * Two who meet more often than chance has them meet.
 * @property kind two who decide on the same documents, or one whose documents the other decides on
 * @property whole how often each decided with each, or on whose documents
 * @property met how often, of `all` occasions; `one` and `other` how often each was at one
 */
export type PairFigures = {
  kind: "decide together" | "decides for";
  people: [string, string];
  met: number;
  expected: number;
  all: number;
  one: number;
  other: number;
  whole: WhoMeetsWhom;
};

/**
 * The same pair always together, wherever somebody else could have decided: at levels that ask several who decide together, and at those that ask several of whom one decides, whose documents they
 * decide on. Each level is looked at by itself, as far as it asks the same people, since who meets at which level is the policy's doing. If two do not look for each other the number of their
 * meetings is hypergeometric (Fisher's exact test).
 */
export function pairs(activity: Activity, settings: LookoutSettings["pairs"]): Answer<PairFigures> {
  const answer: Answer<PairFigures> = { asked: 0, raised: [] };
  for (const occasions of occasionsByLevel(activity))
    for (const kind of ["decide together", "decides for"] as const) {
      const fitting = occasions.filter((one) => FITS[kind](one));
      const meetings = meetingsIn(fitting, kind);
      const first = countedBy(fitting, ({ requester, decided }) => (kind === "decides for" ? [requester] : decided));
      const second = countedBy(fitting, ({ decided }) => decided);
      for (const meeting of meetings) {
        const counts = { all: fitting.length, one: first.get(meeting.one)!, other: second.get(meeting.other)! };
        judge(activity, { kind, fitting, meeting, counts }, settings, answer);
      }
    }
  return { asked: answer.asked, raised: byPair(answer.raised) };
}

/**
 * One matter is told once: what two do at several levels, or with others around them, is one finding. Each was counted as a question of its own, so that the least of their chances is theirs.
 */
function byPair(raised: readonly Suspicion<PairFigures>[]): Suspicion<PairFigures>[] {
  const pairsSeen = new Map<string, Suspicion<PairFigures>>();
  for (const one of raised) {
    const key = one.about.join(" ");
    const known = pairsSeen.get(key);
    pairsSeen.set(key, known ? together(known, one) : one);
  }
  return [...pairsSeen.values()];
}

function together(one: Suspicion<PairFigures>, other: Suspicion<PairFigures>): Suspicion<PairFigures> {
  const sum = (of: (figures: PairFigures) => number) => of(one.figures) + of(other.figures);
  return {
    ...one,
    documents: [...new Set([...one.documents, ...other.documents])],
    chance: Math.min(one.chance!, other.chance!),
    figures: {
      ...one.figures,
      met: sum(({ met }) => met),
      expected: sum(({ expected }) => expected),
      all: sum(({ all }) => all),
      one: sum((figures) => figures.one),
      other: sum((figures) => figures.other),
      whole: bothOf(one.figures.whole, other.figures.whole, one.figures.people),
    },
  };
}

/** A level of a document that was decided on. */
type Occasion = { document: number; requester: number; pool: readonly number[]; decided: number[] };
type Kind = PairFigures["kind"];

/** Where there was a choice. */
const FITS: Readonly<Record<Kind, (one: Occasion) => boolean>> = {
  "decide together": ({ pool, decided }) => decided.length > 1 && decided.length < pool.length,
  "decides for": ({ pool, decided }) => decided.length < pool.length,
};

/** Occasions by the level and by whom it asked. */
function occasionsByLevel({ documents, decisions }: Activity): Occasion[][] {
  const groups = new Map<number, Map<number, Occasion>>();
  const levels = decisions.level.values.length;
  for (let row = 0; row < decisions.count; row += 1) {
    const pool = decisions.pool.values[decisions.pool.codes[row]!]!;
    if (pool.length < 2) continue;
    const place = decisions.pool.codes[row]! * levels + decisions.level.codes[row]!;
    const group = groups.get(place) ?? new Map<number, Occasion>();
    groups.set(place, group);
    const document = decisions.document[row]!;
    const known = group.get(document) ?? { document, requester: documents.requester[document]!, pool, decided: [] };
    group.set(document, known);
    if (!known.decided.includes(decisions.person[row]!)) known.decided.push(decisions.person[row]!);
  }
  return [...groups.values()].map((group) => [...group.values()]);
}

type Meeting = { one: number; other: number; documents: number[] };

function meetingsIn(occasions: readonly Occasion[], kind: Kind): Meeting[] {
  const found = new Map<string, Meeting>();
  for (const { document, requester, decided } of occasions)
    for (const [one, other] of kind === "decides for"
      ? decided.map((person) => [requester, person] as const)
      : pairsOf(decided)) {
      const key = `${one} ${other}`;
      const known = found.get(key) ?? { one, other, documents: [] };
      known.documents.push(document);
      found.set(key, known);
    }
  return [...found.values()];
}

function pairsOf(people: readonly number[]): (readonly [number, number])[] {
  return people.flatMap((one, index) =>
    people.slice(index + 1).map((other) => [Math.min(one, other), Math.max(one, other)] as const),
  );
}

function countedBy(occasions: readonly Occasion[], of: (one: Occasion) => readonly number[]): Map<number, number> {
  const counts = new Map<number, number>();
  for (const occasion of occasions)
    for (const person of of(occasion)) counts.set(person, (counts.get(person) ?? 0) + 1);
  return counts;
}

type Counts = { all: number; one: number; other: number };

type Judged = { kind: Kind; fitting: readonly Occasion[]; meeting: Meeting; counts: Counts };

/** How often each of those who stand in some occasions met each other. */
function wholeOf(kind: Kind, fitting: readonly Occasion[], people: readonly string[], both: readonly [string, string]) {
  const name = (person: number) => people[person]!;
  return whoMeetsWhom(
    fitting.flatMap(({ requester, decided }) =>
      kind === "decides for"
        ? decided.map((person) => [name(requester), name(person)] as const)
        : decided.flatMap((one) =>
            decided.filter((other) => other !== one).map((other) => [name(one), name(other)] as const),
          ),
    ),
    both,
  );
}

function judge(
  { people, documents: { ids } }: Activity,
  { kind, fitting, meeting: { one, other, documents }, counts }: Judged,
  { fewest, times }: LookoutSettings["pairs"],
  answer: Answer<PairFigures>,
): void {
  if (Math.min(counts.one, counts.other) < fewest) return;
  answer.asked += 1;
  const met = documents.length;
  const expected = (counts.one * counts.other) / counts.all;
  const chance = chanceOfMeeting(met, counts);
  const withoutFirst = (counts.other - met) / Math.max(1, counts.all - counts.one);
  if (chance > WORTH_KEEPING || met / counts.one < times * withoutFirst) return;
  const both: [string, string] = [people[one]!, people[other]!];
  // Which of two comes first must not depend on who is met first in the documents.
  if (kind === "decide together" && both[0] > both[1]) both.reverse();
  const [first, second] = both[0] === people[one] ? [counts.one, counts.other] : [counts.other, counts.one];
  answer.raised.push({
    about: [kind, ...both],
    people: both,
    documents: documents.map((row) => ids[row]!),
    chance,
    figures: {
      kind,
      people: both,
      met,
      expected,
      all: counts.all,
      one: first,
      other: second,
      whole: wholeOf(kind, fitting, people, both),
    },
  });
}
