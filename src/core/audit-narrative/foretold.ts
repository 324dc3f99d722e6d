import {
  approvalsIn,
  openSeats,
  type DocumentEvent,
  type DocumentState,
  type Foretold,
  type LevelState,
} from "../approval";
import { askerOf } from "../routing";
import { joinWords } from "../text";
import { sayHeld, speak, type Names, AFTER_APPROVAL } from "../words";
import { sayPassedOver } from "./reasons";

/** What would happen, in sentences: who is asked next, whether the chain ends, what is released, and what is done afterwards; none where nothing can be said. */
export function sayForetold(
  foretold: Foretold | null,
  state: DocumentState,
  level: LevelState,
  names: Names,
): string[] {
  if (!foretold) return [];
  const { events, after, choices, fields } = foretold;
  if (fields.length > 0) return [speak(`What comes next turns on ${sayFields(fields, names)}, which you fill in.`)];
  if (choices.length > 0) {
    const which = joinWords(
      choices.map((one) => one.name),
      "or",
    );
    return [speak(`Then ${which} is asked, as you choose.`)];
  }
  const said = narrate(state, events, names);
  return (said.length > 0 ? said : afterwards(after, level, names)).map(speak);
}

const sayFields = (fields: readonly string[], names: Names) =>
  joinWords(
    fields.map((field) => `“${names.field(field)}”`),
    "and",
  );

/** Where nothing else happens at once: what the level, or those beside it, still wait for. */
function afterwards(after: DocumentState, { level: id, name }: LevelState, names: Names): string[] {
  const level = after.levels.find((one) => one.level === id);
  const people = (ids: readonly string[]) => joinWords(ids.map(names.person), "and");
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

function narrate(state: DocumentState, events: readonly DocumentEvent[], names: Names): string[] {
  const people = (ids: readonly string[], word: "or" | "and") => joinWords(ids.map(names.person), word);
  return events.flatMap((event): string[] => {
    switch (event.type) {
      case "level opened": {
        if (event.data.pool.length === 0) return [];
        const { pool, needed } = event.data;
        const who =
          needed >= pool.length
            ? people(pool, "and")
            : needed > 1
              ? `${needed} of ${people(pool, "and")}`
              : people(pool, "or");
        return [`Then ${who} ${needed > 1 ? "are" : "is"} asked as ${names.level(event.data.level)}.`];
      }
      case "approval counted":
        return [`Your approval counts as ${names.level(event.data.level)} too.`];
      case "reopened":
        return [`${joinWords(event.data.again.map(names.level), "and")} is asked again before it is approved.`];
      case "level passed over":
        return [
          `${names.level(event.data.level)} is skipped: ${sayPassedOver(event.data.because, event.data.level, names)}.`,
        ];
      case "hold placed":
        return [`It is held: ${sayHeld(event.data, names)}.`];
      case "hold released":
        return [`The hold “${event.data.code}” goes.`];
      case "declined":
        return [`${state.number} is declined, and the chain ends here: nobody else is asked.`];
      case "sent back":
        return [
          `${names.person(askerOf(state.document))} corrects it; the chain then begins again with the next revision.`,
        ];
      case "returned":
        return [`${joinWords(event.data.again.map(names.level), "and")} is asked anew.`];
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
}
