/** The types of documents Bandeira routes: their fields, measures and checks. A folder a type. */
import { z } from "zod";
import type { Money } from "../money";
import type { EvaluationContext } from "./context";
import { documentType } from "./find";
import type { TypeWords } from "./registry";
import { TYPES, type AnyDocument } from "./types";

export { STEPS_OF_ALL, STEP_KINDS } from "./steps";
export type { StepKind } from "./steps";
export { vocabularyOf } from "./registry";
export { documentType } from "./find";
export { missingOf, papersFor } from "./missing";
export { takenFrom } from "./taken";
export { conditionField, keptBy, namedByLists, ownHeldOn, ownLinesOf, ownPicks, wrongOnAccount } from "./own";
export type { HeldValue, OwnKept } from "./own";
export type { Days } from "./picks";
export type { OrganisationKind, StartingPlan } from "./starting";
export type { AnyDocument, DocumentTypeKey } from "./types";
export type {
  AccountNamed,
  Basics,
  InvoiceIdentity,
  ListPick,
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
  MissingReason,
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
export { RulesSchema, usualRules } from "./rules";
export type { Rules } from "./rules";
export { AttachmentSchema } from "./attachment";
export type { Attachment } from "./attachment";
export { Exact, MOST_MINOR, QuantitySchema, taxByRate, times } from "./parts";
export type { PartySignature } from "./parts";
export { PurchaseOrderSchema, increaseOf, lineNet, orderTotals } from "./purchase-order";
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
export { CreditLimitChangeSchema, exposureOf, papersMissing } from "./credit-limit-change";
export type { CreditLimitChange, Exposure, FieldChange } from "./credit-limit-change";
export { REQUIRED_OF_SUPPLIER, SupplierAccountSchema, isOtherBank } from "./supplier-account";
export type { SupplierAccount } from "./supplier-account";

export { refusedAfter, wordingOf } from "./refused";
export type { RefusedAfter } from "./refused";
export type { DocumentRow, DocumentStatus } from "./row";

/** Any document of a registered type, checked by the schema of its type. */
export const DocumentSchema = z.discriminatedUnion(
  "documentType",
  // Each is an object with its key in it, which the list does not say of them.
  Object.values(TYPES).map(({ schema }) => schema) as unknown as [z.ZodObject<{ documentType: z.ZodLiteral<string> }>],
) as unknown as z.ZodType<AnyDocument>;

export { LOOKED_INTO } from "./looked-into";

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
export type { Change, Shown } from "./shown";
export { wrongAccountValue, wrongChanges } from "./parts";
export {
  CUSTOMER_FIELDS,
  FIELDS_OF_ACCOUNTS,
  SUPPLIER_FIELDS,
  accountLabel,
  isAmountField,
  isControlled,
} from "./account-fields";
export { MOST_CHANGES, asAmount, shownAccountValue } from "./account-changes";
export type { AccountChange, AccountValue } from "./account-changes";
export type { Controlled, CustomerField, SupplierField } from "./account-fields";
