import { calendarOf } from "@/core/approval";
import { restBy, type ActivityBuilder } from "@/core/lookout";
import { ANSWERS, ASKING } from "@/core/time-to-decision";
import type { App } from "../app";
import { sealerOfLog } from "../log/sealed";
import type { Stretch } from "../policies/history";
import { readReferenceData } from "../reference-data";
import { openingsSince } from "./opening";

/** Of the answers only this one approves. */
const APPROVES = "approval given";
const isAnswer = (type: string) => ANSWERS.some((one) => one === type);

type Happened = {
  document: string;
  type: string;
  at: string;
  actor: string;
  level: string | null;
  people: string | null;
  policy: string | null;
};
type Asked = { at: number; pool: readonly string[] };

/** Adds every decision on documents of an activity: who was asked with whom and when, when they opened it, and when they decided. @param rows of each document in the activity */
export function addDecisions(
  app: App,
  builder: ActivityBuilder,
  rows: ReadonlyMap<string, number>,
  { from }: Stretch,
): void {
  const { directory } = readReferenceData(app);
  const rest = restBy((person) => calendarOf(person, directory));
  const openedBy = openingsSince(app, from);
  const { open } = sealerOfLog(app.db);
  const asking = new Map<string, Asked>();
  for (const { document: id, type, at, actor, level, people, policy } of happenedSince(app, from)) {
    const document = rows.get(id);
    if (document === undefined || level === null) continue;
    const key = `${id} ${level}`;
    const asked = asking.get(key);
    if (!isAnswer(type)) {
      const pool = people === null ? (asked?.pool ?? []) : (JSON.parse(people) as string[]).map(open);
      asking.set(key, { at: Date.parse(at), pool });
    } else if (asked) {
      const person = open(actor);
      const moment = Date.parse(at);
      const decision = { document, policy: policy ?? "", level, person, pool: asked.pool, asked: asked.at, at: moment };
      const opened = openedBy(id, person, asked.at, moment);
      builder.decision({ ...decision, opened, refused: type !== APPROVES, rest: rest(person, moment) });
    }
  }
}

function happenedSince({ db }: App, from: string): IterableIterator<Happened> {
  return db
    .prepare(
      `SELECT d.id AS document, l.type, c.time AS at, c.actor, d.policy, l.data ->> '$.level' AS level,
              coalesce(l.data ->> '$.pool', l.data ->> '$.asked') AS people
       FROM logged l CROSS JOIN cause c ON c.id = l.cause CROSS JOIN document d ON d.id = substr(l.stream, 10)
       WHERE c.time >= ? AND l.type IN (${ASKING.map(() => "?").join()}) ORDER BY l.seq`,
    )
    .iterate(from, ...ASKING) as IterableIterator<Happened>;
}
