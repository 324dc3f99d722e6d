import { QUESTION_NAMES, type FindingBody, type FindingState } from "@/core/lookout";
import type { App } from "../app";
import { statement } from "../db/statement";

/** A finding as it is kept. @property people whom it is or ever was about */
export type StoredFinding = {
  id: string;
  state: FindingState;
  raisedAt: string;
  foundAt: string;
  judgedAt: string | null;
  assigned: string | null;
  /** By which it is to be looked into, ISO date. */
  due: string | null;
  body: FindingBody;
  people: string[];
};

type Row = {
  id: string;
  state: FindingState;
  raised_at: string;
  found_at: string;
  judged_at: string | null;
  assigned: string | null;
  due: string | null;
  body: string;
};

const COLUMNS = "id, state, raised_at, found_at, judged_at, assigned, due, body";

/** A finding; null where there is none. Whether somebody may see it is asked beside. */
export function findingOf(app: Pick<App, "db">, id: string): StoredFinding | null {
  const row = statement(app.db, `SELECT ${COLUMNS} FROM finding WHERE id = ?`).get(id) as Row | undefined;
  if (!row) return null;
  const people = statement(app.db, "SELECT person FROM finding_person WHERE finding = ? ORDER BY person")
    .pluck()
    .all(id) as string[];
  return fromRow(row, people);
}

const ORDER: readonly FindingState[] = ["open", "case", "rule changed", "explained"];

/** All of them: those that nobody has judged first, then cases, each by the day on which it was raised, the latest first; of one day in the order of the questions, the least likely first. */
export function allFindings(app: Pick<App, "db">): StoredFinding[] {
  const rows = app.db.prepare(`SELECT ${COLUMNS} FROM finding ORDER BY id`).all() as Row[];
  const people = new Map<string, string[]>();
  for (const { finding, person } of app.db
    .prepare("SELECT finding, person FROM finding_person ORDER BY person")
    .all() as { finding: string; person: string }[]) {
    const known = people.get(finding);
    if (known) known.push(person);
    else people.set(finding, [person]);
  }
  return rows.map((row) => fromRow(row, people.get(row.id) ?? [])).sort(byUrgency);
}

function byUrgency(a: StoredFinding, b: StoredFinding): number {
  const day = ({ raisedAt }: StoredFinding) => raisedAt.slice(0, 10);
  const place = ({ body }: StoredFinding) => QUESTION_NAMES.indexOf(body.question);
  return (
    ORDER.indexOf(a.state) - ORDER.indexOf(b.state) ||
    day(b).localeCompare(day(a)) ||
    place(a) - place(b) ||
    (a.body.corrected ?? 0) - (b.body.corrected ?? 0)
  );
}

function fromRow(row: Row, people: string[]): StoredFinding {
  return {
    id: row.id,
    state: row.state,
    raisedAt: row.raised_at,
    foundAt: row.found_at,
    judgedAt: row.judged_at,
    assigned: row.assigned,
    due: row.due,
    body: JSON.parse(row.body) as FindingBody,
    people,
  };
}
