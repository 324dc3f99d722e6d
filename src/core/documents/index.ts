/** The types of documents Bandeira routes: their fields, measures and checks. One file a type. */
import { purchaseOrderType } from "./purchase-order";
import { comingTypes } from "./coming";
import type { DocumentType, TypeWords } from "./registry";

export { vocabularyOf } from "./registry";
export type { Basics, Change, DocumentType, Field, FieldKind, Measure, MissingItem, TypeWords } from "./registry";
export {
  AttachmentSchema,
  ORDER_CATEGORIES,
  OrderLineSchema,
  PurchaseOrderSchema,
  lineNet,
  orderTotals,
} from "./purchase-order";
export type { Attachment, OrderLine, PurchaseOrder } from "./purchase-order";

export type { DocumentRow } from "./row";

/** Any document of a registered type. */
export type AnyDocument = import("./purchase-order").PurchaseOrder;

const types = [purchaseOrderType] as const;

/** Every type an organisation gives authority for, by key; limits and stand-ins may name those that have no form yet. */
export const AUTHORITY_TYPES: Readonly<Record<string, string>> = {
  "purchase-order": "Orders",
  "supplier-invoice": "Supplier invoices",
  "expense-claim": "Expense claims",
  "credit-limit-change": "Credit-limit changes",
};

/** Keys of the types that policies can be designed for. */
export const documentTypeKeys = Object.keys(AUTHORITY_TYPES) as [string, ...string[]];

/** Whether documents of the type can be entered and routed, or only policies for them designed. */
export function canBeEntered(key: string): boolean {
  return types.some((type) => type.key === key);
}

/**
 * What a policy for a type can name.
 * @throws RangeError for a key that is none of `documentTypeKeys`
 */
export function typeWords(key: string): TypeWords {
  const found = [...types, ...comingTypes].find((type) => type.key === key);
  if (!found) throw new RangeError(`There is no document type “${key}”`);
  return found;
}

/**
 * The registered type of that key.
 * @throws RangeError for a key that no file in this folder registers.
 */
export function documentType(key: string): DocumentType<AnyDocument> {
  const found = types.find((type) => type.key === key);
  if (!found) throw new RangeError(`There is no document type “${key}”`);
  return found;
}
