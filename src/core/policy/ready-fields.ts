import { isGroup, type Condition } from "../conditions";
import { isOwnKey } from "../own-fields";
import type { Directory } from "../people";
import type { Place } from "./place";
import type { Policy } from "./schema";
import { fieldsIn, peopleFieldsIn } from "./vocabulary";

type Where = { path: string; place: Pick<Place, "section" | "level"> };
type Named = Where & { field: string; kind: string | null };

/** A field that a policy names and that it cannot name so, with where. */
type WrongField = Where & {
  why:
    | { code: "unknown reference"; values: { what: "field"; id: string } }
    | { code: "field of another kind"; values: { field: string } };
};

/** Fields of the organisation's own that a policy names and the organisation has not on these documents, or has as another kind. */
export function wrongOwnFields(policy: Policy, directory: Directory): WrongField[] {
  const known = new Map(fieldsIn(policy.documentType, directory).map((field) => [field.key, field]));
  const people = peopleFieldsIn(policy.documentType, directory);
  return namedIn(policy).flatMap(({ field, kind, ...where }): WrongField[] => {
    if (!isOwnKey(field)) return [];
    const found = known.get(field);
    if (!found) return [{ ...where, why: { code: "unknown reference", values: { what: "field", id: field } } }];
    const fits =
      kind === null ||
      found.kind === kind ||
      (kind === "text" && found.kind === "choice") ||
      (kind === "person" && Object.hasOwn(people, field));
    return fits ? [] : [{ ...where, why: { code: "field of another kind", values: { field } } }];
  });
}

/** Keys of every field that a policy names in its conditions, levels, checks and edits, each once. */
export function fieldsNamedBy(policy: Policy): string[] {
  return [...new Set(namedIn(policy).map(({ field }) => field))];
}

/** Every field that a policy names, where, and as what; null where any kind will do. */
function namedIn(policy: Policy): Named[] {
  const inCondition = (condition: Condition | undefined, path: string, place: Where["place"]): Named[] => {
    if (!condition) return [];
    if (isGroup(condition))
      return condition.of.flatMap((part, index) => inCondition(part, `${path}.of[${index}]`, place));
    return [{ field: condition.field, kind: condition.kind, path: `${path}.field`, place }];
  };
  return [
    ...policy.sections.flatMap((section, s) => {
      const at = `sections[${s}]`;
      const place = { section: section.id };
      return [
        ...inCondition(section.when === "otherwise" ? undefined : section.when, `${at}.when`, place),
        ...section.levels.flatMap((level, l) => inLevel(level, `${at}.levels[${l}]`, { ...place, level: level.id })),
      ];
    }),
    ...policy.holds.flatMap(({ when }, index) => inCondition(when ?? undefined, `holds[${index}].when`, {})),
    ...policy.edits.fields.map((field, index) => ({ field, kind: null, path: `edits.fields[${index}]`, place: {} })),
  ];

  function inLevel(level: Policy["sections"][number]["levels"][number], at: string, place: Where["place"]): Named[] {
    const { when, approvers, timeLimit, checks = [] } = level;
    return [
      ...inCondition(when ?? undefined, `${at}.when`, place),
      ...(approvers.kind === "namedOnDocument"
        ? [{ field: approvers.field, kind: "person", path: `${at}.approvers.field`, place }]
        : []),
      ...(timeLimit?.before ? [{ field: timeLimit.before, kind: "date", path: `${at}.timeLimit.before`, place }] : []),
      ...checks.flatMap((check, c) =>
        check.kind === "fields"
          ? check.fields.map((field, f) => ({ field, kind: null, path: `${at}.checks[${c}].fields[${f}]`, place }))
          : [],
      ),
    ];
  }
}
