import { addDays, dayIn, startOfDay } from "@/core/calendar";
import { coverage } from "@/core/people";
import { convert, type Rate } from "@/core/money";
import { DUTY_WORDS, DutySchema, type Duty } from "@/core/segregation";
import { sayDate } from "@/core/words";
import type { Role } from "@/core/people";
import { ChangeTeller, tenuresIn, type ControlChange, type Tenure } from "./report-changes";
import { eventsBetween } from "../logbook/events";
import type { App } from "../app";
import { directoryAt, ratesFor, readWorld } from "../world";

export type Period = { from: string; until: string };
export type BandLine = {
  policy: string;
  section: string;
  band: number;
  documents: number;
  approved: number;
  minor: number;
  currency: string;
};
export type Exception = { what: string; count: number; examples: { document: string; words: string }[] };
export type ControlReport = {
  period: Period;
  documents: { decided: number; approved: number; declined: number; withdrawn: number };
  bands: BandLine[];
  /** Levels with a time limit that were decided: in time, and late. */
  inTime: { inTime: number; late: number };
  months: { month: string; approvals: number; documents: number }[];
  exceptions: Exception[];
  /** Changes of policies, limits, people and rules, oldest first, each with what it was before. */
  changes: ControlChange[];
  /** Who held which role, and over which days. */
  roles: Tenure[];
};

type Row = { seq: number; time: string; stream: string; type: string; actor: string; data: string };

const MOST_EXAMPLES = 12;
/** Roles by which the rules themselves, the people and the record are kept. */
const REPORTED: readonly Role[] = ["controller", "reviewer", "administrator", "auditor", "clerk"];

const LEVEL = "json_object('level', data ->> '$.level', 'due', data ->> '$.due')";
const OWN = "is the requester";
/** What of documents is looked at, by type of event, and what of its data: the rest says nothing of a control, and is most of the log. */
const LOOKED_AT = {
  "approval given": "json_object('by', data ->> '$.by', 'via', data ->> '$.via', 'together', data -> '$.together')",
  submitted: `iif(instr(data, 'not: ${OWN}') > 0, '${OWN}', '')`,
  "level opened": LEVEL,
  "level approved": LEVEL,
  "level declined": LEVEL,
  "level lapsed": "data",
  rerouted: "data",
  "hold released": "data",
  "step skipped": "data",
  revised: "data",
} as const;

/** What controls did in a period, and where they did not: everything in it is counted from the log and the register of that time. */
export function controlReport(app: App, period: Period): ControlReport {
  const rows = eventsBetween(app, period, LOOKED_AT);
  const exceptions = new Exceptions();
  const due = new Map<string, string>();
  const months = new Map<string, { approvals: number; documents: number }>();
  const changes: ControlChange[] = [];
  const teller = new ChangeTeller(app);
  const inTime = { inTime: 0, late: 0 };
  const limits = limitJudge(app);
  const { directory } = readWorld(app);
  const zone = directory.organisation.timeZone;
  const name = (person: string) => directory.person(person)?.name ?? person;
  for (const row of rows) {
    const document = row.stream.startsWith("document:") ? row.stream.slice(9) : null;
    if (row.type === "duties met") exceptions.lookAtDuties(row, name);
    if (!document) {
      changes.push(...teller.tell(row));
      continue;
    }
    if (row.type === "approval given" || row.type === "submitted") {
      const named = monthIn(row.time, zone);
      const month = months.get(named) ?? { approvals: 0, documents: 0 };
      months.set(named, month);
      month[row.type === "submitted" ? "documents" : "approvals"] += 1;
    }
    timely(row, document, due, inTime);
    exceptions.look(row, document, limits);
  }
  const counts = app.db
    .prepare("SELECT status, COUNT(*) AS n FROM document WHERE closed_at >= ? AND closed_at < ? GROUP BY status")
    .all(...momentsOf(app, period)) as { status: string; n: number }[];
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
    inTime,
    months: [...months].map(([month, one]) => ({ month, ...one })).toSorted((a, b) => (a.month < b.month ? -1 : 1)),
    exceptions: exceptions.all(),
    changes,
    roles: tenuresIn(app, period, REPORTED),
  };
}

/** The month in a zone. In the middle of a month no zone has another, so that the day is worked out at its ends alone. */
function monthIn(moment: string, zone: string): string {
  const day = Number(moment.slice(8, 10));
  return (day > 1 && day < 28 ? moment : dayIn(moment, zone)).slice(0, 7);
}

function timely(row: Row, document: string, due: Map<string, string>, counted: ControlReport["inTime"]): void {
  if (row.type !== "level opened" && row.type !== "level approved" && row.type !== "level declined") return;
  const data = JSON.parse(row.data) as { level: string; due: string | null };
  const key = `${document} ${data.level}`;
  if (row.type === "level opened") {
    if (data.due) due.set(key, data.due);
    return;
  }
  const by = due.get(key);
  if (by) counted[row.time <= by ? "inTime" : "late"] += 1;
}

type Judge = (row: Row, document: string, by: string) => string | null;

/** What is out of the ordinary, each with how often and where. */
class Exceptions {
  private readonly found = new Map<string, Exception>();

  private add(what: string, document: string, words: string): void {
    const one = this.found.get(what) ?? { what, count: 0, examples: [] };
    one.count += 1;
    if (one.examples.length < MOST_EXAMPLES) one.examples.push({ document, words: words.replace(/\.$/, "") });
    this.found.set(what, one);
  }

  look(row: Row, document: string, limits: Judge): void {
    switch (row.type) {
      case "level lapsed":
        return this.add("Approved by lapse of time: nobody approved", document, sayDate(row.time.slice(0, 10)));
      case "rerouted":
        return this.add("Routed again", document, (JSON.parse(row.data) as { reason: string }).reason);
      case "hold released": {
        const data = JSON.parse(row.data) as { how: string; code: string; because: string };
        return data.how === "person"
          ? this.add("Hold released by hand", document, `${data.code}: ${data.because}`)
          : undefined;
      }
      case "step skipped":
        return this.add("Step after approval skipped", document, (JSON.parse(row.data) as { reason: string }).reason);
      case "revised": {
        const { voided } = JSON.parse(row.data) as { voided: unknown[] };
        return voided.length > 0
          ? this.add("Changed after it had approvals, which no longer count", document, `${voided.length} voided`)
          : undefined;
      }
      case "submitted":
        return row.data === OWN
          ? this.add("Self-approval prevented", document, "the rule led to the requester")
          : undefined;
      case "approval given":
        return this.approval(row, document, limits);
      default:
    }
  }

  lookAtDuties(row: Row, nameOf: (person: string) => string): void {
    const met = JSON.parse(row.data) as { document: string; person: string; duty: Duty; with: Duty };
    // Each two are a line of their own: an organisation minds some of them more than others.
    const [one, other] = DutySchema.options.filter((duty) => duty === met.with || duty === met.duty);
    this.add(`One person ${DUTY_WORDS[one!]} and ${DUTY_WORDS[other ?? one!]}`, met.document, nameOf(met.person));
  }

  private approval(row: Row, document: string, limits: Judge): void {
    const data = JSON.parse(row.data) as {
      by: string;
      together: { count: number } | null;
      via: string | null;
    };
    if (data.together) this.add("Decided with others at once", document, `one of ${data.together.count}`);
    if (data.via === "mail") this.add("Decided through the link of a mail", document, sayDate(row.time.slice(0, 10)));
    const over = limits(row, document, data.by);
    if (over) this.add("Approved by somebody whose own limit does not cover it", document, over);
  }

  all(): Exception[] {
    return [...this.found.values()].toSorted((a, b) => b.count - a.count);
  }
}

/** Whether a decider's own limit covered what they approved, by people as they were that day. */
function limitJudge(app: App): Judge {
  const { register, versions } = readWorld(app);
  const days = new Map<string, ReturnType<typeof directoryAt>>();
  const rates = new Map<string, Rate[]>();
  const ratesOn = (date: string) => {
    const known = rates.get(date) ?? ratesFor(app.db, date);
    rates.set(date, known);
    return known;
  };
  const facts = app.db.prepare("SELECT type, compared, date, policy, policy_version FROM document WHERE id = ?");
  // What is compared is in the currency of the policy it went under.
  const currencies = new Map(versions.map(({ policy, version }) => [`${policy.id} ${version}`, policy.currency]));
  type Found = { type: string; compared: number | null; date: string; policy: string; policy_version: number };
  return (row, document, by) => {
    const found = facts.get(document) as Found | undefined;
    const currency = found && currencies.get(`${found.policy} ${found.policy_version}`);
    if (!found || found.compared === null || !currency) return null;
    const day = row.time.slice(0, 10);
    const directory = days.get(day) ?? directoryAt(register, row.time);
    days.set(day, directory);
    const judged = coverage(by, found.type, { minor: found.compared, currency }, directory, (one, into) => {
      if (one.currency === into) return one;
      const converted = convert(one, into, found.date, ratesOn(found.date));
      return converted.ok ? converted.money : null;
    });
    return judged.outcome === "does not cover" ? `${directory.person(by)?.name ?? by}: ${judged.reason}` : null;
  };
}

/** The days of a period in the organisation's zone as moments: from the first, up to the one after the last. */
function momentsOf(app: App, { from, until }: Period): [string, string] {
  const zone = readWorld(app).directory.organisation.timeZone;
  return [startOfDay(from, zone), startOfDay(addDays(until, 1), zone)];
}

function bandLines(app: App, period: Period): BandLine[] {
  const names = new Map(readWorld(app).versions.map((one) => [one.policy.id, one.policy]));
  const rows = app.db
    .prepare(
      `SELECT policy, section, band, COUNT(*) AS documents, SUM(status = 'approved') AS approved, SUM(COALESCE(compared, 0)) AS minor
       FROM document WHERE closed_at >= ? AND closed_at < ? AND policy IS NOT NULL GROUP BY policy, section, band ORDER BY policy, section, band`,
    )
    .all(...momentsOf(app, period)) as {
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
    return { ...row, policy: policy?.name ?? row.policy, section, currency: policy?.currency ?? "EUR" };
  });
}
