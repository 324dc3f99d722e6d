import { dayIn, isDay } from "../calendar";
import type { Cause } from "../holds";
import { documentType, type AnyDocument, type Days, type DocumentContext } from "../documents";
import type { Listed } from "../lists";
import { LevelSchema, type Level, type PolicyVersion } from "../policy";
import { evaluationContextOf, type RoutingContext } from "../routing";
import type { Decided } from "./barred";
import { evolve } from "./evolve";
import { withFilled } from "./filled";
import type { DecideContext, DocumentEvent, DocumentState } from "./types";

/** What the files of this folder share: results, folding, and under what a document goes. */

/** What a person wrote as the cause of something. */
export const saidBy = (text: string, listed: { listed?: Listed } = {}): Cause => ({
  code: "said",
  values: { said: text.trim(), ...listed },
});

/** What a command came to. */
export const done = (events: DocumentEvent[]): Decided<DocumentEvent[]> => ({ ok: true, value: events });

/** A document after some more events. @param at when they happened, ISO date-time in UTC */
export function fold(state: DocumentState, events: readonly DocumentEvent[], at: string): DocumentState {
  return events.reduce((before, event) => evolve(before, event, at), state);
}

/** The version of the policy that a document goes under. */
export function versionFor(state: DocumentState, context: DecideContext): PolicyVersion | undefined {
  const policy = state.route?.policy;
  return policy ? context.versionOf(policy.id, policy.version) : undefined;
}

/** A level as the policy has it; one that a decider added asks one person and has nothing else of the level it comes before. */
export function levelOf(state: DocumentState, id: string, context: DecideContext): Level | undefined {
  const levels = versionFor(state, context)?.policy.sections.find((one) => one.id === state.route!.section?.id)?.levels;
  const added = state.levels.find((one) => one.level === id && one.added);
  if (!added) return levels?.find((one) => one.id === id);
  const before = levels?.find((one) => one.id === added.added!.before);
  if (!before) return undefined;
  return {
    ...PLAIN,
    id,
    name: added.name,
    stage: added.stage,
    marks: before.marks.length > 0 ? before.marks : PLAIN.marks,
    approvers: { kind: "people", people: [added.added!.person] },
    commentOn: [...added.commentOn],
  };
}

const PLAIN = LevelSchema.parse({
  id: "added",
  name: "Added",
  stage: 1,
  marks: ["approves"],
  approvers: { kind: "people", people: ["nobody"] },
});

/** What a document on its way is routed with: the rates of the day on which its chain began, for as long as it lives. */
export function routingOf(state: Pick<DocumentState, "route">, context: Pick<DecideContext, "routing" | "at">) {
  const { ratesOn, inPerson } = state.route ?? {};
  return { ...context.routing, at: context.at, ratesOn, inPerson } satisfies RoutingContext;
}

/** The same as it was known when the document was last routed; what has changed around it since does not move what was approved. */
export function routingAsRouted(state: DocumentState, context: Pick<DecideContext, "routing" | "at">) {
  const around: DocumentContext = state.routedWith ?? state.around ?? {};
  return { ...routingOf(state, context), around } satisfies RoutingContext;
}

/** A date of a document by its key, as conditions see it; null where it has none. */
export function datesOf(state: DocumentState, context: DecideContext): (field: string) => string | null {
  const document = withFilled(state.document, state);
  return (field) => {
    const looking = evaluationContextOf(document, routingOf(state, context));
    const value = documentType(document.documentType).facts(document, looking)[field];
    return typeof value === "string" && isDay(value) ? value : null;
  };
}

/** What begins a chain is routed with the rates of the day, and knows whether its requester sends it in person. */
export function routingAnew(document: AnyDocument, context: DecideContext): RoutingContext {
  const inPerson = context.inPerson === true && context.actor === document.requester;
  return { ...context.routing, at: context.at, ratesOn: undefined, inPerson };
}

/** By which days what a document names of lists is looked up: its own, and that of the command. */
export function daysOf({ date }: Pick<AnyDocument, "date">, { at, routing }: DecideContext): Days {
  return { dated: date, entered: dayIn(at, routing.directory.organisation.timeZone) };
}
