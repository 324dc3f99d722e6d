import { momentsOf, monthsIn, type Month, type Period } from "./period";
import { findingsByMonth, type FindingCount } from "../lookout/counted";
import { coverage, type Directory } from "@/core/people";
import { convert, type Rate } from "@/core/money";
import { type Duty } from "@/core/segregation";
import { sayDate } from "@/core/text";
import type { Role } from "@/core/people";
import { namesOf, sayCause, sayCoverage, type Names, DUTY_WORDS } from "@/core/words";
import type { Cause } from "@/core/holds";
import { ChangeTeller, tenuresIn, type ControlChange, type Tenure } from "./report-changes";
import { eventsBetween } from "../logbook/events";
import { openedBy, sealerOfLog } from "../log/sealed";
import type { Mark } from "./marks";
import type { App } from "../app";
import { directoryAt, ratesFor, readReferenceData } from "../reference-data";

export type BandLine = {
  policy: string;
  section: string;
  band: number;
  documents: number;
  approved: number;
  minor: number;
  currency: string;
};
/** What was out of the ordinary: where, when, how that reads, and by whom where that is known. */
export type ExceptionCase = { seq: number; document: string; at: string; by: string | null; words: string };
/** A kind of exception. @param key by which it is asked for @param examples the first of them */
export type Exception = { key: string; what: string; count: number; examples: ExceptionCase[] };
export type ControlReport = {
  period: Period;
  documents: { decided: number; approved: number; declined: number; withdrawn: number };
  bands: BandLine[];
  /** Levels with a time limit that were decided: in time, and late. */
  inTime: { inTime: number; late: number };
  months: { month: string; approvals: number; documents: number }[];
  exceptions: Exception[];
  /** What the lookout raised, and what came of it; months without any are left out. */
  findings: FindingCount[];
  /** Changes of policies, limits, people and rules, oldest first, each with what it was before. */
  changes: ControlChange[];
  /** Who held which role, and over which days. */
  roles: Tenure[];
};

const MOST_EXAMPLES = 12;
/** Roles by which the rules themselves, the people and the record are kept. */
const REPORTED: readonly Role[] = ["controller", "reviewer", "administrator", "auditor", "clerk"];
/** Streams whose events change what decides who may approve what; duties that met are marked. */
const CHANGES = "(stream IN ('organisation', 'rules') OR (stream >= 'policy' AND stream < 'policz'))";

/** What controls did in a period, and where they did not: counted from the marks of the log, and from the register of that time. */
export function controlReport(app: App, period: Period): ControlReport {
  const zone = zoneOf(app);
  const teller = new ChangeTeller(app);
  const changes = [...eventsBetween(app, period, CHANGES)].flatMap((row) => teller.tell(row));
  const marks = new Marks(app, momentsOf(period, zone));
  const counts = app.db
    .prepare("SELECT status, COUNT(*) AS n FROM document WHERE closed_at >= ? AND closed_at < ? GROUP BY status")
    .all(...momentsOf(period, zone)) as { status: string; n: number }[];
  const of = (status: string) => counts.find((one) => one.status === status)?.n ?? 0;
  return {
    period,
    documents: {
      decided: counts.reduce((sum, one) => sum + one.n, 0),
      approved: of("approved"),
      declined: of("declined"),
      withdrawn: of("withdrawn"),
    },
    bands: bandLines(app, period),
    inTime: { inTime: marks.count("in time"), late: marks.count("late") },
    months: marks.months(monthsIn(period, zone)),
    findings: findingsByMonth(app, monthsIn(period, zone)),
    exceptions: exceptionsOf(app, marks, MOST_EXAMPLES),
    changes,
    roles: tenuresIn(app, period, REPORTED),
  };
}

/** Every exception of a period, of all kinds, the earliest first. */
export function exceptionsIn(app: App, period: Period): { kind: Exception; found: ExceptionCase }[] {
  const kinds = exceptionsOf(app, new Marks(app, momentsOf(period, zoneOf(app))), Infinity);
  return kinds
    .flatMap((kind) => kind.examples.map((found) => ({ kind, found })))
    .toSorted((a, b) => (a.found.at < b.found.at ? -1 : Number(a.found.at > b.found.at)) || a.found.seq - b.found.seq);
}

type Marked = { seq: number; at: string; document: string; by: string | null };

/** The marks of a period: counted, by the month, and the first of each kind. */
class Marks {
  private readonly counts: ReadonlyMap<string, number>;

  constructor(
    private readonly app: App,
    private readonly period: [from: string, until: string],
  ) {
    const rows = app.db
      .prepare("SELECT what, COUNT(*) AS n FROM control_mark WHERE at >= ? AND at < ? GROUP BY what")
      .all(...period) as { what: string; n: number }[];
    this.counts = new Map(rows.map(({ what, n }) => [what, n]));
  }

  kinds(): string[] {
    return [...this.counts.keys()];
  }

  count(what: string): number {
    return this.counts.get(what) ?? 0;
  }

  first(what: string, most: number): Marked[] {
    return this.app.db
      .prepare(
        `SELECT seq, at, document, by FROM control_mark WHERE what = ? AND at >= ? AND at < ? ORDER BY at, seq LIMIT ${Number.isFinite(most) ? most : -1}`,
      )
      .all(what, ...this.period) as Marked[];
  }

  /** Documents and approvals of each month in which there were any; a month begins with its first day in the zone. */
  months(months: readonly Month[]): ControlReport["months"] {
    const counted = this.app.db
      .prepare("SELECT COUNT(*) FROM control_mark WHERE what = ? AND at >= ? AND at < ?")
      .pluck();
    return months
      .map(({ month, begins, ends }) => {
        const count = (what: Mark) => counted.get(what, begins, ends) as number;
        return { month, approvals: count("approval"), documents: count("submitted") };
      })
      .filter(({ approvals, documents }) => approvals + documents > 0);
  }

  /** Every approval with what was compared then, in order; as they are read, since there can be tens of thousands. */
  approvals(): IterableIterator<Approved> {
    return this.app.db
      .prepare(
        `SELECT seq, at, document, by, type, compared, dated, policy || ' ' || policy_version AS version FROM control_mark
         WHERE what = 'approval' AND at >= ? AND at < ? ORDER BY at, seq`,
      )
      .iterate(...this.period) as IterableIterator<Approved>;
  }
}

type Approved = Marked & {
  type: string;
  compared: number | null;
  dated: string;
  version: string | null;
};

type Told = { reason: string; code: string; because: Cause; voided: unknown[]; together: { count: number } };
/** What is out of the ordinary, as the report calls it, and how each example reads; from its event only where that says more than the mark. */
const EXCEPTIONS: readonly [
  what: Mark,
  name: string,
  words: ((event: Told, names: Names) => string) | "day" | "own",
][] = [
  ["lapsed", "Approved automatically since time ran out: nobody approved", "day"],
  ["rerouted", "Routed again", ({ because }, names) => sayCause(because, names)],
  ["released", "Hold released by hand", ({ code, because }, names) => `${code}: ${sayCause(because, names)}`],
  ["skipped", "Step after approval skipped", ({ reason }) => reason],
  ["voided", "Changed after it had approvals, which no longer count", ({ voided }) => `${voided.length} voided`],
  ["own prevented", "Self-approval prevented", "own"],
  ["together", "Decided with others at once", ({ together }) => `one of ${together.count}`],
  ["by mail", "Decided through the link of a mail", "day"],
];

/** What is out of the ordinary, each with how often and where, the most frequent first. */
function exceptionsOf(app: App, marks: Marks, most: number): Exception[] {
  const read = app.db.prepare("SELECT data FROM event WHERE seq = ?").pluck();
  const sealer = sealerOfLog(app.db);
  const { directory } = readReferenceData(app);
  const names = namesOf(directory);
  const found = EXCEPTIONS.map(([what, name, words]): Exception => ({
    key: what,
    what: name,
    count: marks.count(what),
    examples: marks.first(what, most).map(({ seq, at, document, by }) => ({
      seq,
      document,
      at,
      by,
      words:
        words === "day"
          ? sayDate(at.slice(0, 10))
          : words === "own"
            ? "the rule led to the requester"
            : shorn(words(JSON.parse(openedBy(app.db, sealer, { data: read.get(seq) as string }).data) as Told, names)),
    })),
  }));
  for (const kind of marks.kinds().filter((one) => one.startsWith("duties ")))
    found.push({
      key: kind,
      what: nameOfDuties(kind),
      count: marks.count(kind),
      examples: marks
        .first(kind, most)
        .map((mark) => ({ ...mark, words: directory.person(mark.by!)?.name ?? mark.by! })),
    });
  found.push(overLimits(app, marks, most));
  return found.filter(({ count }) => count > 0).toSorted((a, b) => b.count - a.count || (a.what < b.what ? -1 : 1));
}

const shorn = (words: string) => words.replace(/\.$/, "");

/** Each two are a line of their own: an organisation minds some of them more than others. */
function nameOfDuties(kind: string): string {
  const [, one, other] = kind.split(" ") as [string, Duty, Duty];
  return `One person ${DUTY_WORDS[one]} and ${DUTY_WORDS[other]}`;
}

function overLimits(app: App, marks: Marks, most: number): Exception {
  const judge = limitJudge(app);
  const over: Exception = {
    key: "over limit",
    what: "Approved by somebody whose own limit does not cover it",
    count: 0,
    examples: [],
  };
  for (const approved of marks.approvals()) {
    const words = judge(approved);
    if (!words) continue;
    over.count += 1;
    const { seq, document, at, by } = approved;
    if (over.examples.length < most) over.examples.push({ seq, document, at, by, words: shorn(words()) });
  }
  return over;
}

/** Whether a decider's own limit covered what they approved, by people as they were that day; null where it did, else how that reads. */
function limitJudge(app: App): (approved: Approved) => (() => string) | null {
  const { history, versions } = readReferenceData(app);
  const days = new Map<string, Directory>();
  const rates = new Map<string, Rate[]>();
  const ratesOn = (date: string) => {
    const known = rates.get(date) ?? ratesFor(app.db, date);
    rates.set(date, known);
    return known;
  };
  // What is compared is in the currency of the policy it went under.
  const currencies = new Map(versions.map(({ policy, version }) => [`${policy.id} ${version}`, policy.currency]));
  // Somebody's limits for a type are asked for once in each stretch of time without a change of people.
  const limits = new Map<string, Map<Directory, boolean>>();
  return ({ at, by, type, compared, dated, version }) => {
    const currency = version && currencies.get(version);
    if (compared === null || !currency || !by) return null;
    const day = at.slice(0, 10);
    const directory = days.get(day) ?? directoryAt(history, at);
    days.set(day, directory);
    const key = `${by} ${type}`;
    const known = limits.get(key) ?? new Map<Directory, boolean>();
    limits.set(key, known);
    const boundless =
      known.get(directory) ?? directory.limitsOf(by, type).some(({ limit }) => limit.kind === "unlimited");
    known.set(directory, boundless);
    if (boundless) return null;
    const judged = coverage(by, type, { minor: compared, currency }, directory, (one, into) => {
      if (one.currency === into) return one;
      const converted = convert(one, into, dated, ratesOn(dated));
      return converted.ok ? converted.money : null;
    });
    return judged.outcome === "does not cover" ? () => sayCoverage(by, judged.why, namesOf(directory)) : null;
  };
}

const zoneOf = (app: App): string => readReferenceData(app).directory.organisation.timeZone;

function bandLines(app: App, period: Period): BandLine[] {
  const names = new Map(readReferenceData(app).versions.map((one) => [one.policy.id, one.policy]));
  const rows = app.db
    .prepare(
      `SELECT policy, section, band, COUNT(*) AS documents, SUM(status = 'approved') AS approved, SUM(COALESCE(compared, 0)) AS minor
       FROM document WHERE closed_at >= ? AND closed_at < ? AND policy IS NOT NULL GROUP BY policy, section, band ORDER BY policy, section, band`,
    )
    .all(...momentsOf(period, zoneOf(app))) as {
    policy: string;
    section: string;
    band: number;
    documents: number;
    approved: number;
    minor: number;
  }[];
  return rows.map((row) => {
    const policy = names.get(row.policy);
    const section = policy?.sections.find((one) => one.id === row.section)?.name ?? row.section;
    return {
      ...row,
      policy: policy?.name ?? row.policy,
      section,
      currency: policy?.currency ?? readReferenceData(app).directory.organisation.currency,
    };
  });
}
