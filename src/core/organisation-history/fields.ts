import { isGroup, type Comparison, type Condition } from "../conditions";
import { FIELDS_OF_ACCOUNTS, conditionField, typeWords, documentTypeKeys, type Field } from "../documents";
import { foldKey } from "../lists";
import { foreignToKind, isAccountKind, isOwnKey, ownKeyFrom, type OwnField } from "../own-fields";
import { canonical } from "../records";
import { asOf, valueAt } from "./as-of";
import { effective, plain, withState, type Setting } from "./dates";
import { changeTo, one } from "./edit";
import { wrongBounds, wrongTaken, wrongUsual } from "./field-limits";
import { noSuch, notEdited, type Edit } from "./reasons";
import type { EntryOf, HistoryChange, OrganisationHistory } from "./schema";

/** What is entered of a field: everything but its key, which is made of its first name. */
export type FieldEdit = Omit<OwnField, "key">;

/** Parts of a definition that stay what they were, since documents hold values of them. */
const FOR_GOOD = ["kind", "part", "list", "several", "by"] as const;

/**
 * Adds a field, or changes what it is called and asks for from a day on. Its key, its kind, where it stands and its list stay what they were, since documents hold values of
 * them. Refused for a name that another open field of the same documents has, a condition that cannot be looked at while a document is entered, and limits that nothing can
 * keep to.
 * @param key of the field; null for a new one
 */
export function saveField(
  history: OrganisationHistory,
  key: string | null,
  { firstDay, lastDay, ...edit }: FieldEdit,
  from: string | null,
  setting: Setting,
): Edit {
  const start = effective(from, setting);
  if (!start.ok) return start;
  const known = key === null ? null : history.field.get(key);
  if (known === undefined) return noSuch("field", key!);
  if (firstDay && lastDay && lastDay < firstDay) return notEdited({ code: "last day before the first" }, "lastDay");
  const wrong =
    wrongFor(edit, known) ??
    wrongTypes(edit) ??
    wrongName(history, key, edit) ??
    wrongBounds(edit, history.organisation.get("organisation")?.currency ?? "");
  if (wrong) return wrong;
  const wrongWhen =
    conditionRefused(history, edit, key, start.value) ??
    wrongUsual(history, edit, setting) ??
    wrongTaken(history, edit);
  if (wrongWhen) return wrongWhen;
  const { kind, part, list, several, by, ...said } = edit;
  const id = known?.id ?? freeKey(history, edit.name);
  const state = plain({ from: start.value, ...said });
  const now = known && valueAt(known.states, start.value);
  const same = now && canonical({ ...now, from: "" }) === canonical({ ...state, from: "" });
  return one(history, "field", {
    id,
    key: id,
    kind,
    part,
    ...(list && { list }),
    ...(several && { several }),
    ...(by && { by }),
    ...(firstDay && { firstDay }),
    ...(lastDay && { lastDay }),
    states: same ? known.states : withState(known?.states ?? [], state),
  });
}

/** The last day on which a field may be filled in; null opens it again. What documents say in it stays. */
export function endField(history: OrganisationHistory, key: string, lastDay: string | null): Edit {
  const field = history.field.get(key);
  if (!field) return noSuch("field", key);
  if (lastDay && field.firstDay && lastDay < field.firstDay)
    return notEdited({ code: "last day before the first" }, "lastDay");
  const { lastDay: _, ...open } = field;
  return one(history, "field", lastDay ? { ...open, lastDay } : open);
}

/** Puts fields on the form in the order of these keys, from now on. */
export function placeFields(history: OrganisationHistory, keys: readonly string[], setting: Setting): Edit {
  const start = effective(null, setting);
  if (!start.ok) return start;
  const changes: HistoryChange[] = [];
  for (const [place, key] of keys.entries()) {
    const field = history.field.get(key);
    if (!field) return noSuch("field", key, `keys.${place}`);
    const now = valueAt(field.states, start.value) ?? field.states.at(-1)!;
    if (now.place === place) continue;
    const states = withState(field.states, { ...now, from: start.value, place });
    changes.push(...changeTo(history, "field", { ...field, states }));
  }
  return { ok: true, value: changes };
}

function freeKey(history: OrganisationHistory, name: string): string {
  const base = ownKeyFrom(name);
  for (let count = 1; ; count += 1) {
    const key = count === 1 ? base : `${base}_${count}`;
    if (!history.field.has(key)) return key;
  }
}

type Refused = ReturnType<typeof notEdited>;
type Said = Omit<FieldEdit, "firstDay" | "lastDay">;

function wrongFor(edit: Said, known: EntryOf<"field"> | null): Refused | null {
  const changed = known && FOR_GOOD.find((part) => known[part] !== edit[part]);
  if (changed) return notEdited({ code: "of a field for good", values: { part: changed } }, changed);
  const foreign = foreignToKind(edit)[0];
  if (foreign)
    return notEdited({ code: "not of this kind of field", values: { part: foreign, kind: edit.kind } }, foreign);
  if (edit.part !== "account" && edit.atOnce) return notEdited({ code: "on accounts alone" }, "atOnce");
  const notThere = edit.part === "account" && (["usual", "taken"] as const).find((part) => edit[part] !== undefined);
  if (notThere) return notEdited({ code: "not on accounts", values: { part: notThere } }, notThere);
  const unfit = edit.by && notForApprovers(edit);
  if (unfit) return notEdited({ code: "not for approvers", values: { part: unfit } }, unfit);
  if (edit.kind === "choice" && !edit.list) return notEdited({ code: "choice without a list" }, "list");
  if ((edit.required === "when") !== (edit.when !== undefined)) return notEdited({ code: "condition needed" }, "when");
  return null;
}

function notForApprovers({ part, required, usual, taken }: Said): "part" | "required" | "usual" | null {
  if (part === "account") return "part";
  if (required !== "no") return "required";
  return usual === undefined && taken === undefined ? null : "usual";
}

function wrongTypes({ on, part, required }: Said): Refused | null {
  if (part === "account") {
    const other = on.find((one) => !isAccountKind(one));
    if (other) return notEdited({ code: "type or account", values: { on: other } }, "on");
    return required === "no" ? null : notEdited({ code: "not on accounts", values: { part: "required" } }, "required");
  }
  for (const type of on) {
    if (!documentTypeKeys.includes(type)) return notEdited({ code: "no such type", values: { type } }, "on");
    if (part === "line" && !typeWords(type).byLine)
      return notEdited({ code: "type without lines", values: { type } }, "on");
    if (required !== "no" && typeWords(type).partyForm)
      return notEdited({ code: "sent by others too", values: { type } }, "required");
  }
  return null;
}

/** A name that something else on the same documents has, of the program's or of the organisation's own: conditions and forms would say two things by one word. */
function wrongName(history: OrganisationHistory, key: string | null, { name, on }: Said): Refused | null {
  const folded = foldKey(name);
  const beside = besides(on);
  const builtIn = namesHad(beside).some((label) => foldKey(label) === folded);
  const own = [...history.field.values()].some((other) => {
    const state = other.states.at(-1)!;
    return (
      other.key !== key && !other.lastDay && foldKey(state.name) === folded && state.on.some((type) => beside.has(type))
    );
  });
  return builtIn || own ? notEdited({ code: "field of that name", values: { name } }, "name") : null;
}

/** What fields of the program's are called where a field is to stand: on documents, or on accounts of a kind. */
function namesHad(on: ReadonlySet<string>): string[] {
  return [...on].flatMap((one) =>
    isAccountKind(one) ? Object.values(FIELDS_OF_ACCOUNTS[one]) : typeWords(one).fields.map(({ label }) => label),
  );
}

/** Types and kinds of accounts whose fields are named beside each other: conditions on a document name those of its account too. */
function besides(on: readonly string[]): ReadonlySet<string> {
  const all = new Set(on);
  for (const type of documentTypeKeys) {
    const { account } = typeWords(type);
    if (!account || !(on.includes(type) || on.includes(account))) continue;
    all.add(account);
    if (on.includes(account)) all.add(type);
  }
  return all;
}

/** Why a field cannot be required under a condition: it names what not every type has, what is known only once the document is sent, or compares it as it cannot be. */
function conditionRefused(
  history: OrganisationHistory,
  { when, on }: Said,
  key: string | null,
  at: string,
): Refused | null {
  if (!when) return null;
  const { fields, lists } = asOf(history, at);
  const own = (type: string): Field[] =>
    fields
      .filter((field) => field.on.includes(type) && field.key !== key)
      .map((field) => conditionField(field, lists, {}));
  for (const type of on) {
    const known = new Map([...typeWords(type).fields, ...own(type)].map((field) => [field.key, field]));
    for (const comparison of comparisonsOf(when)) {
      const field = known.get(comparison.field);
      if (!field && isOwnKey(comparison.field)) return noSuch("field", comparison.field, "when");
      if (!field)
        return notEdited({ code: "type without the field", values: { type, field: comparison.field } }, "when");
      if (fields.some(({ key: id, by }) => by && id === field.key))
        return notEdited({ code: "filled in by approvers", values: { field: field.label } }, "when");
      if (field.around) return notEdited({ code: "known only when sent", values: { field: field.label } }, "when");
      const fits = field.kind === comparison.kind || (comparison.kind === "text" && field.kind === "choice");
      if (!fits) return notEdited({ code: "compared as it cannot be", values: { field: field.label } }, "when");
    }
  }
  return null;
}

function comparisonsOf(condition: Condition): Comparison[] {
  return isGroup(condition) ? condition.of.flatMap(comparisonsOf) : [condition];
}
