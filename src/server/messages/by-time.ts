import { calendarOf } from "@/core/approval";
import { addDays, dayIn, momentAt, timeIn } from "@/core/calendar";
import { joinWords, sayCount, sayDate } from "@/core/text";
import { lastDayBefore, type StandIn } from "@/core/people";
import type { App } from "../app";
import { inTransaction } from "../db/all-or-nothing";
import { statement } from "../db/statement";
import { write } from "../ledger/write";
import { readReferenceData, type ReferenceData } from "../reference-data";
import type { MessageEvent } from "./events";
import { writeTo } from "./letters";
import { preferenceOf } from "./settings";

/** Beginnings and ends of absences older than this are not told any more, as after a long time in which nothing ran. */
const TOLD_WITHIN_DAYS = 7;

type Waiting = { person: string; first: string };

/** When the digest of somebody with letters waiting is due: their own hour, the next after the first of these letters. */
function dueOf(app: App, { directory }: ReferenceData, { person, first }: Waiting): string {
  const { hour } = preferenceOf(app, person);
  const zone = calendarOf(person, directory).timeZone;
  const day = timeIn(first, zone) < hour ? dayIn(first, zone) : addDays(dayIn(first, zone), 1);
  return momentAt(day, hour, zone);
}

function waiting(app: App): Waiting[] {
  return statement(
    app.db,
    "SELECT person, MIN(at) AS first FROM letter WHERE digest = 1 GROUP BY person",
  ).all() as Waiting[];
}

/** The next digest that is due, for the clock of a demonstration. */
export function nextDigest(app: App): { at: string; what: string } | null {
  const world = readReferenceData(app);
  const [next] = waiting(app)
    .map((one) => ({ at: dueOf(app, world, one), what: "a daily digest goes out" }))
    .sort((a, b) => (a.at < b.at ? -1 : 1));
  return next ?? null;
}

/** Sends every digest whose moment has come: what was kept for its reader, as one letter. Each letter goes with one digest. @returns how many went */
export function sendDigests(app: App): number {
  const world = readReferenceData(app);
  const due = waiting(app).filter((one) => dueOf(app, world, one) <= app.clock.now());
  for (const { person } of due)
    inTransaction(app, () => {
      const letters = app.db
        .prepare("SELECT id, subject, body FROM letter WHERE person = ? AND digest = 1 ORDER BY id")
        .all(person) as { id: number; subject: string; body: string }[];
      const count = `${sayCount(letters.length)} ${letters.length === 1 ? "message" : "messages"}`;
      const body = letters.map((one) => `${one.subject}\n${one.body}`).join("\n\n");
      const event: MessageEvent = { type: "digest sent", data: { person, letters: letters.map((one) => one.id) } };
      write(app, "messages", [event], { actor: "system" });
      writeTo(app, {
        person,
        document: null,
        occasion: "digest",
        subject: `Your day in Bandeira: ${count}`,
        body,
        atOnce: true,
      });
    });
  return due.length;
}

/** Tells both people when an absence begins or ends, and what of the open work moves with it; each once. @returns how many edges were told */
export function tellAbsences(app: App): number {
  if (app.quiet) return 0;
  const now = app.clock.now();
  const since = new Date(Date.parse(now) - TOLD_WITHIN_DAYS * 86_400_000).toISOString();
  const world = readReferenceData(app);
  const known = statement(app.db, "SELECT 1 FROM absence_told WHERE stand_in = ? AND edge = ?");
  const within = (moment: string | null) => moment !== null && moment <= now && moment > since;
  let told = 0;
  for (const entry of world.history.standIn.values()) {
    if (entry.kind !== "absence") continue;
    for (const edge of ["begins", "ends"] as const) {
      const moment = edge === "begins" ? entry.from : entry.until;
      if (!within(moment) || known.get(entry.id, edge)) continue;
      inTransaction(app, () => tellEdge(app, world, entry, edge));
      told += 1;
    }
  }
  return told;
}

function tellEdge(app: App, { directory }: ReferenceData, entry: StandIn, edge: "begins" | "ends"): void {
  const name = (id: string) => directory.person(id)?.name ?? id;
  write(app, "messages", [{ type: "absence told", data: { standIn: entry.id, edge } }], { actor: "system" });
  const moved = app.db
    .prepare("SELECT d.number FROM waiting w JOIN document d ON d.id = w.document WHERE w.person = ? ORDER BY d.number")
    .pluck()
    .all(entry.person) as string[];
  const work = moved.length > 0 ? joinWords(moved, "and") : "nothing that waits now";
  const until = entry.until ? ` until ${sayDate(lastDayBefore(entry.until, directory.organisation.timeZone))}` : "";
  const person = name(entry.person);
  const letter = (who: string, subject: string, body: string) =>
    writeTo(app, { person: who, document: null, occasion: "absence", subject, body, atOnce: true });
  if (edge === "begins") {
    const absent = entry.standIn
      ? `${name(entry.standIn)} decides in your place${until}: ${work}.`
      : `No stand-in is set. Your approvals wait${until}: ${work}.`;
    letter(entry.person, "Your absence has begun", absent);
    if (entry.standIn)
      letter(
        entry.standIn,
        `You stand in for ${person}`,
        `${person} is away${until}. You decide in their place: ${work}.`,
      );
    return;
  }
  letter(entry.person, "Your absence has ended", `You decide again what was yours: ${work}.`);
  if (entry.standIn)
    letter(
      entry.standIn,
      `You no longer stand in for ${person}`,
      `${person} is back, and decides again what asks them: ${work}.`,
    );
}
