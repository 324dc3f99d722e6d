/**
 * Segregation of duties: roles that must not meet in one person. Static separation of duty of ANSI INCITS 359 (role-based access control,
 * from memory): a constraint names roles of which nobody holds more than one.
 */
import { RoleSchema, type Role } from "../people";

export { DutyRuleSchema, DutySchema, USUAL_DUTIES, loosened, meetingsOf } from "./duties";
export type { Done, Duty, DutyRule, Meeting } from "./duties";

export type Separation = { roles: readonly [Role, Role]; why: string; exceptions: boolean };

/** The rules an organisation starts with. */
export const USUAL_SEGREGATION: readonly { roles: [Role, Role]; why: string; exceptions: boolean }[] = [
  { roles: ["controller", "reviewer"], why: "Who writes a policy does not review it", exceptions: false },
  { roles: ["administrator", "approver"], why: "Who keeps limits does not decide under them", exceptions: true },
  { roles: ["administrator", "controller"], why: "Who gives roles does not write policies", exceptions: true },
];

/** The rules that a set of roles breaks. */
export function conflictsOf<S extends Separation>(roles: readonly Role[], rules: readonly S[]): S[] {
  return rules.filter((rule) => rule.roles.every((role) => roles.includes(role)));
}

/** Roles in the order in which they are always shown, each once. */
export function inOrder(roles: readonly Role[]): Role[] {
  return RoleSchema.options.filter((role) => roles.includes(role));
}
