import type { CandidateReason } from "../people";
import type { Level, PolicyVersion } from "../policy";
import { valueAt, type Columns, type LevelOutcome, type MinutesOf, type Outcome, type Replayed } from "../rehearsal";

/** One who is asked, and who can answer for them. */
export type Seat = {
  person: string;
  /** They may decide themselves, unless they are away. */
  themselves: boolean;
  standIns: readonly string[];
};

/** What a level asks of people for one document. */
export type Ask = Pick<Level, "timeLimit" | "overdue" | "overduePerson"> & {
  level: string;
  stage: number;
  needed: number;
  inTurn: boolean;
  /** Minutes of work that an answer takes. */
  minutes: number;
  seats: readonly Seat[];
};

/** A document that is sent, and whom it asks. */
export type Arrival = {
  /** Milliseconds since 1970 in UTC. */
  at: number;
  /** Place of the document among those that were given. */
  index: number;
  /** What it is counted with, by the place among the groups. */
  group: number;
  requester: string;
  documentType: string;
  asks: readonly Ask[];
  /** A date of the document by its key, ISO date. */
  dateOf(field: string): string | null;
};

/** The band in which a document is, of which section of which version of which policy. */
export type Group = { policy: string; version: number; section: string; band: number };

export type Arrivals = {
  /** In the order of time. */
  arrivals: Arrival[];
  groups: Group[];
  /** Places of documents that nobody has to decide on, which are decided at once; and how many are held, so that no decision is waited for. */
  unasked: { nobody: number[]; held: number };
};

/** A version as far as times ask for it. */
export type Versioned = Pick<PolicyVersion, "policy" | "version">;

/**
 * The documents that were replayed as they come in, each with what it asks. One that asks nobody takes no time and stands beside.
 * @param versions those under which they were replayed, one of each policy
 */
export function arrivalsOf(
  columns: Columns,
  { outcomes, of }: Replayed,
  versions: readonly Versioned[],
  minutes: MinutesOf,
): Arrivals {
  const levels = levelsById(versions);
  const versionOf = new Map(versions.map((one) => [one.policy.id, one.version]));
  const groups = new Map<string, number>();
  const asked = outcomes.map((outcome) => asksOf(outcome, levels, minutes));
  const arrivals: Arrival[] = [];
  const unasked: Arrivals["unasked"] = { nobody: [], held: 0 };
  const byTime = [...of.keys()].sort((a, b) => columns.at[a]! - columns.at[b]!);
  for (const index of byTime) {
    const { policy, section, band, outcome } = outcomes[of[index]!]!;
    const asks = asked[of[index]!]!;
    if (outcome === "held") unasked.held += 1;
    else if (asks.length === 0 || policy === null || section === null || band === null) unasked.nobody.push(index);
    else {
      const key = JSON.stringify({ policy, version: versionOf.get(policy)!, section, band } satisfies Group);
      const group = groups.get(key) ?? groups.size;
      groups.set(key, group);
      const { requester, onBehalfOf, documentType } = valueAt(columns.who, index)!;
      const dateOf = (field: string) => dayIn(columns, field, index);
      arrivals.push({
        at: columns.at[index]!,
        index,
        group,
        requester: onBehalfOf ?? requester,
        documentType,
        asks,
        dateOf,
      });
    }
  }
  return { arrivals, groups: [...groups.keys()].map((key) => JSON.parse(key) as Group), unasked };
}

function dayIn({ facts }: Columns, field: string, index: number): string | null {
  const { [field]: column } = facts;
  const value = column && valueAt(column, index);
  return typeof value === "string" && value !== "" ? value : null;
}

type Levels = ReadonlyMap<string, Level>;
const keyOf = (policy: string, section: string, level: string) => JSON.stringify([policy, section, level]);

function levelsById(versions: readonly Versioned[]): Levels {
  return new Map(
    versions.flatMap(({ policy: { id, sections } }) =>
      sections.flatMap((section) => section.levels.map((level) => [keyOf(id, section.id, level.id), level] as const)),
    ),
  );
}

/** What an outcome asks of people, in the order of its stages; nothing where it is held. */
function asksOf({ outcome, policy, section, levels }: Outcome, byId: Levels, { usual, byLevel }: MinutesOf): Ask[] {
  if (outcome !== "chain") return [];
  return levels
    .filter((one) => one.outcome === "required" && one.kind !== "check")
    .map((one) => {
      const { timeLimit, overdue = "wait", overduePerson } = byId.get(keyOf(policy!, section!, one.level)) ?? {};
      const { level, stage, needed, inTurn = false } = one;
      return {
        level,
        stage,
        needed,
        inTurn,
        minutes: byLevel[level] ?? usual,
        seats: seatsOf(one),
        overdue,
        ...(timeLimit && { timeLimit }),
        ...(overduePerson !== undefined && { overduePerson }),
      };
    })
    .sort((a, b) => a.stage - b.stage);
}

/** Why somebody who is asked may not decide now, and may again. */
const AWAY: CandidateReason["code"] = "away";

/** Who is asked at a level: whoever may decide or is only away, and those for whom somebody else may. */
function seatsOf({ people }: Pick<LevelOutcome, "people">): Seat[] {
  const seats = new Map<string, { themselves: boolean; standIns: string[] }>();
  for (const { person, inNameOf, eligible, why } of people) {
    const isAway = inNameOf === undefined && why.includes(AWAY);
    if (!eligible && !isAway) continue;
    const seat = seats.get(inNameOf ?? person) ?? { themselves: false, standIns: [] };
    seats.set(inNameOf ?? person, seat);
    if (inNameOf === undefined) seat.themselves = true;
    else seat.standIns.push(person);
  }
  return [...seats].map(([person, seat]) => ({ person, ...seat }));
}
