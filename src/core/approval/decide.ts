import { fits } from "../patterns";
import { documentType, keptBy, missingOf } from "../documents";
import { route } from "../routing";
import { isMissing, no, type Decided } from "./barred";
import { releaseAll, start } from "./chain";
import { answer, ask, remind } from "./conversation";
import { hand } from "./handing";
import { lookAgain, placeByHand, releaseByHand, releaseByStep } from "./holding";
import { fireTimer } from "./overdue";
import { supplyPaper } from "./supplying";
import { refusedParts, revise } from "./revise";
import { outOfReach } from "./reach";
import { acceptedOf, lastSent } from "./status";
import { decideAtLevel } from "./decide-level";
import { failStep, finishStep, notePayment, retryStep, skipStep } from "./steps";
import type { DecideContext, DocumentCommand, DocumentEvent, DocumentState } from "./types";
import { hashOf } from "./basis";
import { daysOf, done, fold, routingAnew, saidBy } from "./under";

/**
 * What a command leads to: the events that happened because of it, or why it is refused. Pure; the caller writes the
 * events, all or none, and applies `evolve`. Whatever happened, it is asked at its end whether every open level can still be decided.
 */
export function decide(
  state: DocumentState | null,
  command: DocumentCommand,
  context: DecideContext,
): Decided<DocumentEvent[]> {
  const decided = decideOne(state, command, context);
  if (!decided.ok || !state) return decided;
  return done([...decided.value, ...outOfReach(fold(state, decided.value, context.at), context)]);
}

function decideOne(
  state: DocumentState | null,
  command: DocumentCommand,
  context: DecideContext,
): Decided<DocumentEvent[]> {
  if (command.type === "draft") {
    if (state) return no({ code: "number taken", values: { number: state.number } });
    return done([{ type: "drafted", data: { id: command.id, number: command.number, document: command.document } }]);
  }
  if (!state) return no({ code: "no such document" });
  switch (command.type) {
    case "save draft":
      return editable(state) ?? done([{ type: "draft saved", data: { document: command.document } }]);
    case "submit":
      return editable(state) ?? submit(state, command.document, command.askAgain ?? [], context);
    case "revise":
      return revise(state, command, context);
    case "withdraw":
      return withdraw(state, command.comment);
    case "reroute":
      return reroute(state, command.reason, context);
    case "place hold":
      return placeByHand(state, command, context);
    case "release hold":
      return releaseByHand(state, command, context);
    case "look again":
      return lookAgain(state, command.because, context);
    case "fire timer":
      return fireTimer(state, command, context);
    case "release by step":
      return releaseByStep(state);
    case "finish step":
      return finishStep(state, command);
    case "supply paper":
      return supplyPaper(state, command, context);
    case "note payment":
      return notePayment(state, command);
    case "fail step":
      return failStep(state, command);
    case "retry step":
      return retryStep(state, command);
    case "skip step":
      return skipStep(state, command);
    case "ask":
      return ask(state, command, context);
    case "answer":
      return answer(state, command, context);
    case "remind":
      return remind(state, command, context);
    case "hand over":
    case "add approver":
      return hand(state, command, context);
    default:
      return decideAtLevel(state, command, context);
  }
}

function editable(state: DocumentState): Decided<never> | null {
  if (state.status === "draft" || state.status === "sent back") return null;
  if (state.status === "waiting") return no({ code: "in approval" });
  return no({ code: "ended", values: { status: state.status } });
}

/** Holds that end when a document is sent in again, routed again or sent back; what a person placed stays. */
const BY_SYSTEM = ["routing", "check", "policy"] as const;

function submit(
  state: DocumentState,
  document: DocumentState["document"],
  askAgain: readonly string[],
  context: DecideContext,
): Decided<DocumentEvent[]> {
  const before = state.status === "sent back" ? lastSent(state) : undefined;
  const missing = missingOf(document, keptBy(context.routing.directory, fits), daysOf(document, context), before);
  if (missing.length > 0) return isMissing(missing);
  const revision = state.status === "sent back" ? state.revision + 1 : state.revision;
  const parts = refusedParts(state, document, askAgain);
  if (!parts.ok) return parts;
  const { refused, askedAgain } = parts.value;
  const left = documentType(document.documentType).without(document, refused);
  const routed = route(left, routingAnew(document, context));
  const around = context.routing.around;
  const first: DocumentEvent = {
    type: "submitted",
    data: {
      revision,
      document,
      hash: hashOf(document, context),
      route: routed,
      ...(around && { around }),
      ...(refused.length > 0 && { refused }),
      ...(askedAgain.length > 0 && { askedAgain }),
    },
  };
  return done(start(state, [...releaseAll(state, "sent in again", BY_SYSTEM), first], context));
}

function withdraw(state: DocumentState, comment: string): Decided<DocumentEvent[]> {
  if (!["draft", "waiting", "sent back"].includes(state.status))
    return no({ code: "not to be withdrawn", values: { status: state.status } });
  return done([{ type: "withdrawn", data: { comment } }, ...releaseAll(state, "withdrawn")]);
}

/** Routes a waiting document afresh under the policies in force now; its chain begins again from the first level. */
function reroute(state: DocumentState, reason: string, context: DecideContext): Decided<DocumentEvent[]> {
  if (state.status !== "waiting") return no({ code: "not to be routed", values: { status: state.status } });
  if (!reason.trim()) return no({ code: "say why it is routed again" }, "reason");
  // Who routes it again is not its requester, and what was refused stays refused.
  const routed = route(acceptedOf(state), routingAnew(state.document, context));
  const approvalsVoided = state.levels
    .flatMap((level) => level.decisions)
    .filter((decision) => decision.outcome === "approve").length;
  const around = context.routing.around;
  const first: DocumentEvent = {
    type: "rerouted",
    data: { route: routed, because: saidBy(reason), approvalsVoided, ...(around && { around }) },
  };
  return done(start(state, [...releaseAll(state, "routed again", BY_SYSTEM), first], context));
}
