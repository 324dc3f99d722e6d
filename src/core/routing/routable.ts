import { documentType, ownLinesOf, type AnyDocument } from "../documents";
import { saysAnything } from "../own-fields";
import { evaluationContextOf, subjectOf } from "./level-people";
import type { Routable, RoutingContext } from "./types";

/** A document as routing looks at it. @param context rates, people and what is around it */
export function routableOf(document: AnyDocument, context: Omit<RoutingContext, "policies">): Routable {
  const type = documentType(document.documentType);
  const looking = evaluationContextOf(document, context);
  let lines: ReturnType<typeof ownLinesOf> | null = null;
  return {
    documentType: document.documentType,
    requester: document.requester,
    onBehalfOf: document.onBehalfOf,
    unit: document.unit,
    toCurrency: looking.toCurrency,
    facts: (own) => type.facts(document, looking, own),
    measured: (kind, asked) =>
      type.measures.find(({ key }) => key === kind)?.of(document, { ...looking, ...asked }) ?? null,
    says: (field) => saysAnything(field, document, (lines ??= ownLinesOf(document))),
    subject: (amount) => subjectOf(document, amount, context),
  };
}
