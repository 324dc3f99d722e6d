import type { AnyDocument } from "@/core/documents";
import type { Person } from "@/core/people";
import type { PolicyVersion } from "@/core/policy";
import { choosePolicy } from "@/core/routing";
import type { App } from "../app";
import { inForce, readReferenceData } from "../reference-data";

/** The version that now applies to documents of a type that somebody enters in their own name; null where none or more than one does. */
export function policyFor(
  app: App,
  documentType: AnyDocument["documentType"],
  { id, unit }: Pick<Person, "id" | "unit">,
): PolicyVersion | null {
  const world = readReferenceData(app);
  return choosePolicy(
    { documentType, requester: id, onBehalfOf: null, unit },
    inForce(world, app.clock.now()),
    world.directory,
  ).chosen;
}
