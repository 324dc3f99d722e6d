import type { Result } from "../refusal";
import { openSeats } from "./status";
import type { DecideContext, DocumentCommand, DocumentEvent, DocumentState } from "./types";
import { done, no } from "./under";

type Command<T extends DocumentCommand["type"]> = Extract<DocumentCommand, { type: T }>;

/** Hours that lie at least between two reminders by the requester. */
const REMIND_AGAIN_HOURS = 4;

/** A question to anybody who is there. It stops nothing: whoever is asked to decide still is, and their time runs on. */
export function ask(state: DocumentState, command: Command<"ask">, context: DecideContext): Result<DocumentEvent[]> {
  const { directory } = context.routing;
  const person = directory.person(command.to);
  if (state.status === "draft")
    return no("not waiting", `${state.number} is a draft; there is nothing to ask about yet`);
  if (!command.text.trim()) return no("comment required", "Write the question", "text");
  if (!person || !directory.isActive(person, context.at)) return no("unknown", "Choose somebody who works here", "to");
  if (person.id === context.actor) return no("invalid", "Ask somebody else than yourself", "to");
  const question = (state.questions?.length ?? 0) + 1;
  return done([{ type: "asked", data: { question, by: context.actor, to: person.id, text: command.text.trim() } }]);
}

/** The answer of the one who was asked. */
export function answer(
  state: DocumentState,
  command: Command<"answer">,
  context: DecideContext,
): Result<DocumentEvent[]> {
  const found = state.questions?.find((one) => one.question === command.question);
  if (!found) return no("unknown", `${state.number} has no question ${command.question}`, "question");
  if (found.answer) return no("already", "This question is answered already");
  if (found.to !== context.actor) {
    const name = context.routing.directory.person(found.to)?.name ?? found.to;
    return no("not asked", `${name} was asked, and nobody else answers for them`);
  }
  if (!command.text.trim()) return no("comment required", "Write the answer", "text");
  const { question } = found;
  return done([{ type: "answered", data: { question, by: context.actor, text: command.text.trim() } }]);
}

/** The requester reminds those whose move it is; not so often that nobody reads it any more. */
export function remind(
  state: DocumentState,
  command: Command<"remind">,
  context: DecideContext,
): Result<DocumentEvent[]> {
  const to = [...new Set(state.levels.flatMap(openSeats))];
  if (state.status !== "waiting" || to.length === 0)
    return no("not waiting", `${state.number} waits for nobody now, so there is nobody to remind`);
  const again = state.remindedAt && Date.parse(state.remindedAt) + REMIND_AGAIN_HOURS * 3_600_000;
  if (again && Date.parse(context.at) < again)
    return no("already", `They were reminded less than ${REMIND_AGAIN_HOURS} hours ago`);
  return done([{ type: "reminded by requester", data: { by: context.actor, to, text: command.text.trim() } }]);
}
