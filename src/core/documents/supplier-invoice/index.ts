/** What there is to know of supplier invoices. */
export { brokenRules, invoiceTotals } from "./arithmetic";
export type { BrokenRule } from "./arithmetic";
export { likelyDuplicates, partyKey, plainNumber } from "./duplicates";
export { matchOf } from "./match";
export type { Difference, Match, MatchedLine } from "./match";
export type { InvoiceLine, SupplierInvoice } from "./schema";
export { SupplierInvoiceSchema, lateFor, supplierInvoiceType } from "./type";
