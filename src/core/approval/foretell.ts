import { AFTER_APPROVAL } from "../policy";
import { joinWords } from "../words";
import { decide } from "./decide";
import { revisionHash } from "./signing";
import { choicesAt } from "./speak";
import type { DecideContext, DocumentEvent, DocumentState, LevelState } from "./types";
import { levelOf } from "./under";

/**
 * What would happen if somebody approved now, in sentences, by carrying the command out on paper: who is asked next, what is released, and what is done
 * afterwards. Empty where they cannot approve.
 */
export function foretell(state: DocumentState, level: LevelState, context: DecideContext): string[] {
  const rule = levelOf(state, level.level, context);
  const choices = choicesAt(state, rule);
  const name = context.routing.directory.person(context.actor)?.name ?? context.actor;
  const result = decide(
    state,
    {
      type: "approve",
      level: level.level,
      revision: state.revision,
      comment: "as foretold",
      ...(level.checklist && { ticked: [...level.checklist] }),
      ...(rule?.signature && {
        signature: { name, method: "foretold", documentHash: revisionHash(state, context.seal) },
      }),
      ...(choices.length > 1 && { next: choices[0]!.level }),
    },
    context,
  );
  if (!result.ok) return [];
  if (choices.length > 1)
    return [
      `Then ${joinWords(
        choices.map((one) => one.name),
        "or",
      )} is asked, as you choose.`,
    ];
  return narrate(state, level, result.value, context);
}

function narrate(state: DocumentState, level: LevelState, events: DocumentEvent[], context: DecideContext): string[] {
  const { directory } = context.routing;
  const names = (ids: readonly string[], word: "or" | "and") =>
    joinWords(
      ids.map((id) => directory.person(id)?.name ?? id),
      word,
    );
  const levelName = (id: string) => state.levels.find((one) => one.level === id)?.name ?? id;
  const said = events.flatMap((event): string[] => {
    switch (event.type) {
      case "level opened": {
        if (event.data.pool.length === 0) return [];
        const { pool, needed } = event.data;
        const who =
          needed >= pool.length
            ? names(pool, "and")
            : needed > 1
              ? `${needed} of ${names(pool, "and")}`
              : names(pool, "or");
        return [`Then ${who} ${needed > 1 ? "are" : "is"} asked as ${levelName(event.data.level)}.`];
      }
      case "approval counted":
        return [`Your approval counts as ${levelName(event.data.level)} too.`];
      case "reopened":
        return [`${joinWords(event.data.again.map(levelName), "and")} is asked again before it is approved.`];
      case "level passed over":
        return [`${levelName(event.data.level)} is passed over: ${event.data.because}.`];
      case "hold placed":
        return [`It is held: ${event.data.reason}.`];
      case "hold released":
        return [`The hold “${event.data.code}” goes.`];
      case "approved":
        return [`${state.number} is approved: yours is the last word.`];
      case "steps begun":
        return [
          `Afterwards Bandeira does this: ${joinWords(
            event.data.steps.map((one) => AFTER_APPROVAL[one.kind]),
            "and",
          )}.`,
        ];
      default:
        return [];
    }
  });
  if (said.length > 0) return said;
  const open = level.needed - level.decisions.filter((one) => one.outcome === "approve").length - 1;
  if (open > 0)
    return [`Besides yours, ${open} more ${open === 1 ? "approval is" : "approvals are"} needed as ${level.name}.`];
  const beside = state.levels
    .filter((one) => one.status === "open" && one.level !== level.level)
    .map((one) => one.name);
  return beside.length > 0
    ? [`It goes on when ${joinWords(beside, "and")} ${beside.length === 1 ? "has" : "have"} decided too.`]
    : [];
}
