export {
  accountFault,
  checkDigits,
  looksLikeIban,
  maskAccount,
  plainAccount,
  sayAccount,
  whyNoAccount,
} from "./account-number";
export type { AccountFault } from "./account-number";
export { nextRunDay, plannedDay } from "./run-days";
export type { RunDays } from "./run-days";
export { totals, transfersOf } from "./transfers";
export type { Item, Payer, Transfer } from "./transfers";
export { sayWhyNot } from "./why-not";
export type { PaymentState, WhyNot } from "./why-not";
