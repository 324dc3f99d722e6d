import { documentType } from "../documents";
import { no, type Decided } from "./barred";
import { holdsGone } from "./holding";
import { documentOf } from "./status";
import type { DecideContext, DocumentCommand, DocumentEvent, DocumentState } from "./types";
import { done, fold } from "./under";

type Supply = Extract<DocumentCommand, { type: "supply paper" }>;

/**
 * A paper that was missing comes after the document was sent, or even approved: it is kept beside what was sent, changes no amount and voids nothing, and holds that waited
 * for it go.
 */
export function supplyPaper(
  state: DocumentState,
  { line, attachment }: Supply,
  context: DecideContext,
): Decided<DocumentEvent[]> {
  if (state.status !== "waiting" && state.status !== "approved")
    return no({ code: "attach when it is sent", values: { status: state.status } });
  const { linePapers, key: type } = documentType(state.document.documentType);
  if (!linePapers) return no({ code: "no papers of lines", values: { type } });
  const document = documentOf(state);
  const paper = linePapers.of(document, line);
  if (paper === undefined) return no({ code: "no such line", values: { line } }, "line");
  if (paper !== null) return no({ code: "line has its paper", values: { line } }, "line");
  // One paper is not the proof of two lines: that is looked for where documents are sent, and here nothing is sent.
  if (document.attachments.some(({ hash }) => hash === attachment.hash))
    return no({ code: "same paper" }, "attachment");
  const supplied: DocumentEvent = { type: "paper supplied", data: { line, attachment, by: context.actor } };
  const after = fold(state, [supplied], context.at);
  return done([supplied, ...holdsGone(after, { code: "receipt supplied", values: { line } }, context)]);
}
