import { peopleTouched } from "@/core/organisation-history";
import type { ChainedEvent } from "@/core/records";
import { PRIVATE_FIELDS } from "../access/private-details";
import { NOT_SIGNED_IN, type AccessEvent } from "../access/events";
import { capital } from "@/core/text";
import type { App } from "../app";
import type { PeopleData } from "../log/projection";
import { opened } from "../log/sealed";
import { namesNow, readReferenceData } from "../reference-data";
import { differencesOf, sayEntry, sayKept, namesIn, type Difference, type Names } from "@/core/words";

/** One thing that happened to a person or their access, as the log has it. */
export type HistoryLine = {
  seq: number;
  at: string;
  by: string;
  what: string;
  differences: Difference[];
  reason: string;
};

const MOST = 60;

/** What the log has about a person, latest first. */
export function historyOf(app: App, person: string): HistoryLine[] {
  const stored = app.db
    .prepare(
      `SELECT e.seq, e.time, e.stream, e.type, e.actor, e.data FROM person_event p JOIN event e ON e.seq = p.seq
       WHERE p.person = ? ORDER BY p.seq DESC LIMIT ${MOST}`,
    )
    .all(person) as Pick<ChainedEvent, "seq" | "time" | "stream" | "type" | "actor" | "data">[];
  const events = stored.map((event) => opened(app.db, event));
  const { history, directory } = readReferenceData(app);
  const names = namesIn(history);
  const zone = directory.organisation.timeZone;
  return events.map((event) => {
    const by = directory.person(event.actor)?.name ?? (event.actor === "system" ? "Bandeira" : event.actor);
    const line = { seq: event.seq, at: event.time, by, differences: [], reason: "" };
    if (event.stream.startsWith("access:"))
      return {
        ...line,
        ...sayAccess({ type: event.type, data: JSON.parse(event.data) as unknown } as AccessEvent, namesNow(app)),
      };
    const data = JSON.parse(event.data) as PeopleData;
    const own = new Set(directory.positionsOf(person).map((position) => position.id));
    const about = (data.changes ?? []).filter(
      (change) =>
        peopleTouched(change).includes(person) ||
        (change.kind === "limit" && change.after.holder.kind === "position" && own.has(change.after.holder.id)),
    );
    return {
      ...line,
      what:
        about.length > 0
          ? `${capital(event.type)}: ${about.map((one) => sayEntry(one, names)).join("; ")}`
          : capital(event.type),
      // What was entered for the first time with everybody else is told in one line.
      differences: about.flatMap((change) => (change.before ? differencesOf(change, names, zone, event.time) : [])),
      reason: data.reason ?? "",
    };
  });
}

function sayAccess(event: AccessEvent, names: Names): Pick<HistoryLine, "what"> & Partial<HistoryLine> {
  switch (event.type) {
    case "signed in":
      return { what: `Signed in, ${event.data.how}` };
    case "sign-in refused":
      return { what: `Sign-in refused: ${NOT_SIGNED_IN[event.data.why]}` };
    case "refused":
      return { what: `Refused: ${sayKept(event.data.why, names)}`, reason: event.data.what };
    case "password set":
      return { what: `Password set ${event.data.how}` };
    case "read":
      return { what: `Read the ${event.data.what} of ${event.data.document.toUpperCase()}` };
    case "private detail opened":
      return { what: `${PRIVATE_FIELDS[event.data.field as keyof typeof PRIVATE_FIELDS]} opened` };
    case "hidden field opened": {
      const { field, on, of } = event.data;
      return {
        what: `Opened ${names.theField(field)} ${on === "file" ? "in a file, " : "of "}${on === "document" ? of.toUpperCase() : of}`,
      };
    }
    case "private detail changed": {
      const label = PRIVATE_FIELDS[event.data.field as keyof typeof PRIVATE_FIELDS];
      return { what: `${label} changed`, differences: [{ label, before: event.data.before, after: event.data.after }] };
    }
    default:
      return { what: capital(event.type) };
  }
}
