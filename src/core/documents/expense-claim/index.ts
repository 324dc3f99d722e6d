/** What there is to know of expense claims. */
export {
  ClaimLineSchema,
  ExpenseClaimSchema,
  claimTotal,
  expenseClaimType,
  linesWithoutReceipt,
  overCeilings,
  receiptsTwice,
} from "./type";
export type { ClaimLine, ExpenseClaim } from "./type";
