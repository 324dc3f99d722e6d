import { entriesOf, isOpen, type Attribute, type Lists } from "../lists";
import { documentType } from "./find";
import { notAttached } from "./parts";
import { wrongOwn, type OwnKept } from "./own";
import { wrongPicks, wrongTax, type Days } from "./picks";
import type { Basics, DocumentType, ListPick, MissingItem } from "./registry";
import type { AnyDocument } from "./types";

/** Everything that a document names of lists, its currency with it. */
export function picksOf(document: AnyDocument): ListPick[] {
  return [
    { path: "currency", list: "currencies", key: document.currency },
    ...documentType(document.documentType).picks(document),
  ];
}

/**
 * Everything that is missing before a document can be sent: what its type says, and what the organisation's lists and fields do not let stand.
 * @param before as it was sent the last time; what it named then may stay, also where it has ended since
 */
export function missingOf(document: AnyDocument, kept: OwnKept, days: Days, before?: AnyDocument): MissingItem[] {
  const { lists } = kept;
  const type = documentType(document.documentType);
  return [
    ...type.missing(document),
    ...wrongPicks(picksOf(document), lists, days.entered, before && picksOf(before)),
    ...wrongTax(type.taxed(document), lists, days.dated),
    ...papersWanting(document, lists, days),
    ...wrongOwn(document, type as unknown as DocumentType<Basics>, kept, days.entered, before),
  ];
}

/** Kinds of papers that are needed for something, by their keys. @param day ISO date */
export function papersFor(lists: Lists, what: Extract<Attribute, "firstLimit" | "newSupplier">, day: string): string[] {
  return entriesOf(lists, "papers")
    .filter((entry) => entry[what] && isOpen(entry, day))
    .map(({ key }) => key);
}

function papersWanting(document: AnyDocument, lists: Lists, { entered }: Days): MissingItem[] {
  const { papersFor: needed } = documentType(document.documentType).around(document);
  if (!needed?.beforeSending) return [];
  return notAttached(papersFor(lists, needed.what, entered), document).map((paper) => ({
    path: "attachments",
    why: { code: "paper needed for a new account", values: { paper } },
  }));
}
