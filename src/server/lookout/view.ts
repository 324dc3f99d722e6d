import { dayIn } from "@/core/calendar";
import type { Attachment } from "@/core/documents";
import {
  COURSE_ACTS,
  QUESTION_NAMES,
  type FindingAct,
  type FindingBody,
  type FindingState,
  type QuestionName,
  type Remedy,
} from "@/core/lookout";
import type { Person } from "@/core/people";
import type { Cell } from "@/core/tables";
import { QUESTION_WORDS, figuresTable, sayChance, sayFound, sayRemedy, type FindingNames } from "@/core/words";
import { authorise } from "../access/authorise";
import type { App } from "../app";
import { statement } from "../db/statement";
import { eventsOf } from "../log/log";
import { opened } from "../log/sealed";
import { write } from "../ledger/write";
import { namesNow, readReferenceData } from "../reference-data";
import type { LookoutEvent } from "./events";
import { lastLook } from "./look";
import { remediesNow } from "./mend";
import { namesIn } from "./names";
import { lookoutSettings } from "./settings";
import { allFindings, findingOf, type StoredFinding } from "./stored";

/** A finding in the list. */
export type FindingLine = {
  id: string;
  state: FindingState;
  title: string;
  sentence: string;
  /** ISO date-time of when it was raised, or judged last. */
  since: string;
};

/** A document of a finding. */
export type FindingDocument = {
  id: string;
  number: string;
  type: string;
  at: string;
  /** The day that stands on it, and the number by which its party calls it. */
  day: string;
  theirNumber: string;
  whose: string;
  unit: string;
  party: string;
  gross: { minor: number; currency: string };
  /** What its policy compared, in minor units of the policy’s currency; null where none did. */
  compared: number | null;
};

/** What happens to a finding. */
type Happened = Exclude<LookoutEvent["type"], "looked through" | "lookout set">;

/** What came of a finding so far, the earliest first. */
export type CourseLine = {
  at: string;
  by: string;
  what: Happened;
  text: string;
  to: string | null;
  /** By which it is to be looked into, ISO date; null where nothing was said. */
  due: string | null;
  papers: readonly Attachment[];
};

export type FindingView = FindingLine & {
  question: QuestionName;
  chance: string;
  raisedAt: string;
  foundAt: string;
  assigned: string | null;
  /** By which a case is to be looked into, ISO date. */
  due: string | null;
  /** Whether there is or was a case of it, so that its file can be taken. */
  hasCase: boolean;
  body: FindingBody;
  /** Every figure with what it is called. */
  figures: Cell[][];
  /** What the ids of the people in it are called; other words for them where names are hidden. */
  people: Record<string, string>;
  documents: FindingDocument[];
  course: CourseLine[];
  acts: readonly FindingAct[];
  /** What would mend it, as far as a rule can; `mayBegin` whether its reader may begin a draft with it. */
  remedies: { code: Remedy["code"]; said: string }[];
  mayBegin: boolean;
};

export type LookoutView = {
  last: { at: string; by: string; from: string; until: string; documents: number; questions: number } | null;
  falseAlarms: number;
  findings: FindingLine[];
  /** Questions that found nothing that its reader may see, with of how many things they were asked the last time. */
  nothing: { question: QuestionName; words: string; asked: number }[];
};

/** What somebody who sees the lookout sees of it: nothing of what is about themselves. */
export function lookoutView(app: App, reader: Person): LookoutView {
  const settings = lookoutSettings(app);
  const seen = allFindings(app).filter((finding) => authorise(reader, "lookout.read", { finding }) === null);
  const last = lastLook(app);
  const findings = seen.map((finding) => lineOf(app, finding));
  // By what its reader sees: what is missing from both lists would be about them.
  const raised = new Set(seen.map(({ body }) => body.question));
  return {
    last: last && {
      at: last.at,
      by: nameOfActor(app, last.by),
      from: last.body.from,
      until: last.body.until,
      documents: last.body.documents,
      questions: QUESTION_NAMES.length,
    },
    falseAlarms: settings.falseAlarms,
    findings,
    nothing: QUESTION_NAMES.filter((question) => !raised.has(question)).map((question) => ({
      question,
      words: QUESTION_WORDS[question],
      asked: last?.body.asked[question] ?? 0,
    })),
  };
}

function lineOf(app: App, finding: StoredFinding): FindingLine {
  const said = sayFound(finding.body, namesIn(app, finding));
  return { id: finding.id, state: finding.state, ...said, since: finding.judgedAt ?? finding.raisedAt };
}

/**
 * One finding with all that it goes by, for whoever may see it; null where there is none, or it may be about them. That somebody looked is noted in the log, once a day.
 */
export function findingView(app: App, reader: Person, id: string): FindingView | null {
  const finding = findingOf(app, id);
  if (!finding || authorise(reader, "lookout.read", { finding })) return null;
  noteShown(app, reader, id);
  const { body } = finding;
  const names = namesIn(app, finding);
  const course = courseOf(app, id);
  const people = Object.fromEntries(peopleIn(app, finding).map((person) => [person, names.person(person)]));
  return {
    ...lineOf(app, finding),
    question: body.question,
    chance: sayChance(body),
    raisedAt: finding.raisedAt,
    foundAt: finding.foundAt,
    assigned: finding.assigned === null ? null : namesNow(app).person(finding.assigned),
    due: finding.due,
    hasCase: course.some(({ what }) => what === "case opened"),
    body,
    people,
    figures: figuresTable(body, names, people),
    documents: documentsOf(app, body.documents, names),
    course,
    remedies: remediesNow(app, body).map((remedy) => ({ code: remedy.code, said: sayRemedy(remedy, names) })),
    mayBegin: authorise(reader, "policies.write") === null,
    acts: authorise(reader, "lookout.judge", { finding }) ? [] : COURSE_ACTS[finding.state],
  };
}

/** Those whom it is about, and everybody else who stands in its figures. */
function peopleIn(app: App, { people, body }: StoredFinding): string[] {
  const { directory } = readReferenceData(app);
  const written = JSON.stringify(body.figures);
  const named = directory.organisation.people.filter(({ id }) => written.includes(`"${id}"`)).map(({ id }) => id);
  return [...new Set([...people, ...named])];
}

type Row = Omit<FindingDocument, "gross" | "whose"> & { whose: string; minor: number; currency: string };

function documentsOf({ db }: App, ids: readonly string[], names: FindingNames): FindingDocument[] {
  const one = statement(
    db,
    `SELECT d.id, d.number, d.type, d.submitted_at AS at, d.date AS day, coalesce(i.invoice_number, '') AS theirNumber,
            coalesce(d.on_behalf_of, d.requester) AS whose, d.unit, d.party, d.gross AS minor, d.currency, d.compared
     FROM document d LEFT JOIN invoice i ON i.document = d.id WHERE d.id = ?`,
  );
  return ids.flatMap((id): FindingDocument[] => {
    const row = one.get(id) as Row | undefined;
    if (!row) return [];
    const { minor, currency, ...rest } = row;
    return [{ ...rest, whose: names.person(row.whose), unit: names.unit(row.unit), gross: { minor, currency } }];
  });
}

type Said = { reason?: string; note?: string; assigned?: string; due?: string | null; papers?: Attachment[] };

function courseOf(app: App, id: string): CourseLine[] {
  const { person } = namesNow(app);
  return eventsOf(app.db, `finding:${id}`).flatMap((stored): CourseLine[] => {
    const event = opened(app.db, stored);
    const { reason, note, assigned, due = null, papers = [] } = JSON.parse(event.data) as Said;
    const line = { at: event.time, by: nameOfActor(app, event.actor), what: event.type as Happened, due, papers };
    return [{ ...line, text: reason ?? note ?? "", to: assigned === undefined ? null : person(assigned) }];
  });
}

function nameOfActor(app: App, actor: string): string {
  return actor === "system" ? "Bandeira" : namesNow(app).person(actor);
}

/** Once a day for each who looks. Like all that only notes that somebody was here, it turns nobody away. */
function noteShown(app: App, { id: person }: Person, id: string): void {
  const zone = readReferenceData(app).directory.organisation.timeZone;
  const today = dayIn(app.clock.now(), zone);
  const events = eventsOf(app.db, `finding:${id}`).map((event) => opened(app.db, event));
  const isKnown = events.some(
    (one) => one.type === "finding shown" && one.actor === person && dayIn(one.time, zone) === today,
  );
  if (isKnown) return;
  try {
    const event: LookoutEvent = { type: "finding shown", data: { id } };
    app.db.transaction(() => write(app, `finding:${id}`, [event], { actor: person })).immediate();
  } catch {
    // A full disk is no reason to show nothing.
  }
}
