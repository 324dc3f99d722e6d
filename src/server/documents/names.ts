import type { Barred, DocumentState } from "@/core/approval";
import { entryOf } from "@/core/lists";
import { HIDDEN, hiddenKeys, type HiddenKeys } from "@/core/own-fields";
import type { Level, PolicyVersion } from "@/core/policy";
import type { Refusal, Result } from "@/core/refusal";
import { namesIn, sayBarred } from "@/core/audit-narrative";
import { namesOf, namesOfFields, type Names } from "@/core/words";
import { directoryAt, type ReferenceData } from "../reference-data";

/** The version of a policy that a document goes under; null where it is under none. */
export function versionUnder(
  { versions }: ReferenceData,
  { route }: Pick<DocumentState, "route">,
): PolicyVersion | null {
  const pinned = route?.policy;
  return versions.find((one) => one.policy.id === pinned?.id && one.version === pinned.version) ?? null;
}

/** A level of a document as its policy has it; undefined for one that a decider added. */
export function ruleUnder(world: ReferenceData, state: DocumentState, level: string): Level | undefined {
  return versionUnder(world, state)
    ?.policy.sections.find(({ id }) => id === state.route?.section?.id)
    ?.levels.find(({ id }) => id === level);
}

/**
 * What everything about a document is called, for sentences that are made of its reasons. Fields of the organisation's own and what stands in lists are called what they
 * were called when the document was sent: a record reads the same after one was renamed.
 * @param version that it goes under; looked up where it is not given
 * @param hidden fields of which it is not said what stands in them: without it all that are hidden from some
 */
export function namesFor(
  world: ReferenceData,
  state: DocumentState,
  version: PolicyVersion | null = versionUnder(world, state),
  hidden: HiddenKeys = hiddenKeys(world.directory.organisation.fields),
): Names {
  const names = namesWhenSent(world, state, version);
  if (hidden.size === 0) return names;
  return { ...names, fieldValue: (key, value) => names.fieldValue(key, hidden.has(key) ? HIDDEN : value) };
}

function namesWhenSent(world: ReferenceData, state: DocumentState, version: PolicyVersion | null): Names {
  const today = namesIn(world.directory, state, version);
  if (!state.submittedAt) return today;
  const { lists, fields } = directoryAt(world.history, state.submittedAt).organisation;
  const entry: Names["entry"] = (list, key, at) =>
    entryOf(at ? directoryAt(world.history, at).organisation.lists : lists, list, key)?.name ?? today.entry(list, key);
  const then = namesOfFields(fields, entry, today.person);
  const knew = new Set(fields.map(({ key }) => key));
  return {
    ...today,
    entry,
    field: (key) => (knew.has(key) ? then : today).field(key),
    theField: (key) => (knew.has(key) ? then : today).theField(key),
    fieldValue: (key, value) => (knew.has(key) ? then : today).fieldValue(key, value),
    inFormOrder: then.inFormOrder,
  };
}

/** What was decided about a document, with every refusal in words. @param state as it was before; null where there is none yet */
export function saidOf<T>(world: ReferenceData, state: DocumentState | null, decided: Result<T, Barred>): Result<T> {
  return decided.ok ? decided : { ok: false, refusals: sayRefusals(world, state, decided.refusals) };
}

/** Refusals of a command on a document in words. @param state the document; null for one that is not there yet */
export function sayRefusals(world: ReferenceData, state: DocumentState | null, refusals: readonly Barred[]): Refusal[] {
  const names = state ? namesFor(world, state) : namesOf(world.directory);
  const about = { number: state?.number ?? "", document: state?.document ?? null };
  return refusals.map((one) => sayBarred(one, about, names));
}
