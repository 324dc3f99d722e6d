import type { DocumentEvent } from "../approval";

/** An answer that somebody gave to a level that asked: ISO date-times in UTC. */
export type Answer = { person: string; document: string; level: string; asked: string; at: string };

/** What happened to one document, as far as it asks or answers. */
export type Asking = { type: DocumentEvent["type"]; level: string; by: string; at: string };

/** From these on whoever is asked at a level is asked. */
const ASKS = [
  "level opened",
  "next asked",
  "level passed on",
  "handed over",
] as const satisfies readonly DocumentEvent["type"][];
/** From these on they have answered. */
export const ANSWERS = [
  "approval given",
  "approval refused",
  "sent back",
  "returned",
] as const satisfies readonly DocumentEvent["type"][];

/** Events of which answers are made. */
export const ASKING: readonly DocumentEvent["type"][] = [...ASKS, ...ANSWERS];

const isOf = (types: readonly DocumentEvent["type"][], type: DocumentEvent["type"]) => types.includes(type);

/**
 * The answers that were given on one document. The time of an answer begins when its level last began to ask anybody. Where several were asked and one was enough, only
 * the one who answered is known.
 * @param happened in its order
 */
export function answersOf(document: string, happened: readonly Asking[]): Answer[] {
  const asked = new Map<string, string>();
  const answers: Answer[] = [];
  for (const { type, level, by, at } of happened) {
    if (isOf(ASKS, type)) asked.set(level, at);
    const since = asked.get(level);
    if (isOf(ANSWERS, type) && since !== undefined) answers.push({ person: by, document, level, asked: since, at });
  }
  return answers;
}
