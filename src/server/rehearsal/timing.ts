import { typeWords } from "@/core/documents";
import type { Person } from "@/core/people";
import { refusedFor, type Result } from "@/core/refusal";
import { ASKING, answersOf, isPaid, type Asking, type Course, type Timing } from "@/core/time-to-decision";
import { authorise } from "../access/authorise";
import type { App } from "../app";
import { statement } from "../db/statement";
import { OWN, type Source } from "../histories/store";
import { readRules } from "../ledger/accounts";
import { sealerOfLog } from "../log/sealed";
import { lastYear, stretchOf, type Stretch } from "../policies/history";
import { readReferenceData } from "../reference-data";
import { fileOf, whyNoSource, type Days } from "./material";

/** What ends a document’s way, and what makes it other than a straight one. */
const ENDS = ["approved", "declined"];
const NOT_STRAIGHT = ["sent back", "returned", "revised", "withdrawn", "rerouted", "reopened"];

/** How documents of a type went on some days, for whoever may read policies: who answered when, how long each took, and under what. */
export function timingFor(
  app: App,
  reader: Person,
  documentType: string,
  days: Days,
  source: Source = OWN,
): Result<Timing> {
  const refusal = authorise(reader, "policies.read");
  if (refusal) return refusedFor(refusal);
  return whyNoSource(app, source) ?? { ok: true, value: timingOf(app, documentType, days, source) };
}

/** The same. Elsewhere nobody answered here, so that answers of the last twelve months are taken for documents that were brought in by file alone. */
export function timingOf(app: App, documentType: string, days: Days, source: Source): Timing {
  const { versions, directory } = readReferenceData(app);
  const { key } = typeWords(documentType);
  const isElsewhere = fileOf(source) !== null;
  const stretch = isElsewhere ? lastYear(app.clock.now()) : stretchOf(days, directory.organisation.timeZone);
  const ofType = versions.filter(({ policy }) => policy.documentType === key);
  return {
    ...waysOf(app, key, stretch),
    versions: ofType.map(({ comments: _, ...version }) => version),
    discounts: isPaid(key) ? discountsOf(app, key, stretch) : {},
    weekday: isPaid(key) ? readRules(app).payments.weekday : null,
  };
}

type Row = { document: string; type: string; at: string; actor: string; level: string | null };

/** Every answer on documents that were sent in a stretch of time, and how long those took that went straight. */
function waysOf(app: App, documentType: string, { from, until }: Stretch): Pick<Timing, "answers" | "courses"> {
  const types = ["submitted", ...ASKING, ...ENDS, ...NOT_STRAIGHT];
  const rows = statement(
    app.db,
    `SELECT d.id AS document, l.type, c.time AS at, c.actor, l.data ->> '$.level' AS level
     FROM document d CROSS JOIN logged l ON l.stream = 'document:' || d.id CROSS JOIN cause c ON c.id = l.cause
     WHERE d.type = ? AND d.submitted_at >= ? AND d.submitted_at < ? AND l.type IN (${types.map(() => "?").join()})
     ORDER BY d.id, l.version`,
  ).iterate(documentType, from, until, ...types) as IterableIterator<Row>;
  const { open } = sealerOfLog(app.db);
  const answers: Timing["answers"][number][] = [];
  const courses: Course[] = [];
  const take = (way: readonly Row[]) => {
    const [first] = way;
    if (!first) return;
    answers.push(...answersOf(first.document, way.map(asking)));
    const course = courseOf(first.document, way);
    if (course) courses.push(course);
  };
  const asking = ({ type, level, actor, at }: Row) => ({ type, level: level ?? "", by: open(actor), at }) as Asking;
  let way: Row[] = [];
  for (const row of rows) {
    if (way[0] && way[0].document !== row.document) {
      take(way);
      way = [];
    }
    way.push(row);
  }
  take(way);
  return { answers, courses };
}

function courseOf(document: string, way: readonly Row[]): Course | null {
  const sent = way.filter(({ type }) => type === "submitted");
  const ends = way.filter(({ type }) => ENDS.includes(type));
  const isStraight = sent.length === 1 && ends.length === 1 && !way.some(({ type }) => NOT_STRAIGHT.includes(type));
  return isStraight ? { document, sent: sent[0]!.at, decided: ends[0]!.at } : null;
}

/** Per cent that are saved on documents with a discount, as they were last sent in. */
function discountsOf(app: App, documentType: string, { from, until }: Stretch): Record<string, string> {
  const rows = statement(
    app.db,
    `SELECT d.id, coalesce(
       (SELECT p.body ->> '$.discountPercent' FROM part p WHERE p.id = l.data ->> '$.document."§"'),
       l.data ->> '$.document.discountPercent'
     ) AS percent
     FROM document d CROSS JOIN logged l ON l.stream = 'document:' || d.id
     WHERE d.type = ? AND d.submitted_at >= ? AND d.submitted_at < ? AND l.type IN ('submitted', 'revised')
     ORDER BY d.id, l.version`,
  ).all(documentType, from, until) as { id: string; percent: string | null }[];
  return Object.fromEntries(rows.flatMap(({ id, percent }) => (percent === null ? [] : [[id, percent]])));
}
