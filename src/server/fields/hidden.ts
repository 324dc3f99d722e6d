import { filledOf, levelsToDecide, type DocumentState, type DocumentView } from "@/core/approval";
import { hiddenKeys, isOwnKey, withHidden, type HiddenKeys, type OwnField } from "@/core/own-fields";
import { tookOverFrom, type Directory, type Person } from "@/core/people";
import type { Refusal } from "@/core/refusal";
import { authorise } from "../access/authorise";
import { noteAccess } from "../access/events";
import type { App } from "../app";
import { readReferenceData, routingFor } from "../reference-data";

type HiddenOne = OwnField & Pick<Required<OwnField>, "seenBy">;

/** Fields that are hidden from whoever they are not for, today; what was written before they were hidden is hidden with them. */
function hiddenFieldsOf({ organisation }: Directory): readonly HiddenOne[] {
  return organisation.fields.filter((field): field is HiddenOne => field.seenBy !== undefined);
}

/**
 * Keys of the fields whose values somebody does not see on a document: all that are hidden from some, but for those that they have filled in. Whoever may open one opens it,
 * and that is logged.
 */
export function hiddenOn(app: App, person: Person, state: DocumentState): HiddenKeys {
  const { directory } = readReferenceData(app);
  const all = hiddenKeys(directory.organisation.fields);
  if (all.size === 0) return all;
  const { requester, onBehalfOf, editedBy } = state.document;
  const tookOver = tookOverFrom(person.id, directory, app.clock.now()).includes(requester);
  const theirs = tookOver || [requester, onBehalfOf, editedBy].includes(person.id);
  const filledIn = new Set(filledOf(state).flatMap(({ field, by }) => (by === person.id ? [field] : [])));
  const seen = ({ key, part, by }: OwnField) => filledIn.has(key) || (theirs && part !== "account" && !by);
  return new Set(hiddenFieldsOf(directory).flatMap((field) => (seen(field) ? [] : [field.key])));
}

/** A document as whoever sees it from whom some fields are hidden, see `hiddenOn`. */
export function viewWithout(view: DocumentView, hidden: HiddenKeys): DocumentView {
  const { state, thread } = view;
  // The version is the rule's, and has no value of any document.
  return { ...view, ...withHidden({ state, thread }, hidden) };
}

/** Why somebody may not open a field, of accounts where no document is given; null where they may, or it is hidden from nobody. */
export function whyNotOpen(app: App, person: Person, key: string, state: DocumentState | null = null): Refusal | null {
  const field = hiddenFieldsOf(readReferenceData(app).directory).find((one) => one.key === key);
  if (!field) return null;
  const asked = state !== null && isAskedAbout(app, person, state);
  return authorise(person, "fields.open", { field: { seenBy: field.seenBy, asked, name: field.name } });
}

/** Whether somebody is or was asked to decide on a document, or stands in now for somebody who is. */
function isAskedAbout(app: App, { id }: Person, state: DocumentState): boolean {
  const named = state.levels.some(({ pool, decisions }) => pool.includes(id) || decisions.some(({ by }) => by === id));
  if (named) return true;
  const at = app.clock.now();
  return levelsToDecide(state, id, routingFor(app.db, readReferenceData(app), at, state.route?.ratesOn), at).length > 0;
}

/** Notes in the log that somebody opened a hidden field, and where. */
export function noteOpened(app: App, reader: Person, field: string, where: OpenedOn): void {
  noteAccess(app, reader.id, { type: "hidden field opened", data: { field, ...where } });
}
/** On which document or account, or in a file of many. */
export type OpenedOn = { on: "document" | "account" | "file"; of: string };

/** Hidden fields that somebody opens by taking something of many documents, since they may open them on every one. */
export function openedByRole(app: App, person: Person): string[] {
  const fields = hiddenFieldsOf(readReferenceData(app).directory);
  return fields.flatMap(({ key }) => (whyNotOpen(app, person, key) ? [] : [key]));
}

/** The others, of which such a file says nothing. */
export function hiddenInFiles(app: App, person: Person): HiddenKeys {
  const opened = new Set(openedByRole(app, person));
  return new Set(
    [...hiddenKeys(readReferenceData(app).directory.organisation.fields)].filter((key) => !opened.has(key)),
  );
}

/** Fields of accounts that somebody may fill in on a form: those that they may open, and those that are hidden from nobody. */
export function fieldsToFillIn(app: App, person: Person, fields: readonly OwnField[]): readonly OwnField[] {
  return fields.filter(({ part, key }) => part !== "account" || !whyNotOpen(app, person, key));
}

/** Why somebody may not change fields of an account; null where they may. */
export function whyNotChangeFields(app: App, actor: Person, changed: readonly { field: string }[]): Refusal | null {
  for (const [index, { field }] of changed.entries()) {
    const refusal = isOwnKey(field) ? whyNotOpen(app, actor, field) : null;
    if (refusal) return { ...refusal, path: `changes.${index}.after` };
  }
  return null;
}
