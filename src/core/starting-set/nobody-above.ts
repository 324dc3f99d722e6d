import type { Organisation } from "../people";
import type { PolicyInput } from "../policy";

/** Ids of those who are there and report to nobody, so that no rule that goes up their line finds anybody. Whoever is there may ask for something, whatever their roles. */
export function reportingToNobody({ people }: Pick<Organisation, "people">): string[] {
  return people.filter(({ manager, activeUntil }) => manager === null && !activeUntil).map(({ id }) => id);
}

/**
 * The same policy with a section before all others: what these people ask for is decided by others whom one names, whatever the amount. A policy to begin with goes up the
 * line, and somebody stands at its end.
 * @param of ids of those who report to nobody @param by ids of those who decide for them
 */
export function decidedBeside(policy: PolicyInput, of: readonly string[], by: readonly string[]): PolicyInput {
  if (of.length === 0 || by.length === 0) return policy;
  const own: PolicyInput["sections"][number] = {
    id: "reports-to-nobody",
    name: "Of those who report to nobody",
    when: { kind: "choice", field: "requester", is: "one of", values: [...of] },
    thresholds: [],
    bands: [{ approval: "required" }],
    levels: [
      {
        id: "second-person",
        name: "A second person",
        stage: 1,
        marks: ["approves"],
        approvers: { kind: "people", people: [...by] },
      },
    ],
  };
  return { ...policy, sections: [own, ...policy.sections] };
}
