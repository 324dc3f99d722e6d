import { isDay } from "../calendar";
import { DecimalSchema, scaled } from "../conditions";
import { typeWords } from "../documents";
import { LISTS } from "../lists";
import { TAKEN, isEmptyValue, isOwnKey, wrongValue, type Bound, type OwnField } from "../own-fields";
import { fits, isPattern } from "../patterns";
import { asOf } from "./as-of";
import type { Setting } from "./dates";
import { noSuch, notEdited } from "./reasons";
import type { OrganisationHistory } from "./schema";

/** What may stand in a field, and what a new document begins with in it. */

type Refused = ReturnType<typeof notEdited>;
type Said = Omit<OwnField, "key" | "firstDay" | "lastDay">;

/** What a limit is by the kind of its field. */
const BOUNDS: Readonly<Record<OwnField["kind"], (bound: Bound, home: string) => boolean>> = {
  text: (bound) => typeof bound === "string" && /^\d{1,5}$/.test(bound),
  number: (bound) => DecimalSchema.safeParse(bound).success,
  amount: (bound, home) => typeof bound === "object" && bound.currency === home,
  date: (bound) => typeof bound === "string" && (isDay(bound) || /^-?\d{1,5}$/.test(bound)),
  flag: () => false,
  choice: () => false,
  person: () => false,
};

/** Limits that are none of the kind, or that nothing can keep to, and patterns that are none. @param home the currency that amounts are limited in */
export function wrongBounds({ kind, least, most, pattern }: Said, home: string): Refused | null {
  for (const [part, bound] of [["least", least] as const, ["most", most] as const]) {
    if (bound === undefined || BOUNDS[kind](bound, home)) continue;
    if (kind === "text") return notEdited({ code: "no number of letters" }, part);
    return notEdited({ code: "no such limit", values: { part, kind } }, part);
  }
  if (least !== undefined && most !== undefined && isUnder(most, least))
    return notEdited({ code: "most under the least" }, "most");
  return pattern === undefined || isPattern(pattern)
    ? null
    : notEdited({ code: "no pattern", values: { pattern } }, "pattern");
}

/** Whether of two limits of one kind the first is less, where that can be told: of a day and days from another it cannot. */
function isUnder(one: Bound, other: Bound): boolean {
  if (typeof one === "object") return typeof other === "object" && one.minor < other.minor;
  if (typeof other === "object" || isDay(one) !== isDay(other)) return false;
  return isDay(one) ? one < other : scaled(one) < scaled(other);
}

/** What a new document would take over has to be there, and of the same kind; of a choice, from the same list. */
export function wrongTaken(history: OrganisationHistory, { kind, list, several, taken, on }: Said): Refused | null {
  if (taken === undefined) return null;
  const no = notEdited({ code: "cannot take over", values: { taken } }, "taken");
  if (!isOwnKey(taken)) {
    const fits = TAKEN[taken as keyof typeof TAKEN] === kind && (kind !== "choice" || list === "cost-centres");
    return fits && !several ? null : no;
  }
  const source = history.field.get(taken);
  const state = source?.states.at(-1);
  const fits =
    source?.part === "account" &&
    source.kind === kind &&
    source.list === list &&
    source.several === several &&
    on.every((type) => state!.on.includes(typeWords(type).account ?? ""));
  return fits ? null : no;
}

/** What a new document would begin with has to be something that may stand in the field. */
export function wrongUsual(history: OrganisationHistory, edit: Said, { at }: Setting): Refused | null {
  const { list, usual } = edit;
  if (list && !Object.hasOwn(LISTS, list) && !history.list.has(list)) return noSuch("list", list, "list");
  if (usual === undefined) return null;
  const no = notEdited({ code: "cannot begin so", values: { usual } }, "usual");
  if (edit.kind === "flag") return usual === "true" || usual === "false" ? null : no;
  const { lists } = asOf(history, at);
  const value = edit.several ? [usual] : usual;
  const wrong =
    isEmptyValue(value) || wrongValue({ ...edit, key: "own_new" }, value, { lists, fits, day: at.slice(0, 10) });
  return wrong ? no : null;
}
