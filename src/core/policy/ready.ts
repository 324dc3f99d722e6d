import { typeWords } from "../documents";
import type { Directory } from "../people";
import { refuse, refusalsOf, type Refusal, type Result } from "../refusal";
import { LevelSchema, PolicySchema, ScopeSchema, SectionSchema, type Policy } from "./schema";

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

/**
 * What keeps a policy from being put in force: parts that the file may carry but that are not carried out yet, and
 * references that lead nowhere. Anything listed here would otherwise be ignored in silence.
 */
export function whyNotReady(policy: Policy, directory: Directory): Refusal[] {
  return [...notCarriedOut(policy), ...withoutTime(policy, directory), ...danglingReferences(policy, directory)];
}

/** Reminders and what happens when a level is overdue need a time limit, and passing on to somebody needs their name. */
function withoutTime(policy: Policy, directory: Directory): Refusal[] {
  return policy.sections.flatMap((section, s) =>
    section.levels.flatMap((level, l): Refusal[] => {
      const at = `sections[${s}].levels[${l}]`;
      const { overdue, overduePerson } = level;
      const needsTime = overdue !== "wait" || level.reminders.length > 0;
      if (needsTime && !level.timeLimit)
        return [
          refuse(
            "no time limit",
            `${at}: ${level.name} is never late without a time limit; set one`,
            `${at}.timeLimit`,
          ),
        ];
      const unnamed = level.reminders.findIndex(
        ({ to, person }) => to === "person" && !(person && directory.person(person)),
      );
      if (unnamed >= 0) {
        const { person } = level.reminders[unnamed]!;
        const what = person ? `there is no person “${person}”` : "choose to whom the reminder goes";
        const path = `${at}.reminders[${unnamed}].person`;
        return [refuse("unknown reference", `${path}: ${what}`, path)];
      }
      if (overdue !== "named person" || (overduePerson && directory.person(overduePerson))) return [];
      const what = overduePerson ? `there is no person “${overduePerson}”` : "choose to whom it goes when it is late";
      return [refuse("unknown reference", `${at}.overduePerson: ${what}`, `${at}.overduePerson`)];
    }),
  );
}

/** Parts of a policy that this version can store and read back but does not act on. */
export function notCarriedOut(policy: Policy): Refusal[] {
  const found: Refusal[] = [];
  const not = (when: boolean, path: string, what: string) => {
    if (when)
      found.push(
        refuse("not carried out", `${path}: ${what} is not carried out by this version of Bandeira; take it out`, path),
      );
  };
  const measures = typeWords(policy.documentType).measures.map((measure) => measure.key);
  not(!measures.includes(policy.measure.kind), "measure.kind", `measuring by ${policy.measure.kind}`);
  policy.sections.forEach((section, s) =>
    section.levels.forEach((level, l) => {
      const at = `sections[${s}].levels[${l}]`;
      const { approvers } = level;
      const field = approvers.kind === "namedOnDocument" ? approvers.field : null;
      not(
        field !== null && !typeWords(policy.documentType).peopleFields[field],
        `${at}.approvers.field`,
        `a person named on the document as “${field}”`,
      );
    }),
  );
  return found;
}

function danglingReferences(policy: Policy, directory: Directory): Refusal[] {
  const found: Refusal[] = [];
  const need = (known: unknown, path: string, what: string) => {
    if (!known) found.push(refuse("unknown reference", `${path}: there is no ${what}`, path));
  };
  const { units, locations, requesters, exempt } = policy.scope;
  const each = (ids: readonly string[], path: string, what: string, find: (id: string) => unknown) =>
    ids.forEach((id, index) => need(find(id), `${path}[${index}]`, `${what} “${id}”`));
  const location = (id: string) => directory.organisation.locations.find((one) => one.id === id);
  each(units, "scope.units", "unit", directory.unit);
  each(locations, "scope.locations", "location", location);
  if (requesters.kind === "only") {
    each(requesters.people, "scope.requesters.people", "person", directory.person);
    each(requesters.groups, "scope.requesters.groups", "group", directory.group);
    each(requesters.positions, "scope.requesters.positions", "position", directory.position);
  }
  each(
    exempt.map((one) => one.person),
    "scope.exempt",
    "person",
    directory.person,
  );
  const { rule, substitute } = policy.selfApproval;
  if (rule === "substitute")
    need(
      substitute && directory.person(substitute),
      "selfApproval.substitute",
      "substitute for the requester’s own documents",
    );
  each(policy.readers?.people ?? [], "readers.people", "person", directory.person);
  each(policy.readers?.groups ?? [], "readers.groups", "group", directory.group);
  const seller = policy.stoppedOrders?.seller;
  if (seller) need(directory.person(seller), "stoppedOrders.seller", `person “${seller}”`);
  policy.sections.forEach((section, s) =>
    section.levels.forEach((level, l) => {
      const at = `sections[${s}].levels[${l}].approvers`;
      const rule = level.approvers;
      if (rule.kind === "people") each(rule.people, `${at}.people`, "person", directory.person);
      if (rule.kind === "position")
        need(directory.position(rule.position), `${at}.position`, `position “${rule.position}”`);
      if (rule.kind === "group") need(directory.group(rule.group), `${at}.group`, `group “${rule.group}”`);
    }),
  );
  return found;
}

/** Bands in which no level approves although the band does not say that nobody needs to: documents in them would be held. */
export function openBands(section: Policy["sections"][number]): number[] {
  return section.bands.flatMap((band, index) =>
    band.approval === "required" &&
    !section.levels.some((level) => level.kind === "approval" && level.marks[index] === "approves")
      ? [index]
      : [],
  );
}
