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
  return [...notCarriedOut(policy), ...danglingReferences(policy, directory)];
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
  not(policy.selfApproval.rule !== "hold", "selfApproval.rule", `the rule “${policy.selfApproval.rule}”`);
  not(policy.repeatedApprover !== "ask twice", "repeatedApprover", `“${policy.repeatedApprover}”`);
  not(policy.messages.length > 0, "messages", "this part");
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
      not(level.timeLimit !== undefined, `${at}.timeLimit`, "a time limit");
      not(level.reminders.length > 0, `${at}.reminders`, "a reminder");
      not(level.overdue !== "wait", `${at}.overdue`, `“${level.overdue}” when overdue`);
      not(level.handOver !== "no", `${at}.handOver`, "handing over");
      not(level.signature, `${at}.signature`, "a signature");
      not(level.outcomes !== undefined, `${at}.outcomes`, "own words for an outcome");
      not(level.choosesNext !== undefined, `${at}.choosesNext`, "choosing the next level");
      not(level.mayAddApprover === true, `${at}.mayAddApprover`, "adding an approver");
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
  each(policy.readers?.people ?? [], "readers.people", "person", directory.person);
  each(policy.readers?.groups ?? [], "readers.groups", "group", directory.group);
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
    band.approval === "required" && !section.levels.some((level) => level.marks[index] === "approves") ? [index] : [],
  );
}
