/** Customers' orders that were stopped for credit: which limit each customer needs, and why none is asked for. */
export { limitNeeded, searchCustomer } from "./search";
export type { Found, Stopped, WhyNone } from "./search";
export type { AccountReason, OrderReason } from "./reasons";
