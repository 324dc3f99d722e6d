/** The types of documents Bandeira routes: their fields, measures and checks. A folder a type. */
import { z } from "zod";
import { isKeyOf } from "../ids";
import type { Money } from "../money";
import type { EvaluationContext } from "./context";
import type { Basics, DocumentType, TypeWords } from "./registry";
import { TYPES, type AnyDocument } from "./types";

export { STEPS_OF_ALL, STEP_KINDS } from "./steps";
export type { StepKind } from "./steps";
export { vocabularyOf } from "./registry";
export type { StartingPlan } from "./starting";
export type { AnyDocument, DocumentTypeKey } from "./types";
export type {
  AccountNamed,
  Basics,
  Change,
  InvoiceIdentity,
  LookedUp,
  Outside,
  PaidTo,
  Posting,
  Surroundings,
  DocumentType,
  Field,
  FieldKind,
  Measure,
  MeasureAsked,
  MissingItem,
  Part,
  RefusedPart,
  Remark,
  Sample,
  TypeWords,
} from "./registry";
export type {
  DifferenceReason,
  DuplicateReason,
  MatchReason,
  MeasureReason,
  RemarkReason,
  RuleSubject,
  UnmeasuredReason,
} from "./reasons";
export { NO_CONTEXT } from "./context";
export type {
  AccountStatus,
  DocumentContext,
  CustomerFacts,
  EvaluationContext,
  EvaluationRules,
  OrderFacts,
  SupplierFacts,
} from "./context";
export { CLAIM_CATEGORIES, RulesSchema, USUAL_RULES } from "./rules";
export type { ClaimCategory, Rules } from "./rules";
export { AttachmentSchema } from "./attachment";
export type { Attachment } from "./attachment";
export { Exact, MOST_MINOR, QuantitySchema, taxByRate, times } from "./parts";
export type { PartySignature } from "./parts";
export { ORDER_CATEGORIES, PurchaseOrderSchema, increaseOf, lineNet, orderTotals } from "./purchase-order";
export type { OrderLine, PurchaseOrder } from "./purchase-order";
export { USUAL_DAYS } from "./supplier-total";
export { SupplierInvoiceSchema, lateFor } from "./supplier-invoice";
export type { InvoiceLine, SupplierInvoice } from "./supplier-invoice";
export { brokenRules, invoiceTotals } from "./supplier-invoice";
export type { BrokenRule } from "./supplier-invoice";
export { matchOf } from "./supplier-invoice";
export type { Difference, Match, MatchedLine } from "./supplier-invoice";
export { likelyDuplicates, partyKey, plainNumber } from "./supplier-invoice";
export { ExpenseClaimSchema, claimTotal, linesWithoutReceipt, overCeilings, receiptsTwice } from "./expense-claim";
export type { ClaimLine, ExpenseClaim } from "./expense-claim";
export {
  CUSTOMER_FIELDS,
  CreditLimitChangeSchema,
  FIRST_LIMIT_PAPERS,
  exposureOf,
  isAmountField,
  papersMissing,
  sayValue,
} from "./credit-limit-change";
export type { CreditLimitChange, CustomerField, Exposure, FieldChange } from "./credit-limit-change";
export {
  REQUIRED_OF_SUPPLIER,
  SUPPLIER_FIELDS,
  SUPPLIER_PAPERS,
  SupplierAccountSchema,
  isOtherBank,
} from "./supplier-account";
export type { SupplierAccount, SupplierField } from "./supplier-account";

export { refusedAfter, wordingOf } from "./refused";
export type { RefusedAfter } from "./refused";
export type { DocumentRow, DocumentStatus } from "./row";

/** Any document of a registered type, checked by the schema of its type. */
export const DocumentSchema = z.discriminatedUnion(
  "documentType",
  // Each is an object with its key in it, which the list does not say of them.
  Object.values(TYPES).map(({ schema }) => schema) as unknown as [z.ZodObject<{ documentType: z.ZodLiteral<string> }>],
) as unknown as z.ZodType<AnyDocument>;

/** Keys of the types that policies can be designed for. */
export const documentTypeKeys = Object.keys(TYPES) as [string, ...string[]];

/** Every type an organisation gives authority for, by key, as headings of tables. */
export const AUTHORITY_TYPES: Readonly<Record<string, string>> = Object.fromEntries(
  Object.values(TYPES).map(({ key, heading }) => [key, heading]),
);

/**
 * What a policy for a type can name.
 * @throws RangeError for a key that is none of `documentTypeKeys`
 */
export function typeWords(key: string): TypeWords {
  return documentType(key);
}

/**
 * The registered type of that key. Its functions take documents of that type, which is the one whose key the document names.
 * @throws RangeError for a key that no file in this folder registers.
 */
export function documentType(key: string): DocumentType<AnyDocument> {
  const found = isKeyOf(TYPES, key) ? TYPES[key] : undefined;
  if (!found) throw new RangeError(`There is no document type “${key}”`);
  // The key ties the type to the documents it is given; the compiler cannot see that.
  return found as unknown as DocumentType<AnyDocument> & DocumentType<Basics>;
}

/** What a document comes to by every measure of its type that can be told. */
export function measuresOf(
  document: AnyDocument,
  looking: EvaluationContext,
  on: string,
  days?: number,
): Record<string, Money> {
  const { currency } = document;
  return Object.fromEntries(
    documentType(document.documentType).measures.flatMap((measure) => {
      const found = measure.of(document, { ...looking, currency, on, days });
      return "amount" in found ? [[measure.key, found.amount]] : [];
    }),
  );
}
export { orderChanges } from "./purchase-order";
export type { SuppliedPaper } from "./registry";
