import { documentType, type AnyDocument } from "../documents";
import type { Check, Level } from "../policy";
import type { CheckReason } from "../holds";
import { evaluationContextOf } from "../routing";
import { routingOf } from "./under";
import type { DecideContext, DocumentState } from "./types";

/** What a check finds wrong with a document as it is; empty where it passes. */
export function wrongOf(state: DocumentState, level: Level, context: DecideContext): CheckReason[] {
  const looking = evaluationContextOf(state.document, routingOf(state, context));
  return (level.checks ?? []).flatMap((check) => wrongBy(check, state.document, looking));
}

function wrongBy(check: Check, document: AnyDocument, looking: ReturnType<typeof evaluationContextOf>): CheckReason[] {
  const type = documentType(document.documentType);
  if (check.kind === "totals")
    return type
      .remarks(document, looking)
      .filter((remark) => remark.about === "arithmetic")
      .map(({ why, line = null }) => ({ code: "does not add up", values: { line, why } }));
  if (check.kind === "paper")
    return hasPaper(document, check.name) ? [] : [{ code: "paper not attached", values: { paper: check.name } }];
  const facts = type.facts(document, looking);
  return check.fields.flatMap((key): CheckReason[] => {
    const value = facts[key];
    const empty = value === null || value === undefined || value === "" || (Array.isArray(value) && value.length === 0);
    return empty ? [{ code: "field empty", values: { type: type.key, field: key } }] : [];
  });
}

/** A paper is known by the name under which it was put with those required, else by its file's name. */
function hasPaper(document: AnyDocument, name: string): boolean {
  const plain = (text: string) => text.toLocaleLowerCase("en").replace(/[^\p{L}\p{N}]+/gu, " ");
  const named = "papers" in document ? (document.papers ?? []).filter((one) => plain(one.name) === plain(name)) : [];
  return (
    named.some((one) => document.attachments.some((paper) => paper.hash === one.hash)) ||
    document.attachments.some((paper) => plain(paper.name).includes(plain(name)))
  );
}
