import type { Person } from "@/core/people";
import { refuse, type Refusal, type Result, refused, refusedFor } from "@/core/refusal";
import {
  applyChanges,
  checked,
  gainsOf,
  type Edit,
  type GainKind,
  type OrganisationHistory,
  type Setting,
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
  const about = carried.about?.(typed, readReferenceData(app).register);
  if ("person" in change && typeof change.person === "string" && isPseudonym(app, change.person))
    return refused("pseudonym", "That is a pseudonym; enter whoever comes back anew", "person");
  return editPeople(app, actor, { action: carried.action, event: carried.event, command, about }, (register, setting) =>
    carried.edit(register, typed, setting, about ? openDocumentsOf(app, about).length : 0),
  );
}

const GAINED: Record<GainKind, string> = {
  role: "a role",
  limit: "a limit",
  headship: "the headship of a unit",
  position: "a position",
  group: "a place in a group",
  ownership: "an ownership",
  report: "somebody who reports to them",
  line: "another manager or unit",
  "stand-in": "what somebody else decides",
  segregation: "a weaker rule of segregation",
};

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
  const who = others ? "another administrator does that" : "make somebody else administrator first, who does that";
  return refuse("oneself", `${actor.name} would give ${GAINED[first.what]} to themselves; ${who}`);
}

export type Carrying = { action: Action; event: string; command: string; about?: string | undefined; reason?: string };

/**
 * Authorises, works out, checks and writes an edit of the register: all of its changes in one event and one transaction, or none. A command
 * that was carried out before changes nothing.
 */
export function editPeople(
  app: App,
  actor: Person,
  { action, event, command, about, reason }: Carrying,
  edit: (register: OrganisationHistory, setting: Setting) => Edit,
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
    const { register } = readReferenceData(app);
    const at = app.clock.now();
    const setting = { at, actor: actor.id, zone: directory.organisation.timeZone };
    const result = checked(register, edit(register, setting), setting);
    if (!result.ok) return result;
    const own = whyNotForOneself(app, actor, register, applyChanges(register, result.value), at);
    if (own) return refusedFor(own);
    if (result.value.length === 0) return refused("unchanged", "Nothing differs from what is set already");
    const data = { changes: result.value, ...(reason && { reason }) };
    project(app.db, append(app.db, "organisation", [{ type: event, data }], { actor: actor.id, at, command }));
    return { ok: true, value: { changed: result.value.length, id: result.value[0]!.id } };
  });
}
