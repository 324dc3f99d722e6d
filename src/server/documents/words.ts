import { acceptedOf, type DocumentState } from "@/core/approval";
import { documentType } from "@/core/documents";

const MOST = 8_000;

/** Everything of a document that is found by a word in it, a line for each: number, title, party, note, lines, and what was said about it. */
export function searchText(state: DocumentState): string {
  const { document, levels, questions = [] } = state;
  const { title, party } = documentType(document.documentType).headline(acceptedOf(state));
  const lines = "lines" in document ? document.lines.map((line) => line.description) : [];
  const order = "orderNumber" in document ? document.orderNumber : "changeOf" in document ? document.changeOf : null;
  const said = [
    ...levels.flatMap((level) => level.decisions.map((decision) => decision.comment)),
    ...questions.flatMap(({ text, answer }) => [text, answer?.text]),
  ];
  const all = [state.number, title, party, order, document.note, ...lines, ...said];
  return [...new Set(all.filter(Boolean))].join("\n").slice(0, MOST);
}
