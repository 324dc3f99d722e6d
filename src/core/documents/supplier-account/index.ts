/** What there is to know of changes of a supplier’s account. */
export { REQUIRED_OF_SUPPLIER, SupplierAccountSchema, isOtherBank, supplierAccountType } from "./type";
export type { SupplierAccount } from "./type";
