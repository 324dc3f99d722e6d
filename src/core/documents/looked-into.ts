import type { Basics, DocumentType, Field } from "./registry";

/** On every type: whether a finding of the lookout is open about it, or about what its requester and its party did before. Known once it is sent. */
export const LOOKED_INTO = {
  key: "lookedInto",
  kind: "flag",
  label: "open finding of the lookout",
  around: true,
} as const satisfies Field;

/** A type with what the lookout says of its documents, for conditions. */
export function withLookedInto<D extends Basics>(type: DocumentType<D>): DocumentType<D> {
  return {
    ...type,
    fields: [...type.fields, LOOKED_INTO],
    facts: (document, looking, own) => ({
      ...type.facts(document, looking, own),
      [LOOKED_INTO.key]: looking.around.lookedInto === true,
    }),
  };
}
