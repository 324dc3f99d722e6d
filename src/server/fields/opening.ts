import { filledOf, type DocumentState, type DocumentView } from "@/core/approval";
import { ownHeldOn, type HeldValue } from "@/core/documents";
import { hiddenKeys, isEmptyValue, withHidden, type HiddenKeys } from "@/core/own-fields";
import type { Person } from "@/core/people";
import { verifyEvent, type ChainedEvent } from "@/core/records";
import { refusedFor, type Result } from "@/core/refusal";
import { refused, saySeenBy } from "@/core/words";
import { authorise } from "../access/authorise";
import type { App } from "../app";
import { namesFor } from "../documents/names";
import { viewInClear } from "../documents/queries";
import { readAccount, type Account } from "../ledger/accounts";
import { namesNow, readReferenceData } from "../reference-data";
import { hiddenOn, noteOpened, whyNotOpen } from "./hidden";

/** A field that is hidden from the reader of a document, with whether they may open it, and who may, in words. */
export type HiddenField = { key: string; name: string; mayOpen: boolean; openedBy: string };

function hiddenField(app: App, person: Person, key: string, state: DocumentState | null): HiddenField {
  const field = readReferenceData(app).directory.organisation.fields.find((one) => one.key === key);
  const mayOpen = whyNotOpen(app, person, key, state) === null;
  return { key, name: field?.name ?? key, mayOpen, openedBy: saySeenBy(field?.seenBy ?? []) };
}

/** The fields of a document in which something stands that somebody does not see. @param view in clear */
export function hiddenFrom(app: App, person: Person, view: DocumentView): HiddenField[] {
  const { state, thread } = view;
  return [...hiddenOn(app, person, state)].flatMap((key) => {
    const data = { state, thread };
    if (withHidden(data, new Set([key])) === data) return [];
    return [hiddenField(app, person, key, state)];
  });
}

/** The fields of an account in which something stands that its reader does not see. */
export function hiddenOnAccount(app: App, person: Person, { fields }: Pick<Account, "fields">): HiddenField[] {
  return [...hiddenKeys(readReferenceData(app).directory.organisation.fields)].flatMap((key) => {
    const value = fields[key as `own_${string}`] ?? null;
    if (value === null || isEmptyValue(value)) return [];
    return [hiddenField(app, person, key, null)];
  });
}

/** An event as somebody sees it; where something in it is hidden from them, with what this side found of its hash, which they cannot take again. */
export type SeenEvent = ChainedEvent & { checked?: boolean };

/** Events of a document as they are chained, for somebody who has opened nothing. */
export function seenEvents(events: readonly ChainedEvent[], hidden: HiddenKeys): SeenEvent[] {
  return events.map((event) => {
    const data = JSON.parse(event.data) as unknown;
    const seen = withHidden(data, hidden);
    return seen === data ? event : { ...event, data: JSON.stringify(seen), checked: verifyEvent(event) };
  });
}

/** Whether nothing is hidden in a document that somebody may not open. @param view in clear */
export function isForThem(app: App, reader: Person, view: DocumentView): boolean {
  return hiddenFrom(app, reader, view).every(({ mayOpen }) => mayOpen);
}

/**
 * Lets somebody see all of a document that is hidden in it, as a file of it needs, and logs that they did. Refused where one of its fields is not theirs to open.
 * @param view in clear
 */
export function openAll(app: App, reader: Person, view: DocumentView): Result<DocumentView> {
  const hidden = hiddenFrom(app, reader, view);
  const refusals = hidden.flatMap(({ key }) => whyNotOpen(app, reader, key, view.state) ?? []);
  if (refusals.length > 0) return refusedFor(...refusals);
  for (const { key } of hidden) noteOpened(app, reader, key, { on: "document", of: view.state.id });
  return { ok: true, value: view };
}

/** What stands in a field that was opened, as it is read; of a line with its number, of a change with whether it is what was there before. */
export type OpenedValue = Omit<HeldValue, "value"> & { said: string };

/** Opens a hidden field of a document; that somebody did is in the log. */
export function openOnDocument(app: App, actor: Person, id: string, key: string): Result<{ values: OpenedValue[] }> {
  const view = viewInClear(app, actor, id);
  if (!view.ok) return view;
  const { state, version } = view.value;
  const refusal = whyNotOpen(app, actor, key, state);
  if (refusal) return refusedFor(refusal);
  const world = readReferenceData(app);
  if (!hiddenKeys(world.directory.organisation.fields).has(key))
    return refused("no hidden field", { field: key }, "field");
  noteOpened(app, actor, key, { on: "document", of: id });
  const names = namesFor(world, state, version, new Set());
  const filled = filledOf(state).flatMap(({ field, value }) => (field === key ? [{ value }] : []));
  const values = [...ownHeldOn(state.document, state.around ?? {}, key), ...filled];
  return {
    ok: true,
    value: { values: values.map(({ value, ...where }) => ({ ...where, said: names.fieldValue(key, value) })) },
  };
}

/** The same of an account, for whoever may read accounts. */
export function openOnAccount(app: App, actor: Person, id: string, key: string): Result<{ values: OpenedValue[] }> {
  const refusal = authorise(actor, "ledger.read") ?? whyNotOpen(app, actor, key);
  if (refusal) return refusedFor(refusal);
  const account = readAccount(app.db, id);
  if (!account) return refused("no account of the id", { account: id }, "account");
  const { fields } = readReferenceData(app).directory.organisation;
  if (!hiddenKeys(fields).has(key)) return refused("no hidden field", { field: key }, "field");
  noteOpened(app, actor, key, { on: "account", of: id });
  const value = account.fields[key as `own_${string}`] ?? null;
  const said = value === null || isEmptyValue(value) ? [] : [{ said: namesNow(app).fieldValue(key, value) }];
  return { ok: true, value: { values: said } };
}
