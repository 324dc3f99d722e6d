import { documentType, type AnyDocument } from "../documents";
import { formatMoney } from "../money";
import { isOwnKey } from "../own-fields";
import { joinWords } from "../text";
import { sayLabel, sayFieldName, type Names } from "../words";
import type { BoundFact, EditEffect, Gap } from "../approval";

const BOUND: Record<BoundFact, string> = {
  requester: "whose document it is",
  onBehalfOf: "for whom it is",
  unit: "the unit",
  party: "the other party",
  currency: "the currency",
  date: "the date",
};

/** One gap in words, without whose approval it is of. */
export function sayGap(gap: Gap, documentTypeKey: string, names: Names): string {
  switch (gap.code) {
    case "amount":
      return gap.after
        ? `the amount goes from ${formatMoney(gap.before)} to ${formatMoney(gap.after)}`
        : "the amount cannot be measured any more";
    case "field":
      return `${sayFieldName(documentTypeKey, gap.field, names)} changed`;
    case "section":
      return "it falls into another section of the policy";
    case "wording":
      return "text or attachments changed";
    case "lines":
      return "lines changed for which something is filled in one by one";
    case "refused":
      return "a part that was refused is asked for again";
    case "not eligible":
      return "whoever approved may not decide on it as it is now";
    case "not asked":
      return "the level does not ask whoever approved";
    case "not verified":
      return "the check does not pass any more";
    case "too few":
      return "not enough approvals cover it";
    case "repeated":
      return "nobody decides at two levels";
    default:
      return `${BOUND[gap.code]} changed`;
  }
}

/** What an edit was: which fields changed, what approvals do not cover, and which refused parts are asked for again. */
export type Edited = Pick<EditEffect, "gaps" | "changed"> & { document: AnyDocument; askedAgain?: string[] };

/** Why an edit does what it does, in one sentence. @param policy what the policy is called that lets the rest pass */
export function sayEdit({ gaps, changed, document, askedAgain = [] }: Edited, policy: string, names: Names): string {
  const type = documentType(document.documentType);
  const parts = type.parts(document);
  const again = askedAgain.map(
    (key) =>
      `${sayLabel(parts.find((one) => one.key === key)?.label ?? key, names)}, which was refused, is asked for again`,
  );
  // A part that is named is not told a second time without its name.
  const told = again.length > 0 ? gaps.filter((gap) => gap.code !== "refused") : gaps;
  const said = [...new Set(told.map((gap) => sayGap(gap, type.key, names)))];
  if (said.length + again.length > 0) return joinWords([...again, ...said], "and");
  const isField = (key: string) => isOwnKey(key) || type.fields.some((field) => field.key === key);
  const labels = changed.map((key) => (isField(key) ? sayFieldName(type.key, key, names) : "text or attachments"));
  return `${joinWords(labels, "and") || "text or attachments"} changed, which ${policy} lets pass`;
}
