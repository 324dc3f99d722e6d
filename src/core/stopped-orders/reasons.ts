import type { AccountStatus } from "../documents";
import type { Money } from "../money";
import type { Coded } from "../reason";

/** Why a customer's order was stopped when it came in, or goes out after all; a limit is null where the account has none. */
export type OrderReason = Coded<{
  "account not open": { status: AccountStatus };
  "over the limit": { over: Money; limit: Money | null };
  "freed by a document": { number: string; limit: Money | null };
  "freed by a change": { limit: Money | null };
  "freed when looked at again": { limit: Money | null };
  "freed when balances were read": { limit: Money | null };
}>;

/** Why an account was changed, opened or blocked. */
export type AccountReason = Coded<{
  "document approved": { number: string };
  "import applied": null;
  /** By whom and on which ISO date it was approved before there was this program, as whoever brought it in says. */
  "approved before": { by: string; on: string };
  /** The fields are none that the organisation controls. */
  "not controlled": { byImport: boolean };
}>;
