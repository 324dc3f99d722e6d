import { z } from "zod";
import { WorkingCalendarSchema } from "../calendar";
import { IdSchema } from "../ids";
import { EntryKeySchema, entryDays, entryState } from "../lists";
import { CurrencySchema } from "../money";
import { fixedOfField, ownFieldState } from "../own-fields";
import { HolderSchema, LimitSchema, OwnerSchema, RoleSchema, StandInSchema } from "../people";

/** ISO date-time in UTC from which a value counts, until the next one of its list. */
const From = z.iso.datetime();

/** Two roles that must not meet in one person. */
export const SegregationRuleSchema = z.strictObject({
  roles: z.tuple([RoleSchema, RoleSchema]),
  why: z.string().min(1).max(200),
  /** Whether somebody may hold both all the same, with a reason that is kept. */
  exceptions: z.boolean(),
});
export type SegregationRule = z.infer<typeof SegregationRuleSchema>;

const Settings = z.strictObject({
  id: z.literal("organisation"),
  name: z.string().min(1).max(80),
  currency: CurrencySchema,
  timeZone: z.string(),
  segregation: z.array(SegregationRuleSchema).max(20),
});

const Seat = z.strictObject({
  from: From,
  title: z.string().min(1).max(80),
  unit: IdSchema,
  manager: IdSchema.nullable(),
  location: IdSchema.nullable(),
});
export type Seat = z.infer<typeof Seat>;

const PersonEntry = z.strictObject({
  id: IdSchema,
  name: z.string().min(1).max(80),
  email: z.email().max(120),
  roles: z.array(RoleSchema),
  /** Why somebody holds roles that should not meet. */
  exceptions: z.array(
    z.strictObject({ roles: z.tuple([RoleSchema, RoleSchema]), reason: z.string(), by: z.string(), at: From }),
  ),
  activeFrom: z.iso.date().optional(),
  activeUntil: z.iso.date().optional(),
  successor: IdSchema.optional(),
  /** Where the person sits, oldest first. */
  seats: z.array(Seat).min(1),
});

const UnitEntry = z.strictObject({
  id: IdSchema,
  states: z
    .array(
      z.strictObject({
        from: From,
        name: z.string().min(1).max(60),
        parent: IdSchema.nullable(),
        head: IdSchema.nullable(),
        closed: z.literal(true).optional(),
      }),
    )
    .min(1),
});

const PositionEntry = z.strictObject({
  id: IdSchema,
  name: z.string().min(1).max(60),
  unit: IdSchema,
  heads: z.boolean(),
  holders: z.array(z.strictObject({ from: From, person: IdSchema.nullable() })),
});

const GroupEntry = z.strictObject({
  id: IdSchema,
  name: z.string().min(1).max(60),
  members: z.array(z.strictObject({ from: From, people: z.array(IdSchema) })).min(1),
});

const LimitEntry = z.strictObject({
  id: z.string(),
  holder: HolderSchema,
  documentType: IdSchema,
  limits: z.array(z.strictObject({ from: From, limit: LimitSchema })).min(1),
});

const OwnerEntry = z.strictObject({
  id: z.string(),
  of: OwnerSchema.shape.of,
  key: OwnerSchema.shape.key,
  owners: z.array(z.strictObject({ from: From, person: IdSchema })).min(1),
});

/** A list of the organisation's own; those that everybody has need no entry. */
const ListEntry = z.strictObject({
  id: IdSchema,
  states: z.array(z.strictObject({ from: From, name: z.string().min(1).max(60) })).min(1),
});

/** What stands in a list under one key. Its days are those on which it may be put on a document. */
const ListItemEntry = z.strictObject({
  id: z.string(),
  list: IdSchema,
  key: EntryKeySchema,
  ...entryDays,
  states: z.array(z.strictObject({ from: From, ...entryState })).min(1),
});

/** A field of the organisation's own: for good what documents hold of it, from a moment on what it is called and asks for. */
const FieldEntry = z.strictObject({
  id: fixedOfField.key,
  ...fixedOfField,
  states: z.array(z.strictObject({ from: From, ...ownFieldState })).min(1),
});

/** Everything that is kept of people, lists and fields, each kind with the schema of one entry. */
export const ENTRY_SCHEMAS = {
  organisation: Settings,
  person: PersonEntry,
  unit: UnitEntry,
  position: PositionEntry,
  group: GroupEntry,
  location: WorkingCalendarSchema,
  limit: LimitEntry,
  standIn: StandInSchema,
  owner: OwnerEntry,
  list: ListEntry,
  listItem: ListItemEntry,
  field: FieldEntry,
} as const;

export type Kind = keyof typeof ENTRY_SCHEMAS;
export type EntryOf<K extends Kind> = z.infer<(typeof ENTRY_SCHEMAS)[K]>;
export const KINDS = Object.keys(ENTRY_SCHEMAS) as Kind[];

/** The people of an organisation through time: every entry by its id, with what it was and will be from when. */
export type OrganisationHistory = { readonly [K in Kind]: ReadonlyMap<string, EntryOf<K>> };

/** One entry made anew or changed. Nothing is ever taken out; `before` is null for a new one. */
export type HistoryChange = {
  [K in Kind]: { kind: K; id: string; before: EntryOf<K> | null; after: EntryOf<K> };
}[Kind];

/** An organisation of which nothing is known yet. */
export function emptyHistory(): OrganisationHistory {
  return Object.fromEntries(KINDS.map((kind) => [kind, new Map()])) as unknown as OrganisationHistory;
}

/** The history after changes; kinds that are not touched keep their maps. */
export function applyChanges(history: OrganisationHistory, changes: readonly HistoryChange[]): OrganisationHistory {
  const maps: { [kind: string]: Map<string, unknown> } = {};
  for (const { kind, id, after } of changes) (maps[kind] ??= new Map<string, unknown>(history[kind])).set(id, after);
  return { ...history, ...maps };
}

/** The id of the limit of a person or position for a type of document. @example limitId({ kind: "person", id: "rui" }, "purchase-order") // "person.rui.purchase-order" */
export function limitId(holder: { kind: string; id: string }, documentType: string): string {
  return `${holder.kind}.${holder.id}.${documentType}`;
}

/** The id of what stands in a list under a key. @example itemId("cost-centres", "4010") // "cost-centres.4010" */
export function itemId(list: string, key: string): string {
  return `${list}.${key}`;
}

/** A history as lists: what a file or another thread is handed. */
export type HistoryLists = { readonly [K in Kind]: readonly (readonly [id: string, entry: unknown])[] };

/** The history that lists were made of; what is of no kind there is, is left out. */
export function historyFrom(lists: HistoryLists): OrganisationHistory {
  const history = emptyHistory() as { [K in Kind]: Map<string, never> };
  for (const [kind, entries] of Object.entries(lists))
    for (const [id, entry] of entries) history[kind as Kind]?.set(id, entry as never);
  return history;
}
