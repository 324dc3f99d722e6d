/** What there is to know of changes of a customer’s credit limit and particulars. */
export {
  CUSTOMER_FIELDS,
  CreditLimitChangeSchema,
  creditLimitChangeType,
  exposureOf,
  isAmountField,
  papersMissing,
} from "./type";
export type { CreditLimitChange, CustomerField, Exposure, FieldChange } from "./type";
