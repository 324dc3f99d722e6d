import type { DocumentState } from "@/core/approval";
import type { PolicyVersion } from "@/core/policy";
import { namesIn } from "@/core/telling";
import type { Names } from "@/core/words";
import type { World } from "../world";

/** The version of a policy that a document goes under; null where it is under none. */
export function versionUnder({ versions }: World, { route }: Pick<DocumentState, "route">): PolicyVersion | null {
  const pinned = route?.policy;
  return versions.find((one) => one.policy.id === pinned?.id && one.version === pinned.version) ?? null;
}

/** What everything about a document is called, for sentences that are made of its reasons. */
export function namesFor(world: World, state: DocumentState): Names {
  return namesIn(world.directory, state, versionUnder(world, state));
}
