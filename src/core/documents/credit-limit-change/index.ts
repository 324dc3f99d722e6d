/** What there is to know of changes of a customer’s credit limit and particulars. */
export {
  CUSTOMER_FIELDS,
  CreditLimitChangeSchema,
  FIRST_LIMIT_PAPERS,
  creditLimitChangeType,
  exposureOf,
  isAmountField,
  papersMissing,
  sayValue,
} from "./type";
export type { CreditLimitChange, CustomerField, Exposure, FieldChange } from "./type";
