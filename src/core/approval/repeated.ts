import { isSignedAs } from "./signing";
import type { Excluded } from "../people";
import type { Level, PolicyVersion } from "../policy";
import { approvalsIn } from "./status";
import type { DocumentEvent, DocumentState } from "./types";

/**
 * Those who decided at another level of a document where nobody decides at two, each with why they are not asked again.
 * @param level the level that is looked at
 */
export function decidedElsewhere(state: DocumentState, level: string): Excluded[] {
  if (!state.route?.mustDiffer) return [];
  return state.levels
    .filter((one) => one.level !== level)
    .flatMap((one) =>
      one.decisions.map(({ by }) => ({
        person: by,
        why: { code: "decided elsewhere" as const, values: { level: one.level } },
      })),
    );
}

/**
 * Approvals that count at a level that has just opened, where who stands at two levels is asked once: of people it asks who approved the whole of this
 * revision before. A signature that this level needs is never taken from another.
 */
export function alreadyGiven(state: DocumentState, rule: Level, { policy, version }: PolicyVersion): DocumentEvent[] {
  const level = state.levels.find((one) => one.level === rule.id)!;
  // What a level asks to be filled in, or chosen, nobody has said at another.
  const asksMore = rule.choosesNext !== undefined || rule.fills !== undefined;
  if (policy.repeatedApprover !== "count once" || rule.kind !== "approval" || asksMore) return [];
  const given = level.pool.flatMap((person) => {
    const before = state.levels.find((one) =>
      one.decisions.some(
        (said) =>
          said.outcome === "approve" &&
          said.by === person &&
          said.revision === state.revision &&
          !said.refused &&
          !said.countedFrom &&
          isSignedAs(rule, said.signature),
      ),
    );
    const once = before && before.level !== level.level && !level.decisions.some((said) => said.by === person);
    return once ? [{ person, before }] : [];
  });
  const counted = given.slice(0, level.needed).map(({ person, before }): DocumentEvent => ({
    type: "approval counted",
    data: {
      level: level.level,
      by: person,
      inNameOf: null,
      revision: state.revision,
      policyVersion: version,
      countedFrom: before.level,
      // It counts for what it was given for, and for nothing more.
      basis: before.decisions.findLast((said) => said.outcome === "approve" && said.by === person)!.basis,
    },
  }));
  const enough = approvalsIn(level) + counted.length >= level.needed && counted.length > 0;
  return enough ? [...counted, { type: "level approved", data: { level: level.level } }] : counted;
}
