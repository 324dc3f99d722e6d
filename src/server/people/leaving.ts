import { dayIn } from "@/core/calendar";
import { leftBehind, type LeftBehind } from "@/core/organisation-history";
import type { Visit } from "../http/page";
import { inForce, readReferenceData } from "../reference-data";
import { openDocumentsOf, type OpenDocument } from "./open-work";

export type LeavingView = LeftBehind & {
  today: string;
  documents: OpenDocument[];
  policies: { id: string; name: string; level: string }[];
};

/** Everything that has to be handed on when somebody leaves, and the policies that name them. */
export function leavingOf({ app, now, zone }: Visit, person: string): LeavingView {
  const world = readReferenceData(app);
  const policies = inForce(world, now).flatMap(({ policy }) =>
    policy.sections.flatMap((section) =>
      section.levels
        .filter(({ approvers }) => approvers.kind === "people" && approvers.people.includes(person))
        .map((level) => ({ id: policy.id, name: policy.name, level: `${section.name}: ${level.name}` })),
    ),
  );
  return {
    today: dayIn(now, zone),
    documents: openDocumentsOf(app, person),
    policies,
    ...leftBehind(world.history, person, now),
  };
}
