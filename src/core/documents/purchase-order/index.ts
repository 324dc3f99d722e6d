/** What there is to know of purchase orders. */
export { orderChanges } from "./changes";
export { PurchaseOrderSchema, increaseOf, lineNet, orderTotals, purchaseOrderType } from "./type";
export type { OrderLine, PurchaseOrder } from "./type";
