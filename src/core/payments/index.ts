export {
  accountFault,
  checkDigits,
  faultOfTyped,
  looksLikeIban,
  maskAccount,
  plainAccount,
  sayAccount,
} from "./account-number";
export type { AccountFault } from "./account-number";
export { nextRunDay, plannedDay } from "./run-days";
export type { RunDays } from "./run-days";
export { totals, transfersOf } from "./transfers";
export type { Item, Payer, Transfer } from "./transfers";
export type { PaymentState, WhyNot } from "./why-not";
