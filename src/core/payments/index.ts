export {
  accountFault,
  checkDigits,
  looksLikeIban,
  maskAccount,
  plainAccount,
  sayAccount,
  sayAccountFault,
  whyNoAccount,
} from "./account-number";
export type { AccountFault } from "./account-number";
export { nextRunDay, plannedDay } from "./run-days";
export type { RunDays } from "./run-days";
export { totals, transfersOf } from "./transfers";
export type { Item, Transfer } from "./transfers";
export { PAIN_001, pain001 } from "./pain001";
export type { Order, Payer } from "./pain001";
export { sayWhyNot } from "./why-not";
export type { PaymentState, WhyNot } from "./why-not";
