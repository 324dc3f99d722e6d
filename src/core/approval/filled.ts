import { dayIn } from "../calendar";
import { documentType, keptBy, ownLinesOf, type AnyDocument, type RefusedPart } from "../documents";
import {
  fieldsByApprovers,
  filledOnDocument,
  filledOnLine,
  isByLine,
  withFilledIn,
  wrongValues,
  type FilledValue,
  type FilledValues,
  type OwnField,
  type OwnValues,
  type WrongValue,
} from "../own-fields";
import type { Level } from "../policy";
import { fits } from "../patterns";
import { no, type Decided } from "./barred";
import { documentOf, refusedOf } from "./status";
import type { DecideContext, DocumentState } from "./types";

/** What somebody filled in with an approval that stands. */
export type Filled = {
  field: string;
  value: FilledValue;
  level: string;
  by: string;
  inNameOf: string | null;
  at: string;
};

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
export function filledValues(state: Pick<DocumentState, "levels">): FilledValues {
  return Object.fromEntries(filledOf(state).map(({ field, value }) => [field, value]));
}

/** A document with what deciders filled in beside what its requester did: what later levels look at. @param document with all its lines, by whose numbers it was filled in */
export function withFilled<D extends AnyDocument>(document: D, state: Pick<DocumentState, "levels">): D {
  return withFilledIn(document, filledValues(state));
}

/** What is left of a document, with what deciders filled in: as it is decided on, and carried out. @param standing the levels whose filling in counts, where not all do */
export function finishedOf(state: DocumentState, standing: Pick<DocumentState, "levels"> = state): AnyDocument {
  return leftWith(documentOf(state), refusedOf(state), standing);
}

/** A document with what was filled in, and without what has been refused of it. */
export function leftWith(
  document: AnyDocument,
  refused: readonly RefusedPart[],
  standing: Pick<DocumentState, "levels">,
): AnyDocument {
  return documentType(document.documentType).without(withFilled(document, standing), refused);
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

/** A field that a level asks whoever approves for; one of lines for each that has not been refused. */
export type Asked = { field: OwnField; needed: boolean };

/** Lines of a document, by their numbers as it was sent, that are not refused. @param refused all that is */
export function linesLeft(document: AnyDocument, refused: readonly RefusedPart[]): number[] {
  const parts = documentType(document.documentType).parts(document);
  const gone = (index: number) => refused.some(({ part, allowed }) => allowed === null && part === parts[index]?.key);
  return ownLinesOf(document).flatMap((_, index) => (gone(index) ? [] : [index + 1]));
}

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

/**
 * What is wrong with what somebody fills in with an approval: not asked for, filled in before, not of its kind, or needed and not there.
 * @param refused all that is refused of the document, with this approval too: nothing is filled in for it
 */
export function wrongFilled(
  state: DocumentState,
  rule: Level | undefined,
  filled: FilledValues,
  refused: readonly RefusedPart[],
  context: DecideContext,
): Decided<never> | null {
  const asked = askedAt(state, rule, context);
  for (const { field, by, at } of filledOf(state))
    if (filled[field] !== undefined)
      return no({ code: "filled in before", values: { field, by, at } }, `filled.${field}`);
  const left = linesLeft(state.document, refused);
  for (const [key, value] of Object.entries(filled))
    for (const line of isByLine(value) ? Object.keys(value).map(Number) : [])
      if (!left.includes(line)) return no({ code: "no such line", values: { line } }, `filled.${key}.${line}`);
  const look = lookAt(asked, context);
  const found = [
    ...look("document", onDocument(filled, asked), null),
    ...left.flatMap((line) => look("line", filledOnLine(filled, line), line)),
  ];
  return found.length > 0 ? { ok: false, refusals: found } : null;
}

/** What is said of the document; of a field of lines as well, where it is not said line by line, so that it is refused there. */
function onDocument(filled: FilledValues, asked: readonly Asked[]): FilledValues {
  const ofDocument = new Set(asked.flatMap(({ field }) => (field.part === "document" ? [field.key] : [])));
  const byLine = Object.entries(filled).filter(([key, value]) => isByLine(value) && ofDocument.has(key));
  return { ...filledOnDocument(filled), ...Object.fromEntries(byLine) };
}

/** Looks at what is filled in on a part of a document. */
function lookAt(asked: readonly Asked[], { routing: { directory }, at, onPaper }: DecideContext) {
  const needed = new Set(onPaper ? [] : asked.flatMap(({ field, needed: must }) => (must ? [field.key] : [])));
  const against = { ...keptBy(directory, fits), day: dayIn(at, directory.organisation.timeZone) };
  return (part: OwnField["part"], values: FilledValues, line: number | null) => {
    const fields = asked.flatMap(({ field }) => (field.part === part ? [field] : []));
    const wrong: WrongValue[] = wrongValues(values as OwnValues, fields, ({ key }) => needed.has(key), against);
    return wrong.map(({ key, why }) => ({
      code: "filled in wrongly" as const,
      values: { why, line },
      path: line === null ? `filled.${key}` : `filled.${key}.${line}`,
    }));
  };
}
