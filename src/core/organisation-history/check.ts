import { refusalsOf, type Result, refused } from "../refusal";
import type { Setting } from "./dates";
import { asRefusals, problemsOf } from "./problems";
import { ENTRY_SCHEMAS, applyChanges, type OrganisationHistory, type RegisterChange } from "./schema";
import { type Edit } from "./edit";

/**
 * Whether changes leave a register in which everything leads somewhere: each entry by its schema, then references and circles now and at
 * every later moment for which something is set.
 */
export function checked(
  register: OrganisationHistory,
  edit: Edit,
  { at }: Pick<Setting, "at">,
): Result<RegisterChange[]> {
  if (!edit.ok) return edit;
  const malformed = edit.value.flatMap((change) => {
    const parsed = ENTRY_SCHEMAS[change.kind].safeParse(change.after);
    return parsed.success ? [] : refusalsOf(parsed.error);
  });
  if (malformed.length > 0) return { ok: false, refusals: malformed };
  const after = applyChanges(register, edit.value);
  if (hasAdministrator(register) && !hasAdministrator(after))
    return refused("last administrator", "Nobody would be administrator any more; give somebody else that role first");
  const problems = problemsOf(after, at);
  return problems.length > 0 ? { ok: false, refusals: asRefusals(problems) } : edit;
}

/** Whether somebody who is not to leave keeps people: without one, nobody could ever be let in again. */
function hasAdministrator(register: OrganisationHistory): boolean {
  for (const { roles, activeUntil } of register.person.values())
    if (!activeUntil && roles.includes("administrator")) return true;
  return false;
}
