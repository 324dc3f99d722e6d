import type { Directory } from "../people";
import type { Coded } from "../reason";
import type { Policy } from "./schema";

type Scope = Policy["scope"];

/** Why a policy does not apply to a requester; `said` is what whoever decided an exemption wrote down for it. */
export type ScopeReason = Coded<{
  exempt: { decidedBy: string; said: string };
  "another requester": null;
  "another location": null;
}>;

/**
 * Why a policy does not apply to what a person asks for, units aside; null when it does. A document is at the location of its requester.
 */
export function outsideScope(scope: Scope, requester: string, directory: Directory): ScopeReason | null {
  const exemption = scope.exempt.find((one) => one.person === requester);
  if (exemption) return { code: "exempt", values: { decidedBy: exemption.decidedBy, said: exemption.reason } };
  if (!isNamed(scope.requesters, requester, directory)) return { code: "another requester" };
  if (scope.locations.length === 0) return null;
  const at = directory.person(requester)?.location;
  return at && scope.locations.includes(at) ? null : { code: "another location" };
}

function isNamed(requesters: Scope["requesters"], person: string, directory: Directory): boolean {
  if (requesters.kind === "anyone") return true;
  return (
    requesters.people.includes(person) ||
    requesters.groups.some((id) => directory.group(id)?.members.includes(person)) ||
    requesters.positions.some((id) => directory.holderOf(id) === person)
  );
}

/** Whether a policy applies to the documents of a person, raised in their own unit. */
export function appliesTo(scope: Scope, person: string, directory: Directory): boolean {
  const unit = directory.person(person)?.unit;
  return (
    unit !== undefined &&
    directory.unitsAbove(unit).some(({ id }) => scope.units.includes(id)) &&
    outsideScope(scope, person, directory) === null
  );
}

/**
 * Whether some document could fall to both policies at the same unit, so that neither is nearer and it would be held: the same type, a unit
 * that both name, and a person to whom both apply. Dates are compared by whoever asks.
 */
export function claimTheSame(
  a: Pick<Policy, "documentType" | "scope">,
  b: Pick<Policy, "documentType" | "scope">,
  directory: Directory,
): boolean {
  if (a.documentType !== b.documentType) return false;
  const both = a.scope.units.filter((unit) => b.scope.units.includes(unit));
  if (both.length === 0) return false;
  const everybody = (scope: Scope) =>
    scope.requesters.kind === "anyone" && scope.locations.length === 0 && scope.exempt.length === 0;
  // Both for anybody: they collide even while nobody works there yet.
  if (everybody(a.scope) && everybody(b.scope)) return true;
  return directory.organisation.people.some(
    ({ id, unit }) =>
      outsideScope(a.scope, id, directory) === null &&
      outsideScope(b.scope, id, directory) === null &&
      directory.unitsAbove(unit).some((one) => both.includes(one.id)),
  );
}
