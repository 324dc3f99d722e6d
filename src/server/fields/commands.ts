import { z } from "zod";
import { ConditionSchema } from "@/core/conditions";
import {
  endField,
  placeFields,
  saveField,
  type Edit,
  type OrganisationHistory,
  type Setting,
} from "@/core/organisation-history";
import { MoneySchema } from "@/core/money";
import { OwnKeySchema, SEEN_BY, TAKEN, fixedOfField, ownFieldState, type Taken } from "@/core/own-fields";
import type { Person } from "@/core/people";
import type { Result } from "@/core/refusal";
import type { App } from "../app";
import { editOrganisation } from "../people/commands";

const Day = z.iso.date().nullable().default(null);
/** Of amounts money, of all else text; empty for none. */
const Limit = z.union([z.string().trim().max(20), MoneySchema]).default("");

/** Everything that can be changed about fields of the organisation's own, by its name, each with what it takes. */
export const FieldChangeSchema = z.discriminatedUnion("type", [
  z.strictObject({
    type: z.literal("save field"),
    key: OwnKeySchema.nullable(),
    kind: fixedOfField.kind,
    part: fixedOfField.part,
    list: fixedOfField.list.nullable().default(null),
    several: z.boolean().default(false),
    by: z.literal("approvers").nullable().default(null),
    firstDay: Day,
    lastDay: Day,
    name: ownFieldState.name,
    on: ownFieldState.on,
    place: ownFieldState.place,
    required: ownFieldState.required,
    when: ConditionSchema.nullable().default(null),
    help: z.string().trim().max(300).default(""),
    group: z.string().trim().max(60).default(""),
    least: Limit,
    most: Limit,
    pattern: z.string().max(200).default(""),
    patternSays: z.string().trim().max(120).default(""),
    taken: z.union([z.literal(""), z.enum(Object.keys(TAKEN) as [Taken]), OwnKeySchema]).default(""),
    atOnce: z.boolean().default(false),
    seenBy: z.array(z.enum(SEEN_BY)).max(SEEN_BY.length).nullable().default(null).meta({
      description: "Who may open it, beside auditors; null for whoever may read the document",
    }),
    usual: z.string().trim().max(200).default(""),
    from: Day,
  }),
  z.strictObject({ type: z.literal("end field"), key: OwnKeySchema, lastDay: Day }),
  z.strictObject({ type: z.literal("place fields"), keys: z.array(OwnKeySchema).min(1).max(1000) }),
]);
export type FieldChange = z.infer<typeof FieldChangeSchema>;
type ChangeOf<T extends FieldChange["type"]> = Extract<FieldChange, { type: T }>;

type Carried<T extends FieldChange["type"]> = {
  event: string;
  edit(history: OrganisationHistory, change: ChangeOf<T>, setting: Setting): Edit;
};

/** How each change is carried out: the event it leaves, and the edit it is. */
const CARRIED: { readonly [T in FieldChange["type"]]: Carried<T> } = {
  "save field": {
    event: "field saved",
    edit: (history, { type: _, key, from, several, atOnce, ...said }, setting) => {
      const { name, on, kind, part, place, required, ...rest } = said;
      const given = Object.fromEntries(Object.entries(rest).filter(([, value]) => value !== null && value !== ""));
      const field = {
        name,
        on,
        kind,
        part,
        place,
        required,
        ...(several && { several: true as const }),
        ...(atOnce && { atOnce: true as const }),
        ...given,
      };
      return saveField(history, key, field, from, setting);
    },
  },
  "end field": { event: "field ended", edit: (history, { key, lastDay }) => endField(history, key, lastDay) },
  "place fields": { event: "fields placed", edit: (history, { keys }, setting) => placeFields(history, keys, setting) },
};

/** Carries out one change of the organisation's own fields. */
export function changeField(
  app: App,
  actor: Person,
  change: FieldChange,
  command: string,
): Result<{ changed: number; id: string | null }> {
  // The table pairs each type with its own parts, which the compiler cannot follow through a union.
  const carried = CARRIED[change.type] as Carried<"save field">;
  return editOrganisation(app, actor, { action: "fields.write", event: carried.event, command }, (history, setting) =>
    carried.edit(history, change as ChangeOf<"save field">, setting),
  );
}
