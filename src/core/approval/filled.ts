import { dayIn } from "../calendar";
import { keptBy, type AnyDocument } from "../documents";
import {
  fieldsByApprovers,
  isEmptyValue,
  withOwn,
  wrongValues,
  type OwnField,
  type OwnValue,
  type OwnValues,
} from "../own-fields";
import type { Level } from "../policy";
import { fits } from "../patterns";
import { no, type Decided } from "./barred";
import { acceptedOf } from "./status";
import type { DecideContext, DocumentState } from "./types";

/** What somebody filled in with an approval that stands. */
export type Filled = { field: string; value: OwnValue; level: string; by: string; inNameOf: string | null; at: string };

/** What deciders have filled in of a document, in the order in which they did. Where a level begins again, what was filled in there is gone with its approvals. */
export function filledOf({ levels }: Pick<DocumentState, "levels">): Filled[] {
  return levels
    .flatMap(({ decisions }) => decisions)
    .flatMap(({ filled = {}, level, by, inNameOf, at }) =>
      Object.entries(filled).map(([field, value]) => ({ field, value, level, by, inNameOf, at })),
    )
    .sort((one, other) => (one.at < other.at ? -1 : one.at > other.at ? 1 : 0));
}

/** The same as values by their fields. */
export function filledValues(state: Pick<DocumentState, "levels">): OwnValues {
  return Object.fromEntries(filledOf(state).map(({ field, value }) => [field, value]));
}

/** A document with what deciders filled in beside what its requester did: what later levels look at. */
export function withFilled<D extends AnyDocument>(document: D, state: Pick<DocumentState, "levels">): D {
  const filled = filledValues(state);
  return Object.keys(filled).length > 0 ? withOwn(document, { ...document.own, ...filled }) : document;
}

/** What is left of a document, with what deciders filled in: as it is decided on, and carried out. */
export function finishedOf(state: DocumentState): AnyDocument {
  return withFilled(acceptedOf(state), state);
}

/** Levels that have decided, by their ids: nobody waits for what they did not fill in. @param again levels that begin again, of which nothing stands */
export function decidedOf({ levels }: Pick<DocumentState, "levels">, again: readonly string[] = []): string[] {
  return levels
    .filter(({ level, status }) => status !== "not yet" && status !== "open" && !again.includes(level))
    .map(({ level }) => level);
}

/** A state as far as what was filled in stands, once some levels begin again. */
export function standingBut(state: Pick<DocumentState, "levels">, again: readonly string[]) {
  return { levels: state.levels.filter(({ level }) => !again.includes(level)) };
}

/** A field that a level asks whoever approves for. */
export type Asked = { field: OwnField; needed: boolean };

/** The fields that whoever approves at a level now fills in: those it asks for that are still open on the day and that nobody has filled in before. */
export function askedAt(
  state: DocumentState,
  rule: Pick<Level, "fills"> | undefined,
  { at, routing: { directory } }: Pick<DecideContext, "at" | "routing">,
): Asked[] {
  if (!rule?.fills) return [];
  const { fields, timeZone } = directory.organisation;
  const open = fieldsByApprovers(fields, state.document.documentType, dayIn(at, timeZone));
  const filled = filledValues(state);
  const needed = new Map(rule.fills.map((one) => [one.field, one.needed]));
  return open.flatMap((field) =>
    needed.has(field.key) && filled[field.key] === undefined ? [{ field, needed: needed.get(field.key)! }] : [],
  );
}

/** Keys of those fields that say which level comes next, or whom it asks: before they are filled in nobody knows. */
export function decidingNext(state: DocumentState, asked: readonly Asked[]): string[] {
  const waiting = state.levels.filter(({ status }) => status === "not yet").map(({ level }) => level);
  const awaited = state.route?.levels.flatMap(({ level, why }) =>
    why.code === "awaits fields" && waiting.includes(level) ? why.values.fields : [],
  );
  return asked.map(({ field }) => field.key).filter((key) => awaited?.includes(key));
}

/** What is wrong with what somebody fills in with an approval: not asked for, filled in before, not of its kind, or needed and not there. */
export function wrongFilled(
  state: DocumentState,
  rule: Level | undefined,
  filled: OwnValues,
  context: DecideContext,
): Decided<never> | null {
  const asked = askedAt(state, rule, context);
  for (const { field, by, at } of filledOf(state))
    if (filled[field] !== undefined)
      return no({ code: "filled in before", values: { field, by, at } }, `filled.${field}`);
  const { directory } = context.routing;
  const needed = new Set(context.onPaper ? [] : asked.flatMap(({ field, needed: must }) => (must ? [field.key] : [])));
  const wrong = wrongValues(
    filled,
    asked.map(({ field }) => field),
    ({ key }) => needed.has(key),
    { ...keptBy(directory, fits), day: dayIn(context.at, directory.organisation.timeZone) },
  );
  if (wrong.length === 0) return null;
  return {
    ok: false,
    refusals: wrong.map(({ key, why }) => ({ code: "filled in wrongly", values: { why }, path: `filled.${key}` })),
  };
}

/** What was filled in, without what was left empty. */
export function saidOf(filled: OwnValues = {}): OwnValues {
  return Object.fromEntries(Object.entries(filled).filter(([, value]) => !isEmptyValue(value)));
}
