import {
  askedAt,
  linesLeft,
  refusedOf,
  type DecideContext,
  type DocumentState,
  type DocumentView,
  type LevelState,
} from "@/core/approval";
import { dayIn } from "@/core/calendar";
import { documentType, ownLinesOf } from "@/core/documents";
import {
  HIDDEN,
  isByLine,
  withHidden,
  type ByLine,
  type FilledValue,
  type FilledValues,
  type HiddenKeys,
} from "@/core/own-fields";
import type { Level } from "@/core/policy";
import { canonical } from "@/core/records";
import { sayShown, type Names } from "@/core/words";
import { listsForForms } from "../lists/offered";

type Asking = { rule: Level | undefined; context: DecideContext; words: Names; unseen: HiddenKeys };

/** Fields that a level asks for of a document and of its lines, as a form needs them; null where it asks for none. */
export function fillsAt(view: DocumentView, { level }: LevelState, { rule, context, words, unseen }: Asking) {
  const { state } = view;
  const asked = askedAt(state, rule, context);
  if (asked.length === 0) return null;
  const { directory } = context.routing;
  const today = dayIn(context.at, directory.organisation.timeZone);
  const named = new Set(asked.map(({ field }) => field.list));
  const before = proposed(
    asked.map(({ field }) => field.key),
    withHidden(filledBefore(view, level), unseen),
  );
  return {
    // Whether one has to be filled in says the level that asks for it.
    fields: asked.map(({ field: { by: _, ...field }, needed }) => ({
      ...field,
      required: needed ? ("always" as const) : ("no" as const),
    })),
    lines: asked.some(({ field }) => field.part === "line") ? linesOf(state, words) : [],
    lists: listsForForms(directory, today).filter(({ id }) => named.has(id)),
    today,
    currency: state.document.currency,
    before,
    people: Object.fromEntries(
      asked.flatMap(({ field: { key, kind } }) =>
        kind === "person" ? valuesOf(before[key]).map((id) => [id, directory.person(id)?.name ?? id]) : [],
      ),
    ) as Record<string, string>,
  };
}

/** The lines that are not refused, each with what it says and the key of the part that it is, where lines are approved one by one. */
function linesOf(state: DocumentState, words: Names) {
  const { document } = state;
  const type = documentType(document.documentType);
  const [shown, parts] = [type.lines(document), type.parts(document)];
  return linesLeft(document, refusedOf(state)).map((line) => ({
    line,
    part: parts[line - 1]?.key ?? null,
    said: sayShown(shown[line - 1] ?? null, words),
  }));
}

/**
 * What was filled in at a level the last time that it was decided; it has begun again since, and is typed anew only where it is another. Of lines it is what the same line
 * said then, wherever it stands now.
 */
function filledBefore({ state, thread }: DocumentView, level: string): FilledValues {
  const given = thread.findLast((event) => event.type === "approval given" && event.data.level === level);
  if (given?.type !== "approval given" || !given.data.filled) return {};
  const { filled, revision } = given.data;
  if (revision === state.revision || !Object.values(filled).some(isByLine)) return filled;
  const sent = thread.find(
    (event) => (event.type === "submitted" || event.type === "revised") && event.data.revision === revision,
  );
  if (sent?.type !== "submitted" && sent?.type !== "revised") return {};
  const stood = ownLinesOf(sent.data.document).map((line) => canonical(line));
  const stands = ownLinesOf(state.document).map((line) => stood.indexOf(canonical(line)) + 1);
  const moved = (values: ByLine): ByLine =>
    Object.fromEntries(
      stands.flatMap((then, index) => (values[then] === undefined ? [] : [[String(index + 1), values[then]]])),
    );
  return Object.fromEntries(
    Object.entries(filled).map(([key, value]) => [key, isByLine(value) ? moved(value) : value]),
  );
}

function proposed(keys: readonly string[], before: FilledValues): FilledValues {
  return Object.fromEntries(
    keys.flatMap((key) => {
      const value = before[key];
      return value === undefined || value === HIDDEN ? [] : [[key, value]];
    }),
  );
}

/** The texts in a value, one or line by line. */
function valuesOf(value: FilledValue | undefined): string[] {
  const all = value === undefined ? [] : isByLine(value) ? Object.values(value) : [value];
  return all.filter((one) => typeof one === "string");
}
