/** What there is to know of expense claims. */
export {
  ExpenseClaimSchema,
  claimTotal,
  expenseClaimType,
  linesWithoutReceipt,
  overCeilings,
  receiptsTwice,
} from "./type";
export type { ClaimLine, ExpenseClaim } from "./type";
