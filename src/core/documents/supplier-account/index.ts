/** What there is to know of changes of a supplier’s account. */
export { REQUIRED_OF_SUPPLIER, SUPPLIER_FIELDS, SupplierAccountSchema, isOtherBank, supplierAccountType } from "./type";
export type { SupplierAccount, SupplierField } from "./type";
