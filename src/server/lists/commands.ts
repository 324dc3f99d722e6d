import { z } from "zod";
import { ATTRIBUTES, EntryKeySchema, EntryNameSchema, type Attribute } from "@/core/lists";
import { IdSchema, type Person } from "@/core/people";
import {
  asOf,
  endItem,
  itemId,
  saveItem,
  saveItems,
  saveList,
  type Edit,
  type HistoryChange,
  type OrganisationHistory,
  type Setting,
} from "@/core/organisation-history";
import type { Result } from "@/core/refusal";
import { listsToBegin, organisationKinds } from "@/core/starting-set";
import type { App } from "../app";
import { editOrganisation } from "../people/commands";

const From = z.iso.date().nullable().default(null);
const Day = z.iso.date().nullable().default(null);

const attributes = Object.fromEntries(
  Object.entries(ATTRIBUTES).map(([key, schema]) => [key, (schema as z.ZodType).nullable().default(null)]),
) as unknown as { [A in Attribute]: z.ZodDefault<z.ZodNullable<(typeof ATTRIBUTES)[A]>> };

/** Everything that can be changed about lists, by its name, each with the fields it takes. */
export const ListChangeSchema = z.discriminatedUnion("type", [
  z.strictObject({
    type: z.literal("save list"),
    list: IdSchema.nullable(),
    name: z.string().trim().min(1).max(60),
    from: From,
  }),
  z.strictObject({
    type: z.literal("save entry"),
    list: IdSchema,
    key: EntryKeySchema,
    name: EntryNameSchema,
    firstDay: Day,
    lastDay: Day,
    ...attributes,
    from: From,
  }),
  z.strictObject({ type: z.literal("take starting lists"), kind: z.enum(organisationKinds), from: From }),
  z.strictObject({ type: z.literal("end entry"), list: IdSchema, key: EntryKeySchema, lastDay: Day }),
]);
export type ListChange = z.infer<typeof ListChangeSchema>;
type ChangeOf<T extends ListChange["type"]> = Extract<ListChange, { type: T }>;

type Carried<T extends ListChange["type"]> = {
  event: string;
  edit(history: OrganisationHistory, change: ChangeOf<T>, setting: Setting): Edit;
};

/** How each change is carried out: the event it leaves, and the edit it is. */
const CARRIED: { readonly [T in ListChange["type"]]: Carried<T> } = {
  "save list": {
    event: "list saved",
    edit: (history, { list, name, from }, setting) => saveList(history, list, name, from, setting),
  },
  "save entry": {
    event: "list entry saved",
    edit: (history, { type: _, list, key, from, ...said }, setting) => {
      const given = Object.fromEntries(Object.entries(said).filter(([, value]) => value !== null));
      return saveItem(history, list, key, { ...given, name: said.name }, from, setting);
    },
  },
  "take starting lists": {
    event: "starting lists taken",
    edit: (history, { kind, from }, setting) => {
      const { currency } = asOf(history, setting.at);
      const changes: HistoryChange[] = [];
      for (const [list, rows] of listsToBegin(kind, currency)) {
        // What there is already stays as it is.
        const fresh = rows.filter(({ key }) => !history.listItem.has(itemId(list, key)));
        const made = saveItems(history, list, fresh, from, setting);
        if (!made.ok) return made;
        changes.push(...made.value);
      }
      return { ok: true, value: changes };
    },
  },
  "end entry": {
    event: "list entry ended",
    edit: (history, { list, key, lastDay }) => endItem(history, list, key, lastDay),
  },
};

/** Carries out one change of a list. */
export function changeList(
  app: App,
  actor: Person,
  change: ListChange,
  command: string,
): Result<{ changed: number; id: string | null }> {
  // The table pairs each type with its own fields, which the compiler cannot follow through a union.
  const carried = CARRIED[change.type] as Carried<"save list">;
  return editOrganisation(app, actor, { action: "lists.write", event: carried.event, command }, (history, setting) =>
    carried.edit(history, change as ChangeOf<"save list">, setting),
  );
}
