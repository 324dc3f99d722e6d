import { z } from "zod";
import { WorkingCalendarSchema } from "@/core/calendar";
import { AUTHORITY_TYPES } from "@/core/documents";
import { isKeyOf } from "@/core/ids";
import { HolderSchema, IdSchema, LimitSchema, OwnerSchema, RoleSchema } from "@/core/people";
import {
  SegregationRuleSchema,
  addPerson,
  changePerson,
  closeUnit,
  comeBack,
  endStandIn,
  holdPosition,
  leave,
  saveGroup,
  saveLocation,
  savePosition,
  saveUnit,
  setLimit,
  setOwner,
  setRoles,
  setSegregation,
  setStandIn,
  type Edit,
  type OrganisationHistory,
  type Setting,
} from "@/core/organisation-history";
import type { Action } from "../access/authorise";

const From = z.iso.date().nullable().default(null);
const Reference = IdSchema.nullable();
const Name = z.string().trim().min(1).max(80);
const DocumentTypeKey = z.string().refine((key) => isKeyOf(AUTHORITY_TYPES, key), {
  error: `must be one of ${Object.keys(AUTHORITY_TYPES).join(", ")}`,
});
const Amount = z.strictObject({ minor: z.int().min(0), currency: z.string() });

const Leave = z.strictObject({
  lastDay: z.iso.date(),
  successor: Reference,
  reportsTo: Reference,
  heads: z.record(IdSchema, Reference),
  positions: z.record(IdSchema, Reference),
  ownedBy: Reference,
  standIn: Reference,
});

/** Everything that can be changed about people, by its name, each with the fields it takes. */
export const PeopleChangeSchema = z.discriminatedUnion("type", [
  z.strictObject({
    type: z.literal("add person"),
    name: Name,
    email: z.email().max(120),
    title: Name,
    unit: IdSchema,
    manager: Reference,
    location: Reference,
    roles: z.array(RoleSchema),
    from: From,
  }),
  z.strictObject({
    type: z.literal("change person"),
    person: IdSchema,
    name: Name.optional(),
    email: z.email().max(120).optional(),
    title: Name.optional(),
    unit: IdSchema.optional(),
    manager: Reference.optional(),
    location: Reference.optional(),
    from: From,
  }),
  z.strictObject({
    type: z.literal("give roles"),
    person: IdSchema,
    roles: z.array(RoleSchema),
    reason: z.string().max(200).default(""),
  }),
  z.strictObject({ type: z.literal("leave"), person: IdSchema, ...Leave.shape }),
  z.strictObject({ type: z.literal("come back"), person: IdSchema }),
  z.strictObject({
    type: z.literal("save unit"),
    unit: Reference,
    name: Name,
    parent: Reference,
    head: Reference,
    from: From,
  }),
  z.strictObject({ type: z.literal("close unit"), unit: IdSchema }),
  z.strictObject({
    type: z.literal("save position"),
    position: Reference,
    name: Name,
    unit: IdSchema,
    heads: z.boolean(),
  }),
  z.strictObject({ type: z.literal("fill position"), position: IdSchema, person: Reference, from: From }),
  z.strictObject({
    type: z.literal("save group"),
    group: Reference,
    name: Name,
    people: z.array(IdSchema).max(5000),
    from: From,
  }),
  z.strictObject({
    type: z.literal("set limit"),
    holder: HolderSchema,
    documentType: DocumentTypeKey,
    limit: LimitSchema,
    from: From,
  }),
  z.strictObject({
    type: z.literal("set stand-in"),
    kind: z.enum(["absence", "delegation"]),
    person: IdSchema,
    standIn: Reference,
    from: From,
    until: z.iso.date().nullable(),
    documentTypes: z.array(DocumentTypeKey).min(1).nullable(),
    cap: Amount.nullable(),
    reason: z.string().max(200),
  }),
  z.strictObject({ type: z.literal("end stand-in"), standIn: z.string().max(120) }),
  z.strictObject({ type: z.literal("save calendar"), calendar: WorkingCalendarSchema }),
  z.strictObject({ type: z.literal("set owner"), ...OwnerSchema.shape, from: From }),
  z.strictObject({ type: z.literal("set segregation"), rules: z.array(SegregationRuleSchema).max(20) }),
]);
export type PeopleChange = z.infer<typeof PeopleChangeSchema>;
type ChangeOf<T extends PeopleChange["type"]> = Extract<PeopleChange, { type: T }>;

/** How one kind of change is carried out: what it needs, whom it is about, the event it leaves and the edit it is. */
type Carried<T extends PeopleChange["type"]> = {
  action: Action;
  about?(change: ChangeOf<T>, history: OrganisationHistory): string | undefined;
  event: string;
  /** @param openDocuments of the person the change is about */
  edit(history: OrganisationHistory, change: ChangeOf<T>, setting: Setting, openDocuments: number): Edit;
};

export const CARRIED: { readonly [T in PeopleChange["type"]]: Carried<T> } = {
  "add person": {
    action: "people.write",
    event: "person added",
    edit: (history, { type: _, from, ...person }, setting) => addPerson(history, person, from, setting),
  },
  "change person": {
    action: "people.write",
    event: "person changed",
    edit: (history, { type: _, person, from, ...edit }, setting) => changePerson(history, person, edit, from, setting),
  },
  "give roles": {
    action: "roles.write",
    event: "roles given",
    edit: (history, { person, roles, reason }, setting) => setRoles(history, person, roles, reason, setting),
  },
  leave: {
    action: "people.write",
    about: ({ person }) => person,
    event: "person deactivated",
    edit: (history, { type: _, person, ...handing }, setting, openDocuments) =>
      leave(history, person, handing, openDocuments, setting),
  },
  "come back": {
    action: "people.write",
    event: "person taken back",
    edit: (history, { person }) => comeBack(history, person),
  },
  "save unit": {
    action: "people.write",
    event: "unit saved",
    edit: (history, { unit, name, parent, head, from }, setting) =>
      saveUnit(history, unit, { name, parent, head }, from, setting),
  },
  "close unit": {
    action: "people.write",
    event: "unit closed",
    edit: (history, { unit }, setting) => closeUnit(history, unit, setting),
  },
  "save position": {
    action: "people.write",
    event: "position saved",
    edit: (history, { position, name, unit, heads }) => savePosition(history, position, { name, unit, heads }),
  },
  "fill position": {
    action: "people.write",
    event: "position filled",
    edit: (history, { position, person, from }, setting) => holdPosition(history, position, person, from, setting),
  },
  "save group": {
    action: "people.write",
    event: "group saved",
    edit: (history, { group, name, people, from }, setting) =>
      saveGroup(history, group, { name, people }, from, setting),
  },
  "set limit": {
    action: "limits.write",
    event: "limit set",
    edit: (history, { holder, documentType, limit, from }, setting) =>
      setLimit(history, holder, documentType, limit, from, setting),
  },
  "set stand-in": {
    action: "standIns.write",
    about: ({ person }) => person,
    event: "stand-in set",
    edit: (history, { type: _, ...input }, setting) => setStandIn(history, input, setting),
  },
  "end stand-in": {
    action: "standIns.write",
    about: ({ standIn }, history) => history.standIn.get(standIn)?.person,
    event: "stand-in ended",
    edit: (history, { standIn }, setting) => endStandIn(history, standIn, setting),
  },
  "save calendar": {
    action: "calendars.write",
    event: "calendar saved",
    edit: (history, { calendar }) => saveLocation(history, calendar),
  },
  "set owner": {
    action: "limits.write",
    event: "owner set",
    edit: (history, { type: _, from, ...owner }, setting) => setOwner(history, owner, from, setting),
  },
  "set segregation": {
    action: "segregation.write",
    event: "segregation set",
    edit: (history, { rules }) => setSegregation(history, rules),
  },
};
