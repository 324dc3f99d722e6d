import { decide } from "./decide";
import { revisionHash } from "./signing";
import { choicesAt } from "./decide-level";
import { askedAt, decidingNext } from "./filled";
import type { DecideContext, DocumentEvent, DocumentState, LevelState } from "./types";
import { fold, levelOf } from "./under";

/** What somebody can say at a level. */
export type Say = "approve" | "decline" | "send back";
export const SAYS: readonly Say[] = ["approve", "decline", "send back"];

/**
 * What would happen: the events and the state they lead to; `choices` are the levels among which the decider chooses and `fields` those they fill in that say what comes
 * next, and nothing is known before they have.
 */
export type Foretold = { events: DocumentEvent[]; after: DocumentState; choices: LevelState[]; fields: string[] };

/** What would happen if somebody said so now, by carrying the command out on paper; null where they cannot. */
export function foretell(
  state: DocumentState,
  level: LevelState,
  context: DecideContext,
  say: Say = "approve",
): Foretold | null {
  const rule = levelOf(state, level.level, context);
  const choices = say === "approve" ? choicesAt(state, rule) : [];
  const name = context.routing.directory.person(context.actor)?.name ?? context.actor;
  const result = decide(
    state,
    {
      type: say,
      level: level.level,
      revision: state.revision,
      comment: "as foretold",
      ...(level.checklist && { ticked: [...level.checklist] }),
      ...(rule?.signature && {
        signature: { name, method: "foretold", documentHash: revisionHash(state, context.seal), drawn: "foretold" },
      }),
      ...(choices.length > 1 && { next: choices[0]!.level }),
    },
    { ...context, onPaper: true },
  );
  if (!result.ok) return null;
  return {
    events: result.value,
    after: fold(state, result.value, context.at),
    choices: choices.length > 1 ? choices : [],
    fields: say === "approve" ? decidingNext(state, askedAt(state, rule, context)) : [],
  };
}
