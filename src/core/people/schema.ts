import { z } from "zod";

export const IdSchema = z
  .string()
  .min(1)
  .max(80)
  .regex(/^[a-z0-9][a-z0-9-]*$/, "must be lower-case letters, digits and hyphens");

/** What somebody may do in Bandeira. Everybody may raise documents; whoever a policy names may decide. */
export const RoleSchema = z.enum([
  "requester",
  "approver",
  "clerk",
  "controller",
  "reviewer",
  "administrator",
  "auditor",
]);
export type Role = z.infer<typeof RoleSchema>;

export const PersonSchema = z.strictObject({
  id: IdSchema,
  name: z.string().min(1),
  email: z.email(),
  title: z.string().min(1).meta({ description: "What the person does, in a few words" }),
  unit: IdSchema,
  manager: IdSchema.nullable().default(null),
  roles: z.array(RoleSchema).default(["requester"]),
  activeFrom: z.iso.date().optional(),
  activeUntil: z.iso.date().optional().meta({ description: "Last day on which the person counts as active" }),
});
export type Person = z.infer<typeof PersonSchema>;

export const UnitSchema = z.strictObject({
  id: IdSchema,
  name: z.string().min(1),
  parent: IdSchema.nullable().default(null),
  head: IdSchema.nullable().default(null).meta({ description: "Person who heads the unit; null while vacant" }),
});
export type Unit = z.infer<typeof UnitSchema>;

export const GroupSchema = z.strictObject({ id: IdSchema, name: z.string().min(1), members: z.array(IdSchema) });
export type PeopleGroup = z.infer<typeof GroupSchema>;

/** The people of an organisation with their units, reporting lines and groups. Every reference must lead somewhere. */
export const OrganisationSchema = z
  .strictObject({
    name: z.string().min(1),
    currency: z.string().length(3),
    timeZone: z.string().default("UTC").meta({ description: "IANA time zone in which days begin and end" }),
    people: z.array(PersonSchema),
    units: z.array(UnitSchema),
    groups: z.array(GroupSchema).default([]),
  })
  .superRefine((organisation, context) => {
    for (const { path, message } of brokenReferences(organisation)) context.addIssue({ code: "custom", path, message });
  });
export type Organisation = z.infer<typeof OrganisationSchema>;

type Problem = { path: (string | number)[]; message: string };

function brokenReferences(organisation: { people: Person[]; units: Unit[]; groups: PeopleGroup[] }): Problem[] {
  const people = new Map(organisation.people.map((person) => [person.id, person]));
  const units = new Map(organisation.units.map((unit) => [unit.id, unit]));
  const problems: Problem[] = [];
  const need = (known: ReadonlyMap<string, unknown>, id: string | null, what: string, path: (string | number)[]) => {
    if (id !== null && !known.has(id)) problems.push({ path, message: `there is no ${what} “${id}”` });
  };
  organisation.people.forEach((person, index) => {
    need(units, person.unit, "unit", ["people", index, "unit"]);
    need(people, person.manager, "person", ["people", index, "manager"]);
    if (inCircle(person.id, (id) => people.get(id)?.manager ?? null)) {
      problems.push({
        path: ["people", index, "manager"],
        message: `the reporting line of ${person.name} runs in a circle`,
      });
    }
  });
  organisation.units.forEach((unit, index) => {
    need(units, unit.parent, "unit", ["units", index, "parent"]);
    need(people, unit.head, "person", ["units", index, "head"]);
    if (inCircle(unit.id, (id) => units.get(id)?.parent ?? null)) {
      problems.push({ path: ["units", index, "parent"], message: `the unit ${unit.name} lies inside itself` });
    }
  });
  organisation.groups.forEach((group, index) => {
    group.members.forEach((id, at) => need(people, id, "person", ["groups", index, "members", at]));
  });
  const twice = (items: { id: string }[], where: string) => {
    const seen = new Set<string>();
    items.forEach((item, index) => {
      if (seen.has(item.id)) problems.push({ path: [where, index, "id"], message: `“${item.id}” is there twice` });
      seen.add(item.id);
    });
  };
  twice(organisation.people, "people");
  twice(organisation.units, "units");
  twice(organisation.groups, "groups");
  return problems;
}

function inCircle(start: string, next: (id: string) => string | null): boolean {
  const seen = new Set<string>();
  for (let id: string | null = start; id !== null; id = next(id)) {
    if (seen.has(id)) return id === start;
    seen.add(id);
  }
  return false;
}
