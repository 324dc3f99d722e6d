import type { Decision, DocumentView, ToldEvent } from "@/core/approval";
import { documentType, type AnyDocument, type Change } from "@/core/documents";
import { sayHolder, sayLimit } from "@/core/people";
import { joinWords } from "@/core/text";
import type { App } from "../app";
import { directoryAt, readReferenceData } from "../reference-data";

/** What a record says of the past beside its events: how a document stood at each revision, and what somebody had before them when they decided. */

type Revision = { revision: number; document: AnyDocument; at: string };

/** Every revision that was sent, in order. */
export function revisionsOf({ thread }: DocumentView): Revision[] {
  return thread.flatMap((event) =>
    event.type === "submitted" || event.type === "revised"
      ? [{ revision: event.data.revision, document: event.data.document, at: event.at }]
      : [],
  );
}

/** What each revision after the first changed, old and new. */
export function changedIn(view: DocumentView): { revision: number; at: string; changes: Change[] }[] {
  const revisions = revisionsOf(view);
  return revisions.slice(1).map(({ revision, document, at }, index) => {
    const before = revisions[index]!.document;
    return { revision, at, changes: documentType(document.documentType).changes(before, document) };
  });
}

/** The limits that somebody had for the type of a document at a moment. */
export function limitThen(app: App, person: string, type: string, at: string): string {
  const directory = directoryAt(readReferenceData(app).history, at);
  const limits = directory.limitsOf(person, type).filter(({ limit }) => limit.kind !== "none");
  if (limits.length === 0) return "no limit of their own";
  const said = limits.map((one) => `${sayLimit(one.limit)} (${sayHolder(one, directory)})`);
  return `limit ${joinWords(said, "and")}`;
}

type Say = Extract<ToldEvent, { type: "approval given" | "approval refused" | "sent back" }>;

function isDecision(event: ToldEvent): event is Say & ToldEvent {
  return event.type === "approval given" || event.type === "approval refused" || event.type === "sent back";
}

/** Who said something at which level; of an event or of the decision it became. */
function said(one: Say | Decision): string {
  const { level, by } = "data" in one ? one.data : one;
  return `${level} ${by}`;
}

/**
 * What lay before somebody when they decided: the revision with its papers, what had been said before, and what held it. From the events up to that moment.
 */
export function seenAt(view: DocumentView, decision: Decision): string {
  const { thread } = view;
  // By the order of the log: several things can have one and the same time.
  const place = thread.findIndex(
    (event) => isDecision(event) && event.at === decision.at && said(event) === said(decision),
  );
  const before = place < 0 ? thread.filter((event) => event.at < decision.at) : thread.slice(0, place);
  const revision = revisionsOf({ ...view, thread: before }).findLast((one) => one.revision <= decision.revision);
  const supplied = before.flatMap((event) => (event.type === "paper supplied" ? [event.data.attachment] : []));
  const papers = [...(revision?.document.attachments ?? []), ...supplied].map(({ name }) => name);
  const decided = before.filter(isDecision);
  const talk = before.filter(({ type }) => type === "asked" || type === "answered");
  const released = new Set(before.flatMap((event) => (event.type === "hold released" ? [event.data.id] : [])));
  const holds = before.flatMap((event) =>
    event.type === "hold placed" && !released.has(event.data.id) ? [event.data.code] : [],
  );
  const count = (of: number, one: string, many: string) =>
    of === 0 ? `no ${many}` : of === 1 ? `one ${one}` : `${of} ${many}`;
  return [
    `revision ${decision.revision}`,
    papers.length > 0 ? `attachments: ${papers.join(", ")}` : "no attachments",
    count(decided.length, "earlier decision", "earlier decisions"),
    count(talk.length, "question or answer", "questions and answers"),
    holds.length > 0 ? `held: ${joinWords([...new Set(holds)], "and")}` : "no holds",
  ].join("; ");
}
