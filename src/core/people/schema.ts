import { z } from "zod";
import { WorkingCalendarSchema } from "../calendar";
import { IdSchema } from "../ids";
import { ListSchema } from "../lists";
import { OwnFieldSchema } from "../own-fields";
import { CurrencySchema, MinorSchema } from "../money";

export { IdSchema };

/** What somebody may do in Bandeira. Everybody may raise documents; only an approver can be asked to decide. */
export const RoleSchema = z.enum([
  "requester",
  "approver",
  "clerk",
  "controller",
  "reviewer",
  "administrator",
  "auditor",
  "investigator",
]);
export type Role = z.infer<typeof RoleSchema>;

export const PersonSchema = z.strictObject({
  id: IdSchema,
  name: z.string().min(1),
  email: z.email(),
  title: z.string().min(1).meta({ description: "What the person does, in a few words" }),
  unit: IdSchema,
  manager: IdSchema.nullable().default(null),
  location: IdSchema.nullable().optional().meta({ description: "Where the person works, and by whose calendar" }),
  roles: z.array(RoleSchema).default(["requester"]),
  activeFrom: z.iso.date().optional(),
  activeUntil: z.iso.date().optional().meta({ description: "Last day on which the person counts as active" }),
  successor: IdSchema.nullable()
    .optional()
    .meta({ description: "Who takes over what is open when the person is no longer active" }),
});
export type Person = z.infer<typeof PersonSchema>;

export const UnitSchema = z.strictObject({
  id: IdSchema,
  name: z.string().min(1),
  parent: IdSchema.nullable().default(null),
  head: IdSchema.nullable().default(null).meta({ description: "Person who heads the unit; null while vacant" }),
  closed: z.boolean().optional(),
});
export type Unit = z.infer<typeof UnitSchema>;

export const PositionSchema = z.strictObject({
  id: IdSchema,
  name: z.string().min(1),
  unit: IdSchema,
  heads: z.boolean().default(false).meta({ description: "Whoever heads the unit holds this position" }),
  holder: IdSchema.nullable().default(null).meta({ description: "Person who holds it; null while vacant" }),
});
export type Position = z.infer<typeof PositionSchema>;

export const GroupSchema = z.strictObject({ id: IdSchema, name: z.string().min(1), members: z.array(IdSchema) });
export type PeopleGroup = z.infer<typeof GroupSchema>;

const Amount = z.strictObject({ minor: MinorSchema.min(0), currency: CurrencySchema });

/** Up to which amount somebody may decide. Unlimited is said, never left out. */
export const LimitSchema = z.discriminatedUnion("kind", [
  z.strictObject({ kind: z.literal("amount"), ...Amount.shape }),
  z.strictObject({ kind: z.literal("unlimited") }),
  z.strictObject({ kind: z.literal("none") }),
]);
export type Limit = z.infer<typeof LimitSchema>;

export const HolderSchema = z.strictObject({ kind: z.enum(["person", "position"]), id: IdSchema });
export type Holder = z.infer<typeof HolderSchema>;

export const AuthorityLimitSchema = z.strictObject({
  holder: HolderSchema,
  documentType: IdSchema,
  limit: LimitSchema,
});
export type AuthorityLimit = z.infer<typeof AuthorityLimitSchema>;

/**
 * Somebody else acts in a person's name. In an absence the person is away and only the stand-in acts, if there is one; in a
 * standing delegation both do.
 */
export const StandInSchema = z.strictObject({
  id: z.string().min(1),
  kind: z.enum(["absence", "delegation"]),
  person: IdSchema,
  standIn: IdSchema.nullable(),
  from: z.iso.datetime(),
  until: z.iso
    .datetime()
    .nullable()
    .meta({ description: "The first moment at which it is over; null while open-ended" }),
  documentTypes: z.array(IdSchema).nullable().default(null).meta({ description: "For which types; null for all" }),
  cap: Amount.nullable().default(null).meta({ description: "The stand-in decides up to this amount" }),
  reason: z.string().max(200).default(""),
});
export type StandIn = z.infer<typeof StandInSchema>;

export const OwnerSchema = z.strictObject({
  of: z.enum(["customer", "supplier"]),
  key: z.string().min(1).max(120),
  person: IdSchema,
});
export type Owner = z.infer<typeof OwnerSchema>;

/** The people of an organisation with all that decides who they are at one moment, before its references are looked at. */
export const OrganisationShape = z.strictObject({
  name: z.string().min(1),
  currency: z.string().length(3),
  timeZone: z.string().default("UTC").meta({ description: "IANA time zone in which days begin and end" }),
  people: z.array(PersonSchema),
  units: z.array(UnitSchema),
  positions: z.array(PositionSchema).default([]),
  groups: z.array(GroupSchema).default([]),
  locations: z.array(WorkingCalendarSchema).default([]),
  limits: z.array(AuthorityLimitSchema).default([]),
  standIns: z.array(StandInSchema).default([]),
  owners: z.array(OwnerSchema).default([]),
  lists: z.array(ListSchema).default([]),
  fields: z.array(OwnFieldSchema).max(1000).default([]),
});
export type Organisation = z.infer<typeof OrganisationShape>;
