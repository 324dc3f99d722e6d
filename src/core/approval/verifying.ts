import { documentType, type AnyDocument, type EvaluationContext } from "../documents";
import { nameOfEntry, type Lists } from "../lists";
import type { Check, Level } from "../policy";
import type { CheckReason } from "../holds";
import { evaluationContextOf } from "../routing";
import { withFilled } from "./filled";
import { routingOf } from "./under";
import type { DecideContext, DocumentState } from "./types";

/** What a check finds wrong with a document as it is; empty where it passes. */
export function wrongOf(state: DocumentState, level: Level, context: DecideContext): CheckReason[] {
  const document = withFilled(state.document, state);
  const looking = evaluationContextOf(document, routingOf(state, context));
  const { lists } = context.routing.directory.organisation;
  return (level.checks ?? []).flatMap((check) => wrongBy(check, document, looking, lists));
}

function wrongBy(check: Check, document: AnyDocument, looking: EvaluationContext, lists: Lists): CheckReason[] {
  const type = documentType(document.documentType);
  if (check.kind === "totals")
    return type
      .remarks(document, looking)
      .filter((remark) => remark.about === "arithmetic")
      .map(({ why, line = null }) => ({ code: "does not add up", values: { line, why } }));
  if (check.kind === "paper")
    return hasPaper(document, check.name, nameOfEntry(lists, "papers", check.name))
      ? []
      : [{ code: "paper not attached", values: { paper: check.name } }];
  const facts = type.facts(document, looking);
  return check.fields.flatMap((key): CheckReason[] => {
    const value = facts[key];
    const empty = value === null || value === undefined || value === "" || (Array.isArray(value) && value.length === 0);
    return empty ? [{ code: "field empty", values: { type: type.key, field: key } }] : [];
  });
}

/** A paper is known by the kind under which it was put with those required, else by its file's name. @param kind key of the kind, or words for it @param name what that kind is called */
function hasPaper(document: AnyDocument, kind: string, name: string): boolean {
  const plain = (text: string) => text.toLocaleLowerCase("en").replace(/[^\p{L}\p{N}]+/gu, " ");
  const named = "papers" in document ? (document.papers ?? []).filter((one) => plain(one.name) === plain(kind)) : [];
  return (
    named.some((one) => document.attachments.some((paper) => paper.hash === one.hash)) ||
    document.attachments.some((paper) => plain(paper.name).includes(plain(name)))
  );
}
