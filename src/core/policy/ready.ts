import { isKeyOf } from "../ids";
import { LISTS } from "../lists";
import { isOwnKey } from "../own-fields";
import { typeWords } from "../documents";
import { byRule, type Directory } from "../people";
import type { Coded } from "../reason";
import { refusalsOf, type Result } from "../refusal";
import type { Place } from "./place";
import { wrongOwnFields } from "./ready-fields";
import { LevelSchema, PolicySchema, ScopeSchema, SectionSchema, type Level, type Policy } from "./schema";

const KNOWN_FIELDS = [PolicySchema, SectionSchema, LevelSchema, ScopeSchema].flatMap((schema) =>
  Object.keys(schema.shape),
);

/** Reads a policy from JSON; every problem comes back with its path, unknown fields included. */
export function readPolicy(value: unknown): Result<Policy> {
  const parsed = PolicySchema.safeParse(value);
  return parsed.success
    ? { ok: true, value: parsed.data }
    : { ok: false, refusals: refusalsOf(parsed.error, KNOWN_FIELDS) };
}

/** Where a part of a policy stands that is not ready: its path in the file, and section and level by their ids. */
export type NotReady = { path: string; place: Pick<Place, "section" | "level">; why: NotReadyReason };

/** What keeps a policy from being put in force. “unknown reference” names what there is none of, by the id that the policy has. */
export type NotReadyReason = Coded<{
  "never late": { level: string };
  "no time to remind whom": null;
  "passed on to nobody": null;
  "no substitute": null;
  "unknown reference": { what: "unit" | "location" | "person" | "group" | "position" | "list" | "field"; id: string };
  "measure not carried out": { measure: string };
  "person not on the document": { field: string };
  /** A field of the organisation's own that is named as if it were of another kind. */
  "field of another kind": { field: string };
  /** A level counts as approved when its time runs out, and needs fields that nobody has filled in then. */
  "lapses unfilled": { level: string };
  /** A level asks for a field that its requester fills in. */
  "field of the requester": { field: string };
  /** A field is looked at that whoever approves fills in, where no level before asks for it. */
  "not filled in yet": { field: string };
}>;

/**
 * What keeps a policy from being put in force: parts that the file may carry but that are not carried out yet, and
 * references that lead nowhere. Anything listed here would otherwise be ignored in silence.
 */
export function whyNotReady(policy: Policy, directory: Directory): NotReady[] {
  return [
    ...notCarriedOut(policy),
    ...eachLevel(policy, (level, at) => withoutTime(level, at, directory)),
    ...eachLevel(policy, lapsingUnfilled),
    ...danglingReferences(policy, directory),
    ...wrongOwnFields(policy, directory),
  ];
}

/** A part of a level that is not ready, by its path within the level. */
type InLevel = { path: string; why: NotReadyReason };

function eachLevel(policy: Policy, look: (level: Level, at: string) => InLevel[]): NotReady[] {
  return policy.sections.flatMap((section, s) =>
    section.levels.flatMap((level, l) =>
      look(level, `sections[${s}].levels[${l}]`).map((one) => ({
        ...one,
        place: { section: section.id, level: level.id },
      })),
    ),
  );
}

/** Reminders and what happens when a level is overdue need a time limit, and passing on to somebody needs their name. */
function withoutTime(level: Level, at: string, directory: Directory): InLevel[] {
  const { overdue, overduePerson } = level;
  const needsTime = overdue !== "wait" || level.reminders.length > 0;
  if (needsTime && !level.timeLimit)
    return [{ path: `${at}.timeLimit`, why: { code: "never late", values: { level: level.id } } }];
  const named = (person: string | null | undefined, nobody: NotReadyReason): NotReadyReason | null =>
    !person
      ? nobody
      : directory.person(person)
        ? null
        : { code: "unknown reference", values: { what: "person", id: person } };
  for (const [index, { to, person }] of level.reminders.entries()) {
    const why = to === "person" ? named(person, { code: "no time to remind whom" }) : null;
    if (why) return [{ path: `${at}.reminders[${index}].person`, why }];
  }
  const why = overdue === "named person" ? named(overduePerson, { code: "passed on to nobody" }) : null;
  return why ? [{ path: `${at}.overduePerson`, why }] : [];
}

function lapsingUnfilled({ id, overdue, fills = [] }: Level, at: string): InLevel[] {
  return overdue === "approve by lapse" && fills.some(({ needed }) => needed)
    ? [{ path: `${at}.fills`, why: { code: "lapses unfilled", values: { level: id } } }]
    : [];
}

/** Parts of a policy that this version can store and read back but does not act on. */
export function notCarriedOut(policy: Policy): NotReady[] {
  const { measures, peopleFields } = typeWords(policy.documentType);
  const { kind: measure } = policy.measure;
  const unmeasured: NotReady[] = measures.some((one) => one.key === measure)
    ? []
    : [{ path: "measure.kind", place: {}, why: { code: "measure not carried out", values: { measure } } }];
  const unnamed = eachLevel(policy, ({ approvers }, at) =>
    approvers.kind === "namedOnDocument" && !peopleFields[approvers.field] && !isOwnKey(approvers.field)
      ? [
          {
            path: `${at}.approvers.field`,
            why: { code: "person not on the document", values: { field: approvers.field } },
          },
        ]
      : [],
  );
  return [...unmeasured, ...unnamed];
}

type Kind = Exclude<Extract<NotReadyReason, { code: "unknown reference" }>["values"]["what"], "field">;

function danglingReferences(policy: Policy, directory: Directory): NotReady[] {
  const find: Record<Kind, (id: string) => unknown> = {
    unit: directory.unit,
    location: (id) => directory.organisation.locations.find((one) => one.id === id),
    person: directory.person,
    group: directory.group,
    position: directory.position,
    list: (id) => isKeyOf(LISTS, id) || directory.organisation.lists.some((one) => one.id === id),
  };
  const unknown = (what: Kind, id: string, path: string): InLevel[] =>
    find[what](id) ? [] : [{ path, why: { code: "unknown reference", values: { what, id } } }];
  const each = (what: Kind, ids: readonly string[], path: string): InLevel[] =>
    ids.flatMap((id, index) => unknown(what, id, `${path}[${index}]`));
  const { units, locations, requesters, exempt } = policy.scope;
  const { rule, substitute } = policy.selfApproval;
  const seller = policy.stoppedOrders?.seller;
  const exempted = exempt.map((one) => one.person);
  const whole: InLevel[] = [
    ...each("unit", units, "scope.units"),
    ...each("location", locations, "scope.locations"),
    ...(requesters.kind === "only"
      ? [
          ...each("person", requesters.people, "scope.requesters.people"),
          ...each("group", requesters.groups, "scope.requesters.groups"),
          ...each("position", requesters.positions, "scope.requesters.positions"),
        ]
      : []),
    ...each("person", exempted, "scope.exempt"),
    ...(rule === "substitute" && !(substitute && directory.person(substitute))
      ? [{ path: "selfApproval.substitute", why: { code: "no substitute" as const } }]
      : []),
    ...each("person", policy.readers?.people ?? [], "readers.people"),
    ...each("group", policy.readers?.groups ?? [], "readers.groups"),
    ...(seller ? unknown("person", seller, "stoppedOrders.seller") : []),
  ];
  const inLevels = eachLevel(policy, ({ approvers: asked }, at) => {
    return byRule(asked)
      .refers()
      .flatMap(({ what, id, path }) => unknown(what, id, `${at}.approvers.${path}`));
  });
  return [...whole.map((one) => ({ ...one, place: {} })), ...inLevels];
}

/** Bands in which no level approves although the band does not say that nobody needs to: documents in them would be held. @returns their indexes */
export function openBands(section: Policy["sections"][number]): number[] {
  return section.bands.flatMap((band, index) =>
    band.approval === "required" &&
    !section.levels.some((level) => level.kind === "approval" && level.marks[index] === "approves")
      ? [index]
      : [],
  );
}
