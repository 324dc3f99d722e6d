import { addDays, dayIn, startOfDay } from "@/core/calendar";
import { authorityOf, type Authority } from "@/core/authority";
import { AUTHORITY_TYPES } from "@/core/documents";
import { type Person } from "@/core/people";
import type { OrganisationHistory } from "@/core/organisation-history";
import { conflictsOf } from "@/core/segregation";
import { authorise } from "../access/authorise";
import { maskedDetails, whyNotOpen, type PrivateField } from "../access/private-details";
import { sessionsOf, type Session } from "../access/sessions";
import { credentialOf } from "../access/sign-in";
import type { App } from "../app";
import { deskOf } from "../documents/desk";
import type { Visit } from "../http/page";
import { directoryAt, inForce, readReferenceData } from "../reference-data";
import { isPseudonym } from "./pseudonym";
import { historyOf, type HistoryLine } from "./history";
import { linkTo, rowOf, stateOf, type Link, type PersonRow, type PersonState } from "./rows";
import { standInView, type StandInView } from "./stand-in-views";
import { sayConflict } from "@/core/words";

export type PersonView = {
  row: PersonRow;
  email: string;
  path: Link[];
  activeFrom: string | null;
  activeUntil: string | null;
  /** A pseudonym has taken the place of who this was. */
  pseudonym: boolean;
  successor: Link | null;
  lineUp: (Link & { title: string; state: PersonState })[];
  lineDown: (Link & { title: string; state: PersonState })[];
  heads: Link[];
  positions: Link[];
  groups: Link[];
  owns: string[];
  authority: (Authority & { typeName: string })[];
  standIns: StandInView[];
  standsInFor: StandInView[];
  waits:
    | {
        id: string;
        number: string;
        title: string;
        amount: { minor: number; currency: string };
        forWhom: string | null;
      }[]
    | null;
  conflicts: { words: string; reason: string | null }[];
  masked: ReturnType<typeof maskedDetails> | null;
  mayOpen: Record<PrivateField, boolean>;
  history: HistoryLine[] | null;
  access: { hasPassword: boolean; hasCodes: boolean; sessions: Session[] } | null;
};

/**
 * A person as somebody may see them, on a day.
 * @param on ISO date; null for now. A past day is answered with what held then, as far as policies and people go.
 */
export function personView(visit: Visit, id: string, on: string | null): PersonView | null {
  const { app, now, zone } = visit;
  const { history } = readReferenceData(app);
  const at = on ? momentOn(on, now, zone) : now;
  const directory = on ? directoryAt(history, at) : visit.directory;
  const person = directory.person(id);
  if (!person) return null;
  const member = directory.organisation.groups.filter((group) => group.members.includes(id));
  const near = (one: Person) => ({ id: one.id, name: one.name, title: one.title, state: stateOf(one, directory, at) });
  return {
    row: rowOf(person, directory, at),
    email: person.email,
    path: directory.unitsAbove(person.unit).map((unit) => ({ id: unit.id, name: unit.name })),
    activeFrom: person.activeFrom ?? null,
    activeUntil: person.activeUntil ?? null,
    pseudonym: isPseudonym(app, id),
    successor: linkTo(directory, person.successor),
    lineUp: directory.lineUp(id).map(near),
    lineDown: directory
      .lineDown(id)
      .filter((one) => directory.isActive(one, at))
      .map(near),
    heads: directory.organisation.units
      .filter((unit) => unit.head === id)
      .map((unit) => ({ id: unit.id, name: unit.name })),
    positions: directory.positionsOf(id).map((position) => ({ id: position.id, name: position.name })),
    groups: member.map((group) => ({ id: group.id, name: group.name })),
    owns: directory.organisation.owners.filter((owner) => owner.person === id).map((owner) => owner.key),
    authority: Object.entries(AUTHORITY_TYPES).map(([type, typeName]) => ({
      typeName,
      ...authorityOf(id, type, inForce(readReferenceData(app), at), directory, at),
    })),
    standIns: [...history.standIn.values()]
      .filter((entry) => entry.person === id)
      .map((entry) => standInView(entry, directory, at))
      .toReversed(),
    standsInFor: directory.standsInFor(id).map((entry) => standInView(entry, directory, at)),
    ...privateParts(visit, person, history),
  };
}

/** The end of a past or later day, at which what was set on it counts. */
export function momentOn(day: string, now: string, zone: string): string {
  if (day === dayIn(now, zone)) return now;
  return new Date(Date.parse(startOfDay(addDays(day, 1), zone)) - 1).toISOString();
}

function privateParts(
  visit: Visit,
  person: Person,
  history: OrganisationHistory,
): Pick<PersonView, "waits" | "conflicts" | "masked" | "mayOpen" | "history" | "access"> {
  const { app, person: viewer } = visit;
  const about = { about: person };
  const own = viewer.id === person.id;
  const mayManage = !authorise(viewer, "access.manage");
  const credential = mayManage ? credentialOf(app, person.id) : undefined;
  const settings = history.organisation.get("organisation");
  const exceptions = history.person.get(person.id)?.exceptions ?? [];
  return {
    waits: own || !authorise(viewer, "documents.readAll") ? waitsFor(app, person) : null,
    conflicts: conflictsOf(person.roles, settings?.segregation ?? []).map((rule) => ({
      words: sayConflict(rule),
      reason: exceptions.find((one) => one.roles.every((role) => rule.roles.includes(role)))?.reason ?? null,
    })),
    masked: own || !authorise(viewer, "people.private", about) || mayManage ? maskedDetails(app, person.id) : null,
    mayOpen: {
      bankAccount: !whyNotOpen(viewer, person, "bankAccount"),
      homeAddress: !whyNotOpen(viewer, person, "homeAddress"),
    },
    history: authorise(viewer, "people.history", about) ? null : historyOf(app, person.id),
    access: mayManage
      ? {
          hasPassword: credential !== undefined,
          hasCodes: Boolean(credential?.code_secret),
          sessions: sessionsOf(app, person.id),
        }
      : null,
  };
}

function waitsFor(app: App, person: Person): NonNullable<PersonView["waits"]> {
  const { directory } = readReferenceData(app);
  const { waiting, blocked } = deskOf(app, person);
  return [...waiting, ...blocked.map((row) => ({ ...row, inNameOf: null }))].slice(0, 12).map((row) => ({
    id: row.id,
    number: row.number,
    title: row.title,
    amount: row.net,
    forWhom: row.inNameOf && (directory.person(row.inNameOf)?.name ?? row.inNameOf),
  }));
}
