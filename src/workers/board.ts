/** What a policy is asked while it is edited, off the page's thread: last year's documents by section, and everything that is wrong with it. */
import { expose, transfer } from "comlink";
import { checkPolicy, missedIn, type Finding, type KnownNames, type Missed } from "@/core/checks";
import {
  countsIn,
  differenceInEffect,
  type DescribedArea,
  type Count,
  type Counts,
  type Group,
  type Setting,
} from "@/core/difference-in-effect";
import { converterOf, type Rate } from "@/core/money";
import { directoryOf, type Directory, type Organisation } from "@/core/people";
import { allInForceAt, type Policy, type PolicyVersion } from "@/core/policy";
import {
  isCaught,
  lookedAt,
  distributionOf,
  valueOf,
  type Caught,
  type PastDocument,
  type AmountDistribution,
} from "@/core/rehearsal";

export type Given = {
  organisation: Organisation;
  versions: readonly PolicyVersion[];
  documents: readonly PastDocument[];
  rates: readonly Rate[];
  months: number;
  names: KnownNames;
  /** ISO date-time in UTC. */
  at: string;
};

export type Answer = {
  tides: Record<string, AmountDistribution> | null;
  /** Documents of which too little is known to tell in which section they belong. */
  untold: number;
  findings: Finding[];
};

/** What two versions treat differently, with last year's documents of each area. */
export type InEffect = {
  groups: readonly (Pick<Group, "changes" | "side"> & { areas: readonly (DescribedArea & Count)[] })[];
  settings: readonly Setting[];
} & Omit<Counts, "areas">;

/** So many documents of an area are named. */
const NAMED = 3;

let given: (Given & { directory: Directory; recent: Rate[]; currencies: string[] }) | null = null;
let caught: { of: string; past: Caught[]; untold: number; value: number } = { of: "", past: [], untold: 0, value: 0 };

/** What of a policy decides which documents come to which of its sections; thresholds and levels do not. */
function shapeOf({ scope, measure, currency, sections }: Policy): string {
  return JSON.stringify([scope, measure, currency, sections.map(({ id, when }) => [id, when])]);
}

const api = {
  give(next: Given): void {
    const day = next.at.slice(0, 10);
    const oldest = new Date(Date.parse(day) - 10 * 86_400_000).toISOString().slice(0, 10);
    given = {
      ...next,
      directory: directoryOf(next.organisation),
      recent: next.rates.filter(({ date }) => date >= oldest && date <= day),
      currencies: [
        ...new Set(next.documents.flatMap(({ measures }) => Object.values(measures).map(({ currency }) => currency))),
      ],
    };
    caught = { of: "", past: [], untold: 0, value: 0 };
  },

  /** @returns the tides only when the sections catch other documents than at the last call */
  look(policy: Policy): Answer {
    if (!given) return { tides: null, untold: 0, findings: [] };
    const shape = shapeOf(policy);
    const fresh = shape !== caught.of;
    if (fresh) {
      const looked = lookedAt(policy, given.documents, given.rates, given.directory);
      const past = looked.filter(isCaught);
      const value = valueOf(policy, given.documents, given.rates);
      caught = { of: shape, past, untold: looked.length - past.length, value };
    }
    const findings = checkPolicy(policy, {
      directory: given.directory,
      at: given.at,
      rates: given.recent,
      versions: given.versions,
      past: caught.past,
      value: caught.value,
      currencies: given.currencies,
      names: given.names,
    });
    const { untold } = caught;
    if (!fresh) return { tides: null, untold, findings };
    const { months } = given;
    const tides = Object.fromEntries(
      policy.sections.map(({ id }) => [
        id,
        distributionOf(
          caught.past.filter(({ section }) => section === id).map(({ minor }) => minor),
          months,
        ),
      ]),
    );
    const buffers = Object.values(tides).flatMap(({ sorted, sums }) => [sorted.buffer, sums.buffer]);
    return transfer({ tides, untold, findings }, buffers);
  },

  /** For each band, how few people would have to be away before it can no longer be decided. */
  missed(policy: Policy): Missed[] {
    return given ? missedIn(policy, given.directory, given.recent, given.at) : [];
  },

  /** What two versions of a policy treat differently; null where that is too much to be looked through. */
  inEffect(before: Policy, after: Policy): InEffect | null {
    if (!given) return null;
    const { directory, versions, at, recent, documents, rates } = given;
    const others = allInForceAt(versions, at).filter(({ policy }) => policy.id !== after.id);
    const found = differenceInEffect(before, after, others, directory, converterOf(recent, at.slice(0, 10)));
    if (!found?.proven) return null;
    const { areas, ...counts } = countsIn(found, documents, rates, NAMED);
    return {
      groups: found.groups.map(({ changes, side, areas: of }, group) => ({
        changes,
        side,
        areas: of.map(({ parts: _, ...area }, index) => ({ ...area, ...areas[group]![index]! })),
      })),
      settings: found.settings,
      ...counts,
    };
  },
};

export type BoardWorker = typeof api;
expose(api);
