import { isGroup, type Condition } from "../conditions";
import type { Field } from "../documents";
import { fieldsByApprovers, isOwnKey } from "../own-fields";
import type { Directory } from "../people";
import { askedToFill } from "./fills";
import type { Place } from "./place";
import type { Level, Policy } from "./schema";
import { fieldsIn, peopleFieldsIn } from "./vocabulary";

type Where = { path: string; place: Pick<Place, "section" | "level"> };
/** `kind` is that of a comparison, “rise” of one that asks by how much; `filled` are fields that levels have asked for by then; null where a level asks for the field itself. */
type Named = Where & { field: string; kind: string | null; filled: readonly string[] | null };
type Uses = readonly string[];
const NONE: Uses = [];

/** A field that a policy names and that it cannot name so, with where. */
type WrongField = Where & {
  why:
    | { code: "unknown reference"; values: { what: "field"; id: string } }
    | { code: "field of another kind" | "field of the requester" | "not filled in yet"; values: { field: string } };
};

/** Fields of the organisation's own that a policy names and the organisation has not on these documents, or has as another kind. */
export function wrongOwnFields(policy: Policy, directory: Directory): WrongField[] {
  const known = new Map(fieldsIn(policy.documentType, directory).map((field) => [field.key, field]));
  const people = peopleFieldsIn(policy.documentType, directory);
  const byApprovers = new Set(
    fieldsByApprovers(directory.organisation.fields, policy.documentType, null).map(({ key }) => key),
  );
  return namedIn(policy).flatMap(({ field, kind, filled, ...where }): WrongField[] => {
    if (!isOwnKey(field)) return [];
    const found = known.get(field);
    if (found && filled === null && !byApprovers.has(field))
      return [{ ...where, why: { code: "field of the requester", values: { field } } }];
    if (found && filled && byApprovers.has(field) && !filled.includes(field))
      return [{ ...where, why: { code: "not filled in yet", values: { field } } }];
    if (!found) return [{ ...where, why: { code: "unknown reference", values: { what: "field", id: field } } }];
    return isNamedSo(found, kind, people)
      ? []
      : [{ ...where, why: { code: "field of another kind", values: { field } } }];
  });
}

/** Whether a field can be named as a kind: compared so, asked as a person, or, of one that documents change, by what became of it. */
function isNamedSo({ key, kind, controlled }: Field, as: string | null, people: Readonly<Record<string, string>>) {
  if (as === null || as === kind) return true;
  if (as === "change") return controlled === true;
  if (as === "rise") return controlled === true && kind === "amount";
  if (as === "person") return Object.hasOwn(people, key);
  return as === "text" && kind === "choice";
}

/** Fields of the organisation's own that a policy names and that no new document says anything in, since they have ended, each with its last day and where it is named. @param day ISO date */
export function endedFields(
  policy: Policy,
  { organisation }: Directory,
  day: string,
): { field: string; lastDay: string; place: Where["place"] }[] {
  const ended = new Map(
    organisation.fields.flatMap(({ key, lastDay }) => (lastDay && lastDay < day ? [[key, lastDay] as const] : [])),
  );
  return namedIn(policy).flatMap(({ field, place }) =>
    ended.has(field) ? [{ field, lastDay: ended.get(field)!, place }] : [],
  );
}

/** Keys of every field that a policy names in its conditions, levels, checks and edits, each once. */
export function fieldsNamedBy(policy: Policy): string[] {
  return [...new Set(namedIn(policy).map(({ field }) => field))];
}

const own = new WeakMap<Policy, readonly string[]>();

/** The same of the organisation's own alone, worked out once for each policy: routing asks for them at every document. */
export function ownFieldsNamedBy(policy: Policy): readonly string[] {
  const known = own.get(policy) ?? fieldsNamedBy(policy).filter(isOwnKey);
  own.set(policy, known);
  return known;
}

/** Every field that a policy names, where, and as what; null where any kind will do. */
function namedIn(policy: Policy): Named[] {
  return [
    ...policy.sections.flatMap((section, s) => {
      const at = `sections[${s}]`;
      const place = { section: section.id };
      return [
        ...inCondition(section.when === "otherwise" ? undefined : section.when, `${at}.when`, place, NONE),
        ...section.levels.flatMap((level, l) =>
          inLevel(level, `${at}.levels[${l}]`, { ...place, level: level.id }, askedToFill(section, level)),
        ),
      ];
    }),
    ...policy.holds.flatMap(({ when }, index) => inCondition(when ?? undefined, `holds[${index}].when`, {}, NONE)),
    ...policy.edits.fields.map((field, index): Named => ({
      field,
      kind: null,
      path: `edits.fields[${index}]`,
      place: {},
      filled: NONE,
    })),
  ];
}

function inCondition(condition: Condition | undefined, path: string, place: Where["place"], filled: Uses): Named[] {
  if (!condition) return [];
  if (isGroup(condition))
    return condition.of.flatMap((part, index) => inCondition(part, `${path}.of[${index}]`, place, filled));
  const rises = condition.kind === "change" && condition.is !== "changed";
  return [{ field: condition.field, kind: rises ? "rise" : condition.kind, path: `${path}.field`, place, filled }];
}

function inLevel(level: Level, at: string, place: Where["place"], filled: Uses): Named[] {
  const { when, approvers, timeLimit, checks = [], fills = [] } = level;
  const named = (field: string, kind: string | null, path: string): Named => ({
    field,
    kind,
    path: `${at}.${path}`,
    place,
    filled,
  });
  return [
    ...inCondition(when ?? undefined, `${at}.when`, place, filled),
    ...(approvers.kind === "namedOnDocument" ? [named(approvers.field, "person", "approvers.field")] : []),
    ...(timeLimit?.before ? [named(timeLimit.before, "date", "timeLimit.before")] : []),
    ...checks.flatMap((check, c) =>
      check.kind === "fields" ? check.fields.map((field, f) => named(field, null, `checks[${c}].fields[${f}]`)) : [],
    ),
    ...fills.map(({ field }, f): Named => ({ ...named(field, null, `fills[${f}].field`), filled: null })),
  ];
}
