/** The demo's people as a register, and what the tests of changing it share. */
import { AT } from "@/core/fixtures";
import type { Result } from "@/core/refusal";
import {
  applyChanges,
  checked,
  emptyRegister,
  found,
  type Edit,
  type NewStandIn,
  type OrganisationHistory,
} from "@/core/organisation-history";
import { marevia } from "./organisation";

export const setting = { at: AT, actor: "joaquina-teles", zone: "WET" };
export const start = applyChanges(emptyRegister(), found(marevia, "2025-01-02T09:00:00.000Z"));

export function done(register: OrganisationHistory, edit: Edit): OrganisationHistory {
  const result = checked(register, edit, setting);
  if (!result.ok) throw new Error(result.refusals.map((one) => one.message).join("; "));
  return applyChanges(register, result.value);
}
export const why = (result: Result<unknown>) =>
  result.ok ? "done" : result.refusals.map((one) => one.message).join("; ");
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
