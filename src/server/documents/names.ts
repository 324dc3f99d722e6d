import type { Barred, DocumentState } from "@/core/approval";
import type { PolicyVersion } from "@/core/policy";
import type { Refusal, Result } from "@/core/refusal";
import { namesIn, sayBarred } from "@/core/audit-narrative";
import { namesOf, type Names } from "@/core/words";
import type { ReferenceData } from "../reference-data";

/** The version of a policy that a document goes under; null where it is under none. */
export function versionUnder(
  { versions }: ReferenceData,
  { route }: Pick<DocumentState, "route">,
): PolicyVersion | null {
  const pinned = route?.policy;
  return versions.find((one) => one.policy.id === pinned?.id && one.version === pinned.version) ?? null;
}

/** What everything about a document is called, for sentences that are made of its reasons. */
export function namesFor(world: ReferenceData, state: DocumentState): Names {
  return namesIn(world.directory, state, versionUnder(world, state));
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
