import { AFTER_APPROVAL } from "../policy";
import { askerOf } from "../routing";
import { joinWords } from "../words";
import { decide } from "./decide";
import { revisionHash } from "./signing";
import { choicesAt } from "./speak";
import type { DecideContext, DocumentEvent, DocumentState, LevelState } from "./types";
import { approvalsIn, openSeats } from "./status";
import { fold, levelOf } from "./under";

/** What somebody can say at a level. */
export type Say = "approve" | "decline" | "send back";
export const SAYS: readonly Say[] = ["approve", "decline", "send back"];

/**
 * What would happen if somebody said so now, in sentences, by carrying the command out on paper: who is asked next, whether the chain ends, what is released, and
 * what is done afterwards. Empty where they cannot.
 */
export function foretell(
  state: DocumentState,
  level: LevelState,
  context: DecideContext,
  say: Say = "approve",
): string[] {
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
  const said = narrate(state, result.value, context);
  if (said.length > 0) return said;
  return afterwards(fold(state, result.value, context.at), level, context);
}

/** Where nothing else happens at once: what the level, or those beside it, still wait for. */
function afterwards(after: DocumentState, { level: id, name }: LevelState, context: DecideContext): string[] {
  const level = after.levels.find((one) => one.level === id);
  const people = (ids: readonly string[]) =>
    joinWords(
      ids.map((one) => context.routing.directory.person(one)?.name ?? one),
      "and",
    );
  if (level?.status === "open") {
    const left = openSeats(level);
    const open = level.needed - approvalsIn(level);
    if (open > 0 && left.length > 0)
      return [
        `The chain goes on: ${open === left.length && open > 1 ? "all" : open} of ${people(left)} ${open === 1 ? "has" : "have"} to approve as ${name}.`,
      ];
  }
  const beside = after.levels.filter((one) => one.status === "open" && one.level !== id).map((one) => one.name);
  return beside.length > 0
    ? [`It goes on when ${joinWords(beside, "and")} ${beside.length === 1 ? "has" : "have"} decided too.`]
    : [];
}

function narrate(state: DocumentState, events: DocumentEvent[], context: DecideContext): string[] {
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
      case "declined":
        return [`${state.number} is declined, and the chain ends here: nobody else is asked.`];
      case "sent back":
        return [
          `${names([askerOf(state.document)], "and")} corrects it; the chain then begins again with the next revision.`,
        ];
      case "returned":
        return [`${joinWords(event.data.again.map(levelName), "and")} is asked anew.`];
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
  return said;
}
