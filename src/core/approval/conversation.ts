import { no, type Decided } from "./barred";
import { openSeats } from "./status";
import type { DecideContext, DocumentCommand, DocumentEvent, DocumentState } from "./types";
import { done } from "./under";

type Command<T extends DocumentCommand["type"]> = Extract<DocumentCommand, { type: T }>;

/** Hours that lie at least between two reminders by the requester. */
const REMIND_AGAIN_HOURS = 4;

/** A question to anybody who is there. It stops nothing: whoever is asked to decide still is, and their time runs on. */
export function ask(state: DocumentState, command: Command<"ask">, context: DecideContext): Decided<DocumentEvent[]> {
  const { directory } = context.routing;
  const person = directory.person(command.to);
  if (state.status === "draft") return no({ code: "nothing to ask about" });
  if (!command.text.trim()) return no({ code: "write the question" }, "text");
  if (!person || !directory.isActive(person, context.at)) return no({ code: "nobody to ask" }, "to");
  if (person.id === context.actor) return no({ code: "asking oneself" }, "to");
  const question = (state.questions?.length ?? 0) + 1;
  return done([{ type: "asked", data: { question, by: context.actor, to: person.id, text: command.text.trim() } }]);
}

/** The answer of the one who was asked. */
export function answer(
  state: DocumentState,
  command: Command<"answer">,
  context: DecideContext,
): Decided<DocumentEvent[]> {
  const found = state.questions?.find((one) => one.question === command.question);
  if (!found) return no({ code: "no such question", values: { question: command.question } }, "question");
  if (found.answer) return no({ code: "answered already" });
  if (found.to !== context.actor) return no({ code: "asked of another", values: { person: found.to } });
  if (!command.text.trim()) return no({ code: "write the answer" }, "text");
  const { question } = found;
  return done([{ type: "answered", data: { question, by: context.actor, text: command.text.trim() } }]);
}

/** The requester reminds those whose move it is; not so often that nobody reads it any more. */
export function remind(
  state: DocumentState,
  command: Command<"remind">,
  context: DecideContext,
): Decided<DocumentEvent[]> {
  const to = [...new Set(state.levels.flatMap(openSeats))];
  if (state.status !== "waiting" || to.length === 0) return no({ code: "nobody to remind" });
  const again = state.remindedAt && Date.parse(state.remindedAt) + REMIND_AGAIN_HOURS * 3_600_000;
  if (again && Date.parse(context.at) < again)
    return no({ code: "reminded lately", values: { hours: REMIND_AGAIN_HOURS } });
  return done([{ type: "reminded by requester", data: { by: context.actor, to, text: command.text.trim() } }]);
}
