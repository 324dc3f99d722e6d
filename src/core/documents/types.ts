import type { z } from "zod";
import { creditLimitChangeType } from "./credit-limit-change";
import { expenseClaimType } from "./expense-claim";
import { purchaseOrderType } from "./purchase-order";
import type { DocumentType } from "./registry";
import { supplierAccountType } from "./supplier-account";
import { supplierInvoiceType } from "./supplier-invoice";

/** The types of documents there are, by their keys: a new one is its folder, and its line here and in the list of its screens. */
export const TYPES = {
  "purchase-order": purchaseOrderType,
  "supplier-invoice": supplierInvoiceType,
  "expense-claim": expenseClaimType,
  "credit-limit-change": creditLimitChangeType,
  "supplier-account": supplierAccountType,
} as const satisfies Readonly<Record<string, { key: string; schema: z.ZodType }>>;

export type DocumentTypeKey = keyof typeof TYPES;

/** Any document of a registered type. */
export type AnyDocument = {
  [K in DocumentTypeKey]: (typeof TYPES)[K] extends DocumentType<infer D> ? D : never;
}[DocumentTypeKey];
