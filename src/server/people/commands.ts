import { directoryOf, type Person } from "@/core/people";
import { refusedFor, type Located, type Refusal, type Result } from "@/core/refusal";
import { refuse, refused, namesOf, sayNotEdited } from "@/core/words";
import {
  applyChanges,
  checked,
  gainsOf,
  type OrganisationHistory,
  type Setting,
  asOf,
  type EditReason,
  type HistoryChange,
} from "@/core/organisation-history";
import { authorise, type Action } from "../access/authorise";
import type { App } from "../app";
import { carryOut } from "../carry-out";
import { append } from "../log/log";
import { project } from "../log/projection";
import { readReferenceData } from "../reference-data";
import { CARRIED, type PeopleChange } from "./changes";
import { isPseudonym } from "./pseudonym";
import { openDocumentsOf } from "./open-work";

/** Carries out one change of people, limits, stand-ins or calendars. @returns how many entries it changed */
export function changePeople(
  app: App,
  actor: Person,
  change: PeopleChange,
  command: string,
): Result<{ changed: number; id: string | null }> {
  // The table pairs each type with its own fields, which the compiler cannot follow through a union.
  const carried = CARRIED[change.type] as (typeof CARRIED)["leave"];
  const typed = change as Parameters<typeof carried.edit>[1];
  const about = carried.about?.(typed, readReferenceData(app).history);
  if ("person" in change && typeof change.person === "string" && isPseudonym(app, change.person))
    return refused("a pseudonym", null, "person");
  return editOrganisation(
    app,
    actor,
    { action: carried.action, event: carried.event, command, about },
    (history, setting) => carried.edit(history, typed, setting, about ? openDocumentsOf(app, about).length : 0),
  );
}

/**
 * Nobody gives power to themselves: whoever carries out a change of people, by hand or from a file, gains nothing by it. Being somebody's manager may be entered by
 * the only administrator there is; deciding in place of one's own reports is a manager's to set.
 */
function whyNotForOneself(
  app: App,
  actor: Person,
  before: OrganisationHistory,
  after: OrganisationHistory,
  at: string,
): Refusal | null {
  const others = [...before.person.values()].some(
    (one) => one.id !== actor.id && one.roles.includes("administrator") && !one.activeUntil,
  );
  const gains = gainsOf(before, after, actor.id, at).filter(({ what, of }) => {
    if (what === "report") return others;
    return what !== "stand-in" || readReferenceData(app).directory.person(of)?.manager !== actor.id;
  });
  const [first] = gains;
  if (!first) return null;
  return refuse("power to oneself", { what: first.what, others });
}

export type Carrying = { action: Action; event: string; command: string; about?: string | undefined; reason?: string };

/**
 * Authorises, works out, checks and writes an edit of the organisation: all of its changes in one event and one transaction, or none. A command
 * that was carried out before changes nothing.
 */
export function editOrganisation(
  app: App,
  actor: Person,
  { action, event, command, about, reason }: Carrying,
  edit: (history: OrganisationHistory, setting: Setting) => Result<HistoryChange[], Located<EditReason> | Refusal>,
): Result<{ changed: number; id: string | null }> {
  const { directory } = readReferenceData(app);
  const person = about === undefined ? undefined : directory.person(about);
  const intent = {
    command,
    stream: "organisation",
    type: event,
    barred: () => authorise(actor, action, person ? { about: person } : {}),
    again: () => ({ changed: 0, id: null }),
  };
  return carryOut<{ changed: number; id: string | null }>(app, actor, intent, () => {
    const { history } = readReferenceData(app);
    const at = app.clock.now();
    const setting = { at, actor: actor.id, zone: directory.organisation.timeZone };
    const made = edit(history, setting);
    const result = made.ok ? checked(history, made, setting) : made;
    if (!result.ok) {
      // Somebody who is only being entered is named too.
      const names = namesOf(directoryOf(asOf(made.ok ? applyChanges(history, made.value) : history, at)));
      return refusedFor(...result.refusals.map((why) => ("message" in why ? why : sayNotEdited(why, names))));
    }
    const own = whyNotForOneself(app, actor, history, applyChanges(history, result.value), at);
    if (own) return refusedFor(own);
    if (result.value.length === 0) return refused("people unchanged");
    const data = { changes: result.value, ...(reason && { reason }) };
    project(app.db, append(app.db, "organisation", [{ type: event, data }], { actor: actor.id, at, command }));
    return { ok: true, value: { changed: result.value.length, id: result.value[0]!.id } };
  });
}
