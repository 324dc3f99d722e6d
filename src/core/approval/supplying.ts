import { documentType } from "../documents";
import type { Result } from "../refusal";
import { holdsGone } from "./holding";
import { documentOf } from "./status";
import type { DecideContext, DocumentCommand, DocumentEvent, DocumentState } from "./types";
import { done, fold, no } from "./under";

type Supply = Extract<DocumentCommand, { type: "supply paper" }>;

/**
 * A paper that was missing comes after the document was sent, or even approved: it is kept beside what was sent, changes no amount and voids nothing, and holds that waited
 * for it go.
 */
export function supplyPaper(
  state: DocumentState,
  { line, attachment }: Supply,
  context: DecideContext,
): Result<DocumentEvent[]> {
  if (state.status !== "waiting" && state.status !== "approved")
    return no("closed", `${state.number} is ${state.status}; attach it when the document is sent`);
  const { linePapers, name } = documentType(state.document.documentType);
  if (!linePapers) return no("invalid", `A ${name.one} has no lines that want a paper each`);
  const document = documentOf(state);
  const paper = linePapers.of(document, line);
  if (paper === undefined) return no("unknown", `${state.number} has no line ${line}`, "line");
  if (paper !== null) return no("already", `Line ${line} has its paper already`, "line");
  // One paper is not the proof of two lines: that is looked for where documents are sent, and here nothing is sent.
  if (document.attachments.some(({ hash }) => hash === attachment.hash))
    return no("duplicate", `The same paper is on ${state.number} already`, "attachment");
  const supplied: DocumentEvent = { type: "paper supplied", data: { line, attachment, by: context.actor } };
  const after = fold(state, [supplied], context.at);
  return done([supplied, ...holdsGone(after, { code: "receipt supplied", values: { line } }, context)]);
}
