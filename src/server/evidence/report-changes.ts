import { dayIn } from "@/core/calendar";
import { OrganisationSchema, type Role } from "@/core/people";
import { found, type HistoryChange } from "@/core/organisation-history";
import { capital, countOf, sayDate } from "@/core/text";
import type { App } from "../app";
import { eventsOf } from "../log/log";
import type { PeopleData } from "../log/projection";
import { opened } from "../log/sealed";
import type { PolicyEvent } from "../policies/events";
import { readReferenceData } from "../reference-data";
import type { Period } from "./period";
import { differencesOf, namesIn, sayEntry, type EntryNames } from "@/core/words";

/** One change of what decides who may approve what: when, by whom, and what it was before and is after, in words. */
export type ControlChange = { about: "policies" | "limits" | "people" | "rules"; at: string; by: string; what: string };
/** What changes are about, with the heading of each. */
export const CHANGE_KINDS = [
  ["policies", "Changes of policies"],
  ["limits", "Changes of limits"],
  ["people", "Changes of people, positions and absences"],
  ["rules", "Changes of the rules for documents"],
] as const;

/** Who held a role over which days; `until` is null where they hold it still. */
export type Tenure = { role: Role; person: string; from: string; until: string | null };

type Row = { time: string; stream: string; type: string; actor: string; data: string };

/** An event that changes more entries than this brought them in as a whole, and is one line. */
const MANY = 12;

/** Says the changes that events of the log are; what changes nothing about who may approve is left out. */
export class ChangeTeller {
  private readonly names: EntryNames;
  private readonly zone: string;
  private readonly policies: ReadonlyMap<string, string>;

  constructor(app: App) {
    const { history, directory, versions } = readReferenceData(app);
    this.names = namesIn(history);
    this.zone = directory.organisation.timeZone;
    this.policies = new Map(versions.map(({ policy }) => [policy.id, policy.name]));
  }

  tell(row: Row): ControlChange[] {
    const by = row.actor === "system" ? "Bandeira" : this.names.person(row.actor);
    const line = (about: ControlChange["about"], what: string) => ({ about, at: row.time, by, what });
    if (row.stream === "organisation") return this.ofPeople(row, by);
    if (row.stream === "rules") return [line("rules", capital(row.type))];
    if (row.stream.startsWith("policy:")) {
      const what = this.ofPolicy(row);
      return what ? [line("policies", what)] : [];
    }
    return [];
  }

  private ofPeople(row: Row, by: string): ControlChange[] {
    const changes = changesOf(row.data);
    if (changes.length > MANY)
      return [
        {
          about: "people",
          at: row.time,
          by,
          what: `${capital(row.type)}: ${countOf(changes.length, "entry", "entries")}`,
        },
      ];
    return changes.map((change) => {
      const differences = differencesOf(change, this.names, this.zone, row.time).map(
        ({ label, before, after, from }) =>
          `${label}: ${before ? `${before} → ` : ""}${after || "nothing"}${from ? `, from ${sayDate(from)} on` : ""}`,
      );
      // Of a new person or unit the name is enough; a new limit or absence is nothing without what it says.
      const telling = change.before || change.kind === "limit" || change.kind === "standIn";
      const said = `${change.before ? "" : ", new"}${telling ? `: ${differences.join("; ")}` : ""}`;
      return {
        about: change.kind === "limit" ? "limits" : "people",
        at: row.time,
        by,
        what: `${capital(sayEntry(change, this.names))}${said}`,
      };
    });
  }

  private ofPolicy({ stream, type, data }: Row): string | null {
    const event = { type, data: JSON.parse(data) as unknown } as PolicyEvent;
    const name = this.policies.get(stream.slice("policy:".length)) ?? stream.slice("policy:".length);
    const day = (moment: string) => sayDate(dayIn(moment, this.zone));
    switch (event.type) {
      case "policy version saved":
        return `${name}, version ${event.data.version}: saved${event.data.note ? `, “${event.data.note}”` : ""}`;
      case "policy version reviewed":
        return `${name}, version ${event.data.version}: ${event.data.outcome === "approved" ? "approved by the reviewer" : "sent back by the reviewer"}`;
      case "policy version put in force":
        return `${name}, version ${event.data.version}: counts from ${day(event.data.from)}${event.data.until ? ` until ${day(event.data.until)}` : ""}`;
      case "policy version ended":
        return `${name}, version ${event.data.version}: ends on ${day(event.data.until)}`;
      default:
        return null;
    }
  }
}

function changesOf(data: string): readonly HistoryChange[] {
  const read = JSON.parse(data) as PeopleData | { organisation: unknown };
  return "changes" in read
    ? read.changes
    : found(OrganisationSchema.parse(read.organisation), "1970-01-01T00:00:00.000Z");
}

/**
 * Who held which role in a period, worked out from every change of people up to its end: from the day a role was given to the day it was taken, or to the
 * last day of whoever left.
 */
export function tenuresIn(app: App, { from, until }: Period, roles: readonly Role[]): Tenure[] {
  const { directory } = readReferenceData(app);
  const day = (moment: string) => dayIn(moment, directory.organisation.timeZone);
  const held = new Map<string, Tenure>();
  const all: Tenure[] = [];
  for (const event of eventsOf(app.db, "organisation").map((stored) => opened(app.db, stored))) {
    const on = day(event.time);
    if (on > until) break;
    for (const change of changesOf(event.data)) {
      if (change.kind !== "person") continue;
      const { id, name, activeUntil } = change.after;
      for (const role of roles) {
        const key = `${id} ${role}`;
        const has = change.after.roles.includes(role);
        const known = held.get(key);
        if (has && !known) {
          const tenure: Tenure = {
            role,
            person: directory.person(id)?.name ?? name,
            from: on,
            until: activeUntil ?? null,
          };
          held.set(key, tenure);
          all.push(tenure);
        } else if (has && known) known.until = activeUntil ?? null;
        else if (known) {
          known.until = on;
          held.delete(key);
        }
      }
    }
  }
  return all
    .filter((one) => one.until === null || one.until >= from)
    .toSorted((a, b) => roles.indexOf(a.role) - roles.indexOf(b.role) || (a.person < b.person ? -1 : 1));
}
