/** What there is to know of changes of a customer’s credit limit and particulars. */
export { CreditLimitChangeSchema, creditLimitChangeType, exposureOf, papersMissing } from "./type";
export type { CreditLimitChange, Exposure, FieldChange } from "./type";
