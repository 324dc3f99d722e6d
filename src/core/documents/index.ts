/** The types of documents Bandeira routes: their fields, measures and checks. One file a type. */
import { purchaseOrderType } from "./purchase-order";
import type { DocumentType } from "./registry";

export { vocabularyOf } from "./registry";
export type { Basics, Change, DocumentType, Field, FieldKind, Measure, MissingItem } from "./registry";
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

export const documentTypeKeys = types.map((type) => type.key) as [string, ...string[]];

/**
 * The registered type of that key.
 * @throws RangeError for a key that no file in this folder registers.
 */
export function documentType(key: string): DocumentType<AnyDocument> {
  const found = types.find((type) => type.key === key);
  if (!found) throw new RangeError(`There is no document type “${key}”`);
  return found;
}
