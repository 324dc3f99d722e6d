import { brokenReferences, type Problem } from "../people";
import { refuse, type Refusal } from "../refusal";
import { asOf, turningPoints } from "./as-of";
import type { OrganisationHistory } from "./schema";

/**
 * Everything that leads nowhere or in a circle, now or at any later moment for which something is set.
 * @param at ISO date-time in UTC
 */
export function problemsOf(register: OrganisationHistory, at: string): Problem[] {
  const seen = new Set<string>();
  const moments = [at, ...turningPoints(register, at)];
  const found = moments.flatMap((moment) =>
    brokenReferences(asOf(register, moment)).filter(({ kind, id, message }) => {
      const key = `${kind} ${id} ${message}`;
      return !seen.has(key) && Boolean(seen.add(key));
    }),
  );
  return [...found, ...sameAddresses(register), ...actingAuditors(register)];
}

/** An auditor writes nothing, so that no role that does goes with it. This is no rule of an organisation, and none can take it away. */
function actingAuditors(register: OrganisationHistory): Problem[] {
  return [...register.person.values()]
    .filter(({ roles }) => roles.includes("auditor") && roles.length > 1)
    .map(({ id, name }) => ({
      kind: "people",
      id,
      path: ["roles"],
      message: `${name} is auditor, who reads everything and changes nothing: no other role goes with it`,
    }));
}

/** People sign in by their address, so that no two have the same. */
function sameAddresses(register: OrganisationHistory): Problem[] {
  const seen = new Map<string, string>();
  const found: Problem[] = [];
  for (const { id, email, name } of register.person.values()) {
    const address = email.toLowerCase();
    const other = seen.get(address);
    if (other)
      found.push({ kind: "people", id, path: ["email"], message: `${name} has the same e-mail address as ${other}` });
    else seen.set(address, name);
  }
  return found;
}

/** Problems as refusals, each sentence once, with the last part of its path as the field it is about. */
export function asRefusals(problems: readonly Problem[]): Refusal[] {
  const byMessage = new Map(problems.map((problem) => [problem.message, problem]));
  return Array.from(byMessage.values(), ({ message, path }) => refuse("does not fit", message, String(path.at(-1))));
}
