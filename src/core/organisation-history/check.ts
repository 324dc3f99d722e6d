import { refusalsOf } from "../refusal";
import type { Setting } from "./dates";
import { asReasons, problemsOf } from "./problems";
import { ENTRY_SCHEMAS, applyChanges, type OrganisationHistory } from "./schema";
import { notEdited, type Edit } from "./reasons";

/**
 * Whether changes leave an organisation in which everything leads somewhere: each entry by its schema, then references and circles now and at
 * every later moment for which something is set.
 */
export function checked(history: OrganisationHistory, edit: Edit, { at }: Pick<Setting, "at">): Edit {
  if (!edit.ok) return edit;
  const malformed = edit.value.flatMap((change) => {
    const parsed = ENTRY_SCHEMAS[change.kind].safeParse(change.after);
    return parsed.success ? [] : refusalsOf(parsed.error);
  });
  if (malformed.length > 0)
    return {
      ok: false,
      refusals: malformed.map(({ message, path = "" }) => ({ code: "malformed", values: { found: message }, path })),
    };
  const after = applyChanges(history, edit.value);
  if (hasAdministrator(history) && !hasAdministrator(after)) return notEdited({ code: "nobody administers" });
  const problems = problemsOf(after, at);
  return problems.length > 0 ? { ok: false, refusals: asReasons(problems) } : edit;
}

/** Whether somebody who is not to leave keeps people: without one, nobody could ever be let in again. */
function hasAdministrator(history: OrganisationHistory): boolean {
  for (const { roles, activeUntil } of history.person.values())
    if (!activeUntil && roles.includes("administrator")) return true;
  return false;
}
