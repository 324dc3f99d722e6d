import { brokenReferences, type Problem } from "../people";
import { canonical } from "../records";
import type { Located } from "../refusal";
import { asOf, turningPoints } from "./as-of";
import type { EditReason } from "./reasons";
import type { OrganisationHistory } from "./schema";

/**
 * Everything that leads nowhere or in a circle, now or at any later moment for which something is set.
 * @param at ISO date-time in UTC
 */
export function problemsOf(history: OrganisationHistory, at: string): Problem[] {
  const seen = new Set<string>();
  const moments = [at, ...turningPoints(history, at)];
  const found = moments.flatMap((moment) =>
    brokenReferences(asOf(history, moment)).filter(({ kind, id, why }) => {
      const key = `${kind} ${id} ${canonical(why)}`;
      return !seen.has(key) && Boolean(seen.add(key));
    }),
  );
  return [...found, ...sameAddresses(history), ...actingAuditors(history)];
}

/** An auditor writes nothing, so that no role that does goes with it; judging a finding changes nothing of what it is about. This is no rule of an organisation, and none can take it away. */
function actingAuditors(history: OrganisationHistory): Problem[] {
  return [...history.person.values()]
    .filter(
      ({ roles }) => roles.includes("auditor") && roles.some((role) => role !== "auditor" && role !== "investigator"),
    )
    .map(({ id }) => ({
      kind: "people",
      id,
      path: ["roles"],
      why: { code: "auditor with another role", values: { person: id } },
    }));
}

/** People sign in by their address, so that no two have the same. */
function sameAddresses(history: OrganisationHistory): Problem[] {
  const seen = new Map<string, string>();
  const found: Problem[] = [];
  for (const { id, email } of history.person.values()) {
    const address = email.toLowerCase();
    const other = seen.get(address);
    if (other)
      found.push({ kind: "people", id, path: ["email"], why: { code: "same address", values: { person: id, other } } });
    else seen.set(address, id);
  }
  return found;
}

/** Problems as reasons, each once, with the last part of its path as the field it is about. */
export function asReasons(problems: readonly Problem[]): Located<EditReason>[] {
  const each = new Map(problems.map((problem) => [canonical(problem.why), problem]));
  return Array.from(each.values(), ({ why, path }) => ({
    code: "does not fit",
    values: { problem: why },
    path: String(path.at(-1)),
  }));
}
