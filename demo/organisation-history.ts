/** The demo's people through time, and what the tests of changing it share. */
import { AT } from "@/core/fixtures";
import {
  applyChanges,
  checked,
  emptyHistory,
  found,
  type Edit,
  type NewStandIn,
  type OrganisationHistory,
} from "@/core/organisation-history";
import { directoryOf } from "@/core/people";
import { namesOf, sayNotEdited } from "@/core/words";
import { marevia } from "./organisation";

export const setting = { at: AT, actor: "joaquina-teles", zone: "WET" };
export const start = applyChanges(emptyHistory(), found(marevia, "2025-01-02T09:00:00.000Z"));

export function done(history: OrganisationHistory, edit: Edit): OrganisationHistory {
  const result = checked(history, edit, setting);
  if (!result.ok) throw new Error(result.refusals.map((one) => sayNotEdited(one).message).join("; "));
  return applyChanges(history, result.value);
}
/** What ids are called in the tests of changes. */
const historyNames = namesOf(directoryOf(marevia));
export const why = (result: Edit) =>
  result.ok ? "done" : result.refusals.map((one) => sayNotEdited(one, historyNames).message).join("; ");
export const away = (person: string, standIn: string | null, extra: Partial<NewStandIn> = {}): NewStandIn => ({
  kind: "absence",
  person,
  standIn,
  from: null,
  until: "2026-03-20",
  documentTypes: null,
  cap: null,
  reason: "Leave",
  ...extra,
});
