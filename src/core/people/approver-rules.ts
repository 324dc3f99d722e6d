/** What each way of naming approvers does: whom it asks for a document, on what of a requester it depends, what it refers to, for whose documents it asks somebody. */
import { z } from "zod";
import { IdSchema } from "../ids";
import type { Subject } from "./actors";
import type { Directory } from "./directory";
import type { GapReason } from "./reasons";
import type { Person } from "./schema";

const steps = z.int().min(1).max(10);

/** Who a level asks. */
export const ApproverRuleSchema = z.discriminatedUnion("kind", [
  z.strictObject({ kind: z.literal("people"), people: z.array(IdSchema).min(1) }),
  z.strictObject({ kind: z.literal("group"), group: IdSchema }),
  z.strictObject({ kind: z.literal("manager"), up: steps.default(1) }),
  z.strictObject({ kind: z.literal("headOfUnit"), up: z.int().min(0).max(10).default(0) }),
  z.strictObject({ kind: z.literal("position"), position: IdSchema }),
  z.strictObject({ kind: z.literal("lineByLimit"), climb: z.enum(["one by one", "straight"]) }),
  z.strictObject({
    kind: z.literal("owner"),
    of: IdSchema.meta({ description: "“customer”, “supplier”, or the id of a list whose entries have owners" }),
  }),
  z.strictObject({ kind: z.literal("namedOnDocument"), field: z.string().min(1) }),
]);
export type ApproverRule = z.infer<typeof ApproverRuleSchema>;

export type RuleKind = ApproverRule["kind"];

/** Whom a rule names; `gap` is why nobody where nobody is. */
export type Named = { ids: readonly string[]; gap: GapReason | null };

/** Something that a rule names by its id, and where it stands in the rule. */
export type Referred = { what: "person" | "group" | "position" | "list"; id: string; path: string };

/** For whose documents a rule asks somebody: everybody's it covers, those of people or units, those about what has these keys, or those that name them. */
export type AskedFor =
  | { of: "everybody" | "named" }
  | { of: "people"; people: readonly string[] }
  | { of: "units"; units: readonly string[] }
  | { of: "keys"; keys: readonly string[] };

/** People and units that a policy covers. */
export type Covered = { person(person: Person): boolean; unit(unit: string): boolean };

type RuleOf<R extends ApproverRule> = {
  /** Whom it names for a document; up a line, everybody who is looked at. */
  names(rule: R, subject: Subject, directory: Directory): Named;
  /** Where a requester stands as far as the rule looks at it: two who stand alike are answered alike. */
  placeOf(rule: R, requester: string, directory: Directory): string;
  refers(rule: R): Referred[];
  /** People it names themselves, or by their group; a position is handed on and is none. */
  always(rule: R, directory: Directory): readonly string[];
  /** For whose documents it asks a person; null when it never does. */
  asks(rule: R, person: string, covered: Covered, directory: Directory): AskedFor | null;
  /** Whom it asks is known for a document only, by what that names or is about. */
  perDocument?: true;
};

const EVERYBODY: AskedFor = { of: "everybody" };
const anywhere = () => "";
const nothing = () => [];
const some = <T>(items: readonly T[], asked: (items: readonly T[]) => AskedFor) =>
  items.length > 0 ? asked(items) : null;
const ofPeople = (people: readonly Person[]) =>
  some(people, (found) => ({ of: "people", people: found.map(({ id }) => id) }));

/** By the kind of rule; a kind without its line does not compile. */
export const APPROVER_RULES: { [K in RuleKind]: RuleOf<Extract<ApproverRule, { kind: K }>> } = {
  people: {
    names: ({ people }) => ({ ids: people, gap: { code: "nobody named" } }),
    placeOf: anywhere,
    refers: ({ people }) => people.map((id, index) => ({ what: "person", id, path: `people[${index}]` })),
    always: ({ people }) => people,
    asks: ({ people }, person) => (people.includes(person) ? EVERYBODY : null),
  },
  group: {
    names: ({ group }, _, directory) => {
      const found = directory.group(group);
      return { ids: found?.members ?? [], gap: { code: found ? "empty group" : "unknown group", values: { group } } };
    },
    placeOf: anywhere,
    refers: ({ group: id }) => [{ what: "group", id, path: "group" }],
    always: ({ group }, directory) => directory.group(group)?.members ?? [],
    asks: ({ group }, person, _, directory) => (directory.group(group)?.members.includes(person) ? EVERYBODY : null),
  },
  position: {
    names: ({ position }, _, directory) => {
      const holder = directory.holderOf(position);
      const code = directory.position(position) ? "vacant position" : "unknown position";
      return { ids: holder ? [holder] : [], gap: { code, values: { position } } };
    },
    placeOf: anywhere,
    refers: ({ position: id }) => [{ what: "position", id, path: "position" }],
    always: nothing,
    asks: ({ position }, person, _, directory) => (directory.holderOf(position) === person ? EVERYBODY : null),
  },
  manager: {
    names: ({ up }, { requester }, directory) => {
      const line = directory.lineUp(requester);
      const manager = line[up - 1];
      if (manager) return { ids: [manager.id], gap: null };
      return { ids: [], gap: { code: "reports to nobody", values: { person: line.at(-1)?.id ?? requester } } };
    },
    placeOf: ({ up }, requester, directory) => {
      const line = directory.lineUp(requester);
      return line[up - 1]?.id ?? `nobody above ${line.at(-1)?.id ?? requester}`;
    },
    refers: nothing,
    always: nothing,
    asks: ({ up }, person, covered, directory) => {
      let reached: readonly Person[] = directory.lineDown(person);
      for (let step = 1; step < up; step += 1) reached = reached.flatMap((one) => directory.lineDown(one.id));
      return ofPeople(reached.filter(covered.person));
    },
  },
  headOfUnit: {
    names: ({ up }, { unit: start }, directory) => {
      const unit = directory.unitsAbove(start)[up];
      if (!unit) return { ids: [], gap: { code: "no unit above", values: { unit: start, up } } };
      if (unit.head) return { ids: [unit.head], gap: null };
      return { ids: [], gap: { code: "vacant head", values: { unit: unit.id } } };
    },
    placeOf: (_, requester, directory) => directory.person(requester)!.unit,
    refers: nothing,
    always: nothing,
    asks: ({ up }, person, covered, directory) => {
      const units = directory.organisation.units.filter(
        ({ id, closed }) => directory.unitsAbove(id)[up]?.head === person && !closed && covered.unit(id),
      );
      return some(units, (found) => ({ of: "units", units: found.map(({ id }) => id) }));
    },
  },
  lineByLimit: {
    names: (_, { requester }, directory) => ({ ids: directory.lineUp(requester).map(({ id }) => id), gap: null }),
    placeOf: (_, requester, directory) => directory.person(requester)?.manager ?? `nobody above ${requester}`,
    refers: nothing,
    always: nothing,
    asks: (_, person, covered, directory) => {
      const below = [...directory.lineDown(person)];
      for (const one of below) below.push(...directory.lineDown(one.id));
      return ofPeople(below.filter(covered.person));
    },
  },
  owner: {
    names: ({ of }, subject, directory) => ownersOf(of, subject, directory),
    placeOf: anywhere,
    refers: ({ of: id }) => (id === "customer" || id === "supplier" ? [] : [{ what: "list", id, path: "of" }]),
    always: nothing,
    asks: ({ of }, person, _, directory) => {
      return some(directory.ownedBy(of, person), (keys) => ({ of: "keys", keys }));
    },
    perDocument: true,
  },
  namedOnDocument: {
    names: ({ field }, { named }) => ({
      ids: named[field] ? [named[field]] : [],
      gap: { code: "not named on the document", values: { field } },
    }),
    placeOf: anywhere,
    refers: nothing,
    always: nothing,
    asks: () => ({ of: "named" }),
    perDocument: true,
  },
};

/** One key without an owner is a gap, even if others have one: its part of the document would have nobody to answer for it. */
function ownersOf(of: string, subject: Subject, directory: Directory): Named {
  const keys = subject.concerns[of] ?? [];
  if (keys.length === 0) return { ids: [], gap: { code: "nothing owned", values: { of } } };
  const without = keys.find((key) => !directory.ownerOf(of, key));
  if (without !== undefined) return { ids: [], gap: { code: "no owner", values: { of, key: without } } };
  return { ids: keys.map((key) => directory.ownerOf(of, key)!), gap: null };
}

/** What a rule does, with the rule in its place; rules are never changed in place, and are asked for every document. @example byRule(rule).refers() */
export function byRule(rule: ApproverRule): ReturnType<typeof inPlace> {
  const known = placed.get(rule) ?? inPlace(rule);
  placed.set(rule, known);
  return known;
}

const placed = new WeakMap<ApproverRule, ReturnType<typeof inPlace>>();

function inPlace(rule: ApproverRule) {
  // Each kind has the line that takes rules of that kind; the compiler cannot follow the two together.
  const line = APPROVER_RULES[rule.kind] as RuleOf<ApproverRule>;
  return {
    names: (subject: Subject, directory: Directory) => line.names(rule, subject, directory),
    placeOf: (requester: string, directory: Directory) => line.placeOf(rule, requester, directory),
    refers: () => line.refers(rule),
    always: (directory: Directory) => line.always(rule, directory),
    asks: (person: string, covered: Covered, directory: Directory) => line.asks(rule, person, covered, directory),
    perDocument: line.perDocument === true,
  };
}
